import { strFromU8, strToU8, type Zippable, zipSync } from 'fflate'
import { badInput } from '../basics/errors'
import { checkDesign } from '../design/edits'
import type { Design } from '../design/schema'
import { blobsOf } from '../design/sources-of'
import { upgrade } from '../design/upgrades'
import { licencesOf } from './licences'
import { safeUnzip } from './safe-zip'

/** A design with everything it needs in one zip: `design.json`, `blobs/SHA`, and what is known of licences. */
export type VividPackage = { design: Design; blobs: Map<string, Uint8Array> }

export function writePackage({ design, blobs }: VividPackage): Uint8Array {
  const files: Zippable = {
    mimetype: [strToU8('application/x-vivid-layer'), { level: 0 }],
    'design.json': strToU8(JSON.stringify(design)),
    'licences.txt': strToU8(licencesOf(design)),
  }
  for (const [sha, bytes] of blobs) files[`blobs/${sha}`] = [bytes, { level: 0 }]
  return zipSync(files, { mtime: new Date('2026-01-01T00:00:00Z') })
}

/** Reads a package; throws `bad-input` where it is damaged, holds unsafe paths or lacks a blob. */
export const readPackage = (bytes: Uint8Array): VividPackage =>
  designIn(safeUnzip(bytes, '.vivid package'), '')

/** The design and its blobs among the entries of a zip, under a folder. */
export function designIn(entries: Readonly<Record<string, Uint8Array>>, folder: string): VividPackage {
  const text = entries[`${folder}design.json`]
  if (!text) throw badInput('The package holds no design. Nothing was stored.')
  let json: unknown
  try {
    json = JSON.parse(strFromU8(text))
  } catch {
    throw badInput('The design in the package is damaged. Nothing was stored.')
  }
  const design = checkDesign(upgrade(json))
  const blobs = new Map<string, Uint8Array>()
  for (const sha of blobsOf(design)) {
    const blob = entries[`${folder}blobs/${sha}`]
    if (!blob) throw badInput('The package lacks a picture that its design uses. Nothing was stored.')
    blobs.set(sha, blob)
  }
  return { design, blobs }
}
