/** sRGB-encoded to linear light, IEC 61966-2-1. */
export const toLinear = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)
/** Linear light to sRGB-encoded, IEC 61966-2-1. */
export const toEncoded = (v: number): number => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055)
