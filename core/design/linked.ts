import { isPhoto, linkOf } from '../kinds/facts'
import type { Link } from '../kinds/link'
import { kindOf, type Layer } from '../kinds/list'
import type { Design } from './schema'

/** A layer that shows another design, and the stored picture of that. */
export type Linked = { layer: string; source: string; link: Link }
/** What a link is made of, whatever its state. */
export type LinkTarget = Pick<Link, 'design' | 'page' | 'channel' | 'ground'>
export const targetKey = ({ design, page, channel, ground }: LinkTarget): string =>
  [design, page, channel, ground].join('/')

/** The layers of a design that show others. */
export const linksIn = (d: Pick<Design, 'layers'>): Linked[] =>
  Object.values(d.layers).flatMap((l) => {
    const found = linkOf(l)
    return found ? [{ layer: l.id, ...found }] : []
  })
/** The designs that a design shows, each once. */
export const linkedDesigns = (d: Pick<Design, 'layers'>): string[] => [
  ...new Set(linksIn(d).map(({ link }) => link.design)),
]

/** The picture that a link gives: its stored file, px, and the state that it shows. */
export type Taken = { source: string; width: number; height: number; revision: number; name: string }
const contentOf = (layer: Layer | undefined) => layer && kindOf(layer).picture(layer)
/** Has layers of a draft show the present state of what they are linked to; what is framed and masked stays. */
export function showTaken(d: Pick<Design, 'layers'>, layers: readonly string[], taken: Taken): void {
  for (const id of layers) {
    const layer = d.layers[id]
    const content = contentOf(layer)
    if (!layer || !content?.linked) continue
    const { source, width, height, revision, name } = taken
    const [was, is] = [content.sourceWidth / content.sourceHeight, width / height]
    Object.assign(content, {
      source,
      sourceWidth: width,
      sourceHeight: height,
      linked: { ...content.linked, revision, name },
    })
    // Another shape than before keeps its width; nothing is distorted.
    if (isPhoto(layer) && Math.abs(is / was - 1) > 0.005) layer.placement.height *= was / is
  }
}
/** Makes linked pictures pictures of their own: they stay as they are. */
export function unlink(d: Pick<Design, 'layers'>, layers: readonly string[]): void {
  for (const id of layers) {
    const content = contentOf(d.layers[id])
    if (content) delete content.linked
  }
}
/** Links to designs by other ids, as where they came in under new ones. */
export function relinked(d: Design, names: ReadonlyMap<string, string>): Design {
  const made = structuredClone(d)
  for (const { layer, link } of linksIn(made)) {
    const content = contentOf(made.layers[layer])
    const design = names.get(link.design)
    if (content && design) content.linked = { ...link, design }
  }
  return made
}
