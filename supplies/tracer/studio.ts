import type { Vector } from './geometry'
import { looks, pot, profiles, Scene } from './scene'

/** What one picture shows and how large it is, px. */
export type Picture = { name: string; width: number; height: number; samples: number; scene: () => Scene }
export type View = { height: number; middle: number; above?: number; table?: boolean; across?: number }

/** Studio light around one object; the unseen table gives the warm bounce from below. */
export function studio(build: (s: Scene) => void, view: View): () => Scene {
  return () => {
    const s = new Scene()
    s.cutout = true
    if (view.table !== false) {
      const ground = s.material({ colour: '#b9a48c', unseen: true })
      s.mesh.grid(
        [
          [-12, 12],
          [12, 12],
          [-12, -12],
          [12, -12],
        ].map(([x, z]) => ({ at: [x, 0, z] as Vector, normal: [0, 1, 0] as Vector, u: 0, v: 0 })),
        1,
        ground,
      )
    }
    build(s)
    s.lamp([-6.5, 8, 6.5], [0, view.middle, 0], 3.2, 4.6, [17.5, 16.2, 14.4])
    s.lamp([7, 5, 4], [0, view.middle, 0], 2, 6, [5, 5.3, 5.8])
    s.lamp([1, 7, -8], [0, view.middle, 0], 6, 3, [5.5, 5.2, 4.8])
    s.sky = [0.42, 0.42, 0.44]
    s.ground = [0.34, 0.3, 0.27]
    const distance = 18
    s.camera = {
      from: [view.across ?? 0, view.middle + (view.above ?? 2.4), distance],
      to: [0, view.middle, 0],
      angle: (Math.atan(view.height / 2 / distance) * 360) / Math.PI,
      lens: 0,
    }
    return s
  }
}
/** One pot in the studio. */
export const one = (
  profile: keyof typeof profiles,
  look: keyof typeof looks,
  size: number,
  view: View,
  more?: (s: Scene, material: number) => void,
) =>
  studio((s) => {
    const m = s.material(looks[look])
    pot(s, profiles[profile], [0, 0, 0], m, size)
    more?.(s, m)
  }, view)
