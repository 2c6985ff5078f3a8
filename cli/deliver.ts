import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { badInput } from '../core/basics/errors'
import { inOrder } from '../core/basics/order'
import { readPrintProfile } from '../core/colour/icc'
import { isPageOn } from '../core/design/page-channels'
import type { Design } from '../core/design/schema'
import { rowsOf } from '../core/design/table'
import type { Row } from '../core/design/table-schema'
import { leastKb } from '../core/formats/delivery-files'
import { type Setting, type Settings, settingsOf } from '../core/outputs/define'
import {
  outputOf,
  PAGE_IDS,
  type PageOutputId,
  PICTURE_IDS,
  type PictureOutputId,
} from '../core/outputs/list'
import { slug } from '../core/outputs/names'
import { renderPage } from '../core/render/render-page'
import { encodeWithin } from '../host/fit'
import { profileFile } from '../host/inks'
import { toPageFile } from '../host/page-files'
import { type BlobReader, type NodeHost, sha256 } from '../host/project'

type Format = PictureOutputId | PageOutputId
/** What is delivered on the command line. */
export const DELIVERED: readonly Format[] = [...PICTURE_IDS, ...PAGE_IDS]

export type DeliverOptions = {
  channels: string
  /** `all` rows of the design's table, or some by name; as designed where it is left out. */
  rows?: string | undefined
  formats: string
  fit: string | undefined
  settings: string | undefined
  out: string
}

const UNITS: Record<string, number> = { kb: 1, mb: 1024 }
/** A weight as people write it (`200KB`, `1.5 MB`) in KB of 1024 bytes; throws `bad-input`. */
export function weightIn(text: string): number {
  const [, number, unit] = /^\s*([\d.]+)\s*(kb|mb)\s*$/i.exec(text) ?? []
  const kb = Math.floor(Number(number) * (UNITS[unit?.toLowerCase() ?? ''] ?? Number.NaN))
  if (!(kb >= 1)) throw badInput(`“${text}” is no weight; write it like 200KB or 1.5MB.`)
  return kb
}
/** Settings as `quality=70,subsampling=half`, each for the formats that have it; throws `bad-input` for what none takes. */
function settingsFor(formats: readonly Format[], text: string, brought: Map<string, Uint8Array>): Settings[] {
  const given = text
    .split(',')
    .filter((part) => part.trim() !== '')
    .map((part) => part.split('=').map((s) => s.trim()) as [string, string?])
  for (const [key] of given)
    if (!formats.some((f) => outputOf(f).settings[key]))
      throw badInput(`None of these formats has a setting “${key}”.`)
  return formats.map((f) => {
    const { settings } = outputOf(f)
    const own = given.flatMap(([key, value = '']): [string, unknown][] => {
      const setting = settings[key]
      return setting
        ? [[key, setting.kind === 'profile' ? profileIn(value, brought) : valueIn(setting, value)]]
        : []
    })
    return settingsOf(outputOf(f), Object.fromEntries(own))
  })
}
/** A profile is named by its file here. */
function profileIn(file: string, brought: Map<string, Uint8Array>): string {
  if (file === '') return ''
  if (!existsSync(file)) throw badInput(`There is no file “${file}”.`)
  const bytes = new Uint8Array(readFileSync(file))
  readPrintProfile(bytes, file)
  const sha = sha256(bytes)
  brought.set(sha, bytes)
  return sha
}
function valueIn({ kind }: Setting, text: string): unknown {
  if (kind === 'number') return text === '' ? Number.NaN : Number(text)
  if (kind === 'tick') return text === 'true' || text === 'false' ? text === 'true' : text
  return text
}

/** Rows of the design's table by their names; null for as designed. Throws `bad-input` for one that is not there. */
export function rowsNamed(design: Design, names: string | undefined): (Row | null)[] {
  if (names === undefined) return [null]
  const rows = rowsOf(design)
  if (rows.length === 0) throw badInput('The design has no table with rows.')
  if (names === 'all') return rows
  return names.split(',').map((name) => {
    const found = rows.find((r) => r.name.toLowerCase() === name.trim().toLowerCase())
    if (!found)
      throw badInput(`The table has no row “${name}”. It has: ${rows.map((r) => r.name).join(', ')}.`)
    return found
  })
}
const isPicture = (format: Format): format is PictureOutputId =>
  (PICTURE_IDS as readonly string[]).includes(format)
/** Renders pages on channels as files of some formats, each within a weight where one is asked for; tells a line a file. */
export async function deliver(
  design: Design,
  host: NodeHost,
  read: BlobReader,
  o: DeliverOptions,
  tell: (line: string) => void,
): Promise<void> {
  const formats = o.formats.split(',').map((name): Format => {
    const found = DELIVERED.find((id) => id === name.trim())
    if (!found) throw badInput(`There is no format “${name}”. There are: ${DELIVERED.join(', ')}.`)
    return found
  })
  const all = inOrder(design.channels)
  const channels =
    o.channels === 'all'
      ? all
      : o.channels.split(',').map((name) => {
          const found = design.channels[name.trim()]
          if (!found)
            throw badInput(`The design has no channel “${name}”. It has: ${all.map((c) => c.id).join(', ')}.`)
          return found
        })
  const wanted = o.fit === undefined ? null : weightIn(o.fit)
  const brought = new Map<string, Uint8Array>()
  const settings = settingsFor(formats, o.settings ?? '', brought)
  const readAll: BlobReader = async (sha) => brought.get(sha) ?? read(sha)
  const pages = inOrder(design.pages)
  mkdirSync(o.out, { recursive: true })
  const each = rowsNamed(design, o.rows).flatMap((row) =>
    pages.map((page, number) => ({ row, page, number })),
  )
  for (const { row, page, number } of each)
    for (const channel of channels.filter((c) => isPageOn(page, c.id))) {
      const resolved = await host.resolve(design, page.id, channel.id, row?.id)
      const region = { left: 0, top: 0, right: resolved.width, bottom: resolved.height }
      const picture = await renderPage(resolved, 1, region, host)
      for (const [n, format] of formats.entries()) {
        const own = settings[n] ?? {}
        const made = isPicture(format)
          ? await encodeWithin(
              picture,
              { format, settings: own, profile: await profileFile(own, readAll) },
              { mostKb: leastKb(wanted, channel.file?.mostKb) },
            )
          : await toPageFile(
              { design, pages: [resolved], format, settings: own, bleed: false },
              host,
              readAll,
            )
        const name = `${row ? `${slug(row.name)}-` : ''}${channel.id}${pages.length > 1 ? `-${number + 1}` : ''}.${outputOf(format).endings[0]}`
        writeFileSync(join(o.out, name), made.bytes)
        const weight = `${Math.ceil(made.bytes.length / 1024).toLocaleString('en')} KB`
        tell(
          [`${name}: ${picture.width} × ${picture.height} px, ${weight}`, made.message]
            .filter(Boolean)
            .join('. '),
        )
      }
    }
}
