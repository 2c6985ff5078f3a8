import { fitAll, wordsIn } from '@/core/text/near'
import { type Family, families, MANNERS, type Manner } from '@/core/type/catalogue'
import type { OwnFace } from '@/core/type/own-face'

const KEY = 'vivid-layer-faces'
type Kept = { favourites: string[]; last: string[] }
const MOST_LAST = 6

/** What a person likes and used last, kept in this browser. */
export function keptFaces(): Kept {
  try {
    const read = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>
    const names = (list: unknown) =>
      Array.isArray(list) ? list.filter((n): n is string => typeof n === 'string') : []
    return { favourites: names(read.favourites), last: names(read.last) }
  } catch {
    return { favourites: [], last: [] }
  }
}
function keep(kept: Kept): Kept {
  try {
    localStorage.setItem(KEY, JSON.stringify(kept))
  } catch {
    // It holds for as long as the page is open.
  }
  return kept
}
export const withFavourite = (kept: Kept, name: string): Kept =>
  keep({
    ...kept,
    favourites: kept.favourites.includes(name)
      ? kept.favourites.filter((f) => f !== name)
      : [...kept.favourites, name],
  })
export const withUsed = (kept: Kept, name: string): Kept =>
  keep({ ...kept, last: [name, ...kept.last.filter((f) => f !== name)].slice(0, MOST_LAST) })

/** What people call a manner, beside its own name. */
const ALSO: Record<Manner, string> = {
  display: 'headline title poster',
  text: 'body reading serif sans',
  script: 'handwritten brush cursive calligraphy signature',
  condensed: 'narrow tall compressed',
  slab: 'block serif egyptian',
  heavy: 'bold black fat thick',
  rounded: 'round soft friendly',
  inline: 'lined neon outline',
  stencil: 'cut military',
  blackletter: 'gothic old',
  pixel: 'bitmap game retro',
  mono: 'monospace typewriter code',
}
/** Families that some words find by name, manner or script, the best first; the liked and last used come first where nothing is asked. */
export function facesFor(
  asked: string,
  manner: Manner | null,
  kept: Kept,
  house: readonly string[],
  own: readonly Family[] = [],
): Family[] {
  const words = wordsIn(asked)
  const rank = (f: Family): number => {
    if (house.includes(f.name)) return 3
    if (own.includes(f)) return 2.5
    if (kept.favourites.includes(f.name)) return 2
    return kept.last.includes(f.name) ? 1 : 0
  }
  return [...own, ...families]
    .filter((f) => manner === null || f.kind === manner)
    .map((f) => ({
      f,
      fit: fitAll(words, [
        ...wordsIn(f.name),
        ...wordsIn(`${f.kind} ${ALSO[f.kind]} ${f.scripts.join(' ')}`),
      ]),
      own: fitAll(words, wordsIn(f.name)),
    }))
    .filter(({ fit }) => fit > 0)
    .sort(
      (a, b) =>
        (words.length > 0 ? b.fit + b.own - a.fit - a.own : 0) ||
        rank(b.f) - rank(a.f) ||
        MANNERS.indexOf(a.f.kind) - MANNERS.indexOf(b.f.kind),
    )
    .map(({ f }) => f)
}

/** Families that people brought, as they are listed beside those that ship. */
export function ownFamilies(faces: readonly OwnFace[]): Family[] {
  const names = [...new Set(faces.map((f) => f.family))]
  return names.map((name) => {
    const own = faces.filter((f) => f.family === name)
    return {
      name,
      slug: own[0]?.source ?? '',
      kind: 'display',
      weights: [...new Set(own.map((f) => f.weight))].sort((a, b) => a - b),
      italic: own.some((f) => f.italic),
      scripts: [...new Set(own.flatMap((f) => f.scripts)), 'own'],
    }
  })
}
const loaded = new Map<string, Promise<unknown>>()
/** Has a face for a row of the list; its name as CSS knows it. */
export function faceFor(f: Family): string {
  const name = `Vivid ${f.name}`
  if (!loaded.has(name)) {
    const weight = f.weights.includes(400) ? 400 : f.weights[0]
    const url = f.scripts.includes('own')
      ? `/api/blobs/${f.slug}`
      : `/generated/fonts/${f.slug}-latin-${weight}-normal.ttf`
    const face = new FontFace(name, `url(${url})`)
    document.fonts.add(face)
    loaded.set(
      name,
      face.load().catch(() => null),
    )
  }
  return name
}
