import { defineOutput, numbers } from './define'

/** JPEG (ISO/IEC 10918-1): sixteen bits for a side. */
export const jpeg = defineOutput({
  id: 'jpeg',
  label: 'JPEG',
  endings: ['jpg', 'jpeg'],
  mime: 'image/jpeg',
  takes: 'picture',
  keeps: { transparency: false, layers: false },
  says: 'Read everywhere; best for photos.',
  mostSide: 65_535,
  seenInBrowsers: true,
  loses: () => true,
  settings: {
    quality: { kind: 'number', label: 'Quality', first: 88, least: 1, most: 100 },
    subsampling: {
      kind: 'choice',
      label: 'Colour',
      first: 'auto',
      options: [
        ['auto', 'Full colour from quality 85 on'],
        ['full', 'Full colour (4:4:4)'],
        ['half', 'Half the colour detail (4:2:0)'],
      ],
    },
  },
  dial: { setting: 'quality', values: numbers(30, 100) },
})
