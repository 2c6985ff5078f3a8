import {
  add,
  ball,
  box,
  curve,
  lathe,
  leaf,
  quad,
  random,
  roundedOutline,
  sheet,
  slab,
  tube,
  type Vector,
} from './geometry'
import { bunch } from './photos'
import { looks, pot, profiles, room, Scene, sprig } from './scene'
import type { Picture } from './studio'
import { heads } from './things/heads'
import { cloth, cushion, GOLD, PAPER } from './things/parts'

/** A loaf, scored across. */
function loaf(s: Scene, at: Vector, k: number): void {
  const crust = s.material({
    colour: '#b9763a',
    second: '#7d451b',
    third: '#e3bb80',
    pattern: 'reactive',
    scale: 1.4,
    amount: 0.5,
    threshold: 0.6,
    roughness: 0.8,
    coat: 0.1,
    bump: 0.3,
    bumpScale: 6,
  })
  sheet(
    s.mesh,
    (u, v): Vector => {
      const [phi, t] = [u * Math.PI * 2, (v - 0.5) * Math.PI]
      const cut = Math.max(0, Math.cos(Math.sin(t) * 11)) ** 8 * Math.max(0, Math.sin(phi)) ** 2 * 0.09
      const r = Math.abs(Math.cos(t)) ** 0.62
      return add(at, [
        k * 1.6 * Math.sin(t),
        k * (0.46 + ((Math.sin(phi) > 0 ? 0.66 : 0.46) - cut) * Math.sin(phi) * r),
        k * 0.76 * Math.cos(phi) * r,
      ])
    },
    crust,
    80,
    80,
  )
}
/** A flat sheet of paper or cloth on a table, a little up at its edges. */
function lying(
  s: Scene,
  at: Vector,
  size: readonly [number, number],
  turn: number,
  material: number,
  lift = 0.02,
  waves = 0,
): void {
  const [c, k] = [Math.cos(turn), Math.sin(turn)]
  sheet(
    s.mesh,
    (u, v): Vector => {
      const [x, z] = [(u - 0.5) * size[0], (v - 0.5) * size[1]]
      const y =
        0.006 +
        lift * (Math.abs(u - 0.5) * 2) ** 4 +
        waves * (Math.sin(u * 17 + v * 4) * 0.5 + Math.sin(v * 13 - u * 6) * 0.5 + 1)
      return add(at, [x * c + z * k, y, -x * k + z * c])
    },
    material,
    waves > 0 ? 90 : 12,
    waves > 0 ? 90 : 12,
  )
}

function tableByWindow(): Scene {
  const s = new Scene()
  room(s, looks.pale, { ...looks.plaster, colour: '#ece4d6' }, 3.4, { front: 3, height: 0.4 })
  pot(s, profiles.pitcher, [-1.3, 0, -0.4], s.material(looks.celadon), 0.95)
  const rnd = random(6)
  for (let n = 0; n < 8; n++) {
    const dir: Vector = [(rnd() - 0.5) * 1.5, 1, (rnd() - 0.5) * 0.9]
    const top = add([-1.3, 2.3, -0.4], [dir[0] * 1.3, 1.1 + rnd() * 0.9, dir[2] * 1.2])
    tube(
      s.mesh,
      curve<Vector>([[-1.3, 1.6, -0.4], [-1.3 + dir[0] * 0.5, 2.4, -0.4], top], 6),
      () => 0.03,
      s.material(looks.fern),
      7,
    )
    ;(n % 3 === 2 ? heads.anemone : heads.peony)(s, top, [dir[0] * 0.6, 0.6, 0.8], 0.62, n + 3)
  }
  pot(s, profiles.cup, [0.9, 0, 0.8], s.material(looks.dipWhite), 0.95)
  pot(s, profiles.plate, [2.3, 0, 0], s.material(looks.cream), 0.8)
  for (const [x, z] of [
    [2.05, 0.1],
    [2.5, -0.15],
    [2.35, 0.4],
  ] as const)
    ball(
      s.mesh,
      [x, 0.42, z],
      0.3,
      s.material({
        colour: '#d98a3a',
        second: '#c26f22',
        pattern: 'plaster',
        scale: 2,
        amount: 0.5,
        roughness: 0.35,
        coat: 0.5,
      }),
      0.95,
      40,
    )
  const bar = s.material({ ...looks.dark, unseen: true })
  for (const y of [6.2, 8.4]) box(s.mesh, [-8, y, 2.6], [-4, y + 0.18, 2.8], bar)
  for (const x of [-6.6, -5.2]) box(s.mesh, [x, 4, 2.6], [x + 0.16, 11, 2.8], bar)
  s.lamp([-10, 10, 6], [0, 1.6, -1], 2.4, 3.4, [74, 66, 52])
  s.lamp([8, 7, 8], [0, 2, 0], 6, 6, [2.2, 2.4, 2.8])
  s.sky = [0.36, 0.38, 0.42]
  s.camera = { from: [0.4, 3.5, 13], to: [0.2, 2.05, 0], angle: 27, lens: 0.08, focus: [-0.8, 2, 0.4] }
  return s
}
function breadAndCoffee(): Scene {
  const s = new Scene()
  room(s, looks.oak, looks.clayWall, 6)
  const board = s.material({ ...looks.walnut, scale: 2 })
  sheet(s.mesh, (u, v): Vector => [-3.2 + u * 4.4, 0.16, -0.7 + v * 2], board, 4, 4)
  box(s.mesh, [-3.2, 0, -0.7], [1.2, 0.15, 1.3], board, 0.05)
  loaf(s, [-1.2, 0.15, 0.3], 1)
  const glaze = s.material(looks.ash)
  lathe(
    s.mesh,
    [
      [0, 0],
      [0.6, 0],
      [1.25, 0.12],
      [1.38, 0.2],
      [1.36, 0.24],
      [0.7, 0.12],
      [0, 0.1],
    ],
    [2.3, 0, 0.8],
    glaze,
    96,
  )
  pot(s, profiles.cup, [2.3, 0.08, 0.8], glaze, 1.1)
  lathe(
    s.mesh,
    [
      [0, 1.14],
      [0.5, 1.14],
      [0.57, 1.15],
    ],
    [2.3, 0, 0.8],
    s.material({
      colour: '#4f2f1c',
      second: '#8a5c37',
      pattern: 'plaster',
      scale: 3,
      amount: 0.6,
      roughness: 0.2,
      coat: 0.7,
    }),
    64,
  )
  pot(s, profiles.bowl, [1.6, 0, -1.6], s.material(looks.cream), 0.7)
  lying(s, [-2.6, 0, 1.9], [2.4, 1.7], 0.3, s.material(cloth('#c9c2b2', '#b2a994')), 0.05, 0.05)
  const [olive, stem] = [s.material(looks.olive), s.material(looks.stem)]
  sprig(s, [0.6, 0.05, 1.9], {
    leaf: olive,
    stem,
    seed: 9,
    height: 0.5,
    lean: 2.6,
    turn: 10,
    count: 11,
    length: 0.5,
    width: 0.3,
    droop: 0.6,
    start: 0.1,
  })
  s.lamp([-7, 8, 3], [0, 0.6, 0], 2.6, 3.4, [34, 28, 21])
  s.lamp([8, 6, 6], [0, 1, 0], 5, 5, [1.8, 2, 2.4])
  s.sky = [0.26, 0.25, 0.26]
  s.camera = { from: [0.6, 4.6, 10.5], to: [0.1, 0.5, 0], angle: 25, lens: 0.14, focus: [-0.6, 0.7, 0.9] }
  return s
}
function marketStall(): Scene {
  const s = new Scene()
  quad(s.mesh, [-20, -6, -4], [40, 0, 0], [0, 26, 0], s.material(looks.greenWall))
  const wood = s.material(looks.oak)
  for (const [y, z] of [
    [0, 1.6],
    [1.2, 0],
    [2.4, -1.6],
  ] as const)
    box(s.mesh, [-9, y - 0.24, z - 0.9], [9, y, z + 0.9], wood, 0.04)
  const rnd = random(15)
  const glazes = (
    [
      'copper',
      'cream',
      'teal',
      'dipBlue',
      'ash',
      'celadon',
      'dipRose',
      'dipGreen',
      'cobalt',
      'tenmoku',
      'dipWhite',
    ] as const
  ).map((m) => s.material(looks[m]))
  const kinds = ['cup', 'bowl', 'beaker', 'pot', 'cup', 'bottle', 'moon', 'gourd'] as const
  for (const [row, y, z] of [
    [0, 0, 1.6],
    [1, 1.2, 0],
    [2, 2.4, -1.6],
  ] as const)
    for (let n = 0; n < 8; n++) {
      const kind = kinds[(n * 3 + row * 5) % (row === 0 ? 5 : 8)] as keyof typeof profiles
      pot(
        s,
        profiles[kind],
        [-5.6 + n * 1.62 + (rnd() - 0.5) * 0.2, y, z + (rnd() - 0.5) * 0.4],
        glazes[(n * 7 + row * 4) % glazes.length] as number,
        kind === 'bowl' ? 0.55 : 0.62,
      )
    }
  const awning = [s.material(cloth('#c2553a', '#a9432c')), s.material(cloth('#f0e4cc', '#dfcfb0'))]
  for (let n = 0; n < 12; n++)
    sheet(
      s.mesh,
      (u, v): Vector => [
        -9 + (n + u) * 1.5,
        6.4 - v * 1.2 - Math.sin(u * 3.14) * 0.14 * (v > 0.96 ? 1 : 0),
        -1 + v * 3.4,
      ],
      awning[n % 2] as number,
      8,
      10,
    )
  const bulb = s.material({ colour: '#000000', kind: 'light', light: [16, 10, 5] })
  for (let n = 0; n < 11; n++)
    ball(s.mesh, [-7.5 + n * 1.5, 5.1 - Math.sin((n / 10) * 3.14) * 0.3, 1.6], 0.1, bulb, 1, 14)
  s.lamp([-6, 9, 9], [0, 1.4, 0], 4, 4, [26, 22, 17])
  s.lamp([9, 5, 8], [0, 2, 0], 4, 6, [3, 3.2, 3.6])
  s.sky = [0.34, 0.34, 0.36]
  s.camera = { from: [-1.2, 4, 15], to: [0, 2.1, 0], angle: 25, lens: 0.1, focus: [0, 1, 1.8] }
  return s
}
function emptyWall(): Scene {
  const s = new Scene()
  quad(
    s.mesh,
    [-20, -1, -2.5],
    [40, 0, 0],
    [0, 26, 0],
    s.material({ ...looks.plaster, colour: '#e9dfcf', second: '#ddd0bb' }),
  )
  quad(s.mesh, [-20, 0, 16], [40, 0, 0], [0, 0, -19], s.material({ ...looks.oak, scale: 0.5 }))
  const m = s.material(cloth('#6f8478', '#5d7066'))
  cushion(s, [-3.2, 0.8, -1.1], [4.4, 0.7, 1.7], m, 0.25)
  cushion(s, [-3.2, 1.5, -1.8], [4.4, 1.3, 0.5], m, 0.3)
  cushion(s, [-5.3, 1.15, -1.1], [0.45, 1.1, 1.7], m, 0.35)
  cushion(s, [-1.1, 1.15, -1.1], [0.45, 1.1, 1.7], m, 0.35)
  cushion(s, [-4.3, 1.7, -1.1], [0.95, 0.9, 0.34], s.material(cloth('#d99b5c', '#c9864a')), 0.5)
  const leg = s.material(looks.walnut)
  for (const x of [-5.1, -1.3])
    tube(
      s.mesh,
      [
        [x, 0.5, -0.5],
        [x, 0, -0.45],
      ],
      () => 0.07,
      leg,
      10,
    )
  pot(s, profiles.pot, [3.9, 0, -0.9], s.material(looks.clayWall), 1.1)
  const fern = s.material(looks.fern)
  for (let n = 0; n < 24; n++) {
    const a = n * 2.4
    leaf(
      s.mesh,
      [3.9 + Math.cos(a) * 0.2, 1.4, -0.9 + Math.sin(a) * 0.2],
      [Math.cos(a) * 0.8, 1 + (n % 3) * 0.4, Math.sin(a) * 0.6],
      [-Math.cos(a), 0.8, -Math.sin(a) + 0.4],
      1.7 + (n % 4) * 0.34,
      0.6,
      0.55,
      0.2,
      fern,
      0.5,
    )
  }
  box(s.mesh, [0.6, 0, -1.9], [2.5, 0.9, -0.7], s.material(looks.walnut), 0.04)
  pot(s, profiles.tall, [1.2, 0.9, -1.3], s.material(looks.white), 0.5)
  for (const [y, c] of [
    [0.9, '#c2553a'],
    [1.04, '#2f5f63'],
  ] as const)
    box(s.mesh, [1.6, y, -1.6], [2.3, y + 0.12, -1.0], s.material({ colour: c, roughness: 0.6 }), 0.02)
  s.lamp([-9, 11, 7], [1, 4, -2], 2.2, 3.4, [62, 55, 44])
  s.lamp([8, 8, 9], [0, 3, 0], 6, 6, [3, 3.2, 3.6])
  s.sky = [0.42, 0.43, 0.46]
  s.camera = { from: [0, 4.2, 19], to: [0, 3.7, -1], angle: 27, lens: 0.02 }
  return s
}
function deskFromAbove(): Scene {
  const s = new Scene()
  quad(s.mesh, [-20, 0, 16], [40, 0, 0], [0, 0, -32], s.material({ ...looks.pale, scale: 0.8 }))
  const paper = s.material(PAPER)
  lying(s, [-1.3, 0, 0.2], [3.1, 4.2], 0.12, paper)
  lying(s, [-0.9, 0.02, 0.4], [3.1, 4.2], -0.06, paper)
  const cover = s.material({ colour: '#2f5f63', roughness: 0.6, coat: 0.2 })
  box(s.mesh, [1.9, 0, -3.4], [4.3, 0.3, -0.2], cover, 0.05)
  box(
    s.mesh,
    [2.1, 0.3, -3.2],
    [4.1, 0.52, -0.5],
    s.material({ colour: '#c2553a', roughness: 0.6, coat: 0.2 }),
    0.05,
  )
  const glaze = s.material(looks.cream)
  lathe(
    s.mesh,
    [
      [0, 0],
      [0.6, 0],
      [1.25, 0.12],
      [1.38, 0.2],
      [1.36, 0.24],
      [0.7, 0.12],
      [0, 0.1],
    ],
    [3.3, 0, 2.1],
    glaze,
    96,
  )
  pot(s, profiles.cup, [3.3, 0.08, 2.1], glaze, 1.1)
  lathe(
    s.mesh,
    [
      [0, 1.14],
      [0.5, 1.14],
      [0.57, 1.15],
    ],
    [3.3, 0, 2.1],
    s.material({
      colour: '#4f2f1c',
      second: '#8a5c37',
      pattern: 'plaster',
      scale: 3,
      amount: 0.6,
      roughness: 0.2,
      coat: 0.7,
    }),
    64,
  )
  for (const [x, z, turn, c] of [
    [0.9, 1.9, 0.5, '#e2b45c'],
    [1.2, 1.5, 0.62, '#c2553a'],
    [0.5, -2.2, 1.9, '#35476b'],
  ] as const) {
    const [dx, dz] = [Math.cos(turn) * 1.3, Math.sin(turn) * 1.3]
    tube(
      s.mesh,
      [
        [x - dx, 0.09, z - dz],
        [x + dx, 0.09, z + dz],
      ],
      () => 0.085,
      s.material({ colour: c, roughness: 0.4, coat: 0.5 }),
      12,
    )
    tube(
      s.mesh,
      [
        [x + dx, 0.09, z + dz],
        [x + dx * 1.18, 0.09, z + dz * 1.18],
      ],
      (t) => 0.085 * (1 - t * 0.85),
      s.material({ colour: '#d9b98c', roughness: 0.8 }),
      12,
    )
  }
  pot(s, profiles.beaker, [-4.6, 0, -2.4], s.material(looks.celadon), 0.9)
  const fern = s.material(looks.fern)
  for (let n = 0; n < 18; n++) {
    const a = n * 2.4
    leaf(
      s.mesh,
      [-4.6, 1.2, -2.4],
      [Math.cos(a), 0.5 + (n % 3) * 0.3, Math.sin(a)],
      [-Math.cos(a), 1, -Math.sin(a)],
      1.2 + (n % 4) * 0.2,
      0.5,
      0.5,
      0.2,
      fern,
      0.5,
    )
  }
  slab(s.mesh, roundedOutline(0, 0, 0.1, 0.1, 0.04), 0, 0.05, s.material(GOLD))
  lying(s, [-4.4, 0, 2.3], [2.2, 1.6], -0.4, s.material(cloth('#d98f86', '#c97a70')), 0.03, 0.03)
  s.lamp([-8, 10, -5], [0, 0, 0], 3, 4, [42, 37, 30])
  s.lamp([8, 9, 5], [0, 0, 0], 6, 6, [2.2, 2.4, 2.8])
  s.sky = [0.42, 0.43, 0.46]
  s.camera = { from: [0, 17, 0.6], to: [0, 0, 0], angle: 27, lens: 0.02 }
  return s
}
function plantsAgainstLight(): Scene {
  const s = new Scene()
  quad(
    s.mesh,
    [-20, -6, -6],
    [40, 0, 0],
    [0, 30, 0],
    s.material({ colour: '#000000', kind: 'light', light: [0.72, 0.6, 0.42] }),
  )
  quad(s.mesh, [-20, 0, 16], [40, 0, 0], [0, 0, -22], s.material({ ...looks.walnut }))
  const [fern, olive, stem] = [
    s.material({ ...looks.fern, through: 0.55 }),
    s.material({ ...looks.olive, through: 0.5 }),
    s.material(looks.stem),
  ]
  pot(s, profiles.pot, [-1.6, 0, 0], s.material(looks.tenmoku), 1.05)
  for (let n = 0; n < 22; n++) {
    const a = n * 2.4
    leaf(
      s.mesh,
      [-1.6, 1.35, 0],
      [Math.cos(a) * 0.8, 1.1 + (n % 3) * 0.5, Math.sin(a) * 0.5],
      [-Math.cos(a), 0.7, 0.5],
      2.2 + (n % 4) * 0.5,
      0.8,
      0.5,
      0.2,
      fern,
      0.5,
    )
  }
  pot(s, profiles.bottle, [1.7, 0, 0.4], s.material(looks.teal), 0.9)
  bunch(s, [1.7, 2.6, 0.4], 8, 7, { leaf: olive, stem, height: 3.4, length: 0.7, width: 0.34 })
  pot(s, profiles.cup, [0.2, 0, 1.4], s.material(looks.dipRose), 0.9)
  s.lamp([-6, 7, 7], [0, 2, 0], 4, 4, [3.2, 2.9, 2.4])
  s.sky = [0.2, 0.19, 0.17]
  s.camera = { from: [0, 3.2, 13], to: [0, 2.9, 0], angle: 29, lens: 0.14, focus: [-0.4, 2.4, 0.8] }
  return s
}
function clothAndPaper(): Scene {
  const s = new Scene()
  lying(s, [0, 0, 0], [16, 12], 0.3, s.material({ ...looks.linen, scale: 110 }), 0, 0.22)
  lying(s, [0.5, 0.5, 0.3], [3.4, 4.4], 0.16, s.material(PAPER), 0.1)
  lying(
    s,
    [0.7, 0.53, 0.5],
    [2.2, 3],
    -0.08,
    s.material({
      colour: '#c98a63',
      second: '#b0714c',
      pattern: 'plaster',
      scale: 6,
      amount: 0.4,
      roughness: 0.9,
    }),
    0.06,
  )
  const [olive, stem] = [s.material(looks.eucalyptus), s.material(looks.stem)]
  sprig(s, [-2.4, 0.6, 1.6], {
    leaf: olive,
    stem,
    seed: 21,
    height: 0.9,
    lean: 3.6,
    turn: -24,
    count: 15,
    length: 0.7,
    width: 0.6,
    shape: 0.5,
    droop: 0.5,
    start: 0.1,
  })
  s.lamp([-8, 7, -3], [0, 0, 0], 2, 3, [46, 40, 32])
  s.lamp([8, 9, 5], [0, 0, 0], 6, 6, [1.8, 2, 2.4])
  s.sky = [0.34, 0.35, 0.38]
  s.camera = { from: [0.4, 12, 4.4], to: [0.3, 0.3, 0.2], angle: 27, lens: 0.05 }
  return s
}
function roseTable(): Scene {
  const s = new Scene()
  room(s, looks.linen, looks.pinkWall, 4.6)
  pot(s, profiles.moon, [0, 0, 0], s.material(looks.ash), 0.95)
  for (let n = 0; n < 13; n++) {
    const r = Math.sqrt((n + 0.5) / 13)
    const phi = n * 2.39996
    const top: Vector = [Math.cos(phi) * r * 1.5, 3.9 - r * 0.9, Math.sin(phi) * r * 1.1]
    tube(
      s.mesh,
      curve<Vector>([[0, 2.2, 0], [top[0] * 0.5, 3, top[2] * 0.5], top], 6),
      () => 0.035,
      s.material(looks.fern),
      7,
    )
    ;[heads.rose, heads.peony, heads.daisy][n % 3]?.(
      s,
      top,
      [top[0] * 0.5, 0.7, 0.7 + top[2] * 0.2],
      n % 3 === 2 ? 0.62 : 0.8,
      n + 40,
    )
  }
  const green = s.material(looks.fern)
  for (let n = 0; n < 12; n++)
    leaf(
      s.mesh,
      [0, 2.4, 0],
      [Math.cos(n * 2.4), 0.5, Math.sin(n * 2.4)],
      [0, 1, 0.4],
      1.5,
      0.5,
      0.4,
      0.2,
      green,
      0.45,
    )
  for (const [x, z] of [
    [-1.9, 1.1],
    [1.7, 1.3],
    [0.6, 1.9],
  ] as const)
    heads.rose(s, [x, 0.12, z], [0.1, 0.9, 0.4], 0.5, Math.round(x * 10 + 50))
  s.lamp([-7, 8, 6], [0, 2, 0], 3, 3.6, [26, 23, 19])
  s.lamp([8, 5, 6], [0, 2, 0], 4, 5, [2.4, 2.6, 2.8])
  s.sky = [0.38, 0.37, 0.38]
  s.camera = { from: [0, 3.6, 13], to: [0, 2.5, 0], angle: 28, lens: 0.13, focus: [0, 3, 1] }
  return s
}

/** Places and tables beside those of the first shelf. */
export const places: Picture[] = [
  { name: 'table-by-the-window', width: 2400, height: 1600, samples: 15, scene: tableByWindow },
  { name: 'bread-and-coffee', width: 2400, height: 1600, samples: 15, scene: breadAndCoffee },
  { name: 'market-stall', width: 2400, height: 1600, samples: 15, scene: marketStall },
  { name: 'empty-wall', width: 2400, height: 1600, samples: 15, scene: emptyWall },
  { name: 'desk-from-above', width: 2400, height: 1600, samples: 13, scene: deskFromAbove },
  { name: 'plants-against-light', width: 1800, height: 2600, samples: 13, scene: plantsAgainstLight },
  { name: 'cloth-and-paper', width: 1800, height: 2600, samples: 11, scene: clothAndPaper },
  { name: 'flowers-on-the-table', width: 1800, height: 2600, samples: 26, scene: roseTable },
]
