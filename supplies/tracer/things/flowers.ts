import { add, curve, leaf, random, times, tube, unit, type Vector } from '../geometry'
import { type Scene, sprig } from '../scene'
import { type Picture, studio } from '../studio'
import { GREEN, type Head, heads, petals, STALK, stalk } from './heads'
import { picture } from './parts'

/** One flower that stands: stalk, leaves and head turned a little to us. */
function standing(
  s: Scene,
  head: Head,
  foot: Vector,
  height: number,
  lean: number,
  k: number,
  seed: number,
  leaves = 2,
): void {
  const [green, stem] = [s.material(GREEN), s.material(STALK)]
  const top: Vector = [foot[0] + lean, height, foot[2] + 0.1]
  stalk(s, foot, top, -lean * 0.35, stem)
  const rnd = random(seed)
  for (let n = 0; n < leaves; n++) {
    const t = 0.22 + n * 0.24 + rnd() * 0.08
    const from: Vector = [foot[0] + lean * t, height * t, foot[2]]
    const side = n % 2 ? 1 : -1
    leaf(
      s.mesh,
      from,
      [side * 0.8, 0.75, 0.3],
      [-side * 0.3, 0.5, 1],
      1.1 - n * 0.15,
      0.34,
      0.4,
      0.25,
      green,
      0.4,
    )
  }
  // Sepals hold the head.
  const axis: Vector = unit([lean * 0.25, 0.62, 0.9])
  petals(
    s,
    add(top, times(axis, -0.06)),
    axis,
    { count: 6, length: 0.34 * k, width: 0.16 * k, tilt: 62, shape: 0.4 },
    green,
    seed + 3,
  )
  head(s, top, axis, k, seed)
}
const single = (head: Head, k: number, seed: number, height = 2.1): (() => Scene) =>
  studio((s) => standing(s, head, [0, 0, 0], height, 0.18, k, seed), {
    height: height + 1.75,
    middle: height * 0.5 + 0.42,
    above: 0.6,
    table: false,
  })

function tulipOf(s: Scene, foot: Vector, height: number, lean: number, seed: number): void {
  const [green, stem] = [s.material(GREEN), s.material(STALK)]
  const top: Vector = [foot[0] + lean, height, foot[2]]
  const axis = stalk(s, foot, top, -lean * 0.3, stem, 0.055)
  for (const side of [-1, 1])
    leaf(
      s.mesh,
      [foot[0], 0.15, foot[2]],
      [side * 0.34, 1, 0.2],
      [-side * 0.6, 0.2, 1],
      height * 0.72,
      0.5,
      0.34,
      0.5,
      green,
      0.4,
    )
  heads.tulip(s, top, axis, 1.05, seed)
}
const bunchOf = (
  kinds: readonly { head: Head; k: number }[],
  count: number,
  seed: number,
  spread: number,
): (() => Scene) =>
  studio(
    (s) => {
      const rnd = random(seed)
      const [green, stem] = [s.material(GREEN), s.material(STALK)]
      const knot: Vector = [0, 1.25, 0]
      for (let n = 0; n < count; n++) {
        // Sunflower steps spread heads evenly over a dome (Vogel 1979).
        const r = Math.sqrt((n + 0.5) / count)
        const phi = n * 2.39996
        const dir = unit([r * Math.cos(phi) * spread, 1.15, r * Math.sin(phi) * spread * 0.75])
        const reach = 1.75 + (1 - r) * 0.5 + rnd() * 0.2
        const top = add(knot, times(dir, reach))
        tube(
          s.mesh,
          curve([[(rnd() - 0.5) * 0.5 - dir[0] * 0.3, 0, (rnd() - 0.5) * 0.4], knot, top], 8),
          () => 0.04,
          stem,
          8,
        )
        const { head, k } = kinds[n % kinds.length] as { head: Head; k: number }
        const axis = unit(add(dir, [0, 0.1, 0.75]))
        petals(
          s,
          add(top, times(axis, -0.05)),
          axis,
          { count: 5, length: 0.3 * k, width: 0.14 * k, tilt: 60, shape: 0.4 },
          green,
          seed + n,
        )
        head(s, top, axis, k, seed * 7 + n)
      }
      for (let n = 0; n < 14; n++) {
        const phi = n * 2.39996 + 1
        const dir = unit([Math.cos(phi) * spread * 1.25, 0.75, Math.sin(phi) * spread])
        leaf(s.mesh, add(knot, times(dir, 0.7)), dir, [0, 0.3, 1], 1.35, 0.42, 0.4, 0.2, green, 0.42)
      }
      const ribbon = s.material({
        colour: '#b9774c',
        second: '#d39a6c',
        pattern: 'cloth',
        scale: 90,
        amount: 0.3,
        roughness: 0.8,
      })
      tube(
        s.mesh,
        Array.from({ length: 33 }, (_, k): Vector => {
          const a = (k / 32) * Math.PI * 2
          return [Math.cos(a) * 0.3, 1.22, Math.sin(a) * 0.3]
        }),
        () => 0.1,
        ribbon,
        10,
      )
    },
    { height: 4.7, middle: 2.05, above: 0.7, table: false },
  )

const upright = (name: string, head: Head, k: number, seed: number, height?: number) =>
  picture(name, 720, 1120, single(head, k, seed, height))

export const flowers: Picture[] = [
  upright('daisy', heads.daisy, 1.05, 3),
  upright('sunflower', heads.sunflower, 0.9, 5, 2.3),
  upright('poppy', heads.poppy, 0.95, 8),
  picture(
    'tulip',
    620,
    1240,
    studio((s) => tulipOf(s, [0, 0, 0], 3.1, 0.2, 4), {
      height: 4.6,
      middle: 2.08,
      above: 0.6,
      table: false,
    }),
  ),
  upright('garden-rose', heads.rose, 1.05, 12),
  upright('peony', heads.peony, 1.15, 21),
  upright('lily', heads.lily, 0.8, 17, 2.3),
  upright('dahlia-bloom', heads.dahlia, 1.1, 9),
  upright('anemone', heads.anemone, 1, 31),
  upright('cornflower', heads.cornflower, 0.9, 14),
  upright('marigold', heads.marigold, 1.1, 23),
  picture(
    'lavender',
    620,
    1240,
    studio(
      (s) => {
        const [stem, green] = [s.material(STALK), s.material(GREEN)]
        const bud = s.material({
          colour: '#6f5a9e',
          second: '#9b86c4',
          pattern: 'plaster',
          scale: 6,
          amount: 0.8,
          roughness: 0.8,
        })
        const rnd = random(5)
        for (let k = 0; k < 5; k++) {
          const lean = (k - 2) * 0.26
          const top: Vector = [lean, 3.5 - Math.abs(k - 2) * 0.28, (rnd() - 0.5) * 0.4]
          const foot: Vector = [lean * 0.2, 0, 0]
          tube(s.mesh, curve([foot, [lean * 0.5, 1.7, 0], top], 10), () => 0.028, stem, 7)
          for (let n = 0; n < 46; n++) {
            const t = n / 45
            const a = n * 2.4
            const r = 0.13 * (1 - t * 0.65)
            const p = add(top, [Math.cos(a) * r, -0.95 + t * 1.05, Math.sin(a) * r])
            leaf(
              s.mesh,
              p,
              [Math.cos(a) * 0.8, 0.9, Math.sin(a) * 0.8],
              [-Math.cos(a), 0.4, -Math.sin(a)],
              0.2,
              0.1,
              0.1,
              0.3,
              bud,
              0.6,
            )
          }
          for (const side of [-1, 1])
            leaf(
              s.mesh,
              [lean * 0.3, 0.5 + rnd() * 0.5, 0],
              [side * 0.5, 1, 0.2],
              [0, 0.2, 1],
              0.9,
              0.12,
              0.2,
              0.1,
              green,
              0.4,
            )
        }
      },
      { height: 4.1, middle: 1.9, above: 0.5, table: false },
    ),
  ),
  picture(
    'blossom-branch',
    1240,
    900,
    studio(
      (s) => {
        const bark = s.material({
          colour: '#5b4433',
          second: '#3f2d21',
          pattern: 'plaster',
          scale: 5,
          amount: 0.8,
          roughness: 0.9,
          bump: 0.4,
          bumpScale: 8,
        })
        const main = curve<Vector>(
          [
            [-2.6, 0.3, 0],
            [-1.2, 1.0, 0.1],
            [0.2, 1.3, -0.1],
            [1.5, 2.0, 0.1],
            [2.5, 2.25, 0],
          ],
          10,
        )
        tube(s.mesh, main, (t) => 0.11 * (1.1 - t * 0.85), bark, 12)
        const rnd = random(18)
        for (let n = 3; n < main.length; n += 2) {
          const at = main[n] as Vector
          const dir = unit([(rnd() - 0.5) * 1.4, n % 4 === 1 ? 1 : -0.5 - rnd() * 0.4, 0.5 + rnd() * 0.4])
          const tip = add(at, times(dir, 0.25 + rnd() * 0.3))
          tube(s.mesh, curve([at, add(at, times(dir, 0.15)), tip], 4), () => 0.02, bark, 6)
          heads.blossom(s, tip, unit(add(dir, [0, 0, 0.8])), 0.72 + rnd() * 0.3, 100 + n)
        }
        sprig(s, main[14] as Vector, {
          leaf: s.material(GREEN),
          stem: bark,
          seed: 4,
          height: 0.9,
          count: 5,
          length: 0.34,
          width: 0.4,
        })
      },
      { height: 4.3, middle: 1.3, above: 0.2, table: false },
    ),
  ),
  picture(
    'bunch-of-tulips',
    980,
    1240,
    studio(
      (s) => {
        ;[
          [-0.5, 2.8, -0.75],
          [-0.2, 3.25, -0.28],
          [0.1, 3.4, 0.1],
          [0.35, 3.1, 0.5],
          [0.55, 2.75, 0.95],
        ].forEach(([x, h, lean], n) =>
          tulipOf(s, [(x as number) * 0.35, 0, (n % 2) * 0.2], h as number, lean as number, 40 + n),
        )
      },
      { height: 4.75, middle: 2.1, above: 0.6, table: false },
    ),
  ),
  picture('bunch-of-roses', 1080, 1200, bunchOf([{ head: heads.rose, k: 0.92 }], 11, 6, 1.25)),
  picture(
    'bunch-of-wild-flowers',
    1080,
    1200,
    bunchOf(
      [
        { head: heads.daisy, k: 0.78 },
        { head: heads.poppy, k: 0.66 },
        { head: heads.cornflower, k: 0.7 },
      ],
      15,
      11,
      1.35,
    ),
  ),
  picture(
    'bunch-of-peonies',
    1080,
    1200,
    bunchOf(
      [
        { head: heads.peony, k: 0.98 },
        { head: heads.anemone, k: 0.8 },
      ],
      10,
      27,
      1.3,
    ),
  ),
]
