import sharp from 'sharp'

const grey = () => sharp({ create: { width: 1, height: 1, channels: 3, background: '#808080' } })
let srgb: Uint8Array | null = null
/** The sRGB profile that comes with the picture library. */
export async function srgbProfile(): Promise<Uint8Array> {
  srgb ??= new Uint8Array(
    (await sharp(await grey().withIccProfile('srgb').png().toBuffer()).metadata()).icc as Buffer,
  )
  return srgb
}
let cmyk: Uint8Array | null = null
/** The general profile of the four printing inks that comes with it; it is in the public domain. */
export async function cmykProfile(): Promise<Uint8Array> {
  if (!cmyk) {
    const tiff = await grey().toColourspace('cmyk').withIccProfile('cmyk').tiff().toBuffer()
    cmyk = new Uint8Array((await sharp(tiff).metadata()).icc as Buffer)
  }
  return cmyk
}
