import type { Design } from '../design/schema'
import { type Bounds, intersect, isEmpty, overlaps } from '../geometry/bounds'
import { inverse, type Matrix } from '../geometry/matrix'
import { matrixOf, placedBounds } from '../geometry/placement'
import type { Layer } from '../kinds/list'
import { kindOf } from '../kinds/list'

/** A picture's mean lightness (0–1, sRGB-encoded luma) and coverage on a small grid, row by row. */
export type LightGrid = { columns: number; rows: number; light: ArrayLike<number>; alpha: ArrayLike<number> }
export type LightOf = (sha: string) => LightGrid | null

/** What the photo that a layer shows is like, place by place; null for what shows none. */
function gridOf(layer: Layer, lightOf: LightOf): LightGrid | null {
  const photo = kindOf(layer).picture(layer)
  return photo && lightOf(photo.source)
}

/** A layer as it is looked through: where it lies, the way back into its box, what is seen of it there. */
export type Pane = {
  layer: Layer
  bounds: Bounds
  back: Matrix
  grid: LightGrid | null
  flat: { light: number; alpha: number }
}
/** Layers back to front as they are looked through; those of no size are not there. */
export const panesOf = (layers: readonly Layer[], swatches: Design['swatches'], lightOf: LightOf): Pane[] =>
  layers.flatMap((layer) => {
    const back = inverse(matrixOf(layer.placement))
    const flat = kindOf(layer).light(layer, swatches)
    return back
      ? [{ layer, bounds: placedBounds(layer.placement), back, grid: gridOf(layer, lightOf), flat }]
      : []
  })

const N = 6
/** Mean lightness and its spread beneath a box, sampled on a 6 × 6 raster through panes back to front. */
export function lightBeneath(
  box: Bounds,
  page: Bounds,
  panes: readonly Pane[],
  ground: number,
): { mean: number; spread: number } {
  const area = intersect(box, page)
  if (isEmpty(area)) return { mean: ground, spread: 0 }
  const here = panes.filter((p) => overlaps(p.bounds, area))
  let sum = 0
  let squares = 0
  for (let n = 0; n < N * N; n++) {
    const x = area.left + (((n % N) + 0.5) / N) * (area.right - area.left)
    const y = area.top + ((Math.floor(n / N) + 0.5) / N) * (area.bottom - area.top)
    const light = here.reduce((l, pane) => through(pane, x, y, l), ground)
    sum += light
    squares += light * light
  }
  const mean = sum / (N * N)
  return { mean, spread: Math.sqrt(Math.max(0, squares / (N * N) - mean * mean)) }
}
/** The lightness of a point once a pane lies over it. */
function through({ layer, back, grid, flat }: Pane, x: number, y: number, light: number): number {
  const { width, height } = layer.placement
  const u = (back[0] * x + back[2] * y + back[4]) / width
  const v = (back[1] * x + back[3] * y + back[5]) / height
  if (u < 0 || v < 0 || u >= 1 || v >= 1) return light
  const cell = grid ? Math.floor(v * grid.rows) * grid.columns + Math.floor(u * grid.columns) : 0
  const own = grid ? (grid.light[cell] ?? 0.5) : flat.light
  const a = (grid ? (grid.alpha[cell] ?? 0) : flat.alpha) * layer.opacity
  if (layer.blend === 'multiply') return light * (1 - a + a * own)
  if (layer.blend === 'screen' || layer.blend === 'plus-lighter') return light + a * own * (1 - light)
  return layer.blend === 'normal' ? light + (own - light) * a : light
}
