import type { Draft } from 'immer'
import { bringFaces, replaceFamily } from '@/core/design/families'
import type { Design } from '@/core/design/schema'
import type { Placement } from '@/core/geometry/placement-schema'
import { isWorded, type Worded } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { lettersOf } from '@/core/resolve/needs'
import type { Lettered } from '@/core/type/fonts'
import type { OwnFace } from '@/core/type/own-face'
import type { TypeStyle } from '@/core/type/style'
import { ask } from '@/wire/client'
import { forgetFont, listFonts } from '@/wire/fonts'
import type { Bench } from '../state/bench'
import { uploadFont } from './uploads'

export const isFontFile = ({ name }: { name: string }): boolean => /\.(ttf|otf|woff2?|ttc|otc)$/i.test(name)

/** Has the faces that people brought at hand; without an answer the bench goes on with those of the design. */
export async function readFonts(bench: Bench): Promise<void> {
  const read = await ask(listFonts, {}).catch(() => null)
  if (!read) return
  bench.fonts.adopt(read.faces)
  bench.set({ ownFaces: read.faces })
}
/** What a face may be embedded for, in words. */
export const RIGHTS: Record<OwnFace['embedding'], string> = {
  installable: 'may be embedded',
  editable: 'may be embedded for editing',
  preview: 'may be embedded for preview and print',
  restricted: 'may not be embedded: ask its maker before you pass a package on',
}
/** What is worth knowing of a family that was brought. */
export function saysOf(faces: readonly OwnFace[]): string {
  const [first] = faces
  if (!first) return ''
  const count = faces.length === 1 ? 'one face' : `${faces.length} faces`
  return [count, first.scripts.slice(0, 4).join(', '), RIGHTS[first.embedding]].filter(Boolean).join('; ')
}
/** Takes in font files for all designs and says what they are; those that are refused are told one by one. */
export async function takeFonts(bench: Bench, files: readonly File[]): Promise<string | null> {
  const taken: OwnFace[] = []
  for (const file of files) taken.push(...((await uploadFont(bench, file)) ?? []))
  const [first] = taken
  if (!first) return null
  await readFonts(bench)
  const families = [...new Set(taken.map((f) => f.family))]
  const told = families.map((name) => `${name}: ${saysOf(taken.filter((f) => f.family === name))}.`)
  bench.notify(told.join(' '))
  // What stood in for it gives way.
  const { design } = bench.store.getState()
  const missed = families.filter((name) =>
    Object.values(design.layers).some((l) => isWorded(l) && l.style.family === name),
  )
  if (missed.length > 0)
    bench.edit('Bring a typeface', (d) => {
      for (const name of missed) bringOwn(bench, d, name)
    })
  return first.family
}
/** Has the design bring along a family's faces, where people brought them. */
export const bringOwn = (bench: Bench, d: Draft<Design>, family: string): void =>
  bringFaces(d, bench.store.getState().ownFaces, family)
/** The same for all that layers from elsewhere are set in. */
export function bringOwnFor(bench: Bench, d: Draft<Design>, layers: readonly Layer[]): void {
  for (const l of layers) if (isWorded(l)) bringOwn(bench, d, l.style.family)
}
/**
 * Words are set once their faces are at hand, so that boxes are measured with them; what is fetched for it is told. False where
 * they cannot be had now, which is said: then nothing is set.
 */
export async function facesAtHand(bench: Bench, words: readonly Lettered[]): Promise<boolean> {
  if (words.every(({ style, letters }) => bench.fonts.due(style, letters).length === 0)) return true
  try {
    await fetchFaces(bench, words)
    return true
  } catch {
    bench.notify(
      'The typeface could not be fetched: the server does not answer. Nothing was changed; try again.',
      'trouble',
    )
    return false
  }
}
async function fetchFaces(bench: Bench, words: readonly Lettered[]): Promise<void> {
  const tell = (by: 1 | -1) => {
    const { doing } = bench.store.getState()
    const left = (doing.type?.left ?? 0) + by
    bench.set({ doing: { ...doing, type: left > 0 ? { work: 'setting', left } : null } })
  }
  tell(1)
  try {
    await bench.fonts.ready(words)
  } finally {
    tell(-1)
  }
}
const measuring = new WeakMap<Bench, Set<string>>()
/** Words that were measured before their faces had come, as they were typed, are measured again by `boxOf` when they have. */
export function measureAgain(bench: Bench, layer: Worded, boxOf: (layer: Worded) => Placement): void {
  const words = inStyle(layer, {})
  const { id } = layer
  const under = measuring.get(bench) ?? new Set()
  measuring.set(bench, under)
  if (under.has(id) || bench.fonts.due(words.style, words.letters).length === 0) return
  under.add(id)
  // Without an answer they stay as they are: what is typed next measures them.
  const done = (came: boolean) => {
    under.delete(id)
    const now = bench.base.layers[id]
    if (!came || !isWorded(now)) return
    bench.amend(id, (d) => {
      const words = d.layers[id]
      if (isWorded(words)) words.placement = boxOf(words)
    })
    measureAgain(bench, now, boxOf)
  }
  // Not within the change that asks for it.
  queueMicrotask(() =>
    fetchFaces(bench, [words]).then(
      () => done(true),
      () => done(false),
    ),
  )
}
/** A layer's words as they would be in another style. */
export const inStyle = (layer: Worded, style: Partial<TypeStyle>): Lettered => {
  const next = { ...layer.style, ...style }
  return { style: next, letters: lettersOf(layer, { text: layer.text, style: next }) }
}
/** Everything that is set in one family is set in another, in one step. */
export async function setEverywhere(bench: Bench, from: string, to: string): Promise<void> {
  const words = Object.values(bench.store.getState().design.layers).flatMap((l) =>
    isWorded(l) && l.style.family === from ? [inStyle(l, { family: to })] : [],
  )
  if (!(await facesAtHand(bench, words))) return bench.cancel()
  bench.commit('Typeface everywhere', (d) => {
    replaceFamily(d, from, to)
    bringOwn(bench, d, to)
  })
}
/** Takes a family out of the list; designs that are set in it keep it. */
export async function dropFont(bench: Bench, family: string): Promise<void> {
  try {
    await ask(forgetFont, { query: { family } })
  } catch {
    return bench.notify(`${family} could not be taken out: the server does not answer. Try again.`, 'trouble')
  }
  bench.set({ ownFaces: bench.store.getState().ownFaces.filter((f) => f.family !== family) })
  bench.notify(`${family} is not offered any more. Designs that are set in it keep it.`)
}
