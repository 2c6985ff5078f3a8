import { defineOutput, numbers } from './define'

/** AV1 Image File Format (AOMedia AVIF 1.1). */
export const avif = defineOutput({
  id: 'avif',
  label: 'AVIF',
  endings: ['avif'],
  mime: 'image/avif',
  takes: 'picture',
  keeps: { transparency: true, layers: false },
  says: 'The lightest of all for photos; newer browsers read it.',
  mostSide: 16_384,
  seenInBrowsers: true,
  loses: (s) => s.lossless === false,
  settings: {
    lossless: { kind: 'tick', label: 'Lossless', first: false },
    quality: {
      kind: 'number',
      label: 'Quality',
      first: 64,
      least: 1,
      most: 100,
      when: (s) => s.lossless === false,
    },
    subsampling: {
      kind: 'choice',
      label: 'Colour',
      first: 'full',
      options: [
        ['full', 'Full colour (4:4:4)'],
        ['half', 'Half the colour detail (4:2:0)'],
      ],
      when: (s) => s.lossless === false,
    },
  },
  dial: { setting: 'quality', values: numbers(20, 100), when: (s) => s.lossless === false },
})
