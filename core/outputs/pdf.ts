import { COLOUR, defineOutput, PROFILE } from './define'

/** Portable Document Format, ISO 32000-1:2008. */
export const pdf = defineOutput({
  id: 'pdf',
  label: 'PDF',
  endings: ['pdf'],
  mime: 'application/pdf',
  takes: 'page',
  keeps: { transparency: true, layers: false, sharpType: true },
  together: 'together',
  says: 'For printers and readers; type, lines and shapes stay sharp at any size.',
  mostSide: null,
  seenInBrowsers: false,
  loses: () => true,
  settings: {
    colour: COLOUR,
    profile: PROFILE,
    letters: {
      kind: 'choice',
      label: 'Type',
      first: 'fonts',
      options: [
        ['fonts', 'Text with its fonts'],
        ['outlines', 'Outlines'],
      ],
    },
    ppi: { kind: 'number', label: 'Pictures', first: 300, least: 72, most: 600, unit: 'ppi' },
    lossless: { kind: 'tick', label: 'Pictures without loss', first: false },
    marks: { kind: 'tick', label: 'Crop and register marks', first: false },
    together: { kind: 'tick', label: 'All pages of a size in one file', first: true },
  },
  dial: null,
})
