import type { UsedSource } from '../kinds/definition'
import { sourcesOf } from '../kinds/facts'
import { kindOf } from '../kinds/list'
import type { FontFile } from '../type/catalogue'
import type { FontBook } from '../type/fonts'
import type { TypeStyle } from '../type/style'
import { flatResolved, type ResolvedPage } from './resolved'

/** The pictures and artwork that a page shows on its channel. */
export const sourcesOfPage = (page: Pick<ResolvedPage, 'layers'>): UsedSource[] =>
  flatResolved(page.layers).flatMap(({ layer }) => sourcesOf(layer))

/** Styles of which all that can be had is open, as long as no more faces were brought. */
const complete = new WeakMap<FontBook, { brought: number; open: WeakSet<TypeStyle> }>()
function openStyles(fonts: FontBook): WeakSet<TypeStyle> {
  const held = complete.get(fonts)
  if (held?.brought === fonts.brought) return held.open
  const made = { brought: fonts.brought, open: new WeakSet<TypeStyle>() }
  complete.set(fonts, made)
  return made.open
}
/** The font files that a page needs on its channel and that were not asked for yet. */
export function facesDue(page: Pick<ResolvedPage, 'layers'>, fonts: FontBook): FontFile[] {
  const open = openStyles(fonts)
  return flatResolved(page.layers).flatMap(({ layer }) => {
    const style = kindOf(layer).words(layer)?.style
    if (!style || open.has(style)) return []
    const due = fonts.filesFor(style).filter((f) => !fonts.has(f))
    if (due.length === 0) open.add(style)
    return due
  })
}
