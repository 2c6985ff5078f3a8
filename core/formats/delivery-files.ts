import { inOrder } from '../basics/order'
import type { Channel } from '../design/channel-schema'
import { isPageOn } from '../design/page-channels'
import type { Design } from '../design/schema'
import { type OutputId, outputOf, type PictureOutputId } from '../outputs/list'
import { namesFor } from '../outputs/names'

/** What of a design is delivered, and how: scale and bleed count for pictures, `rules` has channels choose their own format. */
export type Delivered = {
  pages: readonly string[]
  channels: readonly string[]
  format: OutputId
  scale: number
  bleed: boolean
  pattern: string
  rules: boolean
}
/** A file that comes out, px; `own` is the format that its channel asks for. */
export type DeliveryFile = {
  page: string
  channel: Channel
  name: string
  width: number
  height: number
  own: PictureOutputId | null
}

/** The files of a delivery with their names, page by page, and what had to be changed in the names. */
export function deliveryFiles(
  design: Pick<Design, 'name' | 'pages' | 'channels'>,
  o: Delivered,
): { files: DeliveryFile[]; warnings: string[] } {
  const several = o.pages.length > 1 && !o.pattern.includes('{page}')
  const flat = outputOf(o.format).takes === 'picture'
  const made = inOrder(design.pages)
    .filter((p) => o.pages.includes(p.id))
    .flatMap((page, number) =>
      inOrder(design.channels)
        .filter((c) => o.channels.includes(c.id) && isPageOn(page, c.id))
        .map((channel) => {
          // Layers are written at 100 %, without the bleed that only a flat picture needs.
          const [extra, scale] = flat ? [o.bleed ? channel.bleed * 2 : 0, o.scale] : [0, 1]
          const width = Math.round((channel.width + extra) * scale)
          const height = Math.round((channel.height + extra) * scale)
          const own = (o.rules && flat && channel.file?.format) || null
          const [ending] = outputOf(own ?? o.format).endings
          const words = { design: design.name, page: page.name, channel: channel.name, width, height, ending }
          const named = several ? { ...words, suffix: `-${number + 1}` } : words
          return { page: page.id, channel, width, height, own, named }
        }),
    )
  const { names, warnings } = namesFor(
    o.pattern,
    made.map((f) => f.named),
  )
  return { files: made.map(({ named: _, ...f }, n) => ({ ...f, name: names[n] as string })), warnings }
}
