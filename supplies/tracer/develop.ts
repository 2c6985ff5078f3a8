/** Turns traced buffers into pictures: a guided denoiser, guided enlargement, and a film-like curve. */
export const CHANNELS = 14
export type Traced = { width: number; height: number; data: Float32Array }

const at = (d: Float32Array, n: number): number => d[n] as number

/** Averaged normals are shorter than one where surfaces meet; guides compare directions only. */
function straighten(t: Traced): void {
  const { data } = t
  for (let g = 0; g < data.length; g += CHANNELS) {
    const l = Math.hypot(at(data, g + 9), at(data, g + 10), at(data, g + 11)) || 1
    for (let k = 9; k < 12; k++) data[g + k] = at(data, g + k) / l
  }
}

/**
 * Edge-avoiding à-trous wavelets (Dammertz et al. 2010), guided by normal, body colour and distance; `first` is the
 * first of three channels to smooth; `sigma` is the tolerated difference in light.
 */
function smooth(t: Traced, first: number, passes: number, sigma: number): void {
  const { width, height, data } = t
  const kernel = Float32Array.of(1 / 16, 1 / 4, 3 / 8, 1 / 4, 1 / 16)
  const plane = () => new Float32Array(width * height * 3)
  let source = plane()
  let target = plane()
  const guide = new Float32Array(width * height * 6)
  for (let n = 0; n < width * height; n++) {
    for (let k = 0; k < 3; k++) source[n * 3 + k] = data[n * CHANNELS + first + k] as number
    for (let k = 0; k < 5; k++) guide[n * 6 + k] = data[n * CHANNELS + 9 + k] as number
    guide[n * 6 + 5] = first === 0 ? 0 : (data[n * CHANNELS + 6] as number)
  }
  for (let pass = 0; pass < passes; pass++) {
    const step = 1 << pass
    const light = sigma / (1 << pass)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = y * width + x
        const g = p * 6
        const nx = guide[g] as number
        const ny = guide[g + 1] as number
        const nz = guide[g + 2] as number
        const depth = guide[g + 3] as number
        const alpha = guide[g + 4] as number
        const body = guide[g + 5] as number
        const r = source[p * 3] as number
        const gr = source[p * 3 + 1] as number
        const b = source[p * 3 + 2] as number
        const level = 1 / (3 * ((r + gr + b) / 3 + 0.05) * light)
        const far = 1 / (0.012 * depth * step + 1e-4)
        let sum = 0
        let sr = 0
        let sg = 0
        let sb = 0
        for (let j = -2; j <= 2; j++) {
          const yy = y + j * step
          if (yy < 0 || yy >= height) continue
          const weight = kernel[j + 2] as number
          for (let i = -2; i <= 2; i++) {
            const xx = x + i * step
            if (xx < 0 || xx >= width) continue
            const q = yy * width + xx
            const h = q * 6
            const turn =
              nx * (guide[h] as number) + ny * (guide[h + 1] as number) + nz * (guide[h + 2] as number)
            const self = i === 0 && j === 0
            if (turn < 0.6 && !self) continue
            const dd = ((guide[h + 3] as number) - depth) * far
            const qr = source[q * 3] as number
            const qg = source[q * 3 + 1] as number
            const qb = source[q * 3 + 2] as number
            const dl = (Math.abs(qr - r) + Math.abs(qg - gr) + Math.abs(qb - b)) * level
            const cost =
              dd * dd +
              dl * dl +
              Math.abs((guide[h + 4] as number) - alpha) * 8 +
              Math.abs((guide[h + 5] as number) - body) * 6 +
              (1 - turn) * 24
            if (cost > 12 && !self) continue
            const w = weight * (kernel[i + 2] as number) * (self ? 1 : Math.exp(-cost))
            sum += w
            sr += qr * w
            sg += qg * w
            sb += qb * w
          }
        }
        target[p * 3] = sr / sum
        target[p * 3 + 1] = sg / sum
        target[p * 3 + 2] = sb / sum
      }
    ;[source, target] = [target, source]
  }
  for (let n = 0; n < width * height; n++)
    for (let k = 0; k < 3; k++) data[n * CHANNELS + first + k] = source[n * 3 + k] as number
}

/** Lowers lone bright pixels to the second brightest of their neighbours. */
function calm(t: Traced, first: number): void {
  const { width, height, data } = t
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const g = (y * width + x) * CHANNELS + first
      for (let k = 0; k < 3; k++) {
        let most = 0
        let second = 0
        for (let j = -1; j <= 1; j++)
          for (let i = -1; i <= 1; i++) {
            if (i === 0 && j === 0) continue
            const v = data[g + k + (j * width + i) * CHANNELS] as number
            if (v > most) {
              second = most
              most = v
            } else if (v > second) second = v
          }
        const limit = second * 1.2 + 0.02
        if ((data[g + k] as number) > limit) data[g + k] = limit
      }
    }
}

/** A filmic curve (Hable's shoulder shape, own constants) and the sRGB transfer. */
function film(v: number): number {
  const x = Math.max(0, v)
  const c = (x * (2.2 * x + 0.06)) / (x * (2.05 * x + 0.62) + 0.14)
  const e = Math.min(1, c * 1.03)
  return e <= 0.0031308 ? e * 12.92 : 1.055 * e ** (1 / 2.4) - 0.055
}

/**
 * Light traced at a reduced size and guides at full size to one 8-bit RGBA picture with straight alpha.
 * Light is taken from the reduced neighbours whose normal and distance agree, times the full-size body colour.
 */
export function develop(light: Traced, guides: Traced, exposure: number, cutout: boolean): Uint8Array {
  straighten(light)
  straighten(guides)
  calm(light, 0)
  calm(light, 3)
  smooth(light, 0, 5, 1.1)
  smooth(light, 3, 3, 0.7)
  const { width, height } = guides
  const out = new Uint8Array(width * height * 4)
  const kx = light.width / width
  const ky = light.height / height
  const low = light.data
  const full = guides.data
  const sums = new Float64Array(6)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const p = y * width + x
      const g = p * CHANNELS
      const fx = (x + 0.5) * kx - 0.5
      const fy = (y + 0.5) * ky - 0.5
      const x0 = Math.floor(fx)
      const y0 = Math.floor(fy)
      const far = 1 / (0.02 * at(full, g + 12) + 1e-4)
      sums.fill(0)
      let total = 0
      for (let j = -1; j <= 2; j++)
        for (let i = -1; i <= 2; i++) {
          const xx = Math.min(light.width - 1, Math.max(0, x0 + i))
          const yy = Math.min(light.height - 1, Math.max(0, y0 + j))
          const h = (yy * light.width + xx) * CHANNELS
          const away = (x0 + i - fx) * (x0 + i - fx) + (y0 + j - fy) * (y0 + j - fy)
          const turn =
            at(full, g + 9) * at(low, h + 9) +
            at(full, g + 10) * at(low, h + 10) +
            at(full, g + 11) * at(low, h + 11)
          const dd = (at(low, h + 12) - at(full, g + 12)) * far
          const cost = dd * dd + Math.abs(at(low, h + 13) - at(full, g + 13)) * 5 + (1 - turn) * 12
          const w = Math.exp(-away * 1.4) * (0.004 + Math.exp(-cost)) * (at(low, h + 13) + 1e-3)
          total += w
          for (let k = 0; k < 6; k++) sums[k] = (sums[k] as number) + at(low, h + k) * w
        }
      const alpha = Math.min(1, Math.max(0, at(full, g + 13)))
      for (let k = 0; k < 3; k++) {
        let v = ((sums[k] as number) * at(full, g + 6 + k) + (sums[k + 3] as number)) / total
        // Light and body colour are both weighted by coverage: divide once where a cutout ends.
        if (cutout && alpha > 0) v /= Math.max(alpha, 0.04)
        out[p * 4 + k] = Math.round(film(v * exposure) * 255)
      }
      out[p * 4 + 3] = cutout ? Math.round(alpha * 255) : 255
    }
  return out
}
