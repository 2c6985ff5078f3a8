import {
  circle,
  ellipse,
  type Graphic,
  INKS,
  leaf,
  P,
  polar,
  polygon,
  rect,
  ring,
  rounded,
  type Spot,
  scalloped,
  smooth,
  sparkle,
  star,
  stroke,
  TAU,
  through,
  times,
} from './pen'

const { clay, rust, ochre, sand, cream, pine, teal, moss, rose, plum, ink, night } = INKS
const speech = (name: string, label: string, words: string, parts: Graphic['parts']): Graphic => ({
  name,
  label,
  words: `speech bubble talk quote comment say ${words}`,
  width: 900,
  height: 760,
  parts,
})
const cloud = (cx: number, cy: number, rx: number, ry: number, bumps: number): string =>
  times(bumps, (k) =>
    circle(cx + Math.cos((k / bumps) * TAU) * rx, cy + Math.sin((k / bumps) * TAU) * ry, 104),
  ).join('') + ellipse(cx, cy, rx * 1.02, ry * 1.1)
/** What is said and thought. */
export const speeches: Graphic[] = [
  speech('speech-box', 'Speech box', 'box square', {
    body: {
      colour: cream,
      d:
        rounded(30, 40, 840, 520, 56) +
        polygon([
          [180, 540],
          [330, 540],
          [170, 710],
        ]),
    },
  }),
  speech('speech-card', 'Speech card', 'card shadow', {
    shadow: {
      colour: clay,
      d:
        rounded(62, 72, 806, 500, 20) +
        polygon([
          [240, 560],
          [390, 560],
          [252, 730],
        ]),
    },
    body: {
      colour: cream,
      d:
        rounded(30, 40, 806, 500, 20) +
        polygon([
          [208, 528],
          [358, 528],
          [220, 698],
        ]),
    },
  }),
  speech('thought-cloud', 'Thought cloud', 'think idea dream', {
    body: { colour: cream, d: cloud(450, 310, 290, 160, 11) + circle(210, 610, 52) + circle(130, 690, 30) },
  }),
  speech('speech-shout', 'Shout', 'shout loud bang comic sale', {
    shadow: { colour: rust, d: star(462, 392, 400, 17, 0.72) },
    body: { colour: ochre, d: star(450, 376, 392, 17, 0.72) },
  }),
  speech('speech-oval-line', 'Spoken oval, in lines', 'line oval outline', {
    line: {
      colour: ink,
      d:
        stroke(
          times(61, (k) => {
            const a = 2.05 + (k / 60) * (TAU - 0.42)
            return [450 + Math.cos(a) * 400, 320 + Math.sin(a) * 270] as Spot
          }),
          (t) => 12 + Math.sin(t * 9) * 3,
        ) +
        stroke(
          through(
            [
              [264, 558],
              [210, 640],
              [130, 700],
              [240, 672],
              [400, 590],
            ],
            8,
          ),
          () => 12,
        ),
    },
  }),
  speech('speech-two', 'Two who talk', 'dialogue chat two', {
    second: {
      colour: teal,
      d:
        rounded(330, 300, 540, 330, 60) +
        polygon([
          [660, 610],
          [800, 610],
          [800, 740],
        ]),
    },
    first: {
      colour: clay,
      d:
        rounded(30, 30, 540, 330, 60) +
        polygon([
          [110, 340],
          [250, 340],
          [110, 470],
        ]),
    },
  }),
  speech('speech-brushed', 'Brushed speech shape', 'brush paint hand', {
    body: {
      colour: rose,
      d:
        times(9, (k) =>
          stroke(
            through(
              [
                [70 + (k % 3) * 20, 110 + k * 56],
                [450, 90 + k * 58],
                [830 - (k % 2) * 40, 106 + k * 56],
              ],
              8,
            ),
            (t) => 74 - Math.abs(t - 0.5) * 18,
          ),
        ).join('') +
        polygon([
          [200, 560],
          [340, 590],
          [160, 740],
        ]),
    },
  }),
  speech('speech-quote', 'Quotation marks', 'quotation marks testimonial review', {
    marks: {
      colour: clay,
      d: [
        [60, 0],
        [480, 0],
      ]
        .map(
          ([x = 0]) =>
            `M${P(x + 330, 120)}C${P(x + 120, 160)} ${P(x + 20, 330)} ${P(x + 40, 470)}C${P(x + 52, 590)} ${P(x + 150, 650)} ${P(x + 230, 620)}C${P(x + 330, 580)} ${P(x + 330, 430)} ${P(x + 220, 396)}C${P(x + 190, 386)} ${P(x + 160, 390)} ${P(x + 140, 400)}C${P(x + 150, 300)} ${P(x + 240, 220)} ${P(x + 350, 190)}Z`,
        )
        .join(''),
    },
  }),
]

const seal = (
  name: string,
  label: string,
  words: string,
  parts: Graphic['parts'],
  width = 800,
  height = 800,
): Graphic => ({ name, label, words: `badge label ${words}`, width, height, parts })
const at = (r: number, k: number, n: number): Spot => polar(400, 400, r, (k / n) * TAU - Math.PI / 2)
/** A tag with a hole for its string. */
const tag = (w: number, h: number, cut: number): string =>
  `M${P(cut, 20)}H${w - 40}a20 20 0 0 1 20 20V${h - 40}a20 20 0 0 1 -20 20H${cut}L20 ${h / 2 + 60}V${h / 2 - 60}ZM${P(cut + 6, h / 2)}a34 34 0 1 0 68 0a34 34 0 1 0 -68 0Z`
/** Badges, seals and price tags. */
export const badges: Graphic[] = [
  seal('badge-wheel', 'Wheel badge', 'seal round offer', {
    edge: { colour: pine, d: scalloped(400, 400, 344, 32, 38) },
    ring: { colour: sand, d: ring(400, 400, 300, 8) },
    disc: { colour: teal, d: circle(400, 400, 268) },
  }),
  seal('badge-star-twelve', 'Twelve-pointed badge', 'star burst offer sale', {
    body: { colour: clay, d: star(400, 400, 386, 12, 0.8) },
    ring: { colour: cream, d: ring(400, 400, 276, 8) },
  }),
  seal('badge-laurel', 'Laurel badge', 'laurel award winner prize best', {
    leaves: {
      colour: moss,
      d: times(22, (k) => {
        const side = k % 2 ? 1 : -1
        const t = Math.floor(k / 2) / 10
        const a = Math.PI / 2 + side * (0.32 + t * 2.25)
        const p = polar(400, 400, 330, a)
        return leaf(...p, a + side * 1.05 + 0.2 * side, 120, 27) + leaf(...p, a + side * 2.1, 100, 23)
      }).join(''),
    },
    disc: { colour: ochre, d: circle(400, 400, 228) },
    ring: { colour: cream, d: ring(400, 400, 204, 6) },
  }),
  seal('badge-rosette', 'Rosette with ribbons', 'award winner prize first', {
    tails: {
      colour: rust,
      d:
        polygon([
          [270, 480],
          [390, 500],
          [330, 790],
          [262, 720],
          [170, 756],
        ]) +
        polygon([
          [530, 480],
          [410, 500],
          [470, 790],
          [538, 720],
          [630, 756],
        ]),
    },
    edge: {
      colour: clay,
      d: times(24, (k) => leaf(...at(150, k, 24), (k / 24) * TAU - Math.PI / 2, 160, 46)).join(''),
    },
    disc: { colour: ochre, d: circle(400, 400, 196) },
    ring: { colour: cream, d: ring(400, 400, 168, 7) },
  }),
  seal('badge-shield', 'Shield', 'shield safe quality guarantee', {
    body: {
      colour: night,
      d: 'M400 30C500 90 620 120 730 122V400C730 570 600 700 400 780C200 700 70 570 70 400V122C180 120 300 90 400 30Z',
    },
    line: {
      colour: ochre,
      d: 'M400 84C490 134 590 160 684 166V400C684 540 574 652 400 726C226 652 116 540 116 400V166C210 160 310 134 400 84ZM400 100C312 148 220 172 132 178V400C132 532 236 638 400 708C564 638 668 532 668 400V178C580 172 488 148 400 100Z',
      even: true,
    },
  }),
  seal('badge-hexagon', 'Six-sided badge', 'hexagon modern', {
    body: { colour: teal, d: polygon(times(6, (k) => at(380, k, 6))) },
    line: {
      colour: cream,
      d: polygon(times(6, (k) => at(334, k, 6))) + polygon(times(6, (k) => at(324, k, 6))),
      even: true,
    },
  }),
  seal('badge-drop', 'Drop badge', 'drop pin place location', {
    body: {
      colour: clay,
      d: 'M400 780C330 640 110 500 110 312A290 290 0 0 1 690 312C690 500 470 640 400 780Z',
    },
    disc: { colour: cream, d: circle(400, 312, 190) },
  }),
  seal('badge-ribbon-round', 'Round badge with a band', 'banner band round label', {
    disc: { colour: plum, d: circle(400, 400, 330) },
    ring: { colour: rose, d: ring(400, 400, 306, 7) },
    tails: {
      colour: rust,
      d:
        polygon([
          [20, 340],
          [140, 340],
          [140, 500],
          [20, 500],
          [70, 420],
        ]) +
        polygon([
          [780, 340],
          [660, 340],
          [660, 500],
          [780, 500],
          [730, 420],
        ]),
    },
    band: { colour: clay, d: rect(90, 300, 620, 160) },
  }),
  seal('seal-wax', 'Wax seal', 'wax seal letter invitation stamp', {
    wax: { colour: rust, d: smooth(times(16, (k) => at(332 + ((k * 37) % 5) * 13, k, 16))) },
    edge: { colour: clay, d: circle(400, 400, 258) },
    ring: { colour: rust, d: ring(400, 400, 226, 8) },
    sign: {
      colour: rust,
      d:
        leaf(400, 520, -Math.PI / 2, 240, 52) +
        leaf(400, 500, -2.3, 140, 34) +
        leaf(400, 500, -0.84, 140, 34),
    },
  }),
  seal('stamp-round', 'Round stamp', 'stamp postmark print ink', {
    ring: { colour: pine, d: ring(400, 400, 370, 22) + ring(400, 400, 320, 8) + ring(400, 400, 220, 8) },
    stars: { colour: pine, d: times(8, (k) => star(...at(270, k, 8), k % 2 ? 15 : 24, 5, 0.45)).join('') },
  }),
  seal('stamp-post', 'Postage stamp', 'post stamp letter mail perforated', {
    edge: {
      colour: cream,
      d:
        rect(60, 60, 680, 680) +
        times(
          14,
          (k) =>
            circle(86 + k * 48.3, 60, 17) +
            circle(86 + k * 48.3, 740, 17) +
            circle(60, 86 + k * 48.3, 17) +
            circle(740, 86 + k * 48.3, 17),
        ).join(''),
      even: true,
    },
    field: { colour: teal, d: rect(110, 110, 580, 580) },
  }),
  seal(
    'tag-price',
    'Price tag',
    'price tag sale shop',
    {
      body: { colour: ochre, d: tag(800, 420, 180), even: true },
      string: {
        colour: ink,
        d: stroke(
          through(
            [
              [218, 210],
              [120, 150],
              [40, 60],
            ],
            8,
          ),
          () => 9,
        ),
      },
    },
    800,
    420,
  ),
  seal(
    'tag-hanging',
    'Hanging tag',
    'price tag gift name label',
    {
      body: {
        colour: '#d9b98c',
        d: `M120 20H300L400 130V760a24 24 0 0 1 -24 24H44a24 24 0 0 1 -24 -24V130ZM176 120a34 34 0 1 0 68 0a34 34 0 1 0 -68 0Z`,
        even: true,
      },
      line: { colour: rust, d: rect(70, 610, 280, 6) + rect(70, 660, 280, 6) },
    },
    420,
    800,
  ),
  seal('tag-starburst', 'Starburst price', 'price sale offer burst', {
    body: { colour: rust, d: star(400, 400, 390, 28, 0.88) },
    disc: { colour: ochre, d: circle(400, 400, 292) },
  }),
  seal(
    'label-jar',
    'Jar label',
    'label jar jam product vintage',
    {
      body: {
        colour: cream,
        d: 'M90 20H710a70 70 0 0 0 70 70V430a70 70 0 0 0 -70 70H90a70 70 0 0 0 -70 -70V90a70 70 0 0 0 70 -70Z',
      },
      line: {
        colour: pine,
        d: 'M104 44H696a72 72 0 0 0 60 60V416a72 72 0 0 0 -60 60H104a72 72 0 0 0 -60 -60V104a72 72 0 0 0 60 -60ZM108 54a80 80 0 0 1 -54 54V412a80 80 0 0 1 54 54H692a80 80 0 0 1 54 -54V108a80 80 0 0 1 -54 -54Z',
        even: true,
      },
    },
    800,
    520,
  ),
  seal(
    'label-pennant',
    'Pennant',
    'pennant banner flag team',
    {
      body: {
        colour: plum,
        d: polygon([
          [20, 20],
          [780, 20],
          [780, 380],
          [400, 560],
          [20, 380],
        ]),
      },
      line: {
        colour: ochre,
        d:
          polygon([
            [52, 52],
            [748, 52],
            [748, 360],
            [400, 522],
            [52, 360],
          ]) +
          polygon([
            [62, 62],
            [738, 62],
            [738, 353],
            [400, 510],
            [62, 353],
          ]),
        even: true,
      },
      star: { colour: ochre, d: sparkle(400, 440, 40) },
    },
    800,
    580,
  ),
]
