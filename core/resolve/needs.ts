import type { UsedSource } from '../kinds/definition'
import { sourcesOf } from '../kinds/facts'
import { kindOf } from '../kinds/list'
import { type FontFile, filesFor } from '../type/catalogue'
import type { FontBook } from '../type/fonts'
import type { TypeStyle } from '../type/style'
import { flatResolved, type ResolvedPage } from './resolved'

/** The pictures and artwork that a page shows on its channel. */
export const sourcesOfPage = (page: Pick<ResolvedPage, 'layers'>): UsedSource[] =>
  flatResolved(page.layers).flatMap(({ layer }) => sourcesOf(layer))

/** Styles whose files were looked up: doing it again with every move of the hand would add up. */
const looked = new WeakMap<TypeStyle, FontFile[]>()
function filesOnce(style: TypeStyle): FontFile[] {
  const held = looked.get(style)
  if (held) return held
  const files = filesFor(style)
  if (Object.isFrozen(style)) looked.set(style, files)
  return files
}
/** Styles of which all that can be had is open. */
const complete = new WeakMap<FontBook, WeakSet<TypeStyle>>()
/** The font files that a page needs on its channel and that were not asked for yet. */
export function facesDue(page: Pick<ResolvedPage, 'layers'>, fonts: FontBook): FontFile[] {
  const open = complete.get(fonts) ?? new WeakSet()
  complete.set(fonts, open)
  return flatResolved(page.layers).flatMap(({ layer }) => {
    const style = kindOf(layer).words(layer)?.style
    if (!style || open.has(style)) return []
    const due = filesOnce(style).filter((f) => !fonts.has(f))
    if (due.length === 0) open.add(style)
    return due
  })
}
