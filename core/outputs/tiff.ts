import { defineOutput } from './define'

/** Tagged Image File Format, revision 6.0 (1992). */
export const tiff = defineOutput({
  id: 'tiff',
  label: 'TIFF',
  endings: ['tif', 'tiff'],
  mime: 'image/tiff',
  takes: 'picture',
  keeps: { transparency: true, layers: false },
  says: 'For printers and archives; also in the four printing inks.',
  mostSide: null,
  seenInBrowsers: false,
  loses: (s) => s.colour === 'cmyk',
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
    depth: {
      kind: 'choice',
      label: 'Depth',
      first: '8',
      options: [
        ['8', '8 bits a channel'],
        ['16', '16 bits a channel'],
      ],
      when: (s) => s.colour === 'srgb',
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
