import {
  circle,
  drawn,
  type Graphic,
  INKS,
  polar,
  polygon,
  type Spot,
  sparkle,
  star,
  stroke,
  TAU,
  taper,
  through,
  times,
} from './pen'

const { clay, rust, ochre, rose, ink, sky } = INKS
const rays = (n: number, inner: number, outer: (k: number) => number, half: number): string =>
  times(n, (k) => {
    const a = (k / n) * TAU
    return polygon([
      polar(500, 500, inner, a - half * 0.6),
      polar(500, 500, outer(k), a - half),
      polar(500, 500, outer(k), a + half),
      polar(500, 500, inner, a + half * 0.6),
    ])
  }).join('')
/** Rays, bursts and sparkles. */
export const bursts: Graphic[] = [
  drawn('rays-full', 'Rays to the edge', 'rays sunburst background retro', 1000, 1000, {
    rays: { colour: ochre, d: rays(18, 0, () => 720, TAU / 72) },
  }),
  drawn('rays-wide', 'Wide rays', 'rays sunburst background circus', 1000, 1000, {
    rays: { colour: clay, d: rays(12, 0, () => 720, TAU / 48) },
  }),
  drawn('rays-uneven', 'Uneven rays', 'rays sunburst comic background', 1000, 1000, {
    rays: {
      colour: sky,
      d: times(14, (k) => {
        const a = (k / 14) * TAU + Math.sin(k * 4.7) * 0.12
        const half = 0.07 + 0.06 * Math.abs(Math.sin(k * 2.3))
        return polygon([[500, 500], polar(500, 500, 720, a - half), polar(500, 500, 720, a + half)])
      }).join(''),
    },
  }),
  drawn('rays-rising', 'Rays from below', 'rays sunrise morning half', 1000, 560, {
    rays: {
      colour: ochre,
      d: times(13, (k) => {
        const a = -Math.PI + ((k + 0.5) / 13) * Math.PI
        return polygon([
          polar(500, 550, 170, a - 0.05),
          polar(500, 550, 540, a - 0.075),
          polar(500, 550, 540, a + 0.075),
          polar(500, 550, 170, a + 0.05),
        ])
      }).join(''),
    },
    disc: { colour: clay, d: 'M350 550a150 150 0 0 1 300 0Z' },
  }),
  drawn('burst-lines', 'Burst of lines', 'burst lines surprise attention', 1000, 1000, {
    line: {
      colour: ink,
      d: times(20, (k) =>
        stroke(
          [polar(500, 500, 270, (k / 20) * TAU), polar(500, 500, k % 2 ? 400 : 470, (k / 20) * TAU)],
          (t) => 22 - t * 10,
        ),
      ).join(''),
    },
  }),
  drawn('burst-half', 'Half burst', 'burst lines corner attention', 800, 500, {
    line: {
      colour: clay,
      d: times(9, (k) => {
        const a = Math.PI + ((k + 0.5) / 9) * Math.PI
        return stroke([polar(400, 470, 190, a), polar(400, 470, k % 2 ? 330 : 420, a)], (t) => 26 - t * 12)
      }).join(''),
    },
  }),
  drawn('burst-comic', 'Comic burst', 'burst bang comic explosion sale', 1000, 800, {
    shadow: {
      colour: rust,
      d: polygon(
        times(32, (k) => {
          const a = (k / 32) * TAU
          const r = k % 2 ? 0.66 : 0.92 + 0.08 * Math.sin(k * 3)
          return [516 + Math.cos(a) * 480 * r, 414 + Math.sin(a) * 380 * r] as Spot
        }),
      ),
    },
    body: {
      colour: ochre,
      d: polygon(
        times(32, (k) => {
          const a = (k / 32) * TAU
          const r = k % 2 ? 0.66 : 0.92 + 0.08 * Math.sin(k * 3)
          return [500 + Math.cos(a) * 470 * r, 398 + Math.sin(a) * 370 * r] as Spot
        }),
      ),
    },
  }),
  drawn('burst-fireworks', 'Firework', 'firework new year celebration night', 1000, 1000, {
    first: {
      colour: ochre,
      d: times(24, (k) =>
        taper(
          [polar(500, 500, 120, (k / 24) * TAU), polar(500, 500, k % 2 ? 330 : 450, (k / 24) * TAU)],
          4,
          15,
        ),
      ).join(''),
    },
    second: {
      colour: clay,
      d:
        times(24, (k) => circle(...polar(500, 500, k % 2 ? 370 : 485, (k / 24) * TAU), k % 2 ? 13 : 10)).join(
          '',
        ) + times(12, (k) => circle(...polar(500, 500, 80, (k / 12) * TAU), 10)).join(''),
    },
  }),
  drawn('sparkles-three', 'Three sparkles', 'sparkle twinkle shine new clean', 800, 800, {
    sparkles: { colour: ochre, d: sparkle(330, 430, 300) + sparkle(630, 190, 150) + sparkle(640, 640, 110) },
  }),
  drawn('sparkles-strewn', 'Strewn sparkles', 'sparkle glitter stars magic', 1000, 800, {
    first: {
      colour: ochre,
      d: [
        [140, 180, 90],
        [480, 110, 50],
        [820, 220, 110],
        [300, 520, 60],
        [640, 620, 90],
      ]
        .map(([x = 0, y = 0, r = 1]) => sparkle(x, y, r))
        .join(''),
    },
    second: {
      colour: rose,
      d: [
        [330, 300, 24],
        [620, 330, 34],
        [860, 520, 26],
        [160, 640, 34],
        [470, 720, 22],
      ]
        .map(([x = 0, y = 0, r = 1]) => sparkle(x, y, r))
        .join(''),
    },
  }),
  drawn('sparkle-eight', 'Eight-rayed star', 'star sparkle shine night', 800, 800, {
    rays: { colour: ochre, d: sparkle(400, 400, 380, 4, 0.1) },
    second: {
      colour: clay,
      d: polygon(times(8, (k) => polar(400, 400, k % 2 ? 40 : 200, (k / 8) * TAU - Math.PI / 4))),
    },
  }),
  drawn('stars-falling', 'Falling star', 'star shooting wish night', 1000, 600, {
    tail: {
      colour: sky,
      d: times(4, (k) =>
        taper(
          through(
            [
              [60 + k * 40, 100 + k * 90],
              [400, 190 + k * 56],
              [690, 330 + k * 22],
            ],
            10,
          ),
          3,
          24 - k * 3,
        ),
      ).join(''),
    },
    star: { colour: ochre, d: star(770, 390, 170, 5, 0.46, -1.2) },
  }),
]
