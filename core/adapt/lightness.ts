import { fromHex, lookUp } from '../colour/colour'
import { stopsOf } from '../colour/gradient'
import type { Design, Layer, Paint } from '../design/schema'
import { type Bounds, intersect, isEmpty } from '../geometry/bounds'
import { apply, inverse } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'

/** A picture's mean lightness (0–1, sRGB-encoded luma) and coverage on a small grid, row by row. */
export type LightGrid = { columns: number; rows: number; light: ArrayLike<number>; alpha: ArrayLike<number> }
export type LightOf = (sha: string) => LightGrid | null

const luma = (hex: string): { light: number; alpha: number } => {
  const c = fromHex(hex)
  return { light: 0.2126 * c.r + 0.7152 * c.g + 0.0722 * c.b, alpha: c.a }
}
export function paintLight(paint: Paint, swatches: Design['swatches']): { light: number; alpha: number } {
  if (paint.kind === 'none') return { light: 0.5, alpha: 0 }
  if (paint.kind === 'solid') return luma(lookUp(paint.colour, swatches))
  const stops = stopsOf(paint.stops, swatches).map((s) => luma(s.colour))
  return {
    light: stops.reduce((sum, s) => sum + s.light, 0) / (stops.length || 1),
    alpha: stops.reduce((sum, s) => sum + s.alpha, 0) / (stops.length || 1),
  }
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
    const back = inverse(matrixOf(layer.placement))
    return back
      ? [
          {
            layer,
            back,
            grid:
              layer.kind === 'picture'
                ? lightOf(layer.source)
                : layer.kind === 'slot' && layer.picture
                  ? lightOf(layer.picture.source)
                  : null,
            flat: flatLight(layer, swatches),
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

function flatLight(layer: Layer, swatches: Design['swatches']): { light: number; alpha: number } {
  if (layer.kind === 'shape' || layer.kind === 'slot') return paintLight(layer.fill, swatches)
  if (layer.kind === 'graphic') {
    const parts = Object.values(layer.parts).map((c) => luma(lookUp(c, swatches)))
    return { light: parts.reduce((s, p) => s + p.light, 0) / (parts.length || 1), alpha: 0.5 }
  }
  return layer.kind === 'picture' ? { light: 0.5, alpha: 0.8 } : { light: 0.5, alpha: 0 }
}
