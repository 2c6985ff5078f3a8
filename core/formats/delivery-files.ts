import { inOrder } from '../basics/order'
import type { Channel } from '../design/channel-schema'
import { isPageOn } from '../design/page-channels'
import type { Design } from '../design/schema'
import type { Settings } from '../outputs/define'
import { type OutputId, outputOf } from '../outputs/list'
import { namesFor } from '../outputs/names'

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

/** What of a design is delivered: scale and bleed count for pictures. */
export type Delivered = Pick<Wanted, 'format' | 'rules' | 'settings'> & {
  pages: readonly string[]
  channels: readonly string[]
  scale: number
  bleed: boolean
  pattern: string
}
/** A file that comes out, px. */
export type DeliveryFile = {
  page: string
  /** All pages that are in it, where there may be several. */
  pages?: string[]
  channel: Channel
  name: string
  width: number
  height: number
  format: OutputId
}

const settingsIn = ({ format, settings }: Pick<Wanted, 'format' | 'settings'>): Settings => ({
  ...Object.fromEntries(Object.entries(outputOf(format).settings).map(([key, s]) => [key, s.first])),
  ...settings,
})
/** The files of a delivery with their names, page by page, and what had to be changed in the names. */
export function deliveryFiles(
  design: Pick<Design, 'name' | 'pages' | 'channels'>,
  o: Delivered,
): { files: DeliveryFile[]; warnings: string[] } {
  const { takes, together } = outputOf(o.format)
  const joined = together !== undefined && settingsIn(o)[together] === true
  const several = o.pages.length > 1 && !joined && !o.pattern.includes('{page}')
  const flat = takes === 'picture'
  const pages = inOrder(design.pages).filter((p) => o.pages.includes(p.id))
  const made = pages.flatMap((page, number) =>
    inOrder(design.channels)
      .filter((c) => o.channels.includes(c.id) && isPageOn(page, c.id))
      // Where all pages are in one file the first one stands for them.
      .filter((c) => !joined || pages.find((p) => isPageOn(p, c.id)) === page)
      .map((channel) => {
        // Layers are written at 100 %, without the bleed that only what is trimmed needs.
        const [extra, scale] = [takes !== 'design' && o.bleed ? channel.bleed * 2 : 0, flat ? o.scale : 1]
        const width = Math.round((channel.width + extra) * scale)
        const height = Math.round((channel.height + extra) * scale)
        const format = (o.rules && flat && channel.file?.format) || o.format
        const [ending] = outputOf(format).endings
        const words = { design: design.name, page: page.name, channel: channel.name, width, height, ending }
        const named = several ? { ...words, suffix: `-${number + 1}` } : words
        const all = joined ? { pages: pages.filter((p) => isPageOn(p, channel.id)).map((p) => p.id) } : {}
        return { page: page.id, ...all, channel, width, height, format, named }
      }),
  )
  const { names, warnings } = namesFor(
    o.pattern,
    made.map((f) => f.named),
  )
  return { files: made.map(({ named: _, ...f }, n) => ({ ...f, name: names[n] as string })), warnings }
}
