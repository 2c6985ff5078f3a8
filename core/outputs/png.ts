import { DEPTH, defineOutput } from './define'

const COLOURS = ['8', '16', '32', '64', '128', '256'] as const

/** Portable Network Graphics (ISO/IEC 15948). */
export const png = defineOutput({
  id: 'png',
  label: 'PNG',
  endings: ['png'],
  mime: 'image/png',
  takes: 'picture',
  keeps: { transparency: true, layers: false },
  says: 'Every pixel as it is; best for flat colours, lettering and what is see-through.',
  mostSide: null,
  seenInBrowsers: true,
  loses: (s) => s.colours !== 'all',
  settings: {
    colours: {
      kind: 'choice',
      label: 'Colours',
      first: 'all',
      options: [['all', 'All colours'], ...[...COLOURS].reverse().map((n) => [n, `${n} colours`] as const)],
    },
    depth: { ...DEPTH, when: (s) => s.colours === 'all' },
    dither: {
      kind: 'number',
      label: 'Dithering',
      first: 80,
      least: 0,
      most: 100,
      unit: '%',
      when: (s) => s.colours !== 'all',
    },
  },
  dial: { setting: 'colours', values: [...COLOURS, 'all'], when: (s) => s.depth !== '16' },
})
