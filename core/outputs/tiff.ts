import { COLOUR, DEPTH, defineOutput, PROFILE } from './define'

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
    colour: COLOUR,
    profile: PROFILE,
    depth: { ...DEPTH, when: (s) => s.colour === 'srgb' },
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
