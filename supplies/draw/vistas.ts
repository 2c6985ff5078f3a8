import { fractal, noise, random } from './random'
import { mix as blend, hex, type Raster, type Rgb, smooth } from './rasters'

/** A colour so far on the way to another, and no farther. */
const mix = (a: Rgb, b: Rgb, t: number): Rgb => blend(a, b, Math.min(1, Math.max(0, t)))
const full = (c: Rgb): [number, number, number, number] => [c[0], c[1], c[2], 1]
const vista = (name: string, width: number, height: number, at: Raster['at']): Raster => ({
  name,
  label: '',
  words: '',
  width,
  height,
  transparent: false,
  blend: 'normal',
  at,
})

/** The line of far hills: how high a range is at a place. */
const range = (x: number, seed: number, rough: number): number =>
  fractal(x * rough, seed * 3.1, seed, 6) + (fractal(x * rough * 7, seed, seed + 5, 4) - 0.5) * 0.08
/** Firs that stand along a line. */
const firs = (x: number, seed: number, tall: number): number => {
  const n = Math.floor(x)
  let most = 0
  for (let k = -1; k <= 1; k++) {
    const own = noise((n + k) * 3.7, 2, seed)
    const h = (0.35 + own * 0.65) * tall
    const away = Math.abs(x - (n + k) - 0.5 - (own - 0.5) * 0.6) / (0.2 + own * 0.26)
    if (away < 1) most = Math.max(most, h * (1 - away) * (0.86 + 0.14 * Math.sin(away * 30 + own * 9)))
  }
  return most
}
/** Misty ranges, one behind the other, light from a low sun. */
const misty =
  (
    sky: readonly [Rgb, Rgb],
    far: Rgb,
    near: Rgb,
    sun: readonly [number, number],
    seed: number,
  ): Raster['at'] =>
  (x, y) => {
    const v = y / (2 / 3)
    const glow = smooth(0.85, 0, Math.hypot(x - sun[0], v - sun[1]))
    let c = mix(
      mix(sky[0], sky[1], smooth(0, 0.62, v + (fractal(x * 3, v * 9, seed, 5) - 0.5) * 0.1)),
      hex('#fff3d8'),
      glow * 0.75,
    )
    const count = 6
    for (let n = 0; n < count; n++) {
      const t = n / (count - 1)
      const top =
        0.4 +
        t * 0.46 -
        (range(x + n * 2.3, seed + n, 1.4 + t * 1.4) - 0.45) * (0.42 - t * 0.12) -
        (t > 0.5 ? firs(x * (90 - t * 40), seed + n, 0.022 + t * 0.03) : 0)
      if (v < top) continue
      const down = (v - top) / 0.3
      const mist =
        smooth(0, 0.9, down + (fractal(x * 3 + n, v * 6, seed + 20 + n, 5) - 0.5) * 0.5) * (1 - t * 0.75)
      const hill = mix(far, near, t ** 1.25)
      c = mix(
        mix(hill, [hill[0] * 0.86, hill[1] * 0.88, hill[2] * 0.86], noise(x * 700, v * 700, 5) * t),
        mix(sky[1], hex('#fff3d8'), glow * 0.5),
        mist * 0.85,
      )
    }
    return full(c)
  }
const STARS = (() => {
  const rnd = random(7)
  const grid = new Map<number, { x: number; y: number; r: number; k: number; h: number }[]>()
  for (let n = 0; n < 2600; n++) {
    const s = { x: rnd(), y: rnd(), r: 0.0004 + rnd() ** 7 * 0.0026, k: 0.3 + rnd() * 0.7, h: rnd() }
    for (let i = -1; i <= 1; i++)
      for (let j = -1; j <= 1; j++) {
        const key = (Math.floor(s.x * 60) + i) * 100 + Math.floor(s.y * 60) + j
        grid.set(key, [...(grid.get(key) ?? []), s])
      }
  }
  return grid
})()
const DUSK = (() => {
  const rnd = random(31)
  return Array.from({ length: 120 }, (_, n) => {
    const depth = rnd()
    const side = n % 2 ? 1 : -1
    return {
      x: 0.5 + side * (0.03 + depth ** 1.6 * 0.5),
      y: 0.36 + (rnd() - 0.62) * 0.36 * (0.3 + depth) + depth * 0.02,
      r: 0.006 + depth * 0.03,
      k: 0.35 + rnd() * 0.6,
      h: rnd(),
    }
  })
})()
const WARM = ['#ffb45e', '#ff8a4a', '#ffd9a0', '#ff5f4a', '#9fd3e6'].map(hex)

/** Views that are drawn and not traced: hills, sea, sky, snow, a street at dusk. */
export const vistas: Raster[] = [
  vista(
    'hills-in-mist',
    2400,
    1600,
    misty([hex('#9fb6bd'), hex('#e9d9c2')], hex('#b9b6ad'), hex('#23352f'), [0.68, 0.3], 3),
  ),
  vista('hills-at-dawn', 1800, 2600, (x, y) =>
    misty(
      [hex('#6f7fa3'), hex('#f3c3a2')],
      hex('#b79aa0'),
      hex('#2a2640'),
      [0.4, 0.42],
      17,
    )(x * 1.3, y * 0.667),
  ),
  vista('coast-from-above', 2400, 1600, (x, y) => {
    const shore = x * 0.75 + y * 0.5 - 0.42 + (fractal(x * 2.2, y * 2.2, 5, 6) - 0.5) * 0.5
    const sand = mix(
      hex('#e3cda2'),
      hex('#f2e3c4'),
      fractal(x * 26, y * 26, 7, 5) + (noise(x * 900, y * 900, 3) - 0.5) * 0.3,
    )
    if (shore > 0.12) {
      const green = smooth(0.2, 0.34, shore + (fractal(x * 14, y * 14, 9, 5) - 0.5) * 0.2)
      const bush = fractal(x * 60, y * 60, 11, 4)
      return full(
        mix(
          sand,
          mix(hex('#5d7350'), hex('#8b9b6e'), bush * 1.3 - 0.2),
          green * smooth(0.36, 0.5, bush + green * 0.3),
        ),
      )
    }
    const wet = smooth(0.12, 0.02, shore)
    const depth = smooth(0.06, -0.5, shore)
    const ripple = fractal(x * 30 + fractal(x * 9, y * 9, 13) * 3, y * 46, 14, 5)
    let c = mix(mix(hex('#8fd0c4'), hex('#2f8f97'), depth * 1.6), hex('#14566b'), depth * depth)
    c = mix(c, hex('#ffffff'), smooth(0.6, 0.78, ripple) * 0.16 + (noise(x * 500, y * 500, 8) - 0.5) * 0.03)
    for (const [line, wide] of [
      [0.06, 0.022],
      [-0.02, 0.016],
      [-0.11, 0.01],
    ] as const) {
      const d = Math.abs(shore - line + (fractal(x * 12, y * 12, 15 + line * 100, 5) - 0.5) * 0.05)
      c = mix(c, hex('#fbfaf4'), smooth(wide, 0, d) * (0.35 + 0.65 * fractal(x * 70, y * 70, 17, 4)) * 0.95)
    }
    return full(mix(mix(sand, hex('#b99c70'), 0.4), c, wet))
  }),
  vista('sea-and-sky', 1800, 2600, (x, y) => {
    const [u, v] = [x / (1800 / 2600), y]
    const horizon = 0.46
    if (v < horizon) {
      const cloud = smooth(0.5, 0.8, fractal(u * 2.2 + fractal(u * 2, v * 5, 3) * 0.5, v * 7 + 2, 21, 6))
      const base = mix(hex('#7fb2c4'), hex('#f6dcc0'), smooth(0, horizon, v) ** 1.5)
      return full(mix(base, hex('#fff6ea'), cloud * smooth(0.02, 0.3, v) * 0.75))
    }
    const far = (v - horizon) / (1 - horizon)
    const k = 1 / (far + 0.035)
    const wave = fractal(u * 3.2 * k, k * 5.5, 23, 5)
    const glint = smooth(0.62, 0.75, wave) * smooth(0.55, 0, Math.abs(u - 0.6)) * (1 - far * 0.5)
    return full(
      mix(
        mix(mix(hex('#c9d6cf'), hex('#2f7d88'), smooth(0, 0.4, far)), hex('#114a5c'), smooth(0.35, 1, far)),
        hex('#fff3df'),
        (wave - 0.5) * 0.4 + glint * 0.7,
      ),
    )
  }),
  vista('night-sky', 2400, 1600, (x, y) => {
    const v = y / (2 / 3)
    const band = smooth(0.34, 0, Math.abs(x * 0.62 + v * 0.7 - 0.68 + (fractal(x * 2, v * 2, 3) - 0.5) * 0.2))
    const milk = band * (0.25 + 0.75 * fractal(x * 5 + fractal(x * 4, v * 4, 6), v * 5, 5, 6))
    let c = mix(mix(hex('#0c1330'), hex('#3b4a6d'), smooth(0.35, 1, v)), hex('#a7a3c4'), milk * 0.5)
    for (const s of STARS.get(Math.floor(x * 60) * 100 + Math.floor(v * 60)) ?? []) {
      const d = Math.hypot(x - s.x, (v - s.y) * 0.667)
      c = mix(c, s.h > 0.7 ? hex('#ffe6c4') : hex('#eef3ff'), smooth(s.r * 2.2, s.r * 0.3, d) * s.k)
    }
    const hill = 0.88 - (range(x, 9, 1.7) - 0.5) * 0.3 - firs(x * 90, 11, 0.05)
    return full(v > hill ? hex('#070a14') : c)
  }),
  vista('snow-field', 2400, 1600, (x, y) => {
    const v = y / (2 / 3)
    const sky = mix(hex('#c3cfd8'), hex('#f2e6dc'), smooth(0, 0.5, v))
    const line = 0.44 - (range(x, 5, 1.5) - 0.5) * 0.12
    const wood = line - firs(x * 74, 7, 0.09)
    if (v < wood) return full(mix(sky, hex('#ffffff'), smooth(0.76, 0.79, noise(x * 260, v * 260, 3)) * 0.7))
    if (v < line)
      return full(
        mix(
          hex('#5b6d70'),
          hex('#c9d3d8'),
          smooth(0.5, 0.72, fractal(x * 90, v * 90, 8, 4)) + smooth(line - 0.03, line, v) * 0.4,
        ),
      )
    const drift = fractal(x * 2.4, v * 7 + fractal(x * 3, v * 3, 4) * 1.2, 12, 5)
    const shade = smooth(0.42, 0.62, drift)
    const sparkle = noise(x * 1500, v * 1500, 5) > 0.93 ? 0.5 : 0
    return full(
      mix(
        mix(hex('#b4c4d6'), hex('#f7f6f4'), shade * 0.75 + smooth(line, 1, v) * 0.25),
        hex('#ffffff'),
        sparkle * shade + (noise(x * 600, v * 600, 9) - 0.5) * 0.08,
      ),
    )
  }),
  vista('street-at-dusk', 1800, 2600, (x, y) => {
    const [u, v] = [x / (1800 / 2600), y]
    let c = mix(
      mix(hex('#39486b'), hex('#d98f6a'), smooth(0, 0.46, v)),
      hex('#2a2a3c'),
      smooth(0.44, 0.62, v),
    )
    // House fronts fall away to the middle on both sides, out of focus.
    const side = Math.abs(u - 0.5)
    const front = smooth(0.02, 0.14, side - Math.max(0, 0.3 - v) * 0.55)
    c = mix(c, mix(hex('#2b2536'), hex('#4b3a46'), fractal(u * 6, v * 4, 3, 3)), front * smooth(0.98, 0.6, v))
    const wet = smooth(0.56, 0.72, v)
    c = mix(c, hex('#231f2c'), wet * 0.85)
    for (const s of DUSK) {
      const up = v < 0.56
      const [lx, ly] = [s.x, up ? s.y : 1.1 - s.y]
      const d = Math.hypot(u - lx, (v - ly) * (2600 / 1800) * (up ? 1 : 0.4)) / s.r
      if (d > 1.1) continue
      const disc = smooth(1, 0.88, d) * (0.75 + 0.25 * smooth(0.5, 0.95, d))
      c = mix(c, WARM[Math.floor(s.h * 5)] as Rgb, disc * s.k * (up ? 0.8 : 0.3))
    }
    return full(mix(c, hex('#ffffff'), (noise(u * 900, v * 900, 5) - 0.5) * 0.02))
  }),
]
