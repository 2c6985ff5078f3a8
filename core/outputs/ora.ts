import { defineOutput } from './define'

/** OpenRaster 0.0.6. */
export const ora = defineOutput({
  id: 'ora',
  label: 'OpenRaster',
  endings: ['ora'],
  mime: 'image/openraster',
  takes: 'design',
  keeps: { transparency: true, layers: true },
  says: 'Layers as pictures at 100 %, for other programs; the design itself travels inside. What OpenRaster cannot say is merged and listed.',
  mostSide: null,
  seenInBrowsers: false,
  loses: () => false,
  settings: {},
  dial: null,
})
