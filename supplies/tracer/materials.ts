/** A surface for the tracer. Colours are linear RGB made from sRGB hex; patterns are numbered as in the kernel. */
export type Material = {
  colour: string
  second?: string
  third?: string
  pattern?: 'plain' | 'speckle' | 'dip' | 'wood' | 'plaster' | 'cloth' | 'leaf' | 'reactive' | 'band'
  scale?: number
  amount?: number
  threshold?: number
  roughness?: number
  /** 0 bare, 1 glazed. */
  coat?: number
  metal?: boolean
  kind?: 'body' | 'glass' | 'light' | 'leaf'
  /** Share of light that goes through a leaf. */
  through?: number
  /** Radiance of a light. */
  light?: readonly [number, number, number]
  bump?: number
  bumpScale?: number
  /** Throwing lines: how many a decimetre (times 2π) and how deep. */
  rings?: number
  ringDepth?: number
  /** Bounces light but is not seen by the camera. */
  unseen?: boolean
}

const patterns = ['plain', 'speckle', 'dip', 'wood', 'plaster', 'cloth', 'leaf', 'reactive', 'band']
const kinds = ['body', 'glass', 'light', 'leaf']

/** sRGB hex to linear components, IEC 61966-2-1. */
export function linear(hex: string): [number, number, number] {
  return [1, 3, 5].map((n) => {
    const v = Number.parseInt(hex.slice(n, n + 2), 16) / 255
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
}

/** The 32 floats the kernel reads for a material. */
export function encode(m: Material): number[] {
  const out = new Array<number>(32).fill(0)
  const first = linear(m.colour)
  const put = (at: number, values: readonly number[]) => values.forEach((v, n) => (out[at + n] = v))
  put(0, first)
  put(3, m.second ? linear(m.second) : first)
  put(6, m.third ? linear(m.third) : first)
  put(9, [patterns.indexOf(m.pattern ?? 'plain'), m.scale ?? 1, m.amount ?? 0, m.threshold ?? 0])
  put(13, [m.roughness ?? 0.5, m.coat ?? 0, m.metal ? 1 : 0, kinds.indexOf(m.kind ?? 'body'), m.through ?? 0])
  put(18, m.light ?? [0, 0, 0])
  put(21, [m.bump ?? 0, m.bumpScale ?? 1, m.rings ?? 0, m.ringDepth ?? 0, m.unseen ? 1 : 0])
  return out
}
