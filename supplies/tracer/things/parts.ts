import { type Flat, lathe, ringSlab, roundedOutline, sheet, tube, type Vector } from '../geometry'
import type { Material } from '../materials'
import { looks, type Scene } from '../scene'
import type { Picture, View } from '../studio'

export const picture = (name: string, width: number, height: number, scene: () => Scene): Picture => ({
  name,
  width,
  height,
  samples: 34,
  scene,
})
/** What faces us: nothing stands on a table, nothing is seen from above. */
export const facing = (height: number, middle = height / 2): View => ({
  height: height * 1.06,
  middle,
  above: 0,
  table: false,
})

export const GOLD: Material = { colour: '#c89a4c', metal: true, roughness: 0.3, coat: 1 }
export const BLACK: Material = { colour: '#24211f', roughness: 0.42, coat: 0.5 }
export const SILVER: Material = { colour: '#c9c7c3', metal: true, roughness: 0.32, coat: 1 }
export const PAPER: Material = { colour: '#f5efe3', roughness: 0.9 }
export const flame = (s: Scene, at: Vector, k = 1): void =>
  lathe(
    s.mesh,
    (
      [
        [0, 0],
        [0.08, 0.1],
        [0.085, 0.2],
        [0.05, 0.36],
        [0, 0.5],
      ] as const
    ).map(([r, y]) => [r * k, y * k] as const),
    at,
    s.material({ colour: '#000000', kind: 'light', light: [3.6, 2.3, 0.8] }),
    24,
  )
export const wax = (colour: string): Material => ({
  colour,
  second: colour,
  kind: 'leaf',
  through: 0.12,
  roughness: 0.45,
  coat: 0.4,
})

/** A frame around an opening that is see-through. */
export function frameOf(
  s: Scene,
  outer: Flat,
  inner: Flat,
  material: Material,
  depth = 0.22,
  bevel = 0.07,
): void {
  ringSlab(s.mesh, outer, inner, -depth, 0, s.material(material), bevel)
}
export const rect = (w: number, h: number, r = 0.02): Flat => roundedOutline(0, h / 2, w, h, r)
export const inset = (w: number, h: number, by: number, r = 0.02): Flat =>
  roundedOutline(0, h / 2, w - 2 * by, h - 2 * by, r)
/** An oval; as many points as a rounded rectangle. */
export const oval = (w: number, h: number, cy: number): Flat =>
  Array.from(
    { length: 96 },
    (_, k) => [(w / 2) * Math.cos((k / 96) * 6.2832), cy + (h / 2) * Math.sin((k / 96) * 6.2832)] as const,
  )

export const glassy: Material = { colour: '#191919', roughness: 0.12, coat: 1 }
/** A soft body with rounded edges: a superellipsoid. */
export function cushion(s: Scene, at: Vector, size: Vector, material: number, e = 0.22): void {
  const q = (x: number) => Math.sign(x) * Math.abs(x) ** e
  sheet(
    s.mesh,
    (u, v) => {
      const [phi, t] = [u * Math.PI * 2, (v - 0.5) * Math.PI]
      return [
        at[0] + (size[0] / 2) * q(Math.cos(phi)) * q(Math.cos(t)),
        at[1] + (size[1] / 2) * q(Math.sin(t)),
        at[2] - (size[2] / 2) * q(Math.sin(phi)) * q(Math.cos(t)),
      ]
    },
    material,
    72,
    36,
  )
}
export const cloth = (colour: string, second: string): Material => ({
  colour,
  second,
  pattern: 'cloth',
  scale: 90,
  amount: 0.4,
  roughness: 0.95,
  bump: 0.06,
  bumpScale: 8,
})
export const leg = (s: Scene, from: Vector, to: Vector, material: number, thick = 0.07) =>
  tube(s.mesh, [from, to], (t) => thick * (1.1 - t * 0.35), material, 14)
export const skin = (colour: string, second: string, third = second): Material => ({
  colour,
  second,
  third,
  pattern: 'reactive',
  scale: 1.1,
  amount: 0.3,
  threshold: 0.55,
  roughness: 0.3,
  coat: 0.6,
})
export const STEM: Material = { colour: '#5a4128', roughness: 0.9 }
export const LEAF: Material = looks.fern
