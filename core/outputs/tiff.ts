import { defineOutput } from './define'

/** TIFF (Adobe TIFF 6.0). */
export const tiff = defineOutput({
  id: 'tiff',
  label: 'TIFF',
  endings: ['tif', 'tiff'],
  mime: 'image/tiff',
  takes: 'picture',
  keeps: { transparency: true, layers: false },
  says: 'For printers and archives; also in the four printing inks.',
  mostSide: null,
  settings: {
    colour: {
      kind: 'choice',
      label: 'Colour',
      first: 'srgb',
      options: [
        ['srgb', 'sRGB'],
        ['cmyk', 'CMYK, a general profile'],
      ],
    },
    compression: {
      kind: 'choice',
      label: 'Compression',
      first: 'deflate',
      options: [
        ['deflate', 'Deflate'],
        ['lzw', 'LZW'],
        ['none', 'None'],
      ],
    },
  },
  dial: null,
})
