import { type Figure, figure } from './figure'
import { circle, type Graphic, INKS, P, type Spot, smooth, stroke, through } from './pen'

const SKINS = ['#f0c7a4', '#d99f76', '#a86b45', '#7b4a30', '#e7b48d', '#5f3826'] as const
const { clay, rust, ochre, sand, cream, pine, teal, moss, rose, plum, night, ink, sky } = INKS
const at = (x = 300, y = 470): Spot => [x, y]
const list: Figure[] = [
  {
    name: 'dancer-turning',
    label: 'Dancer, turning',
    words: 'dance dancing party music joy',
    hair: 'bun',
    wears: 'dress',
    colours: [SKINS[2], clay, clay, ink],
    pose: {
      hips: at(),
      lean: 6,
      arms: [
        [-150, -190],
        [120, 165],
      ],
      legs: [
        [-14, -20],
        [24, -40],
      ],
    },
  },
  {
    name: 'dancer-leaping',
    label: 'Dancer, leaping',
    words: 'dance dancing jump party joy freedom',
    hair: 'tail',
    wears: 'skirt',
    colours: [SKINS[0], ochre, pine, rust],
    pose: {
      hips: at(300, 440),
      lean: 12,
      arms: [
        [-110, -130],
        [130, 150],
      ],
      legs: [
        [-72, -100],
        [66, 30],
      ],
    },
  },
  {
    name: 'dancer-swinging',
    label: 'Dancer, swinging',
    words: 'dance dancing swing party music',
    hair: 'curls',
    wears: 'trousers',
    colours: [SKINS[3], sand, pine, night],
    pose: {
      hips: at(),
      lean: -10,
      arms: [
        [-60, -150],
        [75, 140],
      ],
      legs: [
        [-28, -8],
        [30, -18],
      ],
    },
  },
  {
    name: 'dancer-low',
    label: 'Dancer, low',
    words: 'dance dancing street beat music festival',
    hair: 'cap',
    wears: 'shorts',
    colours: [SKINS[1], teal, night, ink],
    pose: {
      hips: at(300, 560),
      lean: -16,
      arms: [
        [-80, -40],
        [100, 170],
      ],
      legs: [
        [-58, 20],
        [62, -22],
      ],
    },
  },
  {
    name: 'dancer-with-scarf',
    label: 'Dancer with a scarf',
    words: 'dance dancing folk party ribbon',
    hair: 'long',
    wears: 'dress',
    colours: [SKINS[4], plum, plum, ink],
    pose: {
      hips: at(),
      lean: 8,
      arms: [
        [-100, -140],
        [140, 175],
      ],
      legs: [
        [-20, -34],
        [12, 0],
      ],
    },
    more: ({ hand, other }) =>
      stroke(
        through([other, [other[0] - 40, other[1] - 150], [300, 60], [hand[0] + 50, hand[1] - 60], hand], 8),
        (t) => 26 - Math.abs(t - 0.5) * 24,
      ),
  },
  {
    name: 'dancers-hand-up',
    label: 'Dancer, one hand up',
    words: 'dance dancing disco party night',
    hair: 'bob',
    wears: 'trousers',
    colours: [SKINS[5], ochre, plum, night],
    pose: {
      hips: at(),
      lean: 10,
      arms: [
        [-40, 20],
        [155, 172],
      ],
      legs: [
        [-22, -6],
        [34, -14],
      ],
    },
  },
  {
    name: 'cheering-both-arms',
    label: 'Cheering, both arms up',
    words: 'cheer joy win success celebration',
    hair: 'short',
    wears: 'trousers',
    colours: [SKINS[1], clay, night, ink],
    pose: {
      hips: at(),
      lean: 0,
      arms: [
        [-150, -168],
        [150, 168],
      ],
      legs: [
        [-14, -8],
        [14, 8],
      ],
    },
  },
  {
    name: 'cheering-jump',
    label: 'Cheering, jumping',
    words: 'cheer jump joy win success celebration',
    hair: 'tail',
    wears: 'shorts',
    colours: [SKINS[4], teal, ochre, rust],
    pose: {
      hips: at(300, 430),
      lean: 4,
      arms: [
        [-140, -160],
        [145, 170],
      ],
      legs: [
        [-40, -96],
        [36, -70],
      ],
    },
  },
  {
    name: 'cheering-fist',
    label: 'Cheering with a fist',
    words: 'cheer win yes success fan sport',
    hair: 'cap',
    wears: 'trousers',
    colours: [SKINS[3], rose, pine, ink],
    build: { wide: 1.2 },
    pose: {
      hips: at(),
      lean: 6,
      arms: [
        [-30, 50],
        [140, 178],
      ],
      legs: [
        [-18, -8],
        [20, 4],
      ],
    },
  },
  {
    name: 'child-cheering',
    label: 'Child, cheering',
    words: 'child kid cheer joy birthday party',
    hair: 'curls',
    wears: 'shorts',
    colours: [SKINS[2], ochre, teal, ink],
    build: { tall: 0.72, head: 1.2, wide: 0.86 },
    pose: {
      hips: at(300, 560),
      lean: 2,
      arms: [
        [-145, -165],
        [145, 160],
      ],
      legs: [
        [-14, -6],
        [16, 6],
      ],
    },
  },
  {
    name: 'elder-cheering',
    label: 'Elder, waving',
    words: 'grandmother elder old wave greeting hello',
    hair: 'bun',
    wears: 'skirt',
    colours: [SKINS[0], moss, plum, '#cfc8bd'],
    build: { wide: 1.15 },
    pose: {
      hips: at(),
      lean: -3,
      arms: [
        [-16, 20],
        [135, 172],
      ],
      legs: [
        [-8, -4],
        [10, 4],
      ],
    },
  },
  {
    name: 'walking-bag',
    label: 'Walking with a bag',
    words: 'walk shopping bag street market',
    hair: 'long',
    wears: 'trousers',
    colours: [SKINS[4], sand, clay, rust],
    pose: {
      hips: at(),
      lean: 5,
      arms: [
        [-26, -8],
        [22, 40],
      ],
      legs: [
        [-26, -44],
        [28, 8],
      ],
    },
    more: ({ other: [x, y] }) => `M${P(x - 38, y + 26)}h80l10 104h-100Z`,
  },
  {
    name: 'walking-briskly',
    label: 'Walking briskly',
    words: 'walk stride busy morning',
    hair: 'short',
    wears: 'trousers',
    colours: [SKINS[5], sky, night, ink],
    pose: {
      hips: at(),
      lean: 8,
      arms: [
        [-38, -10],
        [34, 80],
      ],
      legs: [
        [-34, -58],
        [34, 14],
      ],
    },
  },
  {
    name: 'walking-with-flowers',
    label: 'Bringing flowers',
    words: 'walk flowers love gift spring mother',
    hair: 'bob',
    wears: 'dress',
    colours: [SKINS[1], rose, rose, ink],
    pose: {
      hips: at(),
      lean: 3,
      arms: [
        [-22, -6],
        [40, 130],
      ],
      legs: [
        [-20, -34],
        [22, 6],
      ],
    },
    more: ({ hand: [x, y] }) =>
      [
        [-26, -58],
        [14, -74],
        [44, -40],
        [4, -36],
      ]
        .map(([dx = 0, dy = 0]) => circle(x + dx, y + dy, 21))
        .join('') +
      stroke(
        [
          [x, y + 34],
          [x + 8, y - 40],
        ],
        () => 12,
      ),
  },
  {
    name: 'running',
    label: 'Running',
    words: 'run sport race hurry',
    hair: 'tail',
    wears: 'shorts',
    colours: [SKINS[3], clay, night, ink],
    pose: {
      hips: at(300, 450),
      lean: 16,
      arms: [
        [-50, 30],
        [50, 130],
      ],
      legs: [
        [-48, -108],
        [60, -8],
      ],
    },
  },
  {
    name: 'child-walking',
    label: 'Child, walking',
    words: 'child kid school walk bag',
    hair: 'cap',
    wears: 'shorts',
    colours: [SKINS[0], teal, rust, ink],
    build: { tall: 0.7, head: 1.2, wide: 0.86 },
    pose: {
      hips: at(300, 570),
      lean: 4,
      arms: [
        [-30, 0],
        [28, 50],
      ],
      legs: [
        [-24, -38],
        [26, 8],
      ],
    },
    more: () => '',
  },
  {
    seat: true,
    name: 'sitting-reading',
    label: 'Sitting, reading',
    words: 'sit read book quiet evening',
    hair: 'bun',
    wears: 'trousers',
    colours: [SKINS[2], cream, pine, ink],
    pose: {
      hips: at(240, 560),
      lean: 6,
      nod: -10,
      arms: [
        [36, 110],
        [40, 120],
      ],
      legs: [
        [82, 4],
        [88, 10],
      ],
    },
    more: ({ hand: [x, y] }) => `M${P(x - 10, y - 58)}l86 -20v92l-86 20Z`,
  },
  {
    seat: true,
    name: 'sitting-at-the-wheel',
    label: 'At the potter’s wheel',
    words: 'potter pottery wheel work craft workshop clay',
    hair: 'scarf',
    wears: 'trousers',
    colours: [SKINS[1], ochre, night, clay],
    pose: {
      hips: at(210, 560),
      lean: 20,
      nod: -8,
      arms: [
        [34, 76],
        [44, 84],
      ],
      legs: [
        [70, 0],
        [82, 6],
      ],
    },
    more: ({ hand: [x, y] }) =>
      `${smooth([
        [x - 6, y - 30],
        [x + 62, y - 34],
        [x + 78, y + 22],
        [x + 54, y + 62],
        [x + 4, y + 62],
        [x - 20, y + 22],
      ])}M${P(x - 60, y + 66)}h180v24h-180ZM${P(x + 16, y + 90)}h28v160h-28Z`,
  },
  {
    seat: true,
    name: 'sitting-with-a-cup',
    label: 'Sitting with a cup',
    words: 'sit tea coffee break friend talk',
    hair: 'short',
    wears: 'trousers',
    colours: [SKINS[5], moss, rust, night],
    build: { wide: 1.15 },
    pose: {
      hips: at(240, 560),
      lean: -6,
      arms: [
        [12, 50],
        [30, 140],
      ],
      legs: [
        [80, 0],
        [86, 14],
      ],
    },
    more: ({ hand: [x, y] }) => `M${P(x - 6, y - 44)}h52l-6 50h-40Z`,
  },
  {
    name: 'sitting-cross-legged',
    label: 'Sitting cross-legged',
    words: 'sit yoga calm meditation rest',
    hair: 'tail',
    wears: 'trousers',
    colours: [SKINS[4], teal, plum, ink],
    pose: {
      hips: at(300, 700),
      lean: 0,
      arms: [
        [-30, 14],
        [30, -14],
      ],
      legs: [
        [-84, 76],
        [84, -76],
      ],
    },
  },
  {
    name: 'carrying-a-pot',
    label: 'Carrying a pot',
    words: 'work carry pot pottery market studio',
    hair: 'scarf',
    wears: 'skirt',
    colours: [SKINS[3], clay, pine, ochre],
    pose: {
      hips: at(),
      lean: -6,
      arms: [
        [26, 96],
        [34, 104],
      ],
      legs: [
        [-16, -26],
        [18, 4],
      ],
    },
    more: ({ hand: [x, y] }) =>
      smooth([
        [x - 20, y - 92],
        [x + 44, y - 92],
        [x + 34, y - 62],
        [x + 78, y - 8],
        [x + 56, y + 48],
        [x - 30, y + 48],
        [x - 52, y - 8],
        [x - 10, y - 62],
      ]),
  },
  {
    name: 'painting-a-wall',
    label: 'Painting',
    words: 'work paint brush artist create',
    hair: 'curls',
    wears: 'trousers',
    colours: [SKINS[0], night, sand, rust],
    pose: {
      hips: at(260),
      lean: 6,
      arms: [
        [-14, 30],
        [110, 130],
      ],
      legs: [
        [-12, -6],
        [18, 2],
      ],
    },
    more: ({ hand: [x, y] }) =>
      stroke(
        [
          [x - 30, y + 26],
          [x + 60, y - 52],
        ],
        () => 13,
      ) +
      stroke(
        [
          [x + 54, y - 46],
          [x + 92, y - 80],
        ],
        (t) => 34 - t * 18,
      ),
  },
  {
    seat: true,
    name: 'working-at-a-screen',
    label: 'At a screen',
    words: 'work laptop office design hiring',
    hair: 'bob',
    wears: 'trousers',
    colours: [SKINS[1], sky, night, ink],
    pose: {
      hips: at(220, 560),
      lean: 8,
      nod: -6,
      arms: [
        [38, 84],
        [46, 88],
      ],
      legs: [
        [80, 0],
        [86, 8],
      ],
    },
    more: ({ hand: [x, y] }) => `M${P(x - 20, y + 14)}h120v12h-120ZM${P(x + 84, y + 14)}l34 -104h10l-30 104Z`,
  },
  {
    name: 'elder-with-stick',
    label: 'Elder with a stick',
    words: 'grandfather elder old walk',
    hair: 'cap',
    wears: 'trousers',
    colours: [SKINS[2], pine, rust, '#8d857d'],
    build: { wide: 1.1 },
    pose: {
      hips: at(),
      lean: 10,
      arms: [
        [-14, 8],
        [30, 36],
      ],
      legs: [
        [-14, -22],
        [16, 4],
      ],
    },
    more: ({ hand: [x, y] }) =>
      stroke(
        [
          [x, y - 10],
          [x + 26, 838],
        ],
        () => 12,
      ),
  },
  {
    name: 'serving-a-tray',
    label: 'Serving',
    words: 'work waiter serve café menu food',
    hair: 'short',
    wears: 'trousers',
    colours: [SKINS[3], cream, night, ink],
    pose: {
      hips: at(),
      lean: -3,
      arms: [
        [-16, 10],
        [70, 168],
      ],
      legs: [
        [-18, -32],
        [22, 6],
      ],
    },
    more: ({ hand: [x, y] }) =>
      `${tray(x - 74, y - 34)}${smooth([
        [x - 30, y - 36],
        [x + 22, y - 36],
        [x + 16, y - 92],
        [x - 24, y - 92],
      ])}`,
  },
  {
    name: 'waving',
    label: 'Waving',
    words: 'wave hello greeting welcome friend',
    hair: 'long',
    wears: 'shorts',
    colours: [SKINS[5], rose, pine, night],
    pose: {
      hips: at(),
      lean: -4,
      arms: [
        [-14, 10],
        [120, 168],
      ],
      legs: [
        [-8, -2],
        [10, 4],
      ],
    },
  },
]
function tray(x: number, y: number): string {
  return `M${P(x, y)}h150v14h-150Z`
}

/** People in motion: one manner, all ages and builds. */
export const people: Graphic[] = list.map((p) => ({
  name: p.name,
  label: p.label,
  words: `person people figure ${p.words}`,
  width: 600,
  height: 900,
  parts: figure(p),
}))
