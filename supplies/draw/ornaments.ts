import {
  circle,
  frame,
  type Graphic,
  heart,
  INKS,
  leaf,
  P,
  polar,
  polygon,
  ring,
  type Spot,
  sparkle,
  star,
  stroke,
  TAU,
  taper,
  through,
  times,
} from './pen'
import { random } from './random'

const { clay, rust, ochre, sand, pine, teal, moss, rose, plum, ink } = INKS
const round = (n: number, make: (a: number, k: number) => string): string =>
  times(n, (k) => make((k / n) * TAU - Math.PI / 2, k)).join('')
const at = (r: number, a: number): Spot => polar(400, 400, r, a)

/** Petals in rings, flat. */
function flower(petals: number, wide: number, tones: readonly [string, string, string]): Graphic['parts'] {
  return {
    outer: { colour: tones[0], d: round(petals, (a) => leaf(...at(60, a), a, 325, 325 * wide)) },
    middle: {
      colour: tones[1],
      d: round(petals, (a) => leaf(...at(40, a + Math.PI / petals), a + Math.PI / petals, 240, 240 * wide)),
    },
    dots: {
      colour: tones[2],
      d: round(petals, (a) => circle(...at(342, a + Math.PI / petals), 15)) + circle(400, 400, 66),
    },
  }
}
/** Lines and rings, drawn thin. */
function lines(spokes: number, seed: number, colour: string, second: string): Graphic['parts'] {
  const rnd = random(seed)
  const w = 9
  const loops = round(spokes, (a) =>
    stroke(
      through(
        [
          at(120, a - 0.01),
          at(250, a - (Math.PI / spokes) * 0.8),
          at(350, a),
          at(250, a + (Math.PI / spokes) * 0.8),
          at(120, a + 0.01),
        ],
        8,
      ),
      () => w,
    ),
  )
  const inner = round(spokes, (a) => stroke([at(150, a), at(218 + rnd() * 1, a)], () => w))
  return {
    line: { colour, d: loops + inner + ring(400, 400, 120, w) + ring(400, 400, 84, w * 0.7) },
    dots: {
      colour: second,
      d:
        round(spokes, (a) => circle(...at(376, a), 12)) +
        round(spokes, (a) => circle(...at(270, a + Math.PI / spokes), 9)) +
        circle(400, 400, 34),
    },
  }
}
/** Cut from folded paper. */
function cut(folds: number, seed: number, colour: string, second: string): Graphic['parts'] {
  const rnd = random(seed)
  const [a1, a2, a3] = [0.1 + rnd() * 0.12, 0.3 + rnd() * 0.2, 0.5 + rnd() * 0.2]
  const edge = times(folds * 4, (k) =>
    at(k % 2 ? 310 + (k % 4 === 1 ? 30 : 0) : 372, (k / (folds * 4)) * TAU),
  )
  const hole = (a: number) =>
    leaf(...at(130, a), a, 150, 150 * a1) +
    leaf(...at(345, a + Math.PI / folds), a + Math.PI / folds + Math.PI, 120, 120 * a2)
  const diamonds = (a: number) =>
    polygon([
      at(108, a + Math.PI / folds),
      at(150, a + Math.PI / folds - 0.1 * a3),
      at(200, a + Math.PI / folds),
      at(150, a + Math.PI / folds + 0.1 * a3),
    ])
  return {
    paper: { colour, d: polygon(edge) + round(folds, hole) + round(folds, diamonds), even: true },
    heart: { colour: second, d: circle(400, 400, 84) + round(folds, (a) => circle(...at(96, a), 26)) },
  }
}
const radial: [string, string, Graphic['parts']][] = [
  ['ornament-daisy', 'Daisy ornament', flower(12, 0.2, [clay, ochre, rust])],
  ['ornament-lotus', 'Lotus ornament', flower(8, 0.34, [rose, clay, plum])],
  ['ornament-needles', 'Needle ornament', flower(20, 0.09, [pine, teal, ochre])],
  ['ornament-broad', 'Broad-leaf ornament', flower(6, 0.42, [moss, pine, ochre])],
  ['ornament-sun-petals', 'Sun-petal ornament', flower(16, 0.16, [ochre, clay, plum])],
  ['ornament-loops-eight', 'Loops of eight', lines(8, 1, ink, clay)],
  ['ornament-loops-twelve', 'Loops of twelve', lines(12, 2, pine, ochre)],
  ['ornament-loops-six', 'Loops of six', lines(6, 3, plum, rose)],
  ['ornament-loops-sixteen', 'Loops of sixteen', lines(16, 4, rust, teal)],
  ['ornament-loops-ten', 'Loops of ten', lines(10, 5, teal, clay)],
  ['ornament-cut-six', 'Cut-paper star of six', cut(6, 11, pine, sand)],
  ['ornament-cut-eight', 'Cut-paper star of eight', cut(8, 12, clay, ochre)],
  ['ornament-cut-ten', 'Cut-paper star of ten', cut(10, 13, plum, rose)],
  ['ornament-cut-twelve', 'Cut-paper star of twelve', cut(12, 14, teal, sand)],
  ['ornament-cut-five', 'Cut-paper star of five', cut(5, 15, rust, ochre)],
  ['ornament-cut-seven', 'Cut-paper star of seven', cut(7, 16, moss, pine)],
]
/** Radial ornaments in three manners: petals, lines, cut paper. */
export const ornaments: Graphic[] = radial.map(([name, label, parts]) => ({
  name,
  label,
  words: `ornament mandala radial pattern folk decoration ${name.includes('loops') ? 'line' : 'flat'}`,
  width: 800,
  height: 800,
  parts,
}))

/** A string that hangs, and where along it things are tied. */
const string = (sag: number): Spot[] =>
  times(49, (n) => [20 + (n / 48) * 1160, 34 + Math.sin((n / 48) * Math.PI) * sag])
function hung(
  count: number,
  sag: number,
  make: (x: number, y: number, a: number, k: number) => string,
  tones: readonly string[],
): Graphic['parts'] {
  const line = string(sag)
  const groups: string[][] = tones.map(() => [])
  for (let k = 0; k < count; k++) {
    const n = Math.round(((k + 0.5) / count) * 48)
    const [x, y] = line[n] as Spot
    const [x2, y2] = (line[n + 1] ?? line[n]) as Spot
    groups[k % tones.length]?.push(make(x, y, Math.atan2(y2 - y, x2 - x), k))
  }
  return {
    line: { colour: '#5a4632', d: taper(line, 5, 5) },
    ...Object.fromEntries(
      tones.map((colour, n) => [
        ['first', 'second', 'third', 'fourth'][n] as string,
        { colour, d: groups[n]?.join('') ?? '' },
      ]),
    ),
  }
}
const turned = (x: number, y: number, a: number, points: readonly Spot[]): string =>
  polygon(
    points.map(([px, py]) => [
      x + px * Math.cos(a) - py * Math.sin(a),
      y + px * Math.sin(a) + py * Math.cos(a),
    ]),
  )
const strung: [string, string, string, Graphic['parts']][] = [
  [
    'bunting-swallowtail',
    'Swallow-tailed bunting',
    'flags bunting',
    hung(
      11,
      150,
      (x, y, a) =>
        turned(x, y, a, [
          [-42, 0],
          [42, 0],
          [42, 110],
          [0, 78],
          [-42, 110],
        ]),
      [clay, ochre, pine],
    ),
  ],
  [
    'bunting-scallop',
    'Round-tailed bunting',
    'flags bunting',
    hung(12, 130, (x, y) => `M${P(x - 40, y)}h80v56a40 40 0 0 1 -80 0Z`, [rose, sand, teal]),
  ],
  [
    'bunting-squares',
    'Square bunting',
    'flags bunting paper',
    hung(
      11,
      120,
      (x, y, a) =>
        turned(x, y, a, [
          [-44, 0],
          [44, 0],
          [44, 92],
          [-44, 92],
        ]),
      [plum, ochre, moss],
    ),
  ],
  [
    'garland-tassels',
    'Garland of tassels',
    'tassels fringe party',
    hung(9, 140, (x, y) => `${circle(x, y + 16, 16)}M${P(x - 14, y + 30)}h28l20 96h-68Z`, [
      clay,
      ochre,
      rose,
    ]),
  ],
  [
    'garland-lanterns',
    'Garland of lanterns',
    'lanterns lights evening',
    hung(
      7,
      150,
      (x, y) =>
        `M${P(x - 3, y)}h6v24h-6Z` + `M${P(x - 20, y + 22)}h40c52 26 52 88 0 114h-40c-52 -26 -52 -88 0 -114Z`,
      [clay, ochre, teal],
    ),
  ],
  [
    'garland-bulbs',
    'Garland of bulbs',
    'lights lamps evening string',
    hung(
      12,
      150,
      (x, y) =>
        `M${P(x - 9, y)}h18v22h-18Z` + `M${P(x - 11, y + 20)}h22c22 22 20 66 -11 72c-31 -6 -33 -50 -11 -72Z`,
      [ochre, '#f3d27a'],
    ),
  ],
  [
    'garland-hearts',
    'Garland of hearts',
    'hearts love wedding valentine',
    hung(11, 130, (x, y) => heart(x, y + 44, 34), [clay, rose]),
  ],
  [
    'garland-stars',
    'Garland of stars',
    'stars winter night festive',
    hung(12, 140, (x, y, _, k) => star(x, y + 40, k % 2 ? 28 : 40, 5, 0.45), [ochre, plum]),
  ],
  [
    'garland-pompoms',
    'Garland of pompoms',
    'pompom balls party',
    hung(15, 140, (x, y, _, k) => circle(x, y + 18, k % 2 ? 20 : 30), [clay, sand, teal]),
  ],
  [
    'garland-fir',
    'Fir garland',
    'winter fir christmas evergreen leaves',
    hung(
      46,
      170,
      (x, y, a, k) =>
        leaf(x, y, a + (k % 2 ? 0.9 : -0.9) + (k % 3) * 0.1, 74, 9) +
        leaf(x, y, a + (k % 2 ? 1.5 : -1.4), 62, 8) +
        (k % 9 === 4 ? circle(x, y + 16, 15) : ''),
      [pine, '#44766a'],
    ),
  ],
]
export const garlands: Graphic[] = strung.map(([name, label, words, parts]) => ({
  name,
  label,
  words: `garland festive celebration birthday ${words}`,
  width: 1200,
  height: 360,
  parts,
}))

// ---- borders and corners ----
const sides = (make: (t: number, turn: number) => string): string => times(4, (s) => make(s, s)).join('')
/** A point on the frame of a page, turned by quarters. */
const q = (x: number, y: number, s: number): Spot => {
  const [dx, dy] = [x - 500, y - 500]
  const [c, k] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ][s] as [number, number]
  return [500 + dx * c - dy * k, 500 + dx * k + dy * c]
}
const border = (name: string, label: string, words: string, parts: Graphic['parts']): Graphic => ({
  name,
  label,
  words: `border frame edge ${words}`,
  width: 1000,
  height: 1000,
  parts,
})
const corner = (name: string, label: string, words: string, parts: Graphic['parts']): Graphic => ({
  name,
  label,
  words: `corner border edge ${words}`,
  width: 500,
  height: 500,
  parts,
})
export const borders: Graphic[] = [
  border('border-leaves', 'Leaf border', 'leaves plant wedding invitation', {
    line: { colour: moss, d: frame(40, 40, 920, 920, 4) },
    leaves: {
      colour: pine,
      d: sides((_, s) =>
        times(22, (n) => leaf(...q(70 + n * 40, 42, s), (s * TAU) / 4 + (n % 2 ? -0.8 : 0.8), 46, 11)).join(
          '',
        ),
      ),
    },
  }),
  border('border-dots', 'Dotted border', 'dots party', {
    dots: {
      colour: clay,
      d: sides((_, s) => times(24, (n) => circle(...q(40 + n * 40, 40, s), n % 2 ? 8 : 13)).join('')),
    },
    edge: { colour: ochre, d: frame(70, 70, 860, 860, 3), even: true },
  }),
  border('border-scallops', 'Scalloped border', 'scallop lace', {
    edge: { colour: rose, d: `${frame(16, 16, 968, 968, 30)}`, even: true },
    bumps: {
      colour: rose,
      d: sides((_, s) => times(18, (n) => circle(...q(46 + 26.7 + n * 53.4, 50, s), 24)).join('')),
    },
    line: { colour: plum, d: frame(28, 28, 944, 944, 4), even: true },
  }),
  border('border-zigzag', 'Zigzag border', 'zigzag folk pattern', {
    line: {
      colour: pine,
      d: sides((_, s) =>
        polygon([
          ...times(49, (n): Spot => q(40 + n * 19.2, n % 2 ? 24 : 60, s)),
          ...times(49, (n): Spot => q(961.6 - n * 19.2, n % 2 ? 38 : 74, s)),
        ]),
      ),
    },
    dots: {
      colour: ochre,
      d: sides((_, s) => times(23, (n) => circle(...q(59 + n * 38.4, 86, s), 6)).join('')),
    },
  }),
  border('border-deco', 'Fan border', 'fan deco gala', {
    line: { colour: ochre, d: frame(30, 30, 940, 940, 6) + frame(52, 52, 896, 896, 2.5), even: true },
    fans: {
      colour: ochre,
      d: sides((_, s) =>
        times(4, (r) =>
          stroke(
            times(13, (k) => {
              const a = (k / 12) * (Math.PI / 2)
              return q(52 + Math.cos(a) * (30 + r * 26), 52 + Math.sin(a) * (30 + r * 26), s)
            }),
            () => 4,
          ),
        ).join(''),
      ),
    },
  }),
  border('border-brush', 'Brushed border', 'brush hand painted rough', {
    line: {
      colour: ink,
      d: sides((_, s) =>
        stroke(
          times(30, (n) => q(24 + n * 32.8, 40 + Math.sin(n * 1.7 + s) * 5, s)),
          (t) => 14 + Math.sin(t * 40 + s) * 5,
        ),
      ),
    },
  }),
  border('border-stars', 'Starry border', 'stars night winter festive', {
    line: { colour: plum, d: frame(44, 44, 912, 912, 4), even: true },
    stars: {
      colour: ochre,
      d: sides((_, s) =>
        times(12, (n) => {
          const [x, y] = q(80 + n * 76, 46, s)
          return sparkle(x, y, n % 2 ? 18 : 30)
        }).join(''),
      ),
    },
  }),
  border('border-rope', 'Rope border', 'rope sea marine', {
    rope: {
      colour: '#b98d5e',
      d: sides((_, s) =>
        times(46, (n) => {
          const [x, y] = q(50 + n * 20, 44, s)
          return leaf(...polar(x, y, 17, (s * TAU) / 4 + 2.6), (s * TAU) / 4 - 0.55, 36, 9)
        }).join(''),
      ),
    },
    edge: { colour: '#8a6338', d: frame(28, 28, 944, 944, 2.5) + frame(58, 58, 884, 884, 2.5), even: true },
  }),
  corner('corner-sprig', 'Corner sprig', 'leaves plant invitation wedding', {
    stem: {
      colour: moss,
      d: taper(
        through(
          [
            [20, 480],
            [40, 200],
            [200, 40],
            [480, 20],
          ],
          10,
        ),
        9,
        5,
      ),
    },
    leaves: {
      colour: pine,
      d: times(15, (n) => {
        const p = through(
          [
            [20, 480],
            [40, 200],
            [200, 40],
            [480, 20],
          ],
          5,
        )[n] as Spot
        return leaf(...p, n < 7 ? -0.5 : 0.3, 78, 18) + (n % 2 ? leaf(...p, n < 7 ? -2.4 : -1.6, 56, 13) : '')
      }).join(''),
    },
  }),
  corner('corner-flowers', 'Corner of flowers', 'flowers spring wedding mother', {
    leaves: {
      colour: moss,
      d: times(9, (n) => leaf(120, 120, -0.5 + n * 0.32, 290 - Math.abs(n - 4) * 24, 38)).join(''),
    },
    petals: {
      colour: clay,
      d: [
        [120, 120, 1],
        [250, 80, 0.62],
        [80, 250, 0.62],
      ]
        .map(([x = 0, y = 0, k = 1]) => times(8, (n) => leaf(x, y, (n / 8) * TAU, 96 * k, 34 * k)).join(''))
        .join(''),
    },
    hearts: { colour: ochre, d: circle(120, 120, 30) + circle(250, 80, 19) + circle(80, 250, 19) },
  }),
  corner('corner-lines', 'Corner of lines', 'deco line gala', {
    line: {
      colour: ink,
      d: times(4, (n) =>
        stroke(
          [
            [20 + n * 22, 460 - n * 70],
            [20 + n * 22, 20 + n * 22],
            [460 - n * 70, 20 + n * 22],
          ],
          () => 5,
        ),
      ).join(''),
    },
  }),
  corner('corner-fan', 'Corner fan', 'fan deco folk', {
    fan: {
      colour: pine,
      d: times(7, (n) => leaf(20, 20, (n / 6) * (Math.PI / 2), 380 - (n % 2) * 90, 34)).join(''),
    },
    dots: {
      colour: ochre,
      d: times(7, (n) => circle(...polar(20, 20, 420 - (n % 2) * 90, (n / 6) * (Math.PI / 2)), 12)).join(''),
    },
  }),
  corner('corner-swirl', 'Corner swirl', 'swirl flourish ornament line', {
    line: {
      colour: plum,
      d:
        [1, 0]
          .map((m) => {
            const pts = times(46, (k): Spot => {
              const t = k / 45
              const a = t * 7.4
              const r = 120 * (1 - t) + 14
              const p: Spot = [250 - t * 70 + Math.cos(a) * r * (m ? 1 : 1), 130 + Math.sin(a) * r * 0.8]
              return m ? p : [p[1], p[0]]
            })
            return stroke(pts, (t) => 16 - t * 9)
          })
          .join('') +
        stroke(
          through(
            [
              [130, 130],
              [60, 60],
              [30, 20],
            ],
            8,
          ),
          (t) => 14 - t * 8,
        ),
    },
  }),
  corner('corner-stars', 'Corner of stars', 'stars sparkle festive', {
    stars: {
      colour: ochre,
      d: [
        [90, 90, 74],
        [230, 70, 40],
        [70, 230, 40],
        [340, 50, 24],
        [50, 340, 24],
        [190, 190, 30],
        [430, 70, 15],
        [70, 430, 15],
      ]
        .map(([x = 0, y = 0, r = 1]) => sparkle(x, y, r))
        .join(''),
    },
  }),
  corner('corner-waves', 'Corner of waves', 'waves sea summer', {
    first: {
      colour: teal,
      d: times(3, (n) =>
        stroke(
          times(31, (k) => {
            const t = k / 30
            return polar(0, 0, 150 + n * 90 + Math.sin(t * 22) * 12, t * (Math.PI / 2))
          }),
          () => 22,
        ),
      ).join(''),
    },
    second: {
      colour: INKS.sky,
      d: times(3, (n) =>
        stroke(
          times(31, (k) => {
            const t = k / 30
            return polar(0, 0, 195 + n * 90 + Math.sin(t * 22 + 1) * 12, t * (Math.PI / 2))
          }),
          () => 12,
        ),
      ).join(''),
    },
  }),
  corner('corner-brush', 'Brushed corner', 'brush paint rough', {
    paint: {
      colour: clay,
      d: times(7, (n) =>
        stroke(
          through(
            [
              [10, 430 - n * 58],
              [150 - n * 14, 220 - n * 26],
              [430 - n * 58, 10],
            ],
            10,
          ),
          (t) => 44 + Math.sin(t * 12 + n * 2) * 12,
        ),
      ).join(''),
    },
  }),
]
