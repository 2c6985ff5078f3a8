import { describe, expect, it } from 'vitest'
import { touchingIn } from '../../host/mask-work'
import { patchOver, specksIn, withoutSpecks } from './specks'

const [W, H] = [60, 40]
const blank = () => new Uint8Array(W * H)
const disc = (to: Uint8Array, cx: number, cy: number, r: number, v: number) => {
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) if (Math.hypot(x - cx, y - cy) <= r) to[y * W + x] = v
}

describe('specks of a mask', () => {
  it('under a size are gone, dots and holes, soft ones too; larger ones and the thing stay', () => {
    const alpha = blank()
    disc(alpha, 20, 20, 14, 255)
    disc(alpha, 20, 20, 1.5, 40)
    disc(alpha, 14, 24, 4, 0)
    disc(alpha, 50, 8, 1, 130)
    disc(alpha, 50, 30, 5, 255)
    const made = withoutSpecks(alpha, W, H, 4)
    expect([made.dots, made.holes]).toEqual([1, 1])
    const at = (x: number, y: number) => made.alpha[y * W + x]
    expect([at(20, 20), at(50, 8), at(14, 24), at(50, 30)]).toEqual([255, 0, 0, 255])
    expect(withoutSpecks(alpha, W, H, 12)).toMatchObject({ dots: 2, holes: 2 })
  })
  it('cleaned once there are none left; empty and whole masks stay as they are', () => {
    const alpha = Uint8Array.from({ length: W * H }, (_, n) => ((n * 2654435761) >>> 24 > 200 ? 255 : 0))
    const once = withoutSpecks(alpha, W, H, 3)
    expect(once.dots + once.holes).toBeGreaterThan(50)
    for (const v of [0, 255])
      expect(withoutSpecks(blank().fill(v), W, H, 500).alpha.every((a) => a === v)).toBe(true)
  })
})

describe('specks of a thing', () => {
  it('are told one by one, and holes are filled in the colour around each', () => {
    const alpha = blank()
    disc(alpha, 20, 20, 14, 255)
    disc(alpha, 14, 24, 2, 0)
    disc(alpha, 26, 14, 2, 0)
    disc(alpha, 50, 8, 1, 130)
    const found = specksIn(alpha, W, H, 6)
    expect(found.map((s) => s.hole)).toEqual([false, true, true])
    const rgba = new Uint8ClampedArray(W * H * 4)
    for (let n = 0; n < W * H; n++) rgba.set([n % W < 20 ? 200 : 40, 60, 70, alpha[n] as number], n * 4)
    const patch = patchOver(
      found.filter((s) => s.hole),
      rgba,
      W,
      H,
    )
    const at = (x: number, y: number) => [...patch.slice((y * W + x) * 4, (y * W + x) * 4 + 4)]
    expect([at(14, 24), at(26, 14), at(20, 30)]).toEqual([
      [200, 60, 70, 255],
      [40, 60, 70, 255],
      [0, 0, 0, 0],
    ])
  })
})

describe('picking only what touches', () => {
  it('leaves what hangs together with the place over sides, and nothing of the same colour elsewhere', () => {
    const rgba = new Uint8Array(W * H * 4)
    const inA = (x: number, y: number) =>
      (x > 4 && x < 20 && y > 4 && y < 30) ||
      (x >= 20 && x < 30 && y === 29) ||
      (x > 29 && x < 34 && y > 20 && y < 30)
    const inB = (x: number, y: number) => x > 40 && x < 55 && y > 5 && y < 20
    for (let y = 0; y < H; y++)
      for (let x = 0; x < W; x++)
        rgba.set(inA(x, y) || inB(x, y) ? [200, 40, 40, 255] : [240, 240, 240, 255], (y * W + x) * 4)
    const pick = { by: 'colour' as const, colour: '#c82828', tolerance: 0.05, fade: 0.05, from: 0, to: 1 }
    const a = touchingIn(rgba, W, H, { ...pick, x: 10 / W, y: 10 / H })
    let wanted = 0
    for (let y = 0; y < H; y++)
      for (let x = 0; x < W; x++) {
        if (inA(x, y)) wanted++
        expect(a.picked[y * W + x]).toBe(inA(x, y) ? 255 : 0)
      }
    expect(a.count).toBe(wanted)
    const ground = touchingIn(rgba, W, H, { ...pick, colour: '#f0f0f0', x: 0, y: 0 })
    // What touches the one and what touches the other, with the second patch, are all of it.
    const b = touchingIn(rgba, W, H, { ...pick, x: 45 / W, y: 10 / H })
    expect(a.count + b.count + ground.count).toBe(W * H)
    expect(touchingIn(rgba, W, H, { ...pick, x: 0, y: 0 }).count).toBe(0)
  })
})
