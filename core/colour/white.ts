type Row = readonly [number, number, number]
type Square = readonly [Row, Row, Row]

/** Linear sRGB to XYZ with the white D65, and back (CSS Color 4 §17). */
const TO_XYZ: Square = [
  [506752 / 1228815, 87881 / 245763, 12673 / 70218],
  [87098 / 409605, 175762 / 245763, 12673 / 175545],
  [7918 / 409605, 87881 / 737289, 1001167 / 1053270],
]
const FROM_XYZ: Square = [
  [12831 / 3959, -329 / 214, -1974 / 3959],
  [-851781 / 878810, 1648619 / 878810, 36519 / 878810],
  [705 / 12673, -2585 / 12673, 705 / 667],
]
/** Cone responses of the Bradford adaptation, and back (ICC.1:2022, Annex E). */
const TO_CONES: Square = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
]
const FROM_CONES: Square = [
  [0.9869929, -0.1470543, 0.1599627],
  [0.4323053, 0.5183603, 0.0492912],
  [-0.0085287, 0.0400428, 0.9684867],
]
const times = (m: Square, v: Row): Row =>
  m.map((r) => r[0] * v[0] + r[1] * v[1] + r[2] * v[2]) as unknown as Row
const product = (a: Square, b: Square): Square => {
  const columns = [0, 1, 2].map((k) => times(a, [b[0][k] as number, b[1][k] as number, b[2][k] as number]))
  return [0, 1, 2].map((r) => columns.map((c) => c[r] as number)) as unknown as Square
}

/** The white of daylight of a correlated colour temperature of 4000 to 25 000 K, as XYZ with Y = 1 (CIE 15, daylight locus). */
export function daylight(kelvin: number): Row {
  const t = 1000 / kelvin
  const x =
    kelvin <= 7000
      ? -4.607 * t ** 3 + 2.9678 * t ** 2 + 0.09911 * t + 0.244063
      : -2.0064 * t ** 3 + 1.9018 * t ** 2 + 0.24748 * t + 0.23704
  const y = -3 * x * x + 2.87 * x - 0.275
  return [x / y, 1, (1 - x - y) / y]
}

/** Micro reciprocal degrees of D65's 6504 K, and how far the ends of the way lie from it: 4000 K and 25 000 K. */
const MIRED = 1e6 / 6504
const WARM = 1e6 / 4000 - MIRED
const COOL = MIRED - 1e6 / 25000
/**
 * A matrix of 3 × 4 on linear sRGB that makes white as warm as daylight of another temperature; −1 to 1 from cool to warm and
 * from green to pink. White keeps its luminance.
 */
export function whiteShift(warm: number, pink: number): number[] {
  const to = daylight(1e6 / (MIRED + (warm >= 0 ? warm * WARM : warm * COOL)))
  const [from, into] = [times(TO_CONES, daylight(6504)), times(TO_CONES, to)]
  const gain: Square = [
    [into[0] / from[0], 0, 0],
    [0, into[1] / from[1], 0],
    [0, 0, into[2] / from[2]],
  ]
  const m = product(FROM_XYZ, product(FROM_CONES, product(gain, product(TO_CONES, TO_XYZ))))
  const green = 1 - 0.25 * pink
  const tinted = m.map((row, n) => row.map((v) => (n === 1 ? v * green : v))) as unknown as Square
  const white = times(tinted, [1, 1, 1])
  const light = 0.2126 * white[0] + 0.7152 * white[1] + 0.0722 * white[2]
  return tinted.flatMap((row) => [...row.map((v) => v / light), 0])
}
