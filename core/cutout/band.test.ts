import { describe, expect, it } from 'vitest'
import { AWAY, bandAlong, doubled, fromContour, priorOf } from './band'
import { halved, type Pixels } from './copies'
import { matte } from './matting'

const size = { width: 40, height: 30 }
const cut = Uint8Array.from({ length: 1200 }, (_, n) =>
  Math.hypot((n % 40) - 20, Math.floor(n / 40) - 15) < 9 ? 1 : 0,
)

/** How far a px is from the nearest one beside the contour of the cut, by steps to the four neighbours, tried one by one. */
function stepsFrom(n: number): number {
  const { width } = size
  const beside = [...cut.keys()].filter((m) =>
    [m - 1, m + 1, m - width, m + width].some(
      (k) => k >= 0 && k < cut.length && Math.abs((k % width) - (m % width)) < 2 && cut[k] !== cut[m],
    ),
  )
  return Math.min(
    ...beside.map(
      (m) => Math.abs((m % width) - (n % width)) + Math.abs(Math.floor(m / width) - Math.floor(n / width)),
    ),
  )
}

describe('the band along the edge of a cut', () => {
  const prior = priorOf(cut, size)
  const found = bandAlong(prior, size, null)
  it('holds the px on either side of the contour, and the cut holds beyond it', () => {
    const near = [...cut.keys()].filter((n) => stepsFrom(n) === 0)
    for (const n of near) expect(found.open[n]).toBe(1)
    for (const n of found.band) expect(stepsFrom(n)).toBeLessThanOrEqual(2)
    cut.forEach((v, n) => {
      if (!found.open[n]) expect(found.alpha[n]).toBe(v * 255)
    })
    found.band.forEach((n, k) => {
      expect(found.place[n]).toBe(k)
    })
  })
  it('tells how far each px of it is from the contour', () => {
    const away = fromContour(prior, found, size.width)
    found.band.forEach((n, k) => {
      expect(away[k]).toBe(Math.min(AWAY, stepsFrom(n)))
    })
  })
  it('leaves out what a person settled', () => {
    const settled = new Uint8Array(cut.length)
    const [kept, dropped] = [15 * 40 + 29, 15 * 40 + 11]
    settled[kept] = 1
    settled[dropped] = 2
    const { open, alpha } = bandAlong(prior, size, settled)
    expect([open[kept], alpha[kept], open[dropped], alpha[dropped]]).toEqual([0, 255, 0, 0])
  })
  it('is nowhere in a cut that is all or nothing', () => {
    for (const v of [0, 1])
      expect(bandAlong(priorOf(new Uint8Array(1200).fill(v), size), size, null).band).toHaveLength(0)
  })
})

describe('an edge on twice the size', () => {
  it('is told by the colours found on the half: its share of each px by area, beside grained colours on both sides', () => {
    const [width, height] = [320, 240]
    const grain = (n: number) => ((n * 7919) % 13) - 6
    const share = (x: number, y: number) => {
      let inside = 0
      for (let k = 0; k < 64; k++)
        if (Math.hypot(x + ((k % 8) + 0.5) / 8 - 160, y + ((k >> 3) + 0.5) / 8 - 120) < 70) inside++
      return inside / 64
    }
    const truth = Float32Array.from({ length: width * height }, (_, n) =>
      share(n % width, Math.floor(n / width)),
    )
    const data = Uint8Array.from({ length: width * height * 4 }, (_, k) => {
      const n = k >> 2
      const [f, g] = [[150, 70, 40, 255][k & 3] as number, [196, 188, 160, 255][k & 3] as number]
      return k % 4 === 3 ? 255 : Math.round(g + (f - g) * (truth[n] as number) + grain(n))
    })
    const fine: Pixels = { width, height, data }
    const coarse = halved(fine)
    const rough = Uint8Array.from({ length: coarse.width * coarse.height }, (_, n) =>
      Math.hypot((n % 160) + 0.5 - 80, Math.floor(n / 160) + 0.5 - 60) < 35 ? 1 : 0,
    )
    const first = matte(coarse, priorOf(rough, coarse), null)
    const made = matte(fine, doubled(first.alpha, first, fine), null, first)
    let [off, count, beyond] = [0, 0, 0]
    truth.forEach((t, n) => {
      const d = Math.abs((made.alpha[n] as number) / 255 - t)
      if (t === 0 || t === 1) beyond = Math.max(beyond, d)
      else {
        off += d
        count++
      }
    })
    expect(off / count).toBeLessThan(0.06)
    expect(beyond).toBeLessThan(0.35)
    // The thing's own colour, without what is behind it.
    made.band.forEach((_, k) => {
      expect(Math.abs((made.colours[k * 3 + 2] as number) - 40)).toBeLessThan(16)
    })
  })
})
