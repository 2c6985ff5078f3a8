import { type Bounds, boundsOf, grow, intersect } from '../geometry/bounds'

/** px. */
export type Size = { width: number; height: number }
/** A picture in OKLab: three planes of 32-bit floats, row by row. */
export type Lab = Size & { l: Float32Array; a: Float32Array; b: Float32Array }
/** RGBA of 8 bits a channel, straight alpha. */
export type Pixels = Size & { data: Uint8Array | Uint8ClampedArray }

const LINEAR = Float64Array.from({ length: 256 }, (_, n) => {
  const v = n / 255
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
})

/** sRGB to OKLab: B. Ottosson, “A perceptual color space for image processing” (2020). What is see-through counts as white. */
export function toLab({ width, height, data }: Pixels): Lab {
  const count = width * height
  const [l, a, b] = [new Float32Array(count), new Float32Array(count), new Float32Array(count)]
  for (let n = 0; n < count; n++) {
    const cover = (data[n * 4 + 3] as number) / 255
    const r = (LINEAR[data[n * 4] as number] as number) * cover + 1 - cover
    const g = (LINEAR[data[n * 4 + 1] as number] as number) * cover + 1 - cover
    const bl = (LINEAR[data[n * 4 + 2] as number] as number) * cover + 1 - cover
    const x = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * bl)
    const y = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * bl)
    const z = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * bl)
    l[n] = 0.2104542553 * x + 0.793617785 * y - 0.0040720468 * z
    a[n] = 1.9779984951 * x - 2.428592205 * y + 0.4505937099 * z
    b[n] = 0.0259040371 * x + 0.7827717662 * y - 0.808675766 * z
  }
  return { width, height, l, a, b }
}

/** Reduced by averaging whole px: each new px stands for what lay under it. */
export function reducedTo(p: Pixels, width: number, height: number): Pixels {
  if (width === p.width && height === p.height) return p
  const data = new Uint8Array(width * height * 4)
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [
      Math.floor((y * p.height) / height),
      Math.max(Math.floor(((y + 1) * p.height) / height), Math.floor((y * p.height) / height) + 1),
    ]
    for (let x = 0; x < width; x++) {
      const left = Math.floor((x * p.width) / width)
      const right = Math.max(Math.floor(((x + 1) * p.width) / width), left + 1)
      let [r, g, b, a] = [0, 0, 0, 0]
      for (let v = top; v < bottom; v++)
        for (let u = left; u < right; u++) {
          const k = (v * p.width + u) * 4
          const cover = p.data[k + 3] as number
          r += (p.data[k] as number) * cover
          g += (p.data[k + 1] as number) * cover
          b += (p.data[k + 2] as number) * cover
          a += cover
        }
      const k = (y * width + x) * 4
      data[k] = a ? r / a : 0
      data[k + 1] = a ? g / a : 0
      data[k + 2] = a ? b / a : 0
      data[k + 3] = a / ((bottom - top) * (right - left))
    }
  }
  return { width, height, data }
}
/** px as one number each. */
const wordsOf = (data: Pixels['data']): Int32Array => {
  const bytes = data.byteOffset % 4 === 0 ? data : data.slice()
  return new Int32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2)
}
/** Two channels of a px, each with eight bits of room above it for sums. */
const EVEN = 0xff00ff
/** The mean of four px, a channel at a time; whole numbers of 32 bits all the way. */
const meanOf = (a: number, b: number, c: number, d: number): number => {
  const first = (((((a & EVEN) + (b & EVEN)) | 0) + (((c & EVEN) + (d & EVEN)) | 0)) | 0) + 0x20002
  const second =
    ((((((a >>> 8) & EVEN) + ((b >>> 8) & EVEN)) | 0) + ((((c >>> 8) & EVEN) + ((d >>> 8) & EVEN)) | 0)) |
      0) +
    0x20002
  return ((first >>> 2) & EVEN) | (((second >>> 2) & EVEN) << 8)
}
/** Half the size, each px the mean of four. */
export function halved(p: Pixels): Pixels {
  const [width, height] = [Math.max(1, (p.width + 1) >> 1), Math.max(1, (p.height + 1) >> 1)]
  const data = new Uint8Array(width * height * 4)
  const [from, to] = [wordsOf(p.data), new Int32Array(data.buffer)]
  for (let y = 0; y < height; y++) {
    const top = 2 * y * p.width
    const low = Math.min(p.height - 1, 2 * y + 1) * p.width
    let n = y * width
    for (let x = 0; x < p.width - 1; x += 2)
      to[n++] = meanOf(
        from[top + x] as number,
        from[top + x + 1] as number,
        from[low + x] as number,
        from[low + x + 1] as number,
      )
    // The last of an odd row stands for two.
    const [a, b] = [from[top + p.width - 1] as number, from[low + p.width - 1] as number]
    if (p.width % 2 === 1) to[n] = meanOf(a, a, b, b)
  }
  return { width, height, data }
}

/** What is known of each px of a picture brought to another size, bilinearly. */
export function stretched(
  from: Float32Array,
  { width: w, height: h }: Size,
  { width, height }: Size,
): Float32Array {
  const out = new Float32Array(width * height)
  for (let y = 0; y < height; y++) {
    const v = Math.min(h - 1, Math.max(0, ((y + 0.5) * h) / height - 0.5))
    const dv = v - Math.floor(v)
    const top = Math.floor(v) * w
    const low = Math.min(h - 1, Math.floor(v) + 1) * w
    for (let x = 0; x < width; x++) {
      const u = Math.min(w - 1, Math.max(0, ((x + 0.5) * w) / width - 0.5))
      const left = Math.floor(u)
      const right = Math.min(w - 1, left + 1)
      const du = u - left
      out[y * width + x] =
        ((from[top + left] as number) * (1 - du) + (from[top + right] as number) * du) * (1 - dv) +
        ((from[low + left] as number) * (1 - du) + (from[low + right] as number) * du) * dv
    }
  }
  return out
}

/** The size of a picture whose longer side is at most `most` px. */
export function fitted(width: number, height: number, most: number): Size {
  const k = Math.min(1, most / Math.max(width, height))
  return { width: Math.max(1, Math.round(width * k)), height: Math.max(1, Math.round(height * k)) }
}

/** The box around what is `least` or more of a plane, with some room; null where nothing is. */
export function boxWhere(
  plane: ArrayLike<number>,
  { width, height }: Size,
  least: number,
  room: number,
): Bounds | null {
  const is = (n: number) => (plane[n] as number) >= least
  let [left, top, right, bottom] = [width, height, 0, 0]
  for (let y = 0, row = 0; y < height; y++, row += width) {
    // What lies between the first and the last need not be seen.
    let first = 0
    while (first < width && !is(row + first)) first++
    if (first === width) continue
    let last = width - 1
    while (last > right && !is(row + last)) last--
    left = Math.min(left, first)
    right = Math.max(right, last)
    top = Math.min(top, y)
    bottom = y
  }
  return top === height
    ? null
    : intersect(
        grow({ left, top, right: right + 1, bottom: bottom + 1 }, room),
        boundsOf(0, 0, width, height),
      )
}
