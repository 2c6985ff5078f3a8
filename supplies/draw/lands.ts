import {
  circle,
  drawn,
  ellipse,
  type Graphic,
  INKS,
  polygon,
  rect,
  ring,
  type Spot,
  sparkle,
  stroke,
  TAU,
  through,
  times,
} from './pen'
import { random } from './random'

const { clay, rust, ochre, cream, pine, teal, plum, ink, sky } = INKS
const wave = (y: number, high: number, turns: number, shift: number): string =>
  polygon([
    ...times(61, (k): Spot => [k * 20, y + Math.sin((k / 60) * turns * TAU + shift) * high]),
    [1200, 500],
    [0, 500],
  ])
/** Waves, hills, rules and signs of reading. */
export const lands: Graphic[] = [
  drawn('waves-of-sea', 'Waves', 'waves sea water summer bottom', 1200, 500, {
    back: { colour: sky, d: wave(150, 46, 3, 0) },
    middle: { colour: teal, d: wave(250, 50, 2.5, 1.4) },
    front: { colour: pine, d: wave(350, 44, 3.5, 2.6) },
  }),
  drawn('hills-rolling', 'Rolling hills', 'hills landscape green bottom', 1200, 500, {
    back: { colour: '#a9b894', d: wave(180, 80, 1.1, 0.6) },
    middle: { colour: '#7f9268', d: wave(270, 70, 1.4, 2.4) },
    front: { colour: '#5a6f4c', d: wave(370, 52, 1.2, 4.4) },
  }),
  drawn('mountains', 'Mountains', 'mountains snow winter hike travel', 1200, 600, {
    back: {
      colour: sky,
      d: polygon([
        [0, 600],
        [220, 190],
        [420, 440],
        [640, 110],
        [900, 430],
        [1040, 250],
        [1200, 600],
      ]),
    },
    snow: {
      colour: cream,
      d:
        polygon([
          [640, 110],
          [560, 230],
          [610, 214],
          [650, 250],
          [690, 210],
          [740, 232],
        ]) +
        polygon([
          [220, 190],
          [170, 282],
          [220, 268],
          [272, 256],
        ]),
    },
    front: {
      colour: pine,
      d: polygon([
        [0, 600],
        [160, 420],
        [330, 560],
        [520, 380],
        [760, 570],
        [980, 400],
        [1200, 600],
      ]),
    },
  }),
  drawn('rule-brush', 'Brushed rule', 'rule divider line brush', 900, 80, {
    line: {
      colour: ink,
      d: stroke(
        through(
          [
            [20, 44],
            [300, 36],
            [600, 46],
            [880, 38],
          ],
          12,
        ),
        (t) => 3 + Math.sin(t * Math.PI) * 13,
      ),
    },
  }),
  drawn('rule-stars', 'Rule with a star', 'rule divider line star', 900, 80, {
    line: { colour: plum, d: rect(20, 38, 370, 4) + rect(510, 38, 370, 4) },
    star: { colour: ochre, d: sparkle(450, 40, 38) + circle(404, 40, 5) + circle(496, 40, 5) },
  }),
  drawn('rule-waves', 'Wavy rule', 'rule divider line wave', 900, 80, {
    line: {
      colour: teal,
      d: stroke(
        times(91, (k): Spot => [20 + k * 9.55, 40 + Math.sin(k * 0.55) * 13]),
        () => 8,
      ),
    },
  }),
  drawn('rule-diamonds', 'Rule of diamonds', 'rule divider line diamond', 900, 80, {
    line: { colour: ink, d: rect(20, 38.5, 860, 3) },
    diamonds: {
      colour: clay,
      d: [
        [450, 26],
        [370, 15],
        [530, 15],
      ]
        .map(([x = 0, r = 1]) =>
          polygon([
            [x, 40 - r],
            [x + r, 40],
            [x, 40 + r],
            [x - r, 40],
          ]),
        )
        .join(''),
    },
  }),
  drawn('question-mark-brushed', 'Question mark', 'question mark ask quiz what', 500, 800, {
    mark: {
      colour: clay,
      d: stroke(
        through(
          [
            [90, 240],
            [130, 110],
            [270, 60],
            [400, 150],
            [380, 310],
            [260, 400],
            [240, 540],
          ],
          12,
        ),
        (t) => 96 - t * 22,
      ),
    },
    dot: { colour: ochre, d: circle(240, 700, 58) },
  }),
  drawn('question-mark-line', 'Question mark, in lines', 'question mark ask line', 500, 800, {
    line: {
      colour: ink,
      d:
        stroke(
          through(
            [
              [100, 230],
              [150, 100],
              [280, 70],
              [400, 170],
              [370, 310],
              [260, 400],
              [250, 540],
            ],
            12,
          ),
          () => 22,
        ) + ring(250, 690, 46, 20),
    },
  }),
  drawn('question-mark-round', 'Question in a disc', 'question mark help faq', 800, 800, {
    disc: { colour: pine, d: circle(400, 400, 370) },
    mark: {
      colour: cream,
      d:
        stroke(
          through(
            [
              [280, 320],
              [310, 210],
              [400, 170],
              [510, 240],
              [490, 350],
              [410, 420],
              [400, 510],
            ],
            12,
          ),
          () => 62,
        ) + circle(400, 620, 42),
    },
  }),
  drawn('exclamation-mark-brushed', 'Exclamation mark', 'exclamation attention warning new', 360, 800, {
    mark: {
      colour: clay,
      d: stroke(
        [
          [190, 80],
          [180, 300],
          [176, 530],
        ],
        (t) => 130 - t * 66,
      ),
    },
    dot: { colour: ochre, d: circle(176, 690, 62) },
  }),
  drawn('exclamation-mark-line', 'Exclamation mark, in lines', 'exclamation attention line', 360, 800, {
    line: {
      colour: ink,
      d: `M120 60H250L216 540H154ZM144 82L174 518H196L226 82Z${ring(185, 680, 52, 22)}`,
      even: true,
    },
  }),
  drawn('exclamation-mark-round', 'Exclamation in a disc', 'exclamation warning note', 800, 800, {
    disc: {
      colour: ochre,
      d: polygon([
        [400, 50],
        [770, 700],
        [30, 700],
      ]),
    },
    mark: {
      colour: ink,
      d:
        stroke(
          [
            [400, 260],
            [400, 500],
          ],
          (t) => 80 - t * 30,
        ) + circle(400, 600, 38),
    },
  }),
]
/** A made-up town from its roofs. */
function town(
  seed: number,
  kinds: readonly ('gable' | 'flat' | 'tower' | 'dome' | 'kiln')[],
  tones: readonly [string, string, string],
): Graphic['parts'] {
  const rnd = random(seed)
  const row = (base: number, low: number, high: number): [string, string] => {
    let x = -10
    let walls = ''
    let holes = ''
    while (x < 1200) {
      const w = 70 + rnd() * 90
      const h = low + rnd() * (high - low)
      const kind = kinds[Math.floor(rnd() * kinds.length)] as (typeof kinds)[number]
      const y = base - h
      walls += rect(x, y, w + 1, h + 20)
      if (kind === 'gable')
        walls += polygon([
          [x - 6, y + 1],
          [x + w / 2, y - w * 0.55],
          [x + w + 6, y + 1],
        ])
      if (kind === 'tower')
        walls +=
          rect(x + w * 0.3, y - 70, w * 0.4, 72) +
          polygon([
            [x + w * 0.24, y - 68],
            [x + w / 2, y - 150],
            [x + w * 0.76, y - 68],
          ])
      if (kind === 'dome')
        walls += ellipse(x + w / 2, y, w * 0.46, w * 0.44) + rect(x + w / 2 - 3, y - w * 0.62, 6, 30)
      if (kind === 'kiln')
        walls += polygon([
          [x + w * 0.1, y + 1],
          [x + w * 0.34, y - 110],
          [x + w * 0.66, y - 110],
          [x + w * 0.9, y + 1],
        ])
      const across = Math.max(1, Math.floor(w / 40))
      for (let j = 0; j < Math.floor((h - 30) / 52); j++)
        for (let i = 0; i < across; i++)
          if (rnd() > 0.25) holes += rect(x + (w / across) * (i + 0.5) - 8, y + 26 + j * 52, 16, 24)
      x += w
    }
    return [walls, holes]
  }
  const [far] = row(500, 120, 300)
  const [near, windows] = row(500, 70, 210)
  return {
    far: { colour: tones[0], d: far },
    near: { colour: tones[1], d: near },
    windows: { colour: tones[2], d: windows },
  }
}
export const towns: Graphic[] = [
  drawn(
    'town-old',
    'Old town',
    'skyline town city roofs street',
    1200,
    500,
    town(4, ['gable', 'gable', 'tower'], ['#c9a78a', rust, ochre]),
  ),
  drawn(
    'town-by-the-sea',
    'Town of domes',
    'skyline town city domes south',
    1200,
    500,
    town(12, ['dome', 'flat', 'tower'], ['#c7d3cf', teal, cream]),
  ),
  drawn(
    'town-of-kilns',
    'Town of kilns',
    'skyline town pottery chimneys works',
    1200,
    500,
    town(23, ['kiln', 'gable', 'flat'], ['#b9a7a0', plum, ochre]),
  ),
  drawn(
    'town-new',
    'New town',
    'skyline city modern towers night',
    1200,
    500,
    town(37, ['flat', 'flat', 'tower'], ['#5b6679', '#2b2f45', '#f3d27a']),
  ),
]
