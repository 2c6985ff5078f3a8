import { add, ball, box, quad, random, type Vector } from './geometry'
import { grass, handle, looks, pot, profiles, room, Scene, sprig } from './scene'
import type { Picture } from './studio'

export const bunch = (
  s: Scene,
  at: Vector,
  seed: number,
  count: number,
  plant: {
    leaf: number
    stem: number
    height: number
    length?: number
    width?: number
    shape?: number
    pair?: boolean
    droop?: number
  },
) => {
  const rnd = random(seed)
  for (let n = 0; n < count; n++)
    sprig(s, at, {
      ...plant,
      seed: seed * 31 + n,
      height: plant.height * (0.7 + rnd() * 0.4),
      turn: (n / count) * 360 + rnd() * 40,
      lean: 0.12 + rnd() * 0.34,
      count: 11 + Math.floor(rnd() * 6),
      start: 0.34,
    })
}

function paleCorner(): Scene {
  const s = new Scene()
  room(s, looks.oak, looks.plaster, 2.4, { front: 2.2, height: 0.35 })
  const [leaf, stem] = [s.material(looks.olive), s.material(looks.stem)]
  pot(s, profiles.tall, [-0.5, 0, 0], s.material(looks.dipWhite), 0.95)
  bunch(s, [-0.5, 3.2, 0], 4, 8, { leaf, stem, height: 4.1, length: 0.72, width: 0.3 })
  pot(s, profiles.cup, [1.35, 0, 0.75], s.material(looks.dipBlue), 0.92)
  pot(s, profiles.bowl, [-2.1, 0, 0.7], s.material(looks.celadon), 0.6)
  s.lamp([-9, 9.5, 5], [0, 2.6, -1], 2.4, 3.4, [62, 54, 42])
  s.lamp([7, 7, 8], [0, 2, 0], 6, 6, [2.2, 2.4, 2.8])
  s.sky = [0.34, 0.36, 0.4]
  s.ground = [0.3, 0.26, 0.22]
  // Window bars throw their shadow on the wall.
  const bar = s.material({ ...looks.dark, unseen: true })
  for (const y of [5.9, 8.1]) box(s.mesh, [-7, y, 2.2], [-4, y + 0.16, 2.36], bar)
  s.camera = { from: [0.3, 3.6, 14], to: [-0.15, 3.1, 0], angle: 29, lens: 0.09, focus: [-0.4, 2, 0.8] }
  return s
}

function threeCups(): Scene {
  const s = new Scene()
  room(s, looks.pale, looks.blueWall, 4.5, { front: 2.6, height: 0.4 })
  const cups = [looks.dipBlue, looks.dipRose, looks.dipWhite].map((m) => s.material(m))
  const places: Vector[] = [
    [-1.75, 0, 0.1],
    [0, 0, 0.55],
    [1.75, 0, 0.05],
  ]
  places.forEach((at, n) => {
    pot(s, n === 1 ? profiles.beaker : profiles.cup, at, cups[n] as number, 1.15)
    if (n !== 1) handle(s, at, [0.66, 1.02], [0.6, 0.34], 0.42, cups[n] as number, n === 0 ? 150 : -20, 0.075)
  })
  pot(s, profiles.moon, [-3.6, 0, -2.2], s.material(looks.cobalt))
  pot(s, profiles.tall, [3.5, 0, -2.4], s.material(looks.white), 0.85)
  const [leaf, stem] = [s.material(looks.eucalyptus), s.material(looks.stem)]
  bunch(s, [3.5, 2.9, -2.4], 9, 5, { leaf, stem, height: 2.3, length: 0.44, width: 0.8, shape: 0.5 })
  s.lamp([-7, 8, 5], [0, 0.5, 0], 4, 4, [17, 15.6, 13.6])
  s.lamp([8, 5, 6], [0, 1, 0], 5, 4, [2.2, 2.5, 3])
  s.sky = [0.3, 0.33, 0.38]
  s.camera = { from: [0, 2.5, 10.5], to: [0, 0.98, 0], angle: 22, lens: 0.13, focus: [0, 0.7, 1.1] }
  return s
}

function kilnShelf(): Scene {
  const s = new Scene()
  quad(s.mesh, [-20, -6, -1.5], [40, 0, 0], [0, 26, 0], s.material(looks.clayWall))
  const board = s.material(looks.walnut)
  for (const y of [0, 3.1]) box(s.mesh, [-9, y - 0.28, -1.5], [9, y, 1.2], board, 0.04)
  const glaze = (m: keyof typeof looks) => s.material(looks[m])
  const low: [keyof typeof profiles, number, keyof typeof looks, number][] = [
    ['moon', -4.7, 'ash', 0.9],
    ['cup', -3.05, 'dipGreen', 0.9],
    ['bottle', -1.7, 'copper', 0.84],
    ['bowl', 0.15, 'cream', 0.86],
    ['gourd', 2.0, 'teal', 0.88],
    ['beaker', 3.3, 'dipRose', 0.9],
    ['pot', 4.8, 'tenmoku', 0.9],
  ]
  low.forEach(([p, x, m, k], n) => pot(s, profiles[p], [x, 0, (n % 2) * 0.16 - 0.15], glaze(m), k))
  const high: typeof low = [
    ['beaker', -4.9, 'cream', 0.9],
    ['wide', -3.0, 'celadon', 0.66],
    ['tall', -1.15, 'white', 0.68],
    ['cup', 0.2, 'dipBlue', 0.9],
    ['cup', 1.45, 'dipBlue', 0.9],
    ['pitcher', 3.1, 'dipWhite', 0.8],
    ['moon', 5.0, 'cobalt', 0.72],
  ]
  high.forEach(([p, x, m, k], n) => pot(s, profiles[p], [x, 3.1, (n % 2) * 0.14 - 0.1], glaze(m), k))
  const second = glaze('celadon')
  for (const y of [0.34, 0.66]) pot(s, profiles.wide, [-3.0, 3.1 + y, -0.1], second, 0.64)
  s.lamp([-6, 9, 9], [0, 2, 0], 3.4, 3.4, [24, 20, 15.5])
  s.lamp([9, 4, 8], [0, 2, 0], 4, 6, [2.4, 2.5, 2.8])
  s.sky = [0.36, 0.34, 0.34]
  s.ground = [0.2, 0.17, 0.15]
  s.camera = { from: [0.6, 3.1, 16.5], to: [0, 2.55, 0], angle: 23, lens: 0.06, focus: [0, 2, 0.6] }
  return s
}

function stackedBowls(): Scene {
  const s = new Scene()
  room(s, looks.linen, looks.greenWall, 4.2)
  const order = ['cream', 'dipGreen', 'ash', 'celadon', 'tenmoku'] as const
  let y = 0
  order.forEach((m, n) => {
    pot(s, profiles.bowl, [n % 2 ? 0.05 : -0.03, y, 0], s.material(looks[m]), 1.16 - n * 0.035)
    y += 0.52 - n * 0.012
  })
  const [leaf, stem] = [s.material(looks.rust), s.material(looks.stem)]
  sprig(s, [1.9, 0.05, 1.1], {
    leaf,
    stem,
    seed: 5,
    height: 0.55,
    lean: 2.6,
    turn: 170,
    count: 9,
    length: 0.62,
    width: 0.42,
    droop: 0.6,
    start: 0.1,
  })
  pot(s, profiles.bottle, [-2.6, 0, -2.6], s.material(looks.teal), 1.05)
  pot(s, profiles.gourd, [2.5, 0, -2.7], s.material(looks.copper), 1)
  s.lamp([7, 9, 6], [0, 1, 0], 3.6, 4, [21, 18.4, 15])
  s.lamp([-8, 4, 6], [0, 1, 0], 4, 5, [2.4, 2.6, 2.8])
  s.sky = [0.36, 0.4, 0.4]
  s.camera = { from: [0.2, 4.2, 12.5], to: [0, 1.65, 0], angle: 25, lens: 0.14, focus: [0, 2, 1.1] }
  return s
}

function glazeClose(): Scene {
  const s = new Scene()
  room(s, looks.walnut, looks.darkWall, 6)
  pot(s, profiles.moon, [0.3, 0, 0], s.material({ ...looks.copper, scale: 2.6 }), 1.6)
  pot(s, profiles.tall, [-3.6, 0, -2.6], s.material(looks.teal), 1.2)
  s.lamp([-4, 8.5, 5], [0, 2, 0], 2.4, 3.2, [30, 27, 22])
  s.lamp([6, 3, 4], [0, 2, 0], 1.6, 5, [4.4, 4.6, 5.2])
  s.sky = [0.2, 0.2, 0.22]
  s.camera = { from: [-0.9, 3.7, 8.2], to: [-0.35, 2.75, 0], angle: 21, lens: 0.16, focus: [-0.4, 2.7, 1.9] }
  return s
}

function clayTable(): Scene {
  const s = new Scene()
  room(s, looks.pale, looks.pinkWall, 5.5)
  const raw = s.material(looks.raw)
  const bisque = s.material({ ...looks.raw, colour: '#e0b393', second: '#d0a07f' })
  pot(s, profiles.bowl, [-1.9, 0, 0.2], raw, 1.05)
  pot(s, profiles.pitcher, [0.5, 0, -0.8], bisque, 1)
  handle(s, [0.5, 0, -0.8], [0.66, 2.2], [0.86, 0.9], 0.62, bisque, -25, 0.1)
  pot(s, profiles.cup, [2.3, 0, 0.6], bisque, 1.1)
  ball(s.mesh, [-0.35, 0.34, 1.6], 0.46, raw, 0.8)
  ball(s.mesh, [0.62, 0.26, 1.9], 0.34, raw, 0.82)
  pot(s, profiles.tall, [-3.7, 0, -2.6], bisque, 1)
  pot(s, profiles.wide, [3.6, 0, -1.9], raw, 0.9)
  s.lamp([8, 7, 4], [0, 0.6, 0], 2.6, 3.4, [30, 25.5, 20])
  s.lamp([-8, 6, 6], [0, 1, 0], 5, 5, [1.8, 2, 2.4])
  s.sky = [0.28, 0.27, 0.29]
  s.camera = { from: [-0.4, 3.9, 11.5], to: [0, 1.02, -0.2], angle: 24, lens: 0.12, focus: [-0.1, 0.8, 0.8] }
  return s
}

function leavesAtWindow(): Scene {
  const s = new Scene()
  room(s, looks.oak, { ...looks.plaster, colour: '#f0e7d6', second: '#e4d6bf' }, 5, {
    front: 2.5,
    height: 0.4,
  })
  const [leaf, stem, dry] = [s.material(looks.eucalyptus), s.material(looks.stem), s.material(looks.straw)]
  pot(s, profiles.bottle, [0.1, 0, 0], s.material(looks.copper), 1.06)
  bunch(s, [0.1, 3, 0], 21, 7, {
    leaf,
    stem,
    height: 3.6,
    length: 0.58,
    width: 0.74,
    shape: 0.5,
    pair: true,
    droop: 0.24,
  })
  for (let n = 0; n < 7; n++)
    grass(s, [0.1, 2.9, 0], {
      stem: dry,
      seed: 60 + n,
      height: 3.6 + (n % 3) * 0.5,
      lean: 0.2 + (n % 4) * 0.09,
      turn: n * 53,
    })
  pot(s, profiles.cup, [1.75, 0, 0.7], s.material(looks.cream), 0.85)
  s.lamp([9, 8, 3.5], [0, 2.4, 0], 2.6, 3.6, [48, 42, 33])
  s.lamp([-7, 6, 8], [0, 3, 0], 6, 6, [2.2, 2.3, 2.5])
  s.sky = [0.36, 0.36, 0.37]
  s.camera = { from: [-0.2, 3.6, 13.5], to: [0.15, 3.1, 0], angle: 29.5, lens: 0.15, focus: [0, 2.2, 0.9] }
  return s
}

function eveningLights(): Scene {
  const s = new Scene()
  room(s, looks.walnut, looks.darkWall, 15)
  const rnd = random(77)
  for (let n = 0; n < 110; n++) {
    const warm = 14 + rnd() * 26
    const bulb = s.material({
      colour: '#000000',
      kind: 'light',
      light: [warm, warm * (0.5 + rnd() * 0.2), warm * (0.16 + rnd() * 0.16)],
    })
    const strand = n % 5
    ball(
      s.mesh,
      add([-9 + rnd() * 18, 1.4 + strand * 1.15 + rnd() * 0.5, -12.5 + rnd() * 5], [0, 0, 0]),
      0.045 + rnd() * 0.03,
      bulb,
      1,
      8,
    )
  }
  pot(s, profiles.gourd, [-1.5, 0, 0.1], s.material(looks.teal), 1.05)
  pot(s, profiles.cup, [1.2, 0, 0.7], s.material(looks.dipWhite), 1)
  pot(s, profiles.moon, [3, 0, -1.2], s.material(looks.tenmoku), 0.85)
  const [leaf, stem] = [s.material(looks.rust), s.material(looks.stem)]
  bunch(s, [-1.5, 2.7, 0.1], 14, 4, { leaf, stem, height: 1.7, length: 0.5, width: 0.4 })
  s.lamp([-5, 6, 5], [0, 1, 0], 2, 2.6, [19, 12.5, 7.6])
  s.lamp([8, 5, 1], [0, 1, 0], 2, 4, [2.6, 3.2, 4.6])
  s.sky = [0.07, 0.075, 0.1]
  s.ground = [0.05, 0.04, 0.04]
  s.camera = { from: [0.1, 2.2, 10.5], to: [0.3, 1.65, 0], angle: 25, lens: 0.2, focus: [0, 1.2, 0.8] }
  s.exposure = 1.15
  return s
}

export const photos: Picture[] = [
  { name: 'pale-corner', width: 1800, height: 2600, samples: 56, scene: paleCorner },
  { name: 'three-cups', width: 2400, height: 1600, samples: 56, scene: threeCups },
  { name: 'kiln-shelf', width: 2400, height: 1600, samples: 56, scene: kilnShelf },
  { name: 'stacked-bowls', width: 1800, height: 2600, samples: 56, scene: stackedBowls },
  { name: 'glaze-close', width: 2400, height: 1600, samples: 56, scene: glazeClose },
  { name: 'clay-table', width: 2400, height: 1600, samples: 56, scene: clayTable },
  { name: 'leaves-at-window', width: 1800, height: 2600, samples: 56, scene: leavesAtWindow },
  { name: 'evening-lights', width: 2400, height: 1600, samples: 64, scene: eveningLights },
]
