import { badInput, missing, tooLarge } from '../core/basics/errors'
import { checkDesign } from '../core/design/edits'
import { areaOf, type Bounds, intersect, isEmpty, unionOf } from '../core/geometry/bounds'
import { isDeep } from '../core/outputs/define'
import { isPageOutput, isPictureOutput, outputOf } from '../core/outputs/list'
import { planWhole, renderNodes } from '../core/render/render-page'
import { findResolved, type ResolvedLayer, type ResolvedPage } from '../core/resolve/resolved'
import type { Excerpt } from '../wire/deliveries'
import { encodePicture } from './encode'
import { profileFile } from './inks'
import { toPageFile } from './page-files'
import type { BlobReader, Drawn, NodeHost } from './project'

/** A part of a page on a channel as a file. */
export type ExcerptAsked = Drawn & Excerpt & { page: string; channel: string; row?: string }
const MOST_PX = 100_000_000

/** The layers asked for as they lie in the page; what lies in one that is asked for is not asked for twice. */
function chosenFrom(page: ResolvedPage, ids: readonly string[]): ResolvedLayer[] {
  const wanted = new Set(ids)
  const within = (list: readonly ResolvedLayer[]): ResolvedLayer[] =>
    list.flatMap((l) => (wanted.has(l.layer.id) ? [l] : [...within(l.children), ...within(l.insides)]))
  const found = within(page.layers)
  if (found.length === 0 || ids.some((id) => !findResolved(page.layers, id)))
    throw missing('What is to be exported is no longer on this page. Nothing was lost; select it again.')
  return found
}

/** A selection or a box of a page as a file, with all that reaches out of it whole. Throws `bad-input` where nothing is seen. */
export async function excerpt(
  asked: ExcerptAsked,
  host: NodeHost,
  read: BlobReader,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; width: number; height: number; message?: string }> {
  host.know(asked.lights)
  const design = checkDesign(JSON.parse(asked.design))
  const whole = await host.resolve(design, asked.page, asked.channel, asked.row)
  const chosen = asked.layers.length > 0 ? chosenFrom(whole, asked.layers) : null
  const { scale, ground } = asked
  const alone: ResolvedPage = { ...whole, colour: 'transparent', layers: chosen ?? whole.layers }
  const bounds = await boundsOf(alone, asked, scale, host)
  const shown: ResolvedPage =
    ground === 'beneath' ? whole : { ...alone, colour: ground === 'nothing' ? 'transparent' : ground }
  const [width, height] = [bounds.right - bounds.left, bounds.bottom - bounds.top]
  if (areaOf(bounds) > MOST_PX)
    throw tooLarge(
      `This would have ${width.toLocaleString('en')} × ${height.toLocaleString('en')} px, more than can be made at once. Nothing was exported; choose a smaller factor.`,
    )
  const { format, settings } = asked
  if (isPageOutput(format)) {
    const box = {
      left: bounds.left / scale,
      top: bounds.top / scale,
      right: bounds.right / scale,
      bottom: bounds.bottom / scale,
    }
    const wanted = { design, pages: [shown] as const, format, settings, bleed: false, box }
    return { ...(await toPageFile(wanted, host, read)), width, height }
  }
  if (!isPictureOutput(format))
    throw badInput(
      `${outputOf(format).label} holds whole pages. Nothing was exported; choose another format.`,
    )
  const made = await planWhole(
    { ...shown, bleed: Math.max(shown.bleed, reachOf(shown, bounds, scale)) },
    scale,
    host,
  )
  const deep = isDeep(outputOf(format), settings)
  const picture = await renderNodes(made.nodes, bounds, host, { deep })
  const ppi = whole.channel.print ? { ppi: whole.channel.print.ppi * scale } : {}
  const keeps = outputOf(format).keeps.transparency
  const under = keeps || ground === 'beneath' || ground === 'nothing' ? '#ffffff' : ground.slice(0, 7)
  const profile = await profileFile(settings, read)
  const bytes = await encodePicture(picture, { format, settings, ground: under, profile, ...ppi })
  return { bytes, width, height }
}
/** How far a part goes beyond the page, px of it: a colour lies there too. */
const reachOf = ({ width, height }: ResolvedPage, b: Bounds, scale: number): number =>
  Math.ceil(Math.max(0, -b.left, -b.top, b.right - width * scale, b.bottom - height * scale) / scale)

/** px of the view that are written: the box, or all that is covered, at most a page beyond the page. */
/** The box of layers with all that reaches out of them, px of the page. Throws `bad-input` where nothing is seen. */
export async function boxOfLayers(
  asked: Drawn & { page: string; channel: string; layers: readonly string[] },
  host: NodeHost,
): Promise<Bounds> {
  host.know(asked.lights)
  const whole = await host.resolve(checkDesign(JSON.parse(asked.design)), asked.page, asked.channel)
  const alone: ResolvedPage = { ...whole, colour: 'transparent', layers: chosenFrom(whole, asked.layers) }
  return boundsOf(alone, { box: null }, 1, host)
}
async function boundsOf(
  page: ResolvedPage,
  { box }: Pick<ExcerptAsked, 'box'>,
  scale: number,
  host: NodeHost,
): Promise<Bounds> {
  if (box)
    return {
      left: Math.round(box.left * scale),
      top: Math.round(box.top * scale),
      right: Math.round(box.right * scale),
      bottom: Math.round(box.bottom * scale),
    }
  const made = await planWhole(page, scale, host)
  const reach = {
    left: Math.round(-page.width * scale),
    top: Math.round(-page.height * scale),
    right: Math.round(2 * page.width * scale),
    bottom: Math.round(2 * page.height * scale),
  }
  const boxes = made.nodes.map((n) => intersect(n.bounds, reach)).filter((b) => !isEmpty(b))
  if (boxes.length === 0)
    throw badInput('Nothing of this is seen here. Nothing was exported; show it, or select something else.')
  return unionOf(boxes)
}
