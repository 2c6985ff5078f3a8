import { fractal, noise, random } from './random'
import { grey, hex, mix, type Raster, type Rgb, smooth, texture, tone } from './rasters'

const full = (c: Rgb, k = 1): [number, number, number, number] => [c[0] * k, c[1] * k, c[2] * k, 1]

/** The nearest and second nearest of strewn points, and which is nearest: cells (Worley 1996). */
function cells(x: number, y: number, seed: number): { d1: number; d2: number; id: number } {
  const [cx, cy] = [Math.floor(x), Math.floor(y)]
  let [d1, d2, id] = [9, 9, 0]
  for (let j = -1; j <= 1; j++)
    for (let i = -1; i <= 1; i++) {
      const [px, py] = [cx + i, cy + j]
      const d = Math.hypot(
        px + noise(px * 7.3, py * 3.1, seed) - x,
        py + noise(px * 2.9, py * 8.7, seed + 1) - y,
      )
      if (d < d1) [d2, d1, id] = [d1, d, px * 131 + py]
      else if (d < d2) d2 = d
    }
  return { d1, d2, id }
}
const FOLDS = (() => {
  const rnd = random(71)
  return Array.from({ length: 7 }, () => ({
    a: rnd() * Math.PI,
    at: rnd() * 1.2 - 0.1,
    k: 0.5 + rnd() * 0.5,
  }))
})()
const creases = (x: number, y: number): number => {
  let v = 0
  for (const { a, at, k } of FOLDS) {
    const d = x * Math.cos(a) + y * Math.sin(a) - at + (noise(x * 9, y * 9, 3) - 0.5) * 0.012
    v += (smooth(0.02, 0, Math.abs(d)) * Math.sign(d) * 0.5 + smooth(0.0025, 0, Math.abs(d)) * 0.7) * k
  }
  return v
}
const CHIPS = ['#c2553a', '#2f5f63', '#e2b45c', '#7f9268', '#f3ece0', '#8d857d'].map(hex)

/** Papers, cloths, walls, woods, stones and printing, beside those of the first shelf. */
export const moreTextures: Raster[] = [
  texture('hot-press-paper', 'Smooth paper', 'paper smooth fine white page', 'multiply', (x, y) =>
    tone(0.5 + 0.5 * fractal(x * 60, y * 60, 2, 4), [0.94, 0.93, 0.905], [1, 0.995, 0.98]),
  ),
  texture('laid-paper', 'Laid paper', 'paper laid lines letter stationery', 'multiply', (x, y) =>
    tone(
      0.45 +
        0.2 * Math.sin(y * 900) +
        0.1 * smooth(0.9, 1, Math.sin(x * 90)) +
        0.3 * fractal(x * 12, y * 12, 5),
      [0.87, 0.84, 0.77],
      [0.99, 0.97, 0.92],
    ),
  ),
  texture('crumpled-paper', 'Crumpled paper', 'paper crumpled creased worn', 'multiply', (x, y) => {
    const c = cells(x * 5 + fractal(x * 4, y * 4, 2) * 1.2, y * 5 + fractal(x * 4 + 9, y * 4, 3) * 1.2, 6)
    const slope = noise(c.id * 0.37, 2, 8)
    return tone(
      0.42 +
        slope * 0.4 +
        smooth(0.05, 0, c.d2 - c.d1) * 0.1 +
        (c.d1 - 0.3) * (noise(c.id * 0.83, 5, 9) - 0.5) * 0.7 +
        (fractal(x * 40, y * 40, 4) - 0.5) * 0.2,
      [0.74, 0.71, 0.66],
      [1, 0.985, 0.96],
    )
  }),
  texture('folded-sheet', 'Folded sheet', 'paper folds creases poster map', 'multiply', (x, y) => {
    const grid = (t: number, n: number) => {
      const d = t * n - Math.round(t * n)
      return smooth(0.035, 0, Math.abs(d)) * (d > 0 ? 0.6 : -0.7) + smooth(0.004, 0, Math.abs(d)) * 0.7
    }
    return tone(
      0.78 + (grid(x, 3) + grid(y, 3)) * 0.28 + (fractal(x * 30, y * 30, 9) - 0.5) * 0.14,
      [0.7, 0.67, 0.62],
      [1, 0.985, 0.96],
    )
  }),
  texture('creases', 'Creases', 'folds creases worn poster overlay', 'soft-light', (x, y) =>
    grey(0.5 + creases(x, y) * 0.34),
  ),
  texture('old-page', 'Old page', 'paper old stained vintage aged', 'multiply', (x, y) => {
    const edge = Math.min(x, y, 1 - x, 1 - y)
    const stain = smooth(0.52, 0.75, fractal(x * 3, y * 3, 41, 6))
    return tone(
      0.9 -
        smooth(0.14, 0, edge + (fractal(x * 7, y * 7, 42) - 0.5) * 0.1) * 0.55 -
        stain * 0.22 +
        (noise(x * 700, y * 700, 4) - 0.5) * 0.1,
      [0.66, 0.5, 0.32],
      [0.98, 0.93, 0.82],
    )
  }),
  texture('felt', 'Felt', 'cloth felt wool soft', 'multiply', (x, y) =>
    tone(
      0.3 +
        0.5 * fractal(x * 40, y * 40, 12, 5) +
        0.25 * noise(x * 420 + fractal(x * 60, y * 60, 3) * 6, y * 420, 5),
      [0.56, 0.63, 0.55],
      [0.8, 0.85, 0.76],
    ),
  ),
  texture('canvas-weave', 'Canvas', 'cloth canvas weave painting', 'multiply', (x, y) => {
    const [u, v] = [x * 170, y * 170]
    const over = (Math.floor(u) + Math.floor(v)) % 2 === 0
    const [fu, fv] = [u - Math.floor(u) - 0.5, v - Math.floor(v) - 0.5]
    const round = over ? 1 - fu * fu * 3 : 1 - fv * fv * 3
    return tone(
      0.2 + round * 0.6 + (noise(u * 0.6, v * 0.6, 7) - 0.5) * 0.3,
      [0.72, 0.68, 0.6],
      [0.99, 0.965, 0.92],
    )
  }),
  texture('denim', 'Denim', 'cloth denim jeans blue weave', 'normal', (x, y) => {
    const t = x * 260 + y * 260
    const twill = Math.sin(t * Math.PI) * 0.5 + 0.5
    return tone(
      0.15 + twill * 0.5 + (fractal(x * 90, y * 200, 3) - 0.5) * 0.5,
      [0.13, 0.21, 0.34],
      [0.44, 0.55, 0.68],
    )
  }),
  texture(
    'brick-wall',
    'Brick wall',
    'wall brick street loft',
    'normal',
    (x, y) => {
      const rows = 22
      const r = Math.floor(y * rows)
      const u = x * 9 + (r % 2) * 0.5
      const [fu, fv] = [u - Math.floor(u), y * rows - r]
      const wobble = (fractal(x * 30, y * 30, 5) - 0.5) * 0.05
      const joint = Math.min(Math.min(fu, 1 - fu) * 2.4, Math.min(fv, 1 - fv)) + wobble
      const brick = mix(
        hex('#a5573c'),
        hex('#c98a63'),
        noise(Math.floor(u) * 3.7, r * 5.1, 9) * 0.8 + (fractal(x * 60, y * 60, 6) - 0.5) * 0.5,
      )
      return full(
        mix(hex('#cfc3b1'), brick, smooth(0.05, 0.1, joint)),
        0.9 + 0.2 * fractal(x * 200, y * 200, 4, 3) - smooth(0.2, 0.05, joint) * 0.1,
      )
    },
    2000,
  ),
  texture(
    'concrete',
    'Concrete',
    'wall concrete grey modern floor',
    'normal',
    (x, y) => {
      const v = fractal(x * 3, y * 3, 61, 6)
      const pore = smooth(0.79, 0.84, noise(x * 150, y * 150, 62))
      return tone(
        0.28 + v * 0.66 + (noise(x * 800, y * 800, 6) - 0.5) * 0.14 - pore * 0.3,
        [0.5, 0.5, 0.49],
        [0.82, 0.815, 0.8],
      )
    },
    2000,
  ),
  texture(
    'painted-boards',
    'Painted boards',
    'wood boards planks painted white rustic',
    'normal',
    (x, y) => {
      const n = Math.floor(x * 6)
      const fx = x * 6 - n
      const gap = smooth(0.012, 0.004, Math.min(fx, 1 - fx))
      const worn = smooth(0.56, 0.64, fractal(x * 30 + n * 7, y * 3, 71 + n, 6))
      const wood = mix(hex('#8a6644'), hex('#b08a62'), fractal(x * 70, y * 4, 5 + n))
      const paint = mix(hex('#dfe3dc'), hex('#f3f1e8'), fractal(x * 40, y * 5, 15 + n))
      return full(mix(mix(paint, wood, worn * 0.85), hex('#3b2c20'), gap), 0.95 + noise(n * 3, 1, 5) * 0.06)
    },
    2000,
  ),
  texture(
    'oak-boards',
    'Oak boards',
    'wood oak boards table floor planks',
    'normal',
    (x, y) => {
      const n = Math.floor(y * 5)
      const fy = y * 5 - n
      const gap = smooth(0.014, 0.005, Math.min(fy, 1 - fy))
      const warp = fractal(x * 1.5, y * 6, 81 + n) * 1.6
      const grain = fractal(x * 2.2 + n * 5, (y * 5 + warp * 0.14) * 14, 82 + n, 6)
      const fibre = noise(x * 30, y * 900, 7)
      return full(
        mix(mix(hex('#8f5f36'), hex('#c99b64'), smooth(0.25, 0.75, grain)), hex('#2c1b10'), gap),
        0.92 + fibre * 0.14 + noise(n * 9, 4, 3) * 0.08,
      )
    },
    2000,
  ),
  texture(
    'terrazzo',
    'Terrazzo',
    'stone terrazzo chips floor speckle',
    'normal',
    (x, y) => {
      let c: Rgb = hex('#efe7da')
      for (const [scale, seed] of [
        [46, 3],
        [26, 8],
        [15, 5],
      ] as const) {
        const k = cells(x * scale, y * scale, seed)
        const size = 0.16 + 0.24 * noise(k.id * 0.71, 3, seed)
        if (noise(k.id * 1.37, 7, seed) > 0.42) {
          const edge = k.d1 + (fractal(x * scale * 2, y * scale * 2, seed + 3) - 0.5) * 0.3
          c = mix(c, CHIPS[Math.abs(k.id) % CHIPS.length] as Rgb, smooth(size, size - 0.05, edge))
        }
      }
      return full(c, 0.97 + 0.06 * noise(x * 600, y * 600, 4))
    },
    2000,
  ),
  texture(
    'marble',
    'Marble',
    'stone marble veins elegant white',
    'normal',
    (x, y) => {
      const w = fractal(x * 2, y * 2, 91, 6)
      const vein = (f: number, s: number, sharp: number) =>
        smooth(sharp, 0, Math.abs(fractal(x * f + w * 1.6, y * f + w * 1.2, s, 5) - 0.5))
      const v = vein(2.2, 92, 0.035) * 0.6 + vein(4.5, 95, 0.02) * 0.35 + (w - 0.5) * 0.3
      return tone(1 - Math.max(0, v), [0.5, 0.49, 0.48], [0.975, 0.968, 0.955])
    },
    2000,
  ),
  texture(
    'slate',
    'Slate',
    'stone slate dark board chalk',
    'normal',
    (x, y) => {
      const v = fractal(x * 4, y * 9 + fractal(x * 3, y * 3, 5) * 2, 101, 6)
      return tone(v + (noise(x * 500, y * 500, 4) - 0.5) * 0.18, [0.12, 0.14, 0.155], [0.36, 0.385, 0.4])
    },
    2000,
  ),
  texture(
    'chalkboard',
    'Wiped board',
    'chalkboard blackboard school menu chalk',
    'normal',
    (x, y) => {
      const wipe = fractal(x * 3 + Math.sin(y * 5) * 0.3, y * 16, 111, 5)
      return tone(
        smooth(0.3, 0.85, wipe) * 0.6 + noise(x * 700, y * 700, 4) * 0.18,
        [0.12, 0.17, 0.155],
        [0.36, 0.42, 0.395],
      )
    },
    2000,
  ),
  texture('print-grain', 'Print grain', 'grain print speckle misprint worn ink', 'screen', (x, y) =>
    grey(smooth(0.62, 0.78, noise(x * 900, y * 900, 121) * 0.7 + fractal(x * 14, y * 14, 122) * 0.42) * 0.9),
  ),
  texture('print-dots', 'Print dots', 'halftone dots screen print even', 'multiply', (x, y) => {
    const [u, v] = [(x * 0.966 + y * 0.259) * 110, (-x * 0.259 + y * 0.966) * 110]
    const d = Math.hypot(u - Math.floor(u) - 0.5, v - Math.floor(v) - 0.5)
    return grey(smooth(0.24, 0.29, d) * 0.86 + 0.14)
  }),
  texture('ink-roll', 'Rolled ink', 'ink roller print lino patchy', 'multiply', (x, y) => {
    const roll = fractal(x * 120, y * 7, 131, 4) * 0.45 + fractal(x * 6, y * 30, 132, 5) * 0.55
    return tone(smooth(0.34, 0.66, roll), [0.62, 0.6, 0.58], [1, 1, 1])
  }),
]
