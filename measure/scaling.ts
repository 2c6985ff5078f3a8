import { renderPage } from '../core/render/render-page'
import { openHost } from '../host/project'
import { type LoadedSupply, lookupIn } from '../host/supplies'
import { largePhotos, stackOf } from './poster-40'
import { note } from './report'

const LAYERS = [10, 20, 40, 80]
const MEGAPIXELS = [1, 4, 16, 20]

/** How the time of a picture grows with layers and pixels: the greatest distance from a straight line through all. */
export async function measureScaling(loaded: ReadonlyMap<string, LoadedSupply>): Promise<void> {
  const supplies = new Map([...loaded, ...(await largePhotos(loaded))])
  const blobs = new Map([...supplies.values()].map((s) => [s.sha, s.bytes]))
  const host = openHost(async (sha) => blobs.get(sha) ?? null)
  const points: { layers: number; megapixels: number; ms: number }[] = []
  for (const megapixels of MEGAPIXELS) {
    const scale = Math.sqrt(megapixels / 20)
    const region = { left: 0, top: 0, right: Math.round(4000 * scale), bottom: Math.round(5000 * scale) }
    for (const layers of LAYERS) {
      const page = await host.resolve(stackOf(layers, lookupIn(supplies)), 'page1', 'poster')
      const times: number[] = []
      // The first run loads the sources and is not counted.
      for (let n = 0; n < (megapixels > 4 ? 3 : 6); n++) {
        const from = performance.now()
        await renderPage(page, scale, region, host)
        if (n > 0) times.push(performance.now() - from)
      }
      // Other work on the machine only adds to it.
      const ms = Math.min(...times)
      points.push({ layers, megapixels, ms })
      note(`Picture of ${megapixels} MP with ${layers} layers, the least of ${times.length}`, ms, 'ms')
    }
  }
  const line = bilinear(points)
  note('Time a megapixel and layer', line.each, 'ms')
  note('Farthest from a time that is straight in layers and in pixels', line.farthest * 100, '%', 20)
}

/**
 * The surface ms = a + b L + c M + d L M, straight in layers L and in megapixels M, that lies nearest by least squares
 * of relative distances; `each` is d, `farthest` the greatest relative distance of a point.
 */
function bilinear(points: readonly { layers: number; megapixels: number; ms: number }[]): {
  each: number
  farthest: number
} {
  const rows = points.map((p) => [1, p.layers, p.megapixels, p.layers * p.megapixels].map((v) => v / p.ms))
  // Normal equations of 4 unknowns, right side 1 for every point, solved by elimination.
  const m = [0, 1, 2, 3].map((i) => [
    ...[0, 1, 2, 3].map((j) => rows.reduce((s, r) => s + (r[i] ?? 0) * (r[j] ?? 0), 0)),
    rows.reduce((s, r) => s + (r[i] ?? 0), 0),
  ])
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 4; j++) {
      if (i === j) continue
      const k = (m[j]?.[i] ?? 0) / (m[i]?.[i] ?? 1)
      m[j] = (m[j] ?? []).map((v, n) => v - k * (m[i]?.[n] ?? 0))
    }
  const found = [0, 1, 2, 3].map((i) => (m[i]?.[4] ?? 0) / (m[i]?.[i] ?? 1))
  return {
    each: found[3] ?? 0,
    farthest: Math.max(...rows.map((r) => Math.abs(r.reduce((s, v, i) => s + v * (found[i] ?? 0), 0) - 1))),
  }
}
