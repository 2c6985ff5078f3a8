import type { NodeHost } from '@/host/project'
import type { Design } from '../design/schema'
import { renderPage } from './render-page'

/** A picture as premultiplied levels, four to a px. */
export type Levels = { width: number; height: number; data: Float64Array }

export const premultiplied = (width: number, height: number, bytes: Uint8ClampedArray): Levels => {
  const data = Float64Array.from(bytes, (v, n) =>
    n % 4 === 3 ? v : (v * (bytes[n - (n % 4) + 3] as number)) / 255,
  )
  return { width, height, data }
}
/** The first page of a design on its master, at a scale. */
export async function rendered(design: Design, scale: number, host: NodeHost): Promise<Levels> {
  const page = await host.resolve(design, Object.keys(design.pages)[0] as string, design.master)
  const [width, height] = [Math.round(page.width * scale), Math.round(page.height * scale)]
  const { data } = await renderPage(page, scale, { left: 0, top: 0, right: width, bottom: height }, host)
  return premultiplied(width, height, data)
}

/** A picture reduced by area: each px is the mean of what it covers, what is covered in part counted in part. */
export function reducedTo(full: Levels, scale: number): Levels {
  const [width, height] = [Math.floor(full.width * scale), Math.floor(full.height * scale)]
  const data = new Float64Array(width * height * 4)
  const spans = (n: number, most: number): [number, number][] => {
    const [from, to] = [n / scale, Math.min(most, (n + 1) / scale)]
    const out: [number, number][] = []
    for (let k = Math.floor(from); k < to - 1e-9; k++) out.push([k, Math.min(k + 1, to) - Math.max(k, from)])
    return out
  }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let weight = 0
      const at = (y * width + x) * 4
      for (const [sy, down] of spans(y, full.height))
        for (const [sx, across] of spans(x, full.width)) {
          weight += down * across
          for (let k = 0; k < 4; k++)
            data[at + k] =
              (data[at + k] as number) + down * across * (full.data[(sy * full.width + sx) * 4 + k] as number)
        }
      for (let k = 0; k < 4; k++) data[at + k] = (data[at + k] as number) / weight
    }
  return { width, height, data }
}

/** How far two pictures differ where both are: the mean over all values, levels, and the share of px with a value over 16 levels off. */
export function difference(a: Levels, b: Levels): { mean: number; over: number } {
  const [width, height] = [Math.min(a.width, b.width), Math.min(a.height, b.height)]
  let [sum, over] = [0, 0]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let most = 0
      for (let k = 0; k < 4; k++) {
        const off = Math.abs(
          (a.data[(y * a.width + x) * 4 + k] as number) - (b.data[(y * b.width + x) * 4 + k] as number),
        )
        sum += off
        most = Math.max(most, off)
      }
      if (most > 16) over++
    }
  return { mean: sum / (width * height * 4), over: over / (width * height) }
}
