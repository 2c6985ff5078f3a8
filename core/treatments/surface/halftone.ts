import { treatment } from '../definition'
import { choice, colour, degrees, px, toggle } from '../field'

/** Tones as dots or lines of ink that are as large as it is dark. */
export const halftone = treatment({
  kind: 'halftone',
  label: 'Halftone',
  exactAt: 'master',
  group: 'surface',
  words: 'dots lines screen print raster',
  fields: {
    form: choice('Form', { dots: 'dots', lines: 'lines' }, 'dots'),
    pitch: px('Pitch', 10, 400, { least: 2, reach: 40 }),
    angle: degrees('Angle', 45, -180, 180),
    own: toggle('In its own colours', false),
    ink: colour('Ink', '#1d1a18'),
    paper: toggle('On white', true),
  },
  point: ({ form, pitch, angle, own, ink, paper }, { colour: read }) => ({
    op: 'screen',
    pitch,
    turnDegrees: angle,
    lines: form === 'lines',
    ink: own ? null : read(ink),
    paper,
  }),
})
