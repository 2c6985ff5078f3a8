import sharp from 'sharp'

/** A PNG of noise with every alpha, the same each time. */
export async function noisePng(width: number, height: number): Promise<Uint8Array> {
  const raw = Uint8Array.from(
    { length: width * height * 4 },
    (_, n) => (Math.imul(n + 7, 2654435761) >>> 11) & 255,
  )
  return new Uint8Array(
    await sharp(raw, { raw: { width, height, channels: 4 } })
      .png()
      .toBuffer(),
  )
}
