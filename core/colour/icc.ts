import { badInput } from '../basics/errors'
import { type Lab, labToXyz, srgbToXyz, WHITE_D50, type Xyz, xyzToLab, xyzToSrgb } from './cie'

/** Tables of a profile from device values to its connection space or back (ICC.1:2010, 10.8 and 10.9): 0–1 each. */
type Table = {
  inputs: number
  outputs: number
  /** Steps of the grid along each input. */
  grid: number
  curvesIn: Float32Array[]
  curvesOut: Float32Array[]
  /** Grid point by grid point, the last input fastest. */
  values: Float32Array
  /** L* 100 in the encoding of the connection space: 65280 of 65535 for tables of 16 bits, 1 for those of 8. */
  labScale: number
}
export type PrintProfile = {
  name: string
  bytes: Uint8Array
  toLab: Table
  fromLab: Table
}

const text = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length))

/** Reads a profile of the four printing inks. Throws `bad-input` that says what is wrong with it. */
export function readPrintProfile(bytes: Uint8Array, name: string): PrintProfile {
  const damaged = (what: string) =>
    badInput(`“${name}” is no colour profile that can be used: ${what}. Nothing was changed; choose another.`)
  if (bytes.length < 132 || text(bytes, 36, 4) !== 'acsp') throw damaged('it is none, or damaged')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const space = text(bytes, 16, 4)
  if (space !== 'CMYK') throw damaged(`it is for ${space.trim()} and not for the four printing inks`)
  if (text(bytes, 20, 4) !== 'Lab ') throw damaged('it does not connect by CIELAB')
  const count = view.getUint32(128)
  const find = (tag: string): { at: number; length: number } | null => {
    for (let n = 0; n < Math.min(count, 100) && 144 + 12 * n <= bytes.length; n++) {
      const o = 132 + 12 * n
      const [at, length] = [view.getUint32(o + 4), view.getUint32(o + 8)]
      if (text(bytes, o, 4) !== tag) continue
      if (at + length > bytes.length) throw damaged('it is cut short')
      return { at, length }
    }
    return null
  }
  const table = (tags: readonly string[], inputs: number, outputs: number): Table => {
    const found = tags.map(find).find((t) => t !== null)
    if (!found) throw damaged(`it lacks its table ${tags[0]}`)
    const made = readTable(bytes, view, found)
    if (!made || made.inputs !== inputs || made.outputs !== outputs)
      throw damaged('its tables are of a kind that is not read here')
    return made
  }
  // Relative colorimetric, else whatever there is.
  return {
    name: described(bytes, view, find('desc')) || name,
    bytes,
    toLab: table(['A2B1', 'A2B0'], 4, 3),
    fromLab: table(['B2A1', 'B2A0'], 3, 4),
  }
}
function described(bytes: Uint8Array, view: DataView, tag: { at: number; length: number } | null): string {
  if (!tag) return ''
  if (text(bytes, tag.at, 4) === 'desc')
    return text(bytes, tag.at + 12, Math.max(0, Math.min(200, view.getUint32(tag.at + 8) - 1)))
  if (text(bytes, tag.at, 4) !== 'mluc' || tag.length < 28) return ''
  const [length, at] = [view.getUint32(tag.at + 20), tag.at + view.getUint32(tag.at + 24)]
  return at + length <= bytes.length
    ? new TextDecoder('utf-16be').decode(bytes.subarray(at, at + Math.min(400, length)))
    : ''
}
function readTable(
  bytes: Uint8Array,
  view: DataView,
  { at, length }: { at: number; length: number },
): Table | null {
  const kind = text(bytes, at, 4)
  if (kind !== 'mft1' && kind !== 'mft2') return null
  const wide = kind === 'mft2'
  const [inputs, outputs, grid] = [bytes[at + 8] as number, bytes[at + 9] as number, bytes[at + 10] as number]
  const [entriesIn, entriesOut] = wide ? [view.getUint16(at + 48), view.getUint16(at + 50)] : [256, 256]
  const points = grid ** inputs * outputs
  const size = wide ? 2 : 1
  const from = at + (wide ? 52 : 48)
  if (grid < 2 || entriesIn < 2 || entriesOut < 2) return null
  if (from - at + (inputs * entriesIn + points + outputs * entriesOut) * size > length) return null
  let next = from
  const take = (n: number): Float32Array => {
    const out = new Float32Array(n)
    for (let k = 0; k < n; k++, next += size)
      out[k] = wide ? view.getUint16(next) / 65535 : (bytes[next] as number) / 255
    return out
  }
  const curvesIn = Array.from({ length: inputs }, () => take(entriesIn))
  const values = take(points)
  const curvesOut = Array.from({ length: outputs }, () => take(entriesOut))
  return { inputs, outputs, grid, curvesIn, curvesOut, values, labScale: wide ? 65280 / 65535 : 1 }
}

function curve(c: Float32Array, v: number): number {
  const at = Math.min(1, Math.max(0, v)) * (c.length - 1)
  const low = Math.min(c.length - 2, Math.floor(at))
  const [a, b] = [c[low] as number, c[low + 1] as number]
  return a + (b - a) * (at - low)
}
/** Where a table is looked up: the first value of the grid cell, how far into it on each input, and steps to its neighbours. */
function cellOf(t: Table, input: readonly number[]): { start: number; share: number[]; step: number[] } {
  const at = input.map((v, n) => curve(t.curvesIn[n] as Float32Array, v) * (t.grid - 1))
  const low = at.map((v) => Math.min(t.grid - 2, Math.floor(v)))
  const step = input.map((_, n) => t.grid ** (input.length - 1 - n) * t.outputs)
  return {
    start: low.reduce((sum, v, n) => sum + v * (step[n] as number), 0),
    share: at.map((v, n) => v - (low[n] as number)),
    step,
  }
}
/** Between grid points tetrahedrally over the last three inputs (Sakamoto 1981), straight over one before. */
function tetrahedral(t: Table, input: readonly number[]): number[] {
  const { start, share, step } = cellOf(t, input)
  const first = input.length - 3
  const order = [first, first + 1, first + 2].sort((a, b) => (share[b] as number) - (share[a] as number))
  const within = (from: number, k: number): number => {
    let corner = from + k
    let before = t.values[corner] as number
    let sum = before
    for (const n of order) {
      corner += step[n] as number
      const next = t.values[corner] as number
      sum += (next - before) * (share[n] as number)
      before = next
    }
    return sum
  }
  return t.curvesOut.map((out, k) => {
    const v = within(start, k)
    const next = first > 0 ? within(start + (step[0] as number), k) : v
    return curve(out, v + (next - v) * (share[0] as number))
  })
}
/** Between the eight grid points around: for colours by lightness and two hues, whose greys run along an edge of the grid's cells. */
function trilinear(t: Table, input: readonly number[]): number[] {
  const { start, share, step } = cellOf(t, input)
  const along = (from: number, n: number): number => {
    if (n === input.length) return t.values[from] as number
    const here = along(from, n + 1)
    return here + (along(from + (step[n] as number), n + 1) - here) * (share[n] as number)
  }
  return t.curvesOut.map((out, k) => curve(out, along(start + k, 0)))
}

/** L* 0–100, a* and b* −128–127 as a table's values, and back. */
const encoded = ({ l, a, b }: Lab, scale: number): number[] => [
  (l / 100) * scale,
  ((a + 128) / 255) * scale,
  ((b + 128) / 255) * scale,
]
const labOf = ([l = 0, a = 0, b = 0]: readonly number[], scale: number): Lab => ({
  l: (l / scale) * 100,
  a: (a / scale) * 255 - 128,
  b: (b / scale) * 255 - 128,
})

export type Cmyk = readonly [number, number, number, number]
/** What inks look like, relative to the paper: 0–1 each in. */
export const inkToLab = (p: PrintProfile, ink: Cmyk): Lab =>
  labOf(tetrahedral(p.toLab, ink), p.toLab.labScale)
/** The inks that look like a colour, relative to the paper; out of their reach the nearest that the profile names. */
export const labToInk = (p: PrintProfile, lab: Lab): Cmyk =>
  trilinear(p.fromLab, encoded(lab, p.fromLab.labScale)) as unknown as Cmyk

/** What the darkest inks look like, as XYZ. */
const blacks = new WeakMap<PrintProfile, Xyz>()
function blackOf(p: PrintProfile): Xyz {
  const held = blacks.get(p)
  if (held) return held
  const { l } = inkToLab(p, labToInk(p, { l: 0, a: 0, b: 0 }))
  // Neutral, at most so light (ISO 18619:2015, 4.2.5).
  const made = labToXyz({ l: Math.min(50, l), a: 0, b: 0 })
  blacks.set(p, made)
  return made
}
/** Black point compensation (ISO 18619:2015, 4.3): what is black on screen is as black as the inks get, white stays. */
function compensated(xyz: Xyz, to: Xyz): Xyz {
  const one = (v: number, black: number, white: number) => {
    const k = (black - white) / (0 - white)
    return k * v + white * (1 - k)
  }
  return {
    x: one(xyz.x, to.x, WHITE_D50.x),
    y: one(xyz.y, to.y, WHITE_D50.y),
    z: one(xyz.z, to.z, WHITE_D50.z),
  }
}
type Rgb = readonly [number, number, number]
/** sRGB to inks: relative colorimetric with black point compensation. */
export const rgbToInk = (p: PrintProfile, rgb: Rgb): Cmyk =>
  labToInk(p, xyzToLab(compensated(srgbToXyz(rgb), blackOf(p))))
/** What inks look like on a screen, white paper as white; 0–1 each, cut where the screen ends. */
export const inkToRgb = (p: PrintProfile, ink: Cmyk): Rgb => xyzToSrgb(labToXyz(inkToLab(p, ink)))
/** How far inks miss a colour: CIE 1976 ΔE*ab of what is wanted of them and what they give. */
export function missedBy(p: PrintProfile, rgb: Rgb): number {
  const wanted = xyzToLab(compensated(srgbToXyz(rgb), blackOf(p)))
  const got = inkToLab(p, labToInk(p, wanted))
  return Math.hypot(wanted.l - got.l, wanted.a - got.a, wanted.b - got.b)
}

/** A table of something of sRGB colours on a grid, red fastest, for who looks at many: `size` steps a side. */
export function overColours(
  size: number,
  outputs: number,
  of: (rgb: Rgb) => readonly number[],
): Float32Array {
  const out = new Float32Array(size ** 3 * outputs)
  const at = (n: number) => n / (size - 1)
  let next = 0
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++) {
        out.set(of([at(r), at(g), at(b)]), next)
        next += outputs
      }
  return out
}
/** Looks many colours up in such a table, tetrahedrally: RGB of 8 bits in, `outputs` values of 8 bits each out. */
export function throughColours(
  table: Float32Array,
  size: number,
  outputs: number,
  rgb: Uint8Array,
): Uint8Array {
  const count = rgb.length / 3
  const out = new Uint8Array(count * outputs)
  const k = (size - 1) / 255
  const [sr, sg, sb] = [outputs, size * outputs, size * size * outputs]
  for (let n = 0; n < count; n++) {
    const [r, g, b] = [
      (rgb[3 * n] as number) * k,
      (rgb[3 * n + 1] as number) * k,
      (rgb[3 * n + 2] as number) * k,
    ]
    const [lr, lg, lb] = [Math.min(size - 2, r | 0), Math.min(size - 2, g | 0), Math.min(size - 2, b | 0)]
    const [fr, fg, fb] = [r - lr, g - lg, b - lb]
    const at = lr * sr + lg * sg + lb * sb
    let [s1, f1, s2, f2, s3, f3] = [sr, fr, sg, fg, sb, fb]
    if (f1 < f2) [s1, f1, s2, f2] = [s2, f2, s1, f1]
    if (f2 < f3) [s2, f2, s3, f3] = [s3, f3, s2, f2]
    if (f1 < f2) [s1, f1, s2, f2] = [s2, f2, s1, f1]
    for (let o = 0; o < outputs; o++) {
      const a = table[at + o] as number
      const b1 = table[at + s1 + o] as number
      const c = table[at + s1 + s2 + o] as number
      const d = table[at + s1 + s2 + s3 + o] as number
      out[n * outputs + o] = Math.round((a + (b1 - a) * f1 + (c - b1) * f2 + (d - c) * f3) * 255)
    }
  }
  return out
}
