import { describe, expect, it } from 'vitest'
import { cutouts } from './cutouts'
import { inSight, reach } from './framing'
import { ball, type Vector } from './geometry'
import { Scene } from './scene'

/** A ball of half a decimetre ten away from a camera that sees one up and down. */
function ballAt(at: Vector): Scene {
  const s = new Scene()
  ball(s.mesh, at, 0.5, s.material({ colour: '#ffffff' }), 1, 24)
  s.camera = { from: [0, 0, 10], to: [0, 0, 0], angle: (Math.atan(0.1) * 360) / Math.PI }
  return s
}
describe('what is in sight', () => {
  it('is told between the borders, wider pictures reaching further aside', () => {
    const { left, right, low, high } = reach(ballAt([0, 0, 0]), 2)
    for (const [found, wanted] of [
      [high, 0.5],
      [low, -0.5],
      [right, 0.25],
      [left, -0.25],
    ] as const)
      expect(Math.abs(found - wanted)).toBeLessThan(0.004)
  })
  it('stays as it is where all is seen, comes to the middle where that is enough, and is seen wider where it is not', () => {
    const seen = ballAt([0.3, 0, 0])
    const { camera } = seen
    expect(inSight(seen, 1).camera).toBe(camera)
    const aside = inSight(ballAt([0.8, -0.7, 0]), 1)
    expect(aside.camera.angle).toBeCloseTo(camera.angle, 9)
    expect(aside.camera.to[0]).toBeGreaterThan(0.5)
    expect(aside.camera.to[1]).toBeLessThan(-0.4)
    const wide = inSight(ballAt([0.8, 0, 0]), 0.4)
    expect(wide.camera.angle).toBeGreaterThan(camera.angle)
    const { left, right } = reach(wide, 0.4)
    expect(Math.max(-left, right)).toBeCloseTo(0.97, 2)
  })
  it('is all of a sprig that leans far', () => {
    const sprig = cutouts.find((c) => c.name === 'olive-sprig')
    if (!sprig) throw new Error('no sprig')
    const aspect = sprig.width / sprig.height
    expect(reach(sprig.scene(), aspect).left).toBeLessThan(-1)
    const { left, right, low, high } = reach(inSight(sprig.scene(), aspect), aspect)
    expect(Math.max(-left, right, -low, high)).toBeLessThanOrEqual(1)
  })
})
