import { scaledWhole } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { kindOf } from '@/core/kinds/list'
import { type Histogram, histogramOf } from '@/core/render/histogram'
import { type Host, prepare, renderRegion } from '@/core/render/render-page'
import type { ResolvedLayer, ResolvedPage } from '@/core/resolve/resolved'
import { treatmentsOf } from '@/core/treatments/order'
import { type LayerPixels, layerPixels } from './questions'

/** So many px a side say enough of a picture's lightness. */
const SIDE = 320
/** Half the side of the square whose mean a picked point takes, px. */
const AROUND = 1

/** A page on which a layer has only those treatments that come before one of its own. */
function before(page: ResolvedPage, id: string, treatment: string): ResolvedPage {
  const bare = (l: ResolvedLayer): ResolvedLayer => {
    if (l.layer.id !== id) return { ...l, children: l.children.map(bare), insides: l.insides.map(bare) }
    const list = treatmentsOf(l.layer)
    const kept = list.slice(
      0,
      Math.max(
        0,
        list.findIndex((t) => t.id === treatment),
      ),
    )
    const treatments = Object.fromEntries(kept.map((t) => [t.id, t]))
    return { ...l, layer: { ...l.layer, treatments } }
  }
  return { ...page, layers: page.layers.map(bare), everything: page.everything.map(bare) }
}
/** What lies up to a layer of the page's own stack, itself with it. */
function upTo(page: ResolvedPage, id: string): ResolvedPage {
  const cut = (list: readonly ResolvedLayer[]) => {
    const at = list.findIndex((l) => l.layer.id === id)
    return at < 0 ? [...list] : list.slice(0, at + 1)
  }
  return { ...page, layers: cut(page.layers), everything: cut(page.everything) }
}
async function pixelsBefore(
  page: ResolvedPage,
  found: ResolvedLayer,
  treatment: string,
  host: Host,
  memoryKey: string,
): Promise<LayerPixels | null> {
  const bare = before(page, found.layer.id, treatment)
  if (kindOf(found.layer).placed) return layerPixels(bare, found.layer.id, 1, SIDE, host, memoryKey)
  // What has no place of its own acts on all that lies beneath it.
  const scale = Math.min(1, SIDE / Math.max(page.width, page.height))
  const own = upTo(bare, found.layer.id)
  const region = scaledWhole({ left: 0, top: 0, right: page.width, bottom: page.height }, scale)
  const pixels = await renderRegion(await prepare(own, scale, host), region, host.renderer, { memoryKey })
  return { ...pixels, left: region.left, top: region.top, scale }
}

/** How light what a treatment acts on is; or the mean colour of it about a point of the page, 0 to 1 each. Null for nothing. */
export async function actedOn(
  page: ResolvedPage,
  found: ResolvedLayer,
  treatment: string,
  at: Point | null,
  host: Host,
  memoryKey: string,
): Promise<Histogram | [number, number, number] | null> {
  const seen = await pixelsBefore(page, found, treatment, host, memoryKey)
  if (!seen) return null
  return at ? meanAt(seen, at) : histogramOf(seen.data)
}
function meanAt(
  { left, top, width, height, scale, data }: LayerPixels,
  at: Point,
): [number, number, number] | null {
  const [cx, cy] = [Math.floor(at.x * scale) - left, Math.floor(at.y * scale) - top]
  const sum = [0, 0, 0, 0]
  for (let y = Math.max(0, cy - AROUND); y <= Math.min(height - 1, cy + AROUND); y++)
    for (let x = Math.max(0, cx - AROUND); x <= Math.min(width - 1, cx + AROUND); x++) {
      const k = (y * width + x) * 4
      const alpha = data[k + 3] as number
      for (let n = 0; n < 3; n++) sum[n] = (sum[n] as number) + (data[k + n] as number) * alpha
      sum[3] = (sum[3] as number) + alpha
    }
  const cover = (sum[3] as number) * 255
  return cover > 0
    ? [(sum[0] as number) / cover, (sum[1] as number) / cover, (sum[2] as number) / cover]
    : null
}
