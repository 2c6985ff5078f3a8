import {
  add,
  ball,
  box,
  leaf,
  quad,
  random,
  sheet,
  slab,
  times,
  tube,
  turning,
  type Vector,
} from './geometry'
import { looks, pot, profiles, room, Scene, sprig } from './scene'
import type { Picture } from './studio'
import { balloons } from './things/balloons'
import { frames } from './things/frames'
import { fruit } from './things/fruit'
import { gifts } from './things/gifts'
import { leaves } from './things/leaves'
import { lights } from './things/lights'
import { PAPER } from './things/parts'
import { party } from './things/party'
import { PAPERS } from './things/party-stuff'
import { seats } from './things/seats'
import { table } from './things/table'
import { travel } from './things/travel'

const things = new Map(
  [balloons, frames, fruit, gifts, leaves, lights, party, seats, table, travel]
    .flat()
    .map((p) => [p.name, p]),
)

/** Puts a thing that is a cutout of its own into a scene: `size` times as large, turned by radians about the upright. */
function put(s: Scene, name: string, at: Vector, size = 1, turn = 0): void {
  const thing = things.get(name)?.scene()
  if (!thing) throw new Error(`There is no ${name} to put into a scene.`)
  const turned = turning(turn)
  const names = thing.materials.map((m) => (m.unseen ? null : s.material(m)))
  const three = (list: readonly number[], n: number): Vector =>
    list.slice(n * 3, n * 3 + 3) as unknown as Vector
  thing.mesh.materials.forEach((own, n) => {
    const material = names[own]
    if (material === null || material === undefined) return
    const [a, b, d] = [0, 1, 2].map((m) => ({
      at: add(at, times(turned(three(thing.mesh.positions, n * 3 + m)), size)),
      normal: turned(three(thing.mesh.normals, n * 3 + m)),
      u: thing.mesh.uvs[(n * 3 + m) * 2] as number,
      v: thing.mesh.uvs[(n * 3 + m) * 2 + 1] as number,
    }))
    if (a && b && d) s.mesh.triangle(a, b, d, material)
  })
}

/** Small lights far behind, which the lens makes discs of. */
function farLights(s: Scene, count: number, seed: number, from: Vector, reach: Vector): void {
  const rnd = random(seed)
  for (let n = 0; n < count; n++) {
    const warm = 14 + rnd() * 26
    const light = [warm, warm * (0.5 + rnd() * 0.2), warm * (0.16 + rnd() * 0.16)] as const
    ball(
      s.mesh,
      add(from, [rnd() * reach[0], rnd() * reach[1], rnd() * reach[2]]),
      0.045 + rnd() * 0.03,
      s.material({ colour: '#000000', kind: 'light', light }),
      1,
      8,
    )
  }
}

function birthdayTable(): Scene {
  const s = new Scene()
  room(s, looks.linen, looks.pinkWall, 5)
  put(s, 'birthday-cake', [0.2, 0, 0.3], 1.06)
  put(s, 'gift-teal', [-3.3, 0, -0.7], 0.95)
  put(s, 'gift-kraft', [3.6, 0, -0.9], 0.95, -0.5)
  put(s, 'party-hat', [2.35, 0, 1.5], 0.52, 0.3)
  put(s, 'bunch-of-balloons', [-5.2, -0.6, -3.4], 1.15)
  put(s, 'bunch-of-balloons', [5.6, -1.4, -3.8], 1.15, 1.2)
  const rnd = random(61)
  const papers = PAPERS.map((colour) => s.material({ colour, roughness: 0.5, coat: 0.4 }))
  for (let n = 0; n < 90; n++) {
    const [x, z, turn, k] = [(rnd() - 0.5) * 11, -1.6 + rnd() * 5, rnd() * 6, 0.09 + rnd() * 0.06]
    const [c, d] = [Math.cos(turn) * k, Math.sin(turn) * k]
    sheet(
      s.mesh,
      (u, v): Vector => [
        x + (u - 0.5) * 2 * c - (v - 0.5) * 1.3 * d,
        0.012 + Math.sin(u * 3.1) * 0.03,
        z + (u - 0.5) * 2 * d + (v - 0.5) * 1.3 * c,
      ],
      papers[n % papers.length] as number,
      6,
      3,
    )
  }
  s.lamp([-8, 9, 5], [0, 1.4, 0], 3, 4, [34, 30, 25])
  s.lamp([8, 6, 8], [0, 2, 0], 5, 6, [3, 3, 3.2])
  s.sky = [0.4, 0.38, 0.38]
  s.camera = { from: [0.3, 4.1, 13.5], to: [0.1, 1.75, 0], angle: 26, lens: 0.14, focus: [0.2, 1.2, 1.2] }
  return s
}
function candlesInTheEvening(): Scene {
  const s = new Scene()
  room(s, looks.walnut, looks.darkWall, 16)
  farLights(s, 120, 31, [-7, 1.6, -13.5], [14, 9, 5])
  put(s, 'taper-candle', [1.35, 0, -0.5], 1.3)
  put(s, 'taper-candle', [2.35, 0, -1.4], 1.05)
  put(s, 'pillar-candles', [-0.95, 0, 0.3], 1.05)
  put(s, 'apple', [1.5, 0, 1.5], 0.42)
  const [leafy, stem] = [s.material(looks.olive), s.material(looks.stem)]
  for (const [x, z, turn, seed] of [
    [-2.6, 1.5, 12, 5],
    [0.4, 1.9, -10, 8],
  ] as const)
    sprig(s, [x, 0.05, z], {
      leaf: leafy,
      stem,
      seed,
      height: 0.4,
      lean: 2.4,
      turn,
      count: 13,
      length: 0.42,
      width: 0.3,
      droop: 0.5,
      start: 0.05,
    })
  // The flames give their light to what stands around them.
  s.lamp([-1, 4.2, 2.4], [-0.6, 1, 0], 0.8, 0.8, [26, 16, 8])
  s.lamp([-5, 6, 5], [0, 1, 0], 2, 2.6, [9, 6, 3.8])
  s.lamp([8, 5, 1], [0, 1, 0], 2, 4, [2.2, 2.8, 4.2])
  s.sky = [0.07, 0.075, 0.1]
  s.ground = [0.05, 0.04, 0.04]
  s.camera = { from: [0.1, 2.9, 12], to: [0.05, 2.5, 0], angle: 29, lens: 0.2, focus: [-0.6, 1.6, 0.6] }
  s.exposure = 1.15
  return s
}
function fruitOnTheTable(): Scene {
  const s = new Scene()
  room(s, looks.oak, looks.greenWall, 5)
  pot(s, profiles.bowl, [0, 0, 0], s.material(looks.cream), 1.35)
  put(s, 'orange', [-0.75, 1.05, 0.25], 0.62)
  put(s, 'apple', [0.55, 1.0, 0.5], 0.66, 1)
  put(s, 'pear', [0.1, 1.1, -0.5], 0.78, 0.4)
  put(s, 'apple', [1.0, 0.95, -0.45], 0.6, 2.4)
  put(s, 'orange', [-0.25, 0.9, 0.95], 0.55, 1)
  put(s, 'grapes', [-1.6, 0.75, 1.0], 0.55)
  put(s, 'lemons', [2.1, 0, 1.2], 0.55, 0.5)
  put(s, 'pear', [-2.2, 0, -0.2], 0.7, 2)
  pot(s, profiles.pitcher, [1.9, 0, -1.5], s.material(looks.ash), 1.05)
  const green = s.material(looks.olive)
  for (let n = 0; n < 7; n++)
    leaf(
      s.mesh,
      [-0.9 + n * 0.3, 1.5, 0.7 - (n % 2) * 0.6],
      [Math.cos(n * 2.4), 0.35, Math.sin(n * 2.4)],
      [0, 1, 0.3],
      0.7,
      0.3,
      0.35,
      0.2,
      green,
      0.45,
    )
  s.lamp([-7, 7, 3], [0, 1.2, 0], 2.4, 3.4, [38, 32, 24])
  s.lamp([8, 5, 6], [0, 2, 0], 4, 5, [1.4, 1.6, 2])
  s.sky = [0.2, 0.2, 0.22]
  s.camera = { from: [0.2, 4.2, 12], to: [0, 1.9, 0], angle: 29, lens: 0.13, focus: [-0.1, 1.4, 1.2] }
  return s
}
function shelfAtHome(): Scene {
  const s = new Scene()
  quad(s.mesh, [-20, -8, -2.2], [40, 0, 0], [0, 30, 0], s.material(looks.plaster))
  const wood = s.material(looks.oak)
  for (const y of [0, 3.6, 7.2]) box(s.mesh, [-9, y - 0.26, -2.1], [9, y, 0.9], wood, 0.04)
  put(s, 'books', [-1.7, 0, -0.6], 0.8, 0.3)
  put(s, 'potted-plant', [1.2, 0, -0.7], 0.74)
  pot(s, profiles.cup, [2.6, 0, 0.1], s.material(looks.dipRose), 0.7)
  put(s, 'table-lamp', [-1.6, 3.6, -0.7], 0.84)
  put(s, 'frame-oak', [1.35, 3.62, -1.7], 0.86)
  box(s.mesh, [0.2, 3.7, -1.86], [2.5, 6.1, -1.82], s.material(PAPER), 0.01)
  slab(
    s.mesh,
    Array.from({ length: 48 }, (_, n): readonly [number, number] => [
      1.35 + Math.cos((n / 48) * Math.PI * 2) * 0.46,
      5 + Math.sin((n / 48) * Math.PI * 2) * 0.46,
    ]),
    -1.81,
    -1.79,
    s.material({ colour: '#c2553a', roughness: 0.9 }),
    0.005,
  )
  pot(s, profiles.beaker, [0.3, 3.6, 0.1], s.material(looks.cobalt), 0.55)
  pot(s, profiles.moon, [-1.3, 7.2, -0.7], s.material(looks.copper), 0.72)
  pot(s, profiles.bottle, [0.7, 7.2, -0.8], s.material(looks.white), 0.62)
  pot(s, profiles.bowl, [2.3, 7.2, -0.6], s.material(looks.celadon), 0.62)
  s.lamp([-8, 10, 8], [0, 4, -1], 2.6, 3.6, [62, 55, 45])
  s.lamp([8, 6, 9], [0, 4, 0], 6, 6, [2.6, 2.8, 3.2])
  s.sky = [0.38, 0.38, 0.4]
  s.camera = { from: [0.4, 5.2, 17], to: [0.3, 4.5, -1], angle: 30, lens: 0.06, focus: [0, 4, 0] }
  return s
}
function readyForTheJourney(): Scene {
  const s = new Scene()
  quad(s.mesh, [-20, -1, -2.4], [40, 0, 0], [0, 26, 0], s.material(looks.blueWall))
  quad(s.mesh, [-20, 0, 16], [40, 0, 0], [0, 0, -19], s.material({ ...looks.oak, scale: 0.6 }))
  put(s, 'chair', [1.5, 0, -0.6], 1.25, -0.5)
  put(s, 'suitcase', [-1.9, 0, 0.2], 1.15, 0.35)
  put(s, 'potted-plant', [4.6, 0, -1.1], 1.1)
  put(s, 'books', [-4.6, 0, 0.1], 0.62, 0.8)
  const bar = s.material({ ...looks.dark, unseen: true })
  for (const y of [6, 8.2]) box(s.mesh, [-8, y, 2.6], [-4, y + 0.18, 2.8], bar)
  for (const x of [-6.6, -5.2]) box(s.mesh, [x, 4, 2.6], [x + 0.16, 11, 2.8], bar)
  tube(
    s.mesh,
    [
      [-20, 0.14, -2.3],
      [20, 0.14, -2.3],
    ],
    () => 0.14,
    s.material({ colour: '#efe7d8', roughness: 0.6 }),
    8,
  )
  s.lamp([-10, 10, 7], [0, 2, -1], 2.2, 3.2, [80, 70, 54])
  s.lamp([8, 7, 9], [0, 2, 0], 6, 6, [2.6, 2.8, 3.2])
  s.sky = [0.38, 0.4, 0.43]
  s.camera = { from: [0.2, 3.6, 17], to: [0.1, 2.55, -0.5], angle: 25, lens: 0.07, focus: [-1, 1.6, 0.6] }
  return s
}
function readingCorner(): Scene {
  const s = new Scene()
  quad(s.mesh, [-20, -1, -2.2], [40, 0, 0], [0, 30, 0], s.material(looks.clayWall))
  quad(s.mesh, [-20, 0, 16], [40, 0, 0], [0, 0, -19], s.material({ ...looks.oak, scale: 0.6 }))
  put(s, 'chair', [-0.9, 0, -0.4], 1.3, 0.55)
  put(s, 'potted-plant', [1.9, 0, -0.9], 1.18)
  put(s, 'books', [1.35, 0, 1.1], 0.52, 0.5)
  pot(s, profiles.cup, [1.3, 0.735, 1.1], s.material(looks.cream), 0.36)
  tube(
    s.mesh,
    [
      [-20, 0.14, -2.1],
      [20, 0.14, -2.1],
    ],
    () => 0.14,
    s.material({ colour: '#efe0cc', roughness: 0.6 }),
    8,
  )
  // A window of four panes, out of sight: its light lies on the wall.
  const bar = s.material({ ...looks.dark, unseen: true })
  for (const x of [-7.5, -5.9, -4.3]) box(s.mesh, [x, 4, 3.4], [x + 0.18, 13, 3.6], bar)
  for (const y of [6.6, 9.2, 11.8]) box(s.mesh, [-9, y, 3.4], [-3, y + 0.18, 3.6], bar)
  s.lamp([-11, 12.5, 8], [0.4, 4.6, -2], 0.34, 0.4, [3300, 2760, 2050])
  s.lamp([8, 7, 9], [0, 3, 0], 6, 6, [2.8, 2.9, 3.2])
  s.sky = [0.4, 0.4, 0.43]
  s.camera = { from: [0.2, 4.2, 17], to: [0.25, 4.1, -1], angle: 30, lens: 0.06, focus: [-0.6, 2, 0] }
  return s
}

/** Tables and corners of days to remember, made of the things that lie in the drawer. */
export const occasions: Picture[] = [
  { name: 'birthday-table', width: 2400, height: 1600, samples: 13, scene: birthdayTable },
  { name: 'candles-in-the-evening', width: 1800, height: 2600, samples: 26, scene: candlesInTheEvening },
  { name: 'fruit-on-the-table', width: 1800, height: 2600, samples: 13, scene: fruitOnTheTable },
  { name: 'shelf-at-home', width: 1800, height: 2600, samples: 13, scene: shelfAtHome },
  { name: 'reading-corner', width: 1800, height: 2600, samples: 13, scene: readingCorner },
  { name: 'ready-for-the-journey', width: 2400, height: 1600, samples: 13, scene: readyForTheJourney },
]
