import { random } from './geometry'
import { grass, handle, looks, pot, profiles, sprig } from './scene'
import { one, type Picture, studio } from './studio'
import { balloons } from './things/balloons'
import { devices } from './things/devices'
import { flowers } from './things/flowers'
import { frames } from './things/frames'
import { fruit } from './things/fruit'
import { gifts } from './things/gifts'
import { leaves } from './things/leaves'
import { lights } from './things/lights'
import { party } from './things/party'
import { seats } from './things/seats'
import { table } from './things/table'
import { travel } from './things/travel'
import { windows } from './things/windows'

export const cutouts: Picture[] = [
  {
    name: 'copper-bottle',
    width: 900,
    height: 1250,
    samples: 64,
    scene: one('bottle', 'copper', 1, { height: 3.5, middle: 1.5 }),
  },
  {
    name: 'cobalt-moon-jar',
    width: 1200,
    height: 1180,
    samples: 64,
    scene: one('moon', 'cobalt', 1, { height: 2.9, middle: 1.24 }),
  },
  {
    name: 'teal-gourd',
    width: 900,
    height: 1200,
    samples: 64,
    scene: one('gourd', 'teal', 1, { height: 3.15, middle: 1.36 }),
  },
  {
    name: 'cream-bowl',
    width: 1300,
    height: 720,
    samples: 64,
    scene: one('bowl', 'cream', 1, { height: 1.68, middle: 0.52, above: 3.4 }),
  },
  {
    name: 'celadon-dish',
    width: 1500,
    height: 640,
    samples: 64,
    scene: one('wide', 'celadon', 1, { height: 1.66, middle: 0.38, above: 3.6 }),
  },
  {
    name: 'dipped-cup-blue',
    width: 900,
    height: 940,
    samples: 64,
    scene: one('cup', 'dipBlue', 1, { height: 1.62, middle: 0.56, above: 3.2 }),
  },
  {
    name: 'rose-mug',
    width: 1150,
    height: 950,
    samples: 64,
    scene: one('cup', 'dipRose', 1, { height: 1.62, middle: 0.57, above: 3 }, (s, m) =>
      handle(s, [0, 0, 0], [0.57, 1.02], [0.53, 0.34], 0.4, m, -12, 0.07),
    ),
  },
  {
    name: 'white-pitcher',
    width: 1050,
    height: 1350,
    samples: 64,
    scene: one('pitcher', 'dipWhite', 1, { height: 3.05, middle: 1.3 }, (s, m) =>
      handle(s, [0, 0, 0], [0.6, 2.25], [0.84, 0.85], 0.6, m, -14, 0.095),
    ),
  },
  {
    name: 'stacked-bowls-three',
    width: 1250,
    height: 1000,
    samples: 64,
    scene: studio(
      (s) => {
        ;(['ash', 'dipGreen', 'tenmoku'] as const).forEach((m, n) =>
          pot(s, profiles.bowl, [n === 1 ? 0.04 : 0, n * 0.5, 0], s.material(looks[m]), 1 - n * 0.03),
        )
      },
      { height: 2.5, middle: 0.98, above: 3.2 },
    ),
  },
  {
    name: 'banded-vase',
    width: 820,
    height: 1350,
    samples: 64,
    scene: one('tall', 'banded', 1, { height: 4.15, middle: 1.8 }),
  },
  {
    name: 'glass-bottle-with-grass',
    width: 1000,
    height: 1600,
    samples: 64,
    scene: studio(
      (s) => {
        const dry = s.material(looks.straw)
        for (let n = 0; n < 6; n++)
          grass(s, [0, 0.14, 0], {
            stem: dry,
            seed: 8 + n,
            height: 5.1 - (n % 3) * 0.5,
            lean: 0.05 + (n % 3) * 0.06,
            turn: n * 61 + 10,
          })
        pot(s, profiles.bottle, [0, 0, 0], s.material(looks.glass), 0.9)
      },
      { height: 5.3, middle: 2.45, above: 1.8 },
    ),
  },
  {
    name: 'olive-sprig',
    width: 900,
    height: 1700,
    samples: 64,
    scene: studio(
      (s) => {
        const [leaf, stem] = [s.material(looks.olive), s.material(looks.stem)]
        sprig(s, [-0.7, 0, 0], {
          leaf,
          stem,
          seed: 12,
          height: 4.6,
          lean: 0.3,
          turn: 8,
          count: 19,
          length: 0.78,
          width: 0.3,
          start: 0.12,
          thick: 0.02,
        })
        sprig(s, [-0.52, 1.1, 0.05], {
          leaf,
          stem,
          seed: 15,
          height: 2.6,
          lean: 0.42,
          turn: 170,
          count: 10,
          length: 0.66,
          width: 0.3,
          start: 0.22,
          thick: 0.014,
        })
      },
      { height: 5.1, middle: 2.3, above: 0.6, table: false },
    ),
  },
  {
    name: 'rust-branch',
    width: 1100,
    height: 1650,
    samples: 64,
    scene: studio(
      (s) => {
        const [leaf, stem] = [s.material(looks.rust), s.material(looks.stem)]
        sprig(s, [-0.8, 0, 0], {
          leaf,
          stem,
          seed: 31,
          height: 4.4,
          lean: 0.36,
          turn: 4,
          count: 15,
          length: 0.92,
          width: 0.44,
          start: 0.16,
          thick: 0.024,
          curl: 0.4,
        })
        sprig(s, [-0.55, 1.3, 0.04], {
          leaf,
          stem,
          seed: 34,
          height: 2.3,
          lean: 0.5,
          turn: 178,
          count: 8,
          length: 0.8,
          width: 0.44,
          start: 0.26,
          thick: 0.016,
          curl: 0.4,
        })
      },
      { height: 5, middle: 2.25, above: 0.6, table: false },
    ),
  },
  {
    name: 'dry-grass',
    width: 1000,
    height: 1700,
    samples: 64,
    scene: studio(
      (s) => {
        const dry = s.material(looks.straw)
        const rnd = random(3)
        for (let n = 0; n < 9; n++)
          grass(s, [(rnd() - 0.5) * 0.16, 0, (rnd() - 0.5) * 0.16], {
            stem: dry,
            seed: 40 + n,
            height: 4.9 - rnd() * 1.3,
            lean: 0.04 + rnd() * 0.24,
            turn: n * 47,
            plume: 110,
          })
      },
      { height: 5, middle: 2.3, above: 0.4, table: false },
    ),
  },
  ...flowers,
  ...balloons,
  ...gifts,
  ...party,
  ...frames,
  ...devices,
  ...windows,
  ...lights,
  ...seats,
  ...table,
  ...travel,
  ...fruit,
  ...leaves,
]
