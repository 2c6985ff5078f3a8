import { defineOutput } from './define'

/** Scalable Vector Graphics, SVG 2 (W3C Candidate Recommendation, 2018). */
export const svg = defineOutput({
  id: 'svg',
  label: 'SVG',
  endings: ['svg'],
  mime: 'image/svg+xml',
  takes: 'page',
  keeps: { transparency: true, layers: true, sharpType: true },
  says: 'For the web and for drawing programs; type, lines and shapes stay sharp and can be changed.',
  mostSide: null,
  seenInBrowsers: true,
  loses: () => true,
  settings: {
    letters: {
      kind: 'choice',
      label: 'Type',
      first: 'outlines',
      options: [
        ['outlines', 'Outlines'],
        ['text', 'Text with its fonts'],
      ],
    },
    scale: { kind: 'number', label: 'Pictures', first: 2, least: 1, most: 4, unit: '×' },
  },
  dial: null,
})
