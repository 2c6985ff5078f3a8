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
  smooth,
  star,
  stroke,
  TAU,
  taper,
  through,
  times,
} from './pen'

const { clay, rust, ochre, sand, cream, pine, teal, moss, rose, plum, ink, night, sky } = INKS
const sign = (name: string, label: string, words: string, parts: Graphic['parts']): Graphic => ({
  name,
  label,
  words,
  width: 800,
  height: 800,
  parts,
})
const puff = (x: number, y: number, k: number): string =>
  circle(x - 150 * k, y + 30 * k, 110 * k) +
  circle(x, y - 50 * k, 150 * k) +
  circle(x + 160 * k, y + 20 * k, 120 * k) +
  rounded(x - 260 * k, y + 20 * k, 540 * k, 120 * k, 60 * k)
const drop = (x: number, y: number, r: number): string =>
  `M${P(x, y - r * 1.9)}C${P(x - r * 0.4, y - r * 0.9)} ${P(x - r, y - r * 0.5)} ${P(x - r, y)}A${r} ${r} 0 0 0 ${P(x + r, y)}C${P(x + r, y - r * 0.5)} ${P(x + r * 0.4, y - r * 0.9)} ${P(x, y - r * 1.9)}Z`
const flake = (x: number, y: number, r: number): string =>
  times(6, (k) => {
    const a = (k / 6) * TAU
    return (
      stroke([[x, y], polar(x, y, r, a)], () => r * 0.11) +
      [-1, 1]
        .map((s) =>
          stroke(
            [polar(x, y, r * 0.6, a), polar(...polar(x, y, r * 0.6, a), r * 0.3, a + s * 0.8)],
            () => r * 0.1,
          ),
        )
        .join('')
    )
  }).join('')
const note = (x: number, y: number, k: number): string =>
  ellipse(x, y, 70 * k, 52 * k) + rect(x + 46 * k, y - 330 * k, 24 * k, 330 * k)

/** Signs of weather, food, tools, music, sport and travel. */
export const signs: Graphic[] = [
  sign('sign-sun', 'Sun', 'weather sun warm summer day', {
    rays: {
      colour: ochre,
      d: times(12, (k) =>
        taper(
          [polar(400, 400, 240, (k / 12) * TAU), polar(400, 400, k % 2 ? 330 : 376, (k / 12) * TAU)],
          50,
          14,
        ),
      ).join(''),
    },
    disc: { colour: clay, d: circle(400, 400, 200) },
  }),
  sign('sign-cloud', 'Cloud', 'weather cloud sky dream', { cloud: { colour: sky, d: puff(400, 400, 1.2) } }),
  sign('sign-rain', 'Rain', 'weather rain autumn wet drops', {
    cloud: { colour: sky, d: puff(400, 270, 1) },
    drops: {
      colour: teal,
      d: [
        [230, 560],
        [400, 640],
        [560, 560],
        [310, 720],
        [490, 730],
      ]
        .map(([x = 0, y = 0]) => drop(x, y, 32))
        .join(''),
    },
  }),
  sign('sign-snow', 'Snowflake', 'weather snow winter cold frost', {
    flake: { colour: teal, d: flake(400, 400, 350) },
  }),
  sign('sign-moon', 'Moon and stars', 'weather night moon stars sleep', {
    moon: { colour: ochre, d: 'M470 90A320 320 0 1 0 710 520A260 260 0 0 1 470 90Z' },
    stars: {
      colour: cream,
      d: star(600, 220, 60, 5, 0.44) + star(690, 360, 34, 5, 0.44) + star(540, 370, 28, 5, 0.44),
    },
  }),
  sign('sign-cup', 'Cup that steams', 'food coffee tea cup hot breakfast', {
    body: { colour: clay, d: `M170 330H590V520a170 170 0 0 1 -170 170H340a170 170 0 0 1 -170 -170Z` },
    handle: { colour: clay, d: ring(600, 450, 96, 40) },
    steam: {
      colour: sand,
      d: [270, 380, 490]
        .map((x) =>
          stroke(
            through(
              [
                [x, 280],
                [x - 30, 210],
                [x + 26, 150],
                [x, 70],
              ],
              8,
            ),
            (t) => 24 - t * 12,
          ),
        )
        .join(''),
    },
  }),
  sign('sign-bread', 'Loaf', 'food bread bakery breakfast', {
    body: {
      colour: '#c58a4a',
      d: 'M120 330a140 140 0 0 1 140 -140H540a140 140 0 0 1 140 140c0 50 -30 80 -60 96V610H180V426c-30 -16 -60 -46 -60 -96Z',
    },
    cuts: {
      colour: sand,
      d: [270, 400, 530]
        .map((x) =>
          stroke(
            through(
              [
                [x - 40, 470],
                [x, 400],
                [x + 40, 320],
              ],
              6,
            ),
            (t) => 24 - Math.abs(t - 0.5) * 30,
          ),
        )
        .join(''),
    },
  }),
  sign('sign-fruit', 'Pear', 'food fruit pear market harvest', {
    body: {
      colour: moss,
      d: smooth([
        [400, 190],
        [480, 260],
        [520, 400],
        [610, 540],
        [540, 710],
        [400, 750],
        [260, 710],
        [190, 540],
        [280, 400],
        [320, 260],
      ]),
    },
    shine: { colour: sand, d: leaf(290, 640, -1.4, 170, 26) },
    stem: {
      colour: ink,
      d: stroke(
        through(
          [
            [400, 210],
            [410, 140],
            [450, 70],
          ],
          6,
        ),
        () => 20,
      ),
    },
    leaf: { colour: pine, d: leaf(420, 150, -0.4, 190, 46) },
  }),
  sign('sign-bowl', 'Bowl of soup', 'food soup bowl lunch menu', {
    body: { colour: teal, d: 'M90 380H710a310 310 0 0 1 -220 300v50H310v-50A310 310 0 0 1 90 380Z' },
    band: { colour: cream, d: 'M100 430H700l-12 46H112Z' },
    steam: {
      colour: sand,
      d: [280, 400, 520]
        .map((x) =>
          stroke(
            through(
              [
                [x, 330],
                [x - 30, 260],
                [x + 30, 180],
                [x, 100],
              ],
              8,
            ),
            (t) => 26 - t * 12,
          ),
        )
        .join(''),
    },
  }),
  sign('sign-cutlery', 'Knife and fork', 'food menu restaurant eat dinner', {
    fork: {
      colour: ink,
      d:
        rounded(220, 90, 28, 250, 14) +
        rounded(276, 90, 28, 250, 14) +
        rounded(332, 90, 28, 250, 14) +
        `M220 300H360v40a70 70 0 0 1 -48 66V710a22 22 0 0 1 -44 0V406a70 70 0 0 1 -48 -66Z`,
    },
    knife: { colour: ink, d: 'M500 90C590 130 610 300 600 430H546V710a22 22 0 0 1 -46 0Z' },
  }),
  sign('sign-brush', 'Paint brush', 'tools paint brush paintbrush art create workshop', {
    handle: {
      colour: ochre,
      d: taper(
        [
          [700, 90],
          [430, 400],
        ],
        34,
        62,
      ),
    },
    ferrule: {
      colour: '#8d857d',
      d: taper(
        [
          [440, 390],
          [360, 480],
        ],
        66,
        84,
      ),
    },
    hair: {
      colour: clay,
      d: smooth([
        [330, 440],
        [410, 520],
        [350, 640],
        [120, 710],
        [240, 570],
      ]),
    },
  }),
  sign('sign-loop-tool', 'Loop tool', 'tools pottery clay trimming workshop', {
    handle: {
      colour: '#b98d5e',
      d: stroke(
        [
          [400, 300],
          [400, 700],
        ],
        (t) => 58 + Math.sin(t * Math.PI) * 26,
      ),
    },
    ferrule: { colour: '#8d857d', d: rect(372, 230, 56, 90) },
    loop: {
      colour: ink,
      d: stroke(
        through(
          [
            [386, 240],
            [300, 150],
            [330, 60],
            [470, 60],
            [500, 150],
            [414, 240],
          ],
          10,
        ),
        () => 18,
      ),
    },
  }),
  sign('sign-hammer', 'Hammer', 'tools hammer build repair hiring', {
    handle: {
      colour: '#b98d5e',
      d: taper(
        [
          [370, 330],
          [400, 740],
        ],
        56,
        68,
      ),
    },
    head: { colour: night, d: `M170 150H470c70 0 130 30 160 90c-60 -20 -110 -10 -140 30V310H250V270H170Z` },
  }),
  sign('sign-scissors', 'Scissors', 'tools scissors cut paper craft', {
    blades: {
      colour: '#6d7f86',
      d:
        polygon([
          [370, 430],
          [560, 70],
          [590, 80],
          [440, 450],
        ]) +
        polygon([
          [430, 430],
          [240, 70],
          [210, 80],
          [360, 450],
        ]),
    },
    grips: {
      colour: clay,
      d:
        ring(280, 600, 120, 46) +
        ring(520, 600, 120, 46) +
        stroke(
          [
            [370, 440],
            [330, 500],
          ],
          () => 46,
        ) +
        stroke(
          [
            [430, 440],
            [470, 500],
          ],
          () => 46,
        ),
    },
    screw: { colour: ink, d: circle(400, 420, 22) },
  }),
  sign('sign-notes', 'Two notes', 'music notes song concert festival', {
    notes: {
      colour: plum,
      d:
        note(230, 620, 1) +
        note(560, 560, 1) +
        polygon([
          [276, 290],
          [630, 230],
          [630, 330],
          [276, 390],
        ]),
    },
  }),
  sign('sign-guitar', 'Guitar', 'music guitar concert folk campfire', {
    neck: {
      colour: rust,
      d:
        taper(
          [
            [400, 480],
            [690, 90],
          ],
          56,
          44,
        ) +
        polygon([
          [650, 90],
          [700, 40],
          [760, 90],
          [710, 142],
        ]),
    },
    body: {
      colour: ochre,
      d: smooth([
        [180, 470],
        [290, 390],
        [380, 420],
        [430, 380],
        [500, 450],
        [470, 530],
        [490, 620],
        [400, 720],
        [230, 720],
        [140, 610],
      ]),
    },
    hole: { colour: ink, d: circle(352, 548, 56) },
    strings: {
      colour: cream,
      d: times(3, (k) =>
        stroke(
          [
            [252 + k * 12, 640 + k * 10],
            [676 + k * 12, 74 + k * 10],
          ],
          () => 4,
        ),
      ).join(''),
    },
  }),
  sign('sign-drum', 'Drum', 'music drum rhythm parade festival', {
    body: { colour: clay, d: 'M110 300V600c0 76 580 76 580 0V300Z' },
    bands: {
      colour: ochre,
      d: times(6, (k) =>
        polygon([
          [130 + k * 92, 340],
          [150 + k * 92, 340],
          [196 + k * 92, 620],
          [176 + k * 92, 620],
        ]),
      ).join(''),
    },
    skin: { colour: cream, d: ellipse(400, 300, 290, 76) },
    sticks: {
      colour: '#b98d5e',
      d:
        stroke(
          [
            [430, 280],
            [680, 80],
          ],
          () => 24,
        ) +
        stroke(
          [
            [340, 290],
            [110, 100],
          ],
          () => 24,
        ),
    },
  }),
  sign('sign-record', 'Record', 'music record vinyl party dance', {
    disc: { colour: night, d: circle(400, 400, 360) },
    grooves: { colour: '#4a4a60', d: [310, 260, 210].map((r) => ring(400, 400, r, 5)).join('') },
    label: { colour: clay, d: circle(400, 400, 136) },
    hole: { colour: cream, d: circle(400, 400, 20) },
  }),
  sign('sign-ball', 'Ball', 'sport ball game play team', {
    ball: { colour: ochre, d: circle(400, 400, 350) },
    seams: {
      colour: rust,
      d:
        stroke(
          through(
            [
              [90, 260],
              [300, 380],
              [330, 720],
            ],
            10,
          ),
          () => 20,
        ) +
        stroke(
          through(
            [
              [710, 260],
              [500, 380],
              [470, 720],
            ],
            10,
          ),
          () => 20,
        ) +
        stroke(
          through(
            [
              [140, 180],
              [400, 240],
              [660, 180],
            ],
            10,
          ),
          () => 20,
        ),
    },
  }),
  sign('sign-cup-of-victory', 'Victory cup', 'sport win cup prize trophy award', {
    handles: { colour: ochre, d: ring(200, 290, 120, 36) + ring(600, 290, 120, 36) },
    body: { colour: ochre, d: 'M200 130H600V330a200 200 0 0 1 -160 196V600H360V526A200 200 0 0 1 200 330Z' },
    base: { colour: rust, d: rounded(260, 600, 280, 60, 12) + rounded(210, 660, 380, 70, 12) },
    star: { colour: cream, d: star(400, 300, 90, 5, 0.45) },
  }),
  sign('sign-weights', 'Weights', 'sport gym strong training fitness', {
    bar: { colour: '#8d857d', d: rounded(150, 376, 500, 48, 20) },
    plates: { colour: night, d: rounded(170, 220, 70, 360, 26) + rounded(560, 220, 70, 360, 26) },
    small: { colour: clay, d: rounded(100, 280, 62, 240, 24) + rounded(638, 280, 62, 240, 24) },
  }),
  sign('sign-suitcase', 'Suitcase', 'travel suitcase holiday journey', {
    body: { colour: clay, d: rounded(100, 270, 600, 430, 50) },
    bands: { colour: rust, d: rect(220, 270, 50, 430) + rect(530, 270, 50, 430) },
    handle: {
      colour: ink,
      d: stroke(
        through(
          [
            [300, 280],
            [300, 190],
            [340, 150],
            [460, 150],
            [500, 190],
            [500, 280],
          ],
          8,
        ),
        () => 34,
      ),
    },
  }),
  sign('sign-aeroplane', 'Aeroplane', 'travel flight plane holiday', {
    body: {
      colour: teal,
      d: smooth([
        [90, 520],
        [150, 500],
        [330, 420],
        [560, 260],
        [690, 190],
        [730, 220],
        [700, 280],
        [480, 470],
        [260, 590],
        [150, 600],
      ]),
    },
    wings: {
      colour: pine,
      d:
        polygon([
          [380, 400],
          [150, 250],
          [220, 220],
          [520, 320],
        ]) +
        polygon([
          [440, 470],
          [520, 720],
          [580, 680],
          [560, 400],
        ]) +
        polygon([
          [130, 520],
          [60, 400],
          [110, 390],
          [220, 480],
        ]),
    },
  }),
  sign('sign-compass', 'Compass', 'travel compass way adventure', {
    ring: { colour: ochre, d: ring(400, 400, 350, 44) },
    face: { colour: cream, d: circle(400, 400, 300) },
    north: {
      colour: clay,
      d: polygon([
        [400, 150],
        [460, 400],
        [340, 400],
      ]),
    },
    south: {
      colour: night,
      d: polygon([
        [400, 650],
        [460, 400],
        [340, 400],
      ]),
    },
    pin: { colour: ochre, d: circle(400, 400, 30) },
  }),
  sign('sign-tent', 'Tent', 'travel tent camping summer outdoors', {
    tent: {
      colour: ochre,
      d: polygon([
        [400, 130],
        [760, 680],
        [40, 680],
      ]),
    },
    side: {
      colour: clay,
      d: polygon([
        [400, 130],
        [760, 680],
        [560, 680],
      ]),
    },
    door: {
      colour: night,
      d: polygon([
        [400, 330],
        [500, 680],
        [300, 680],
      ]),
    },
  }),
  sign('sign-boat', 'Boat', 'travel boat sea sail summer', {
    sail: {
      colour: cream,
      d: polygon([
        [390, 90],
        [390, 520],
        [130, 520],
      ]),
    },
    jib: {
      colour: rose,
      d: polygon([
        [420, 170],
        [420, 520],
        [630, 520],
      ]),
    },
    mast: { colour: rust, d: rect(392, 80, 22, 490) },
    hull: { colour: clay, d: 'M90 560H720l-110 150H200Z' },
  }),
]
