import { graphics } from './draw/graphics'
import { moreOverlays } from './draw/lights'
import { overlays, textures } from './draw/rasters'
import { moreTextures } from './draw/surfaces'
import { pictured } from './pictured'
import type { Supply } from './supply'

/** Graphics that are drawn in lines. */
const LINES = /\b(border|rule|arrow|ring|line|outline|scribble|underline|frame|wave)\b/

/** All that the generators make. */
export const everySupply: readonly Supply[] = [
  ...pictured,
  ...graphics.map(
    (g): Supply => ({
      id: g.name,
      kind: 'graphic',
      label: g.label,
      words: g.words,
      file: `graphics/${g.name}.svg`,
      blend: 'normal',
      manner: LINES.test(g.words) ? 'line' : 'flat',
    }),
  ),
  ...[...textures, ...moreTextures].map(
    (t): Supply => ({
      id: t.name,
      kind: 'texture',
      label: t.label,
      words: t.words,
      file: `textures/${t.name}.jpg`,
      blend: t.blend,
      manner: 'lifelike',
    }),
  ),
  ...[...overlays, ...moreOverlays].map(
    (o): Supply => ({
      id: o.name,
      kind: 'overlay',
      label: o.label,
      words: o.words,
      file: `overlays/${o.name}.webp`,
      blend: o.blend,
      manner: 'soft',
    }),
  ),
]
