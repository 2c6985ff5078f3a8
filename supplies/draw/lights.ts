import { fractal, noise, random } from './random'
import { near, overlay, type Raster, smooth } from './rasters'

type Rgba = [number, number, number, number]
type Spot = { x: number; y: number; r: number; k: number; h: number }
const strewn = (seed: number, count: number, least: number, most: number, power = 1): Spot[] => {
  const rnd = random(seed)
  return Array.from({ length: count }, () => ({
    x: rnd(),
    y: rnd(),
    r: least + rnd() ** power * (most - least),
    k: 0.35 + rnd() * 0.65,
    h: rnd(),
  }))
}
/** Light adds up; what is there is told as a colour with its cover. */
const lit = (r: number, g: number, b: number): Rgba => {
  const a = Math.min(1, Math.max(r, g, b))
  return a > 0 ? [Math.min(1, r / a), Math.min(1, g / a), Math.min(1, b / a), a] : [0, 0, 0, 0]
}
const shadow = (v: number): Rgba => [0.13, 0.1, 0.11, Math.min(1, Math.max(0, v))]
const leak = (
  name: string,
  label: string,
  words: string,
  tones: readonly [Rgba, Rgba],
  at: (x: number, y: number) => number,
): Raster =>
  overlay(
    name,
    label,
    `light leak film flare ${words}`,
    'screen',
    (x, y) => {
      const v = Math.max(0, Math.min(1, at(x, y)))
      const [a, b] = tones
      return [a[0] + (b[0] - a[0]) * v, a[1] + (b[1] - a[1]) * v, a[2] + (b[2] - a[2]) * v, v * 0.95]
    },
    1100,
    1100,
  )
const FLAKES = strewn(7, 300, 0.002, 0.013, 3)
const FAR = strewn(19, 70, 0.02, 0.07, 2)
const DISCS = strewn(29, 60, 0.02, 0.085, 1.6)
const SMALL = strewn(37, 90, 0.008, 0.028, 1.4)
const GLIT = strewn(43, 900, 0.001, 0.0065, 4)
const STARS = strewn(53, 1100, 0.0006, 0.0035, 6)
const MOTES = strewn(59, 260, 0.001, 0.012, 5)
const DROPS = strewn(67, 420, 0.02, 0.06)

/** A leaf's shadow: how deep a point lies in it. */
const inLeaf = (
  x: number,
  y: number,
  l: { x: number; y: number; a: number; l: number },
  wide: number,
  soft: number,
): number => {
  const [dx, dy] = [x - l.x, y - l.y]
  const t = (dx * Math.cos(l.a) + dy * Math.sin(l.a)) / l.l
  if (t < -0.1 || t > 1.1) return 0
  const away = Math.abs(-dx * Math.sin(l.a) + dy * Math.cos(l.a))
  const half = l.l * wide * Math.sin(Math.max(0.03, Math.min(0.97, t)) * Math.PI)
  return smooth(half + soft, half - soft, away) * smooth(-0.06, 0.06, t) * smooth(1.06, 0.94, t)
}
const PALM = (() => {
  const leaves: { x: number; y: number; a: number; l: number }[] = []
  for (const [x0, y0, a0] of [
    [-0.08, 0.1, 0.35],
    [0.1, -0.1, 1.1],
    [-0.1, 0.62, -0.15],
  ] as const)
    for (let n = 0; n < 17; n++) {
      const t = n / 17
      const a = a0 + t * 0.5
      const [x, y] = [x0 + Math.cos(a) * t * 0.95, y0 + Math.sin(a) * t * 0.95]
      const l = 0.3 * Math.sin(Math.PI * (0.15 + t * 0.8))
      leaves.push({ x, y, a: a + 0.95 - t * 0.5, l }, { x, y, a: a - 0.95 + t * 0.5, l })
    }
  return leaves
})()
const BIRCH = (() => {
  const rnd = random(83)
  return Array.from({ length: 150 }, () => ({
    x: rnd() * 1.1 - 0.05,
    y: rnd() ** 1.5 * 0.95,
    a: rnd() * 6.28,
    l: 0.035 + rnd() * 0.05,
  }))
})()
const blindsAt = (x: number, y: number): number => {
  const v = (y + x * 0.22) * 13
  const f = v - Math.floor(v)
  return smooth(0.3, 0.42, f) * smooth(0.98, 0.86, f)
}
const smoke = (x: number, y: number, seed: number, rise: number): number => {
  const wind = (fractal(x * 2, y * 2.4 + rise, seed) - 0.5) * 0.9
  const body = fractal((x + wind * 0.6) * 3.4, y * 2.2 + wind + rise, seed + 4, 6)
  const stream = smooth(
    0.42,
    0.05,
    Math.abs(x - 0.5 - (fractal(3, y * 2.2, seed + 9) - 0.5) * 0.5 * (1 - y)) - (1 - y) * 0.12,
  )
  return smooth(0.4, 0.78, body) * stream * smooth(0, 0.18, y) * smooth(1, 0.86, y)
}

/** Light, weather and thrown shadows, beside those of the first shelf. */
export const moreOverlays: Raster[] = [
  leak(
    'leak-from-left',
    'Leak from the left',
    'warm orange',
    [
      [0.9, 0.2, 0.05, 1],
      [1, 0.78, 0.36, 1],
    ],
    (x, y) => smooth(0.55, 0, x + (fractal(y * 2, 2, 3) - 0.5) * 0.35),
  ),
  leak(
    'leak-in-corner',
    'Leak in a corner',
    'rose magenta',
    [
      [0.7, 0.12, 0.35, 1],
      [1, 0.66, 0.6, 1],
    ],
    (x, y) => smooth(0.85, 0.05, Math.hypot(x, y) + (fractal(x * 2, y * 2, 8) - 0.5) * 0.3),
  ),
  leak(
    'leak-band',
    'Band of light',
    'band gold',
    [
      [0.85, 0.4, 0.1, 1],
      [1, 0.9, 0.6, 1],
    ],
    (x, y) => smooth(0.26, 0, Math.abs(x * 0.7 + y - 0.95 + (fractal(x * 2, y * 2, 12) - 0.5) * 0.2)) * 0.85,
  ),
  leak(
    'leak-cool',
    'Cool leak',
    'cool blue teal',
    [
      [0.05, 0.3, 0.55, 1],
      [0.6, 0.92, 0.95, 1],
    ],
    (x, y) => smooth(0.6, 0, 1 - x + (fractal(y * 2.4, 5, 17) - 0.5) * 0.4) * 0.9,
  ),
  overlay(
    'rays-through-leaves',
    'Rays through leaves',
    'rays light forest sun beams leaves',
    'screen',
    (x, y) => {
      const [dx, dy] = [x - 0.82, y + 0.22]
      const a = Math.atan2(dy, dx)
      const ray =
        smooth(0.4, 0.8, noise(a * 22, 3, 7) * 0.6 + noise(a * 57, 8, 8) * 0.4) *
        smooth(1.5, 0.2, Math.hypot(dx, dy))
      const gap = smooth(0.35, 0.62, fractal(x * 6, y * 6, 21))
      return [1, 0.95, 0.72, ray * (0.45 + gap * 0.55) * 0.8]
    },
    1100,
    1100,
  ),
  overlay(
    'bokeh-cool',
    'Cool bokeh',
    'bokeh lights blur night blue',
    'plus-lighter',
    (x, y) => {
      let [r, g, b] = [0, 0, 0]
      near(DISCS, x, y, (s, d) => {
        const k = smooth(s.r, s.r * 0.92, d) * s.k * 0.55 * (0.7 + 0.3 * smooth(s.r * 0.5, s.r * 0.95, d))
        r += k * (0.3 + s.h * 0.4)
        g += k * 0.75
        b += k
      })
      return lit(r, g, b)
    },
    1100,
    1100,
  ),
  overlay(
    'bokeh-festive',
    'Festive bokeh',
    'bokeh lights blur party birthday colours',
    'plus-lighter',
    (x, y) => {
      let [r, g, b] = [0, 0, 0]
      const tones = [
        [1, 0.55, 0.2],
        [1, 0.3, 0.35],
        [0.35, 0.8, 0.7],
        [1, 0.85, 0.45],
      ] as const
      near(DISCS, 1 - x, y, (s, d) => {
        const k = smooth(s.r, s.r * 0.92, d) * s.k * 0.6
        const t = tones[Math.floor(s.h * 4)] as readonly [number, number, number]
        r += k * t[0]
        g += k * t[1]
        b += k * t[2]
      })
      near(SMALL, x, 1 - y, (s, d) => {
        const k = smooth(s.r, s.r * 0.9, d) * s.k * 0.5
        const t = tones[Math.floor(s.h * 4)] as readonly [number, number, number]
        r += k * t[0]
        g += k * t[1]
        b += k * t[2]
      })
      return lit(r, g, b)
    },
    1100,
    1100,
  ),
  overlay(
    'glitter-gold',
    'Gold glitter',
    'glitter gold sparkle party new year',
    'plus-lighter',
    (x, y) => {
      let v = 0
      near(GLIT, x, y, (s, d) => {
        const cross =
          smooth(s.r * 0.35, 0, Math.abs(x - s.x)) * smooth(s.r * 2.6, 0, Math.abs(y - s.y)) +
          smooth(s.r * 0.35, 0, Math.abs(y - s.y)) * smooth(s.r * 2.6, 0, Math.abs(x - s.x))
        v += (smooth(s.r, s.r * 0.2, d) + cross * 0.8) * s.k
      })
      return lit(v, v * 0.8, v * 0.42)
    },
    1100,
    1100,
  ),
  overlay(
    'glitter-falling',
    'Falling glitter',
    'glitter falling sparkle party confetti light',
    'plus-lighter',
    (x, y) => {
      let v = 0
      near(GLIT, x, y, (s, d) => {
        if (s.h > 1 - s.y * 0.9) v += smooth(s.r * 1.1, s.r * 0.2, d) * s.k
      })
      return lit(v, v * 0.9, v * 0.75)
    },
    1100,
    1100,
  ),
  overlay(
    'dust-warm',
    'Warm dust',
    'dust particles warm sunlight',
    'screen',
    (x, y) => {
      let v = 0
      near(MOTES, x, y, (s, d) => {
        v += smooth(s.r * 2, s.r * 0.2, d) * s.k * 0.7
      })
      return [1, 0.88, 0.66, Math.min(1, v)]
    },
    1100,
    1100,
  ),
  overlay(
    'rain-falling',
    'Rain',
    'rain weather drops autumn',
    'screen',
    (x, y) => {
      let v = 0
      for (const s of DROPS) {
        const dy = y - s.y
        if (dy < 0 || dy > s.r) continue
        const away = Math.abs(x - s.x + dy * 0.2)
        v = Math.max(v, smooth(0.0016 * (0.5 + s.k), 0, away) * Math.sin((dy / s.r) * Math.PI) * s.k)
      }
      return [0.85, 0.92, 1, v * 0.85]
    },
    1100,
    1100,
  ),
  overlay(
    'snow-falling',
    'Snow falling',
    'snow winter weather flakes christmas',
    'screen',
    (x, y) => {
      let v = 0
      near(FLAKES, x, y, (s, d) => {
        v = Math.max(v, smooth(s.r, s.r * 0.35, d) * s.k)
      })
      near(FAR, x, y, (s, d) => {
        v = Math.max(v, smooth(s.r, 0, d) * 0.28 * s.k)
      })
      return [1, 1, 1, v]
    },
    1100,
    1100,
  ),
  overlay(
    'smoke-rising',
    'Rising smoke',
    'smoke steam rising incense hot',
    'screen',
    (x, y) => [0.94, 0.94, 0.95, smoke(x, y, 31, 0) * 0.9],
    900,
    1200,
  ),
  overlay(
    'steam-soft',
    'Soft steam',
    'steam hot coffee tea soup',
    'screen',
    (x, y) => [1, 1, 1, smoke(x, y, 57, 3) ** 1.4 * 0.7],
    900,
    1200,
  ),
  overlay(
    'mist-low',
    'Low mist',
    'mist fog ground morning',
    'screen',
    (x, y) => [
      0.93,
      0.95,
      0.97,
      smooth(0.3, 0.75, fractal(x * 2.6 + fractal(x * 2, y * 4, 6), y * 5, 66, 6)) * smooth(0.45, 0.9, y),
    ],
    1400,
    800,
  ),
  overlay(
    'star-field',
    'Star field',
    'stars night sky space',
    'plus-lighter',
    (x, y) => {
      let v = 0
      near(STARS, x, y, (s, d) => {
        v += smooth(s.r * 2, 0, d) ** 2 * s.k
      })
      const cloud = smooth(0.5, 0.85, fractal(x * 3, y * 3, 71, 6)) * 0.14
      return lit(v + cloud * 0.6, v * 0.96 + cloud * 0.5, v + cloud)
    },
    1100,
    1100,
  ),
  overlay(
    'palm-shadow',
    'Palm shadow',
    'shadow palm leaves summer wall',
    'multiply',
    (x, y) => {
      let v = 0
      for (const l of PALM) v = Math.max(v, inLeaf(x, y, l, 0.09, 0.008))
      return shadow(v * 0.44)
    },
    1100,
    1100,
  ),
  overlay(
    'birch-shadow',
    'Dappled shadow',
    'shadow leaves dappled tree garden wall',
    'multiply',
    (x, y) => {
      let v = 0
      for (const l of BIRCH) v = Math.max(v, inLeaf(x, y, l, 0.3, 0.014))
      return shadow(v * 0.4)
    },
    1100,
    1100,
  ),
  overlay(
    'blinds-shadow',
    'Shadow of blinds',
    'shadow blinds window light wall',
    'multiply',
    (x, y) => shadow((1 - blindsAt(x, y) * smooth(0.05, 0.18, x) * smooth(0.95, 0.82, x)) * 0.42),
    1100,
    1100,
  ),
  overlay(
    'arch-shadow',
    'Light through an arch',
    'shadow arch window light wall',
    'multiply',
    (x, y) => {
      const [u, v] = [x + y * 0.22 - 0.1, y]
      const within = v > 0.42 ? Math.abs(u - 0.5) - 0.24 : Math.hypot(u - 0.5, v - 0.42) - 0.24
      return shadow(smooth(-0.012, 0.02, within) * 0.42)
    },
    1100,
    1100,
  ),
  overlay(
    'floor-shadow-wide',
    'Wide floor shadow',
    'shadow floor soft wide',
    'multiply',
    (x, y) => shadow(smooth(1, 0.1, Math.hypot((x - 0.5) / 0.5, (y - 0.5) / 0.46)) ** 1.5 * 0.75),
    1400,
    280,
  ),
  overlay(
    'floor-shadow-long',
    'Long floor shadow',
    'shadow floor long evening',
    'multiply',
    (x, y) =>
      shadow(
        smooth(0.5 - x * 0.2, 0.1, Math.abs(y - 0.5) * (0.7 + x * 0.5)) *
          smooth(1, 0.1, x) *
          smooth(0, 0.06, x) *
          0.7,
      ),
    1400,
    420,
  ),
  overlay(
    'floor-shadow-two',
    'Two-fold floor shadow',
    'shadow floor studio two lights',
    'multiply',
    (x, y) =>
      shadow(
        Math.max(
          smooth(1, 0.1, Math.hypot((x - 0.36) / 0.36, (y - 0.5) / 0.44)),
          smooth(1, 0.1, Math.hypot((x - 0.64) / 0.36, (y - 0.5) / 0.44)),
        ) **
          1.6 *
          0.62,
      ),
    1400,
    320,
  ),
  overlay(
    'floor-shadow-small',
    'Small floor shadow',
    'shadow floor tight contact',
    'multiply',
    (x, y) => shadow(smooth(1, 0.35, Math.hypot((x - 0.5) / 0.46, (y - 0.5) / 0.42)) * 0.85),
    900,
    180,
  ),
]
