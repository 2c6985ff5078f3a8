import type { UsedSource } from '../kinds/definition'
import { isWorded, sourcesOf } from '../kinds/facts'
import { kindOf, type Layer } from '../kinds/list'
import type { FontFile } from '../type/catalogue'
import type { FontBook } from '../type/fonts'
import { shownText } from '../type/layout'
import type { TypeStyle } from '../type/style'
import { flatResolved, type ResolvedPage } from './resolved'

/** The pictures and artwork that a page shows on its channel. */
export const sourcesOfPage = (page: Pick<ResolvedPage, 'layers'>): UsedSource[] =>
  flatResolved(page.layers).flatMap(({ layer }) => sourcesOf(layer))

/** Styles with the words for which all that can be had is open, as long as no more faces were brought. */
const complete = new WeakMap<FontBook, { brought: number; open: WeakMap<TypeStyle, string> }>()
function openStyles(fonts: FontBook): WeakMap<TypeStyle, string> {
  const held = complete.get(fonts)
  if (held?.brought === fonts.brought) return held.open
  const made = { brought: fonts.brought, open: new WeakMap<TypeStyle, string>() }
  complete.set(fonts, made)
  return made.open
}
/** All letters of a layer's words, as long or short as they may be shown on some channel. */
export const lettersOf = (layer: Layer, { text, style }: { text: string; style: TypeStyle }): string =>
  shownText(`${text}${isWorded(layer) ? (layer.short ?? '') : ''}`, style)

/** The font files that a page needs on its channel now and that were not asked for yet; asked again once they have come, it may name more. */
export function facesDue(page: Pick<ResolvedPage, 'layers'>, fonts: FontBook): FontFile[] {
  const open = openStyles(fonts)
  return flatResolved(page.layers).flatMap(({ layer }) => {
    const words = kindOf(layer).words(layer)
    if (!words) return []
    const letters = lettersOf(layer, words)
    if (open.get(words.style) === letters) return []
    const due = fonts.due(words.style, letters)
    if (due.length === 0) open.set(words.style, letters)
    return due
  })
}
