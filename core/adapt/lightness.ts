import type { Design } from '../design/schema'
import { type Bounds, intersect, isEmpty, overlaps } from '../geometry/bounds'
import { apply, inverse } from '../geometry/matrix'
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

/** Mean lightness and its spread beneath a box, sampled on a 6 × 6 raster through the layers back to front. */
export function lightBeneath(
  box: Bounds,
  page: Bounds,
  layers: readonly Layer[],
  swatches: Design['swatches'],
  lightOf: LightOf,
  ground: number,
): { mean: number; spread: number } {
  const area = intersect(box, page)
  if (isEmpty(area)) return { mean: ground, spread: 0 }
  const N = 6
  const maps = layers.flatMap((layer) => {
    if (!overlaps(placedBounds(layer.placement), area)) return []
    const back = inverse(matrixOf(layer.placement))
    return back
      ? [
          {
            layer,
            back,
            grid: gridOf(layer, lightOf),
            flat: kindOf(layer).light(layer, swatches),
          },
        ]
      : []
  })
  let sum = 0
  let squares = 0
  for (let n = 0; n < N * N; n++) {
    const p = {
      x: area.left + (((n % N) + 0.5) / N) * (area.right - area.left),
      y: area.top + ((Math.floor(n / N) + 0.5) / N) * (area.bottom - area.top),
    }
    let light = ground
    for (const { layer, back, grid, flat } of maps) {
      const q = apply(back, p)
      const [u, v] = [q.x / layer.placement.width, q.y / layer.placement.height]
      if (u < 0 || v < 0 || u >= 1 || v >= 1) continue
      let here = flat
      if (grid) {
        const cell = Math.floor(v * grid.rows) * grid.columns + Math.floor(u * grid.columns)
        here = { light: grid.light[cell] ?? 0.5, alpha: grid.alpha[cell] ?? 0 }
      }
      const a = here.alpha * layer.opacity
      if (layer.blend === 'multiply') light *= 1 - a + a * here.light
      else if (layer.blend === 'screen' || layer.blend === 'plus-lighter')
        light += a * here.light * (1 - light)
      else if (layer.blend === 'normal') light += (here.light - light) * a
    }
    sum += light
    squares += light * light
  }
  const mean = sum / (N * N)
  return { mean, spread: Math.sqrt(Math.max(0, squares / (N * N) - mean * mean)) }
}
