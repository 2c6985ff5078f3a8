import { describe, expect, it } from 'vitest'
import { contoursOf, cornersOf } from './corners'

/** Coverage of a form by 8 × 8 places a px. */
function coverOf(width: number, height: number, inside: (x: number, y: number) => boolean): Uint8Array {
  const out = new Uint8Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0
      for (let v = 0; v < 8; v++)
        for (let u = 0; u < 8; u++) if (inside(x + (u + 0.5) / 8, y + (v + 0.5) / 8)) sum++
      out[y * width + x] = Math.round((sum * 255) / 64)
    }
  return out
}
const found = (cover: Uint8Array, width: number, height: number) =>
  contoursOf(cover, width, height).flatMap((c) => cornersOf(c, width, height))

describe('corners of a silhouette', () => {
  it.each([0, 7, 24, 45, 61])(
    'of a square turned by %d° are its four, a fifth of a px near, with the normals of its edges',
    (degrees) => {
      const r = (degrees * Math.PI) / 180
      const [c, s] = [Math.cos(r), Math.sin(r)]
      const local = (x: number, y: number) =>
        [c * (x - 60.3) + s * (y - 58.8), -s * (x - 60.3) + c * (y - 58.8)] as const
      const corners = found(
        coverOf(120, 120, (x, y) => local(x, y).every((v) => Math.abs(v) <= 30)),
        120,
        120,
      )
      expect(corners).toHaveLength(4)
      for (const corner of corners) {
        expect(corner.convex).toBe(true)
        const [u, v] = local(corner.x, corner.y)
        expect(Math.hypot(Math.abs(u) - 30, Math.abs(v) - 30)).toBeLessThan(0.2)
        const sum = [corner.before[0] + corner.after[0], corner.before[1] + corner.after[1]] as const
        // Both normals together point away from the middle.
        expect(sum[0] * (corner.x - 60.3) + sum[1] * (corner.y - 58.8)).toBeGreaterThan(
          0.99 * Math.SQRT2 * 30 * Math.SQRT2,
        )
      }
    },
  )
  it.each([3, 6, 12, 40])('are none on a disc of a radius of %d px', (radius) => {
    expect(
      found(
        coverOf(100, 100, (x, y) => Math.hypot(x - 50.2, y - 49.6) <= radius),
        100,
        100,
      ),
    ).toEqual([])
  })
  it('of an angle are five outside and one inside; a hole has its own, the other way round', () => {
    const angle = (x: number, y: number) => x >= 20 && x <= 80 && y >= 20 && y <= 80 && !(x > 50 && y < 50)
    const corners = found(coverOf(100, 100, angle), 100, 100)
    expect(corners.filter((c) => c.convex)).toHaveLength(5)
    const [inner] = corners.filter((c) => !c.convex)
    expect(inner).toMatchObject({ convex: false })
    expect(Math.hypot((inner?.x ?? 0) - 50, (inner?.y ?? 0) - 50)).toBeLessThan(0.2)
    const frame = (x: number, y: number) =>
      Math.max(Math.abs(x - 50), Math.abs(y - 50)) <= 35 && Math.max(Math.abs(x - 50), Math.abs(y - 50)) >= 15
    expect(found(coverOf(100, 100, frame), 100, 100).map((c) => c.convex)).toEqual([
      true,
      true,
      true,
      true,
      false,
      false,
      false,
      false,
    ])
  })
  it('that the border of what is seen makes are not told', () => {
    expect(
      found(
        coverOf(60, 60, (x, y) => x > 20 && y > 25),
        60,
        60,
      ).map((c) => [Math.round(c.x), Math.round(c.y)]),
    ).toEqual([[20, 25]])
  })
})
