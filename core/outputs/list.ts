import { badInput } from '../basics/errors'
import { avif } from './avif'
import type { OutputFormat } from './define'
import { jpeg } from './jpeg'
import { ora } from './ora'
import { pdf } from './pdf'
import { png } from './png'
import { svg } from './svg'
import { tiff } from './tiff'
import { webp } from './webp'

/** What designs are delivered as, in the order they are offered. */
export const outputs = [png, jpeg, webp, avif, tiff, pdf, svg, ora] as const
export type OutputId = (typeof outputs)[number]['id']
export type PictureOutputId = Extract<(typeof outputs)[number], { takes: 'picture' }>['id']

export type PageOutputId = Extract<(typeof outputs)[number], { takes: 'page' }>['id']

export const OUTPUT_IDS = outputs.map((f) => f.id) as [OutputId, ...OutputId[]]
export const PICTURE_IDS = outputs.flatMap((f) => (f.takes === 'picture' ? [f.id] : [])) as [
  PictureOutputId,
  ...PictureOutputId[],
]
export const PAGE_IDS = outputs.flatMap((f) => (f.takes === 'page' ? [f.id] : []))
/** What a format is of, told apart for who writes it. */
export const isPictureOutput = (id: OutputId): id is PictureOutputId => outputOf(id).takes === 'picture'
export const isPageOutput = (id: OutputId): id is PageOutputId => outputOf(id).takes === 'page'
export const outputOf = (id: OutputId): OutputFormat => outputs.find((f) => f.id === id) as OutputFormat

/** The format whose files end like a name; throws `bad-input` where there is none. */
export function outputForFile(name: string): PictureOutputId {
  const ending = /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? ''
  const found = PICTURE_IDS.find((id) => outputOf(id).endings.includes(ending))
  if (found) return found
  const all = PICTURE_IDS.flatMap((id) => outputOf(id).endings).map((e) => `.${e}`)
  throw badInput(`The file name “${name}” must end in ${all.slice(0, -1).join(', ')} or ${all.at(-1)}.`)
}
