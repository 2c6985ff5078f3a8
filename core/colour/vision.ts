import { toEncoded, toLinear } from './transfer'

export const VISIONS = ['protan', 'deutan', 'tritan'] as const
/** Kinds of dichromacy: without the long, the middle or the short waves' cones. */
export type Vision = (typeof VISIONS)[number]

/**
 * What dichromats see of linear sRGB, row by row. Machado, Oliveira and Fernandes, *A Physiologically-based Model for
 * Simulation of Color Vision Deficiency*, IEEE TVCG 15 (2009), severity 1.0.
 */
export const VISION_MATRICES: Record<Vision, readonly [Row, Row, Row]> = {
  protan: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deutan: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
}
type Row = readonly [number, number, number]
type Rgb = { r: number; g: number; b: number }

/** An sRGB colour (0–1, encoded) as a dichromat sees it, cut to what a screen shows. */
export function seenWith(vision: Vision, { r, g, b }: Rgb): Rgb {
  const linear = [toLinear(r), toLinear(g), toLinear(b)] as const
  const [x, y, z] = VISION_MATRICES[vision].map((row) => {
    const sum = row[0] * linear[0] + row[1] * linear[1] + row[2] * linear[2]
    return toEncoded(Math.min(1, Math.max(0, sum)))
  }) as [number, number, number]
  return { r: x, g: y, b: z }
}
