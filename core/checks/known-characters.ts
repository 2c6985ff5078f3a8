import { type Bounds, union } from '../geometry/bounds'
import { shownBounds } from '../geometry/warp'
import { layerName } from '../kinds/facts'
import type { TypeLayout } from '../type/layout'
import { defineCheck } from './define'
import { shownType } from './typesetting'

/** Boxes of the glyphs that stand for a character of no shipped face, px of the layer's own box. */
const unknownBoxes = (layout: TypeLayout): Bounds[] =>
  layout.lines.flatMap((line) =>
    line.glyphs
      .filter((g) => g.unknown)
      .map((g) => ({
        left: g.x,
        top: line.top,
        right: g.x + Math.max(1, g.advance),
        bottom: line.top + line.height,
      })),
  )

export const knownCharacters = defineCheck(
  'known-characters',
  'Every character in a typeface',
  ({ page, host }) =>
    shownType(page, host.fonts).flatMap(({ layer, layout }) => {
      const [first, ...rest] = unknownBoxes(layout)
      if (!first) return []
      const characters = [
        ...new Set(
          layout.lines.flatMap((l) =>
            l.glyphs
              .filter((g) => g.unknown)
              .map((g) => String.fromCodePoint(layer.text.codePointAt(g.cluster) ?? 0xfffd)),
          ),
        ),
      ]
      return [
        {
          layer: layer.id,
          at: shownBounds(layer.placement, rest.reduce(union, first)),
          text: `“${layerName(layer)}” has ${characters.length === 1 ? 'a character' : 'characters'} that no typeface here can draw: ${characters.slice(0, 8).join(' ')}. A box stands in.`,
        },
      ]
    }),
)
