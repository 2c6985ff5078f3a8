import { inOrder } from '../basics/order'
import type { Channel } from '../design/channel-schema'
import { isPageOn } from '../design/page-channels'
import type { Design } from '../design/schema'
import { rowsOf } from '../design/table'
import { AS_DESIGNED, type Row } from '../design/table-schema'
import type { Settings } from '../outputs/define'
import { type OutputId, outputOf } from '../outputs/list'
import { namesFor, slug } from '../outputs/names'

/** How files are wanted, each at most so many KB; with `rules` channels that say what their destination takes have their own. */
export type Wanted = {
  format: OutputId
  settings: Settings
  mostKb: number | null
  ground: 'page' | 'transparent'
  rules: boolean
}
/** How the file of one channel is written. */
export type Written = Omit<Wanted, 'rules'>

/** The least of some weights, KB; null where there is none. */
export const leastKb = (...weights: readonly (number | null | undefined)[]): number | null => {
  const some = weights.flatMap((kb) => kb ?? [])
  return some.length > 0 ? Math.min(...some) : null
}
/** How a channel's file is written: a format of its own with what it begins with, the least of both weights. */
export function writtenOn({ file }: Pick<Channel, 'file'>, o: Wanted): Written {
  const rules = o.rules && outputOf(o.format).takes === 'picture' ? file : undefined
  const format = rules?.format ?? o.format
  return {
    format,
    settings: format === o.format ? o.settings : {},
    mostKb: leastKb(o.mostKb, rules?.mostKb),
    ground: outputOf(format).keeps.transparency ? o.ground : 'page',
  }
}

/** The most files of one delivery. */
export const MOST_FILES = 1500
/** What of a design is delivered: scales and bleed count for pictures. */
export type Delivered = Pick<Wanted, 'format' | 'rules' | 'settings'> & {
  /** Further formats, and what is set of them. */
  also?: readonly OutputId[]
  chosen?: Readonly<Partial<Record<OutputId, Settings>>>
  pages: readonly string[]
  /** Rows of the design's table, `AS_DESIGNED` among them or alone. */
  rows?: readonly string[]
  channels: readonly string[]
  scale: number
  /** Further scales. */
  scales?: readonly number[]
  /** px that pictures are to be wide, whatever their channel is, in place of `scale`. */
  wide?: number | null
  bleed: boolean
  /** Where there is a bleed, each file cut to its page too. */
  trimmed?: boolean
  pattern: string
}
/** A file that comes out, px. */
export type DeliveryFile = {
  page: string
  /** All pages that are in it, where there may be several. */
  pages?: string[]
  /** The row that it is filled from; as designed where it is left out. */
  row?: string
  channel: Channel
  name: string
  width: number
  height: number
  format: OutputId
  scale: number
  bleed: boolean
}
/** Scales that a file may have. */
const clamp = (scale: number): number => Math.min(4, Math.max(0.1, scale))
/** `nth` of the scales of its channel it is; `cut` to its page beside the one with bleed. */
type Named = Omit<DeliveryFile, 'name'> & { number: number; nth: number; cut: boolean }

/** What is set of one of the formats of a delivery, all that is left out as it begins. */
export function settingsFor(
  o: Pick<Delivered, 'format' | 'settings' | 'chosen'>,
  format: OutputId,
): Settings {
  const given = format === o.format ? o.settings : (o.chosen?.[format] ?? {})
  const first = Object.entries(outputOf(format).settings).map(([key, s]) => [key, s.first])
  return { ...Object.fromEntries(first), ...given }
}
/** The rows that are asked for, in the table's order; null for as designed, which is first, and alone where none is there. */
function rowsAsked(design: Pick<Design, 'rows'>, asked: readonly string[] = [AS_DESIGNED]): (Row | null)[] {
  const rows = rowsOf(design).filter((r) => asked.includes(r.id))
  return asked.includes(AS_DESIGNED) || rows.length === 0 ? [null, ...rows] : rows
}
/** The files of a delivery with their names, page by page, and what had to be changed in the names. */
export function deliveryFiles(
  design: Pick<Design, 'name' | 'pages' | 'channels' | 'rows'>,
  o: Delivered,
): { files: DeliveryFile[]; warnings: string[] } {
  const pages = inOrder(design.pages).filter((p) => o.pages.includes(p.id))
  const rows = rowsAsked(design, o.rows)
  const channels = inOrder(design.channels).filter((c) => o.channels.includes(c.id))
  const scalesOf = (c: Channel) => [
    ...new Set([o.wide ? clamp(o.wide / c.width) : o.scale, ...(o.scales ?? [])]),
  ]
  const made = [...new Set([o.format, ...(o.also ?? [])])].flatMap((wanted): Named[] => {
    const { takes, together } = outputOf(wanted)
    const flat = takes === 'picture'
    const joined = together !== undefined && settingsFor(o, wanted)[together] === true
    const each = rows.flatMap((row) => pages.map((page, number) => ({ row, page, number })))
    return each.flatMap(({ row, page, number }) =>
      channels
        .filter((c) => isPageOn(page, c.id))
        // Where all pages are in one file the first one stands for them.
        .filter((c) => !joined || pages.find((p) => isPageOn(p, c.id)) === page)
        .flatMap((channel) => {
          // A destination's own format is that one alone.
          const own = o.rules && flat ? channel.file?.format : null
          if (own && wanted !== o.format) return []
          // Layers are written at 100 %, without the bleed that only what is trimmed needs.
          const bleeds = takes !== 'design' && o.bleed && channel.bleed > 0
          const cuts = bleeds && o.trimmed ? [false, true] : [false]
          const all = joined ? { pages: pages.filter((p) => isPageOn(p, channel.id)).map((p) => p.id) } : {}
          return (flat ? scalesOf(channel) : [1]).flatMap((scale, nth) =>
            cuts.map((cut) => {
              const extra = bleeds && !cut ? channel.bleed * 2 : 0
              return {
                page: page.id,
                ...(row ? { row: row.id } : {}),
                ...all,
                channel,
                width: Math.round((channel.width + extra) * scale),
                height: Math.round((channel.height + extra) * scale),
                format: own ?? wanted,
                scale,
                bleed: o.bleed && !cut,
                nth,
                cut,
                number,
              }
            }),
          )
        }),
    )
  })
  const sized = /\{(width|height)\}/.test(o.pattern)
  const several = o.pages.length > 1 && !o.pattern.includes('{page}')
  const { names, warnings } = namesFor(
    o.pattern,
    made.map(({ page, pages: all, row, channel, width, height, format, scale, number, nth, cut }) => {
      const called = row ? (design.rows[row]?.name ?? '') : ''
      const suffix = `${called && !o.pattern.includes('{row}') ? `-${slug(called)}` : ''}${several && !all ? `-${number + 1}` : ''}${nth > 0 && !sized ? `@${scale}x` : ''}${cut ? '-trimmed' : ''}`
      return {
        design: design.name,
        page: design.pages[page]?.name ?? '',
        row: called || 'as-designed',
        channel: channel.name,
        width,
        height,
        ending: outputOf(format).endings[0],
        ...(suffix ? { suffix } : {}),
      }
    }),
  )
  return {
    files: made.map(({ number: _, nth: __, cut: ___, ...f }, n) => ({ ...f, name: names[n] as string })),
    warnings,
  }
}
