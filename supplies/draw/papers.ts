import {
  circle,
  drawn,
  ellipse,
  type Graphic,
  INKS,
  polygon,
  rect,
  type Spot,
  stroke,
  taper,
  through,
  times,
} from './pen'
import { random } from './random'

const { clay, sand, cream, teal, rose, ink, sky } = INKS
/** A torn edge between two points. */
function torn(from: Spot, to: Spot, rough: number, seed: number, n = 40): Spot[] {
  const rnd = random(seed)
  return times(
    n + 1,
    (k): Spot => [
      from[0] + ((to[0] - from[0]) * k) / n + (rnd() - 0.5) * rough,
      from[1] + ((to[1] - from[1]) * k) / n + (rnd() - 0.5) * rough,
    ],
  )
}
const tornSheet = (
  w: number,
  h: number,
  rough: readonly [number, number, number, number],
  seed: number,
  by = 0,
): string =>
  polygon([
    ...torn([20 + by, 20 + by], [w - 20 - by, 20 + by], rough[0], seed),
    ...torn([w - 20 - by, 20 + by], [w - 20 - by, h - 20 - by], rough[1], seed + 1),
    ...torn([w - 20 - by, h - 20 - by], [20 + by, h - 20 - by], rough[2], seed + 2),
    ...torn([20 + by, h - 20 - by], [20 + by, 20 + by], rough[3], seed + 3),
  ])
const tape = (w: number, h: number, seed: number): string =>
  polygon([
    [16, 16],
    [w - 16, 16],
    ...torn([w - 16, 16], [w - 16, h - 16], 16, seed, 12),
    [16, h - 16],
    ...torn([16, h - 16], [16, 16], 16, seed + 4, 12),
  ])
/** Torn paper, tape, pins and clips. */
export const papers: Graphic[] = [
  drawn('paper-torn-below', 'Paper torn below', 'paper torn note sheet', 900, 700, {
    edge: { colour: '#e3d3b8', d: tornSheet(900, 700, [0, 3, 34, 3], 5) },
    paper: { colour: cream, d: tornSheet(900, 684, [0, 3, 24, 3], 9, 6) },
  }),
  drawn('paper-torn-all', 'Torn scrap', 'paper torn scrap collage', 800, 620, {
    edge: { colour: sand, d: tornSheet(800, 620, [26, 26, 30, 26], 15) },
    paper: { colour: cream, d: tornSheet(800, 620, [18, 18, 20, 18], 19, 15) },
  }),
  drawn('paper-strip', 'Torn strip', 'paper torn strip band text', 1000, 240, {
    edge: { colour: '#d9c4a2', d: tornSheet(1000, 240, [26, 8, 26, 8], 25) },
    paper: { colour: sand, d: tornSheet(1000, 240, [16, 8, 18, 8], 29, 12) },
  }),
  drawn('paper-from-notebook', 'Page from a notebook', 'paper note lined notebook school', 760, 900, {
    paper: {
      colour: cream,
      d: polygon([[60, 20], [740, 20], [740, 880], [60, 880], ...torn([60, 880], [60, 20], 26, 35, 44)]),
    },
    line: { colour: sky, d: times(13, (k) => rect(70, 130 + k * 56, 660, 4)).join('') },
    margin: { colour: rose, d: rect(150, 22, 4, 856) },
  }),
  drawn('paper-folded', 'Folded note', 'paper note folded square sticky', 800, 800, {
    paper: {
      colour: '#f0cf73',
      d: polygon([
        [40, 40],
        [760, 40],
        [760, 600],
        [600, 760],
        [40, 760],
      ]),
    },
    fold: {
      colour: '#d9b04a',
      d: polygon([
        [760, 600],
        [600, 600],
        [600, 760],
      ]),
    },
  }),
  drawn('tape-plain', 'Strip of tape', 'tape sticky washi strip', 700, 200, {
    tape: { colour: '#e6d3a3cc', d: tape(700, 200, 41) },
  }),
  drawn('tape-striped', 'Striped tape', 'tape sticky washi stripes', 700, 200, {
    tape: { colour: rose, d: tape(700, 200, 47) },
    stripes: {
      colour: clay,
      d: times(14, (k) =>
        polygon([
          [40 + k * 46, 18],
          [62 + k * 46, 18],
          [42 + k * 46, 182],
          [20 + k * 46, 182],
        ]),
      ).join(''),
    },
  }),
  drawn('tape-dotted', 'Dotted tape', 'tape sticky washi dots', 700, 200, {
    tape: { colour: teal, d: tape(700, 200, 53) },
    dots: {
      colour: cream,
      d: times(32, (k) => circle(52 + Math.floor(k / 2) * 40, k % 2 ? 132 : 68, 10)).join(''),
    },
  }),
  drawn('pin-round', 'Push pin', 'pin tack board', 400, 560, {
    shadow: { colour: '#33261f33', d: ellipse(250, 500, 90, 20) },
    needle: {
      colour: '#8d857d',
      d: taper(
        [
          [200, 280],
          [206, 400],
          [214, 520],
        ],
        20,
        3,
      ),
    },
    head: { colour: clay, d: circle(200, 170, 140) },
    light: { colour: rose, d: ellipse(150, 116, 40, 28) },
  }),
  drawn('pin-map', 'Map pin', 'pin map place location', 420, 640, {
    body: {
      colour: clay,
      d: 'M210 620C160 460 30 350 30 206A180 180 0 0 1 390 206C390 350 260 460 210 620Z',
    },
    disc: { colour: cream, d: circle(210, 206, 76) },
  }),
  drawn('clip-paper', 'Paper clip', 'paper clip office attach', 300, 760, {
    wire: {
      colour: '#6d7f86',
      d: stroke(
        through(
          [
            [76, 250],
            [76, 560],
            [150, 664],
            [224, 560],
            [224, 150],
            [166, 70],
            [108, 150],
            [108, 520],
            [150, 578],
            [192, 520],
            [192, 230],
          ],
          12,
        ),
        () => 20,
      ),
    },
  }),
  drawn('clip-binder', 'Bulldog clip', 'clip office hold poster', 520, 520, {
    wire: {
      colour: '#8d857d',
      d: stroke(
        through(
          [
            [150, 260],
            [120, 120],
            [200, 40],
            [320, 40],
            [400, 120],
            [370, 260],
          ],
          10,
        ),
        () => 20,
      ),
    },
    body: {
      colour: ink,
      d: polygon([
        [90, 250],
        [430, 250],
        [490, 490],
        [30, 490],
      ]),
    },
    lip: { colour: '#5c4a40', d: rect(24, 460, 472, 40) },
  }),
]
