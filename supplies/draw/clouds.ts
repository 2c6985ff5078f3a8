import { fractal, random } from './random'
import { overlay, type Raster, smooth } from './rasters'

/** A cloud as light falls on it from above: density by heaps and noise, darker beneath. */
function cloud(
  name: string,
  label: string,
  seed: number,
  heaps: readonly (readonly [x: number, y: number, r: number])[],
  width = 1300,
  height = 760,
): Raster {
  // Heaps grow smaller ones around their upper sides.
  const rnd = random(seed)
  const all = heaps.flatMap(([x, y, r]) => [
    [x, y, r] as const,
    ...Array.from({ length: 7 }, () => {
      const a = Math.PI + rnd() * Math.PI
      return [x + Math.cos(a) * r * 0.72, y + Math.sin(a) * r * 0.9, r * (0.3 + rnd() * 0.3)] as const
    }),
  ])
  const density = (x: number, y: number): number => {
    const [wx, wy] = [fractal(x * 5, y * 5, seed + 2, 4) - 0.5, fractal(x * 5 + 7, y * 5, seed + 3, 4) - 0.5]
    let v = 0
    for (const [hx, hy, r] of all) {
      const d = Math.hypot(x + wx * 0.07 - hx, (y + wy * 0.08 - hy) * (height / width) * 1.15) / r
      if (d < 1) v += (1 - d * d) ** 2
    }
    v = 1 - Math.exp(-v * 1.6)
    return v - (1 - fractal(x * 11, y * 9, seed, 5)) * 0.62 * (1.15 - v)
  }
  return overlay(
    name,
    label,
    'cloud sky weather dream see-through',
    'normal',
    (x, y) => {
      const d = density(x, y)
      const a = smooth(0.0, 0.3, d) * smooth(0, 0.06, Math.min(x, 1 - x, y, 1 - y))
      const above = density(x - 0.012, y - 0.055) + density(x - 0.02, y - 0.11) * 0.7
      const light = smooth(1.5, 0, above) * 0.8 + (fractal(x * 9, y * 7, seed + 7, 5) - 0.3) * 0.5
      return [0.74 + light * 0.26, 0.78 + light * 0.22, 0.83 + light * 0.17, a]
    },
    width,
    height,
  )
}
/** Eight clouds. */
export const clouds: Raster[] = [
  cloud('cloud-heap', 'Heaped cloud', 11, [
    [0.5, 0.5, 0.24],
    [0.34, 0.6, 0.17],
    [0.67, 0.58, 0.19],
    [0.48, 0.68, 0.2],
  ]),
  cloud(
    'cloud-tower',
    'Towering cloud',
    23,
    [
      [0.5, 0.34, 0.2],
      [0.42, 0.56, 0.22],
      [0.6, 0.58, 0.2],
      [0.5, 0.72, 0.24],
    ],
    1000,
    1000,
  ),
  cloud(
    'cloud-long',
    'Long cloud',
    37,
    [
      [0.28, 0.56, 0.15],
      [0.46, 0.5, 0.17],
      [0.64, 0.54, 0.15],
      [0.78, 0.58, 0.11],
      [0.16, 0.6, 0.1],
    ],
    1500,
    620,
  ),
  cloud(
    'cloud-small',
    'Small cloud',
    41,
    [
      [0.5, 0.5, 0.26],
      [0.36, 0.58, 0.18],
    ],
    900,
    620,
  ),
  cloud(
    'cloud-two',
    'Two clouds',
    53,
    [
      [0.3, 0.4, 0.16],
      [0.22, 0.46, 0.12],
      [0.7, 0.64, 0.17],
      [0.8, 0.66, 0.12],
    ],
    1400,
    760,
  ),
  cloud(
    'cloud-veil',
    'Veil of cloud',
    67,
    [
      [0.2, 0.5, 0.2],
      [0.42, 0.46, 0.2],
      [0.64, 0.52, 0.2],
      [0.82, 0.5, 0.17],
    ],
    1500,
    520,
  ),
  cloud(
    'cloud-round',
    'Round cloud',
    71,
    [
      [0.5, 0.5, 0.3],
      [0.36, 0.52, 0.2],
      [0.64, 0.52, 0.2],
    ],
    1000,
    800,
  ),
  cloud(
    'cloud-rising',
    'Rising cloud',
    89,
    [
      [0.26, 0.7, 0.15],
      [0.4, 0.6, 0.17],
      [0.56, 0.46, 0.18],
      [0.72, 0.36, 0.14],
    ],
    1300,
    900,
  ),
]
