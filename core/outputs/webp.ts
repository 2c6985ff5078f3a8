import { defineOutput, numbers } from './define'

/** WebP (RFC 9649): fourteen bits for a side. */
export const webp = defineOutput({
  id: 'webp',
  label: 'WebP',
  endings: ['webp'],
  mime: 'image/webp',
  takes: 'picture',
  keeps: { transparency: true, layers: false },
  says: 'Lighter than JPEG and see-through too; for the web.',
  mostSide: 16_383,
  seenInBrowsers: true,
  loses: (s) => s.lossless === false,
  settings: {
    lossless: { kind: 'tick', label: 'Lossless', first: false },
    quality: {
      kind: 'number',
      label: 'Quality',
      first: 84,
      least: 1,
      most: 100,
      when: (s) => s.lossless === false,
    },
  },
  dial: { setting: 'quality', values: numbers(30, 100), when: (s) => s.lossless === false },
})
