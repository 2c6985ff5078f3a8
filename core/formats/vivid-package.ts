import { strFromU8, strToU8, type Zippable, zipSync } from 'fflate'
import { z } from 'zod'
import { badInput } from '../basics/errors'
import { shaSchema } from '../basics/values'
import { checkDesign } from '../design/edits'
import type { Design } from '../design/schema'
import { blobsOf } from '../design/sources-of'
import { upgrade } from '../design/upgrades'
import { versionReason } from '../design/version-reason'
import { licencesOf } from './licences'
import { safeUnzip } from './safe-zip'
import { tableCsv } from './table-csv'

const packedCreditSchema = z.object({
  sha: shaSchema,
  of: z.string().max(300),
  credit: z.string().min(1).max(300),
})
/** Whom a file of the package wants named, and what it is called. */
export type PackedCredit = z.infer<typeof packedCreditSchema>
const packedVersionSchema = z.object({
  name: z.string().max(140),
  reason: versionReason,
  createdAt: z.iso.datetime(),
  who: z.string().max(200).nullable(),
})
/** A kept state of the design. */
export type PackedVersion = z.infer<typeof packedVersionSchema> & { design: Design }

/**
 * A design with everything it needs in one zip: `design.json`, `blobs/SHA`, what is known of licences, `credits.json` where
 * files want somebody named, `table.csv` where it has a table, `versions.json` where its kept states come along, the oldest first,
 * and `linked/ID/design.json` of each design that it shows.
 */
export type VividPackage = {
  design: Design
  blobs: Map<string, Uint8Array>
  credits?: readonly PackedCredit[]
  versions?: readonly PackedVersion[]
  /** Designs that it shows, and those that these show. */
  linked?: readonly Design[]
}

export function writePackage({
  design,
  blobs,
  credits = [],
  versions = [],
  linked = [],
}: VividPackage): Uint8Array {
  const files: Zippable = {
    mimetype: [strToU8('application/x-vivid-layer'), { level: 0 }],
    'design.json': strToU8(JSON.stringify(design)),
    'licences.txt': strToU8(licencesOf(design, credits, linked)),
    ...(credits.length > 0 ? { 'credits.json': strToU8(JSON.stringify(credits)) } : {}),
    ...(Object.keys(design.columns).length > 0 ? { 'table.csv': strToU8(`\uFEFF${tableCsv(design)}`) } : {}),
    ...(versions.length > 0 ? { 'versions.json': strToU8(JSON.stringify(versions)) } : {}),
  }
  for (const other of linked) files[`linked/${other.id}/design.json`] = strToU8(JSON.stringify(other))
  for (const [sha, bytes] of blobs) files[`blobs/${sha}`] = [bytes, { level: 0 }]
  return zipSync(files, { mtime: new Date('2026-01-01T00:00:00Z') })
}

/** Reads a package; throws `bad-input` where it is damaged, holds unsafe paths or lacks a blob. */
export const readPackage = (bytes: Uint8Array): Required<VividPackage> =>
  designIn(safeUnzip(bytes, '.vivid package'), '')

/** The design, its blobs and what comes along among the entries of a zip, under a folder. */
export function designIn(
  entries: Readonly<Record<string, Uint8Array>>,
  folder: string,
): Required<VividPackage> {
  if (!entries[`${folder}design.json`]) throw badInput('The package holds no design. Nothing was stored.')
  const json = (name: string, what: string): unknown => {
    const text = entries[`${folder}${name}`]
    try {
      return text && JSON.parse(strFromU8(text))
    } catch {
      throw badInput(`The ${what} in the package is damaged. Nothing was stored.`)
    }
  }
  const listed = <T>(name: string, what: string, one: z.ZodType<T>): T[] => {
    const read = z.array(one).safeParse(json(name, what) ?? [])
    if (!read.success) throw badInput(`The ${what} in the package is damaged. Nothing was stored.`)
    return read.data
  }
  const design = checkDesign(upgrade(json('design.json', 'design')))
  const version = packedVersionSchema.extend({ design: z.unknown() })
  const versions = listed('versions.json', 'list of versions', version).map((v) => ({
    ...v,
    design: checkDesign(upgrade(v.design)),
  }))
  const linked = linkedIn(entries, folder)
  const blobs = new Map<string, Uint8Array>()
  for (const sha of [design, ...versions.map((v) => v.design), ...linked].flatMap((d) => [...blobsOf(d)])) {
    const blob = entries[`${folder}blobs/${sha}`]
    if (!blob) throw badInput('The package lacks a picture that its design uses. Nothing was stored.')
    blobs.set(sha, blob)
  }
  const credits = listed('credits.json', 'list of credits', packedCreditSchema).filter((c) =>
    blobs.has(c.sha),
  )
  return { design, blobs, credits, versions, linked }
}
/** The designs that come along as the package's design shows them. */
function linkedIn(entries: Readonly<Record<string, Uint8Array>>, folder: string): Design[] {
  const place = new RegExp(`^${folder}linked/[A-Za-z0-9_-]{1,40}/design\\.json$`)
  return Object.entries(entries).flatMap(([name, text]) => {
    if (!place.test(name)) return []
    try {
      return [checkDesign(upgrade(JSON.parse(strFromU8(text))))]
    } catch (thrown) {
      if (thrown instanceof SyntaxError)
        throw badInput('A linked design in the package is damaged. Nothing was stored.')
      throw thrown
    }
  })
}
