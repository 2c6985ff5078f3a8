import type { Draft } from 'immer'
import { newId } from '@/core/basics/ids'
import { inOrder, keyBetween } from '@/core/basics/order'
import { addLayers } from '@/core/design/commands'
import { treatedBy } from '@/core/design/follow'
import { alsoOn, dropStray, followMaster } from '@/core/design/properties/set'
import { onLayer, onTreatment, type Target } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import { orderAbove } from '@/core/design/spots'
import { isLocked } from '@/core/design/tree'
import type { Layer } from '@/core/kinds/list'
import { boxAt, gradeLayer } from '@/core/kinds/new'
import { newTreatment, treatmentKinds } from '@/core/treatments/list'
import { type Treatment, treatmentsOf } from '@/core/treatments/order'
import { beginsWith } from '@/core/treatments/sized'
import { type WordRecipe, wordTreatments } from '@/core/treatments/word-recipes'
import type { Bench, BenchState } from '../state/bench'
import { setThings, thingOn } from '../state/properties'
import { ownColours } from './colouring'
import { toMaster } from './placing'
import { wearerOf } from './wearer'

const treatable = (s: Pick<BenchState, 'design' | 'selection'>): string[] =>
  s.selection.filter((id) => s.design.layers[id] && !isLocked(s.design, id))
/** The same; where there is nothing the person is told why. */
function treatableOrTold(bench: Bench, none = 'Select what is to be treated.'): string[] {
  const s = bench.store.getState()
  const ids = treatable(s)
  if (ids.length === 0) bench.notify(s.selection.length > 0 ? 'This is locked. Unlock it to treat it.' : none)
  return ids
}
const labelOf = (kind: string): string => treatmentKinds.get(kind)?.label ?? kind

/** Where the treatments of some layers are held, each once: in themselves or in the recipes they follow. */
function heldOf(d: Draft<Design>, ids: readonly string[]) {
  return [...new Set(ids.flatMap((id) => treatedBy(d, id) ?? []))] as (Pick<Layer, 'id' | 'treatments'> & {
    kind?: string
  })[]
}

/** Which of a layer's treatments is meant, on each of several layers: the nth of its kind. */
export type Nth = { kind: string; n: number }
export const nthOf = (layer: Pick<Layer, 'treatments'>, id: string): Nth | null => {
  const own = layer.treatments[id]
  if (!own) return null
  const n = treatmentsOf(layer)
    .filter((t) => t.kind === own.kind)
    .findIndex((t) => t.id === id)
  return { kind: own.kind, n }
}
const found = (
  layer: { treatments: Record<string, Treatment> } | undefined,
  { kind, n }: Nth,
): Treatment | undefined => layer && treatmentsOf(layer).filter((t) => t.kind === kind)[n]

/** The nth treatment of a kind of each thing, by its way; those of a recipe that several follow once. */
export const targetsOf = (
  design: Pick<Design, 'layers' | 'recipes'>,
  ids: readonly string[],
  which: Nth,
): Target[] => [
  ...new Set(
    ids.flatMap((id) => {
      const own = found(treatedBy(design, id), which)
      const recipe = design.layers[id]?.recipe
      return own ? [onTreatment(recipe && design.recipes[recipe] ? { recipe } : { layer: id }, own.id)] : []
    }),
  ),
]

/** What a grade made for one thing begins with: stops that show at once what it does, or the treatment's first settings. */
const BEGINS: Record<string, Record<string, unknown>> = {
  'gradient-map': {
    stops: [
      { offset: 0, colour: '#2e4a78' },
      { offset: 1, colour: '#e8cf86' },
    ],
  },
  blur: { radius: 2 },
}
/**
 * A grade above the selection, or in front of everything, over all that lies beneath it; or kept inside the thing selected. It
 * begins with one treatment and is called by what it does.
 */
export function addGrade(
  bench: Bench,
  { within = false, kind = 'curves' }: { within?: boolean; kind?: string } = {},
): void {
  const s = bench.store.getState()
  const below = s.design.layers[s.selection.at(-1) ?? '']
  if (within && !below) return bench.notify('Select the thing that the grade is to be kept inside.')
  const spot = below
    ? { page: below.page, plane: below.plane, parent: below.parent }
    : { page: s.page, plane: 'finish' as const, parent: null }
  const { width, height, bleed } = s.resolved
  const box = boxAt(-bleed, -bleed, width + 2 * bleed, height + 2 * bleed)
  const layer = gradeLayer(
    { id: newId(), ...spot, order: orderAbove(s.design, spot, below?.id ?? null) },
    '',
    toMaster(s, box),
  )
  const first = { ...newTreatment(kind, { id: newId(), order: 'a0' }), ...BEGINS[kind] }
  bench.edit('Grade', (d) =>
    addLayers(d, [
      {
        ...layer,
        inside: within && below ? below.id : (below?.inside ?? null),
        treatments: { [first.id]: first },
      },
    ]),
  )
  bench.select([layer.id])
}

/** What was last set of each kind: the next begins like it. */
const last = new Map<string, Record<string, unknown>>()
const settingsOf = ({ id: _i, order: _o, on: _n, mask: _m, ...rest }: Treatment) => rest

/** Gives each selected thing one more treatment, after those it has. What is recoloured goes by the colour that it has itself. */
export function addTreatment(bench: Bench, kind: string): void {
  if (kind !== 'recolour') return addOne(bench, kind, new Map())
  void ownColours(bench).then((colours) =>
    addOne(bench, kind, new Map([...colours].map(([id, from]) => [id, { from }]))),
  )
}
function addOne(bench: Bench, kind: string, told: ReadonlyMap<string, Partial<Treatment>>): void {
  const ids = treatableOrTold(bench, `Select what is to have ${labelOf(kind).toLowerCase()}.`)
  if (ids.length === 0) return
  const begun = new Map(
    ids.flatMap((id) => {
      const wearer = wearerOf(bench, id)
      return wearer ? [[id, beginsWith(kind, wearer)] as const] : []
    }),
  )
  bench.edit(labelOf(kind), (d) => {
    for (const layer of heldOf(d, ids)) {
      const made = newTreatment(kind, {
        id: newId(),
        order: keyBetween(treatmentsOf(layer).at(-1)?.order ?? null, null),
      })
      // What goes by the thing itself is told anew for each; all else is as it was last set.
      layer.treatments[made.id] = {
        ...made,
        ...last.get(kind),
        ...begun.get(layer.id),
        ...told.get(layer.id),
      }
    }
  })
}

type Change = Partial<Treatment>
/** Changes the nth treatment of a kind of each selected thing. */
export function changeTreatment(
  bench: Bench,
  what: string,
  which: Nth,
  change: Change,
  only: 'shown' | 'kept' = 'kept',
): void {
  const ids = only === 'shown' ? treatable(bench.store.getState()) : treatableOrTold(bench)
  const { design } = bench.store.getState()
  const name = `${labelOf(which.kind)}: ${what}`
  setThings(
    bench,
    name,
    targetsOf(design, ids, which).map((target) => [target, change] as const),
    only,
  )
  if (only === 'shown') return
  const own = ids.map((id) => found(treatedBy(bench.store.getState().design, id), which)).find((t) => t)
  if (own) last.set(which.kind, settingsOf(own))
}
export function dropTreatment(bench: Bench, which: Nth): void {
  const ids = treatableOrTold(bench)
  bench.edit(`Remove ${labelOf(which.kind).toLowerCase()}`, (d) => {
    for (const held of heldOf(d, ids)) {
      const own = found(held, which)
      if (own) delete held.treatments[own.id]
    }
    dropStray(d)
  })
}
/** Lays a thickening before a print edge on all that is selected, so that what is fine is not lost to it. */
export function thickenFirst(bench: Bench, which: Nth): void {
  bench.edit('Thicken before the print edge', (d) => {
    for (const held of heldOf(d, treatable(bench.store.getState()))) {
      const own = found(held, which)
      if (!own) continue
      const list = treatmentsOf(held)
      const before = list[list.findIndex((t) => t.id === own.id) - 1]
      if (before?.kind === 'thicken') before.by = (before.by as number) + (own.radius as number) / 2
      else {
        const made = newTreatment('thicken', {
          id: newId(),
          order: keyBetween(before?.order ?? null, own.order),
        })
        held.treatments[made.id] = { ...made, by: Math.max(0.5, (own.radius as number) / 2) }
      }
    }
  })
}
/** Lays a treatment of one thing before another of it; null for the end. */
export function moveTreatment(bench: Bench, layer: string, id: string, before: string | null): void {
  bench.edit('Order of treatments', (d) => {
    const own = treatedBy(d, layer)
    const moved = own?.treatments[id]
    if (!own || !moved || id === before) return
    const others = treatmentsOf(own).filter((t) => t.id !== id)
    const at = before === null ? others.length : others.findIndex((t) => t.id === before)
    moved.order = keyBetween(others[at - 1]?.order ?? null, others[at]?.order ?? null)
  })
}

let copied: Treatment[] = []
export function copyTreatments(bench: Bench): void {
  const { design, selection } = bench.store.getState()
  const layer = selection
    .map((id) => treatedBy(design, id))
    .find((l) => l && Object.keys(l.treatments).length > 0)
  if (!layer) return bench.notify('Select a thing that has treatments.')
  copied = treatmentsOf(layer)
  bench.notify(
    `${copied.length} ${copied.length === 1 ? 'treatment' : 'treatments'} copied; select what is to have them.`,
  )
}
export const canPasteTreatments = (s: BenchState): boolean => copied.length > 0 && s.selection.length > 0
/** How much of all their treatments together shows on what is selected. */
export function setTreated(bench: Bench, treated: number, only: 'shown' | 'kept'): void {
  const ids = only === 'shown' ? treatable(bench.store.getState()) : treatableOrTold(bench)
  setThings(
    bench,
    'Strength of all treatments',
    ids.map((id) => [onLayer(id), { treated }] as const),
    only,
  )
}
/** Puts copied treatments on all that is selected, in place of what it has. */
export function pasteTreatments(bench: Bench): void {
  if (copied.length === 0)
    return bench.notify('Nothing was copied yet: copy the treatments of another thing first.')
  putOn(bench, 'Paste treatments', copied)
}
/** Puts a list of treatments on all that is selected, in place of what it has. */
export function putOn(bench: Bench, name: string, list: readonly Treatment[], body?: number): void {
  const ids = treatableOrTold(bench, 'Select what is to have the treatments.')
  if (ids.length === 0) return
  bench.edit(name, (d) => {
    for (const id of ids) {
      const layer = d.layers[id]
      if (!layer) continue
      layer.recipe = null
      layer.treated = 1
      if (body !== undefined) layer.body = body
      layer.treatments = Object.fromEntries(
        list.map((t) => {
          const own = newId()
          // A mask is one layer's own: elsewhere it limits nothing.
          return [own, { ...t, id: own, mask: t.mask && layer.masks[t.mask] ? t.mask : null } as Treatment]
        }),
      )
    }
    dropStray(d)
  })
}

/** Puts a recipe for words on all that is selected, sized by each and in its colours, in one step. */
export function putOnWords(bench: Bench, recipe: WordRecipe): void {
  const ids = treatableOrTold(bench, 'Select the words that are to look so.')
  const made = new Map(
    ids.flatMap((id) => {
      const wearer = wearerOf(bench, id)
      return wearer ? [[id, wordTreatments(recipe, wearer)] as const] : []
    }),
  )
  if (made.size === 0) return
  bench.edit(`Recipe ${recipe.name}`, (d) => {
    for (const [id, list] of made) {
      const layer = d.layers[id]
      if (!layer) continue
      Object.assign(layer, { recipe: null, treated: 1, body: recipe.body ?? 1 })
      layer.treatments = Object.fromEntries(
        list.map((t) => {
          const own = newId()
          return [own, { ...t, id: own }]
        }),
      )
    }
    dropStray(d)
  })
}
/** Keeps a layer's treatments as a recipe of the design, named by what is in it; the layer follows it from now on. */
export function keepRecipe(bench: Bench, id: string): void {
  const own = treatedBy(bench.store.getState().design, id)
  if (!own || Object.keys(own.treatments).length === 0) return
  const list = treatmentsOf(own)
  const name = list
    .map((t) => labelOf(t.kind))
    .join(', ')
    .slice(0, 60)
  const recipe = newId()
  bench.edit('Keep a recipe', (d) => {
    const order = keyBetween(inOrder(d.recipes).at(-1)?.order ?? null, null)
    d.recipes[recipe] = {
      id: recipe,
      name,
      order,
      treatments: Object.fromEntries(list.map((t) => [t.id, { ...t, mask: null }])),
    }
    const layer = d.layers[id]
    if (!layer) return
    for (const t of list) alsoOn(d, onTreatment({ layer: id }, t.id), onTreatment({ recipe }, t.id))
    layer.recipe = recipe
  })
  bench.notify(`Kept as “${name}”. What follows it changes with it.`)
}
/** What a recipe shows on a layer becomes its own, with what differs on channels. */
function letGo(d: Draft<Design>, layer: Draft<Layer>): void {
  const shown = treatedBy(d, layer.id)?.treatments ?? {}
  layer.treatments = Object.fromEntries(Object.entries(shown).map(([key, t]) => [key, { ...t }]))
  if (!layer.recipe || !d.recipes[layer.recipe]) return
  for (const key of Object.keys(shown)) {
    const own = onTreatment({ layer: layer.id }, key)
    followMaster(d, { targets: (target) => target === own })
    alsoOn(d, onTreatment({ recipe: layer.recipe }, key), own)
  }
}
/** Lets all that is selected follow a recipe of the design; null lets go, what was shown becomes their own. */
export function followRecipe(bench: Bench, recipe: string | null): void {
  const name = recipe
    ? `Follow ${bench.store.getState().design.recipes[recipe]?.name ?? 'a recipe'}`
    : 'Follow no recipe'
  bench.edit(name, (d) => {
    for (const id of treatable(bench.store.getState())) {
      const layer = d.layers[id]
      if (!layer) continue
      if (!recipe) letGo(d, layer)
      layer.recipe = recipe
    }
    dropStray(d)
  })
}
export function renameRecipe(bench: Bench, recipe: string, name: string): void {
  bench.edit('Name a recipe', (d) => {
    const own = d.recipes[recipe]
    if (own && name.trim()) own.name = name.trim().slice(0, 60)
  })
}

/** Shows all that is selected without its treatments, until `endLook`. */
export function lookWithout(bench: Bench): void {
  if (bench.inGesture) return
  bench.preview((d) => {
    for (const id of bench.store.getState().selection) {
      const layer = d.layers[id]
      if (layer) Object.assign(layer, { treatments: {}, recipe: null })
    }
  })
}
/** Shows the treatment in hand, or the last one, driven to its end, until `endLook`. */
export function exaggerate(bench: Bench, which?: Nth): void {
  if (bench.inGesture) return
  const { design, selection } = bench.store.getState()
  const first = selection
    .map((id) => treatedBy(design, id))
    .find((l) => l && Object.keys(l.treatments).length > 0)
  const meant = which ?? (first && nthOf(first, treatmentsOf(first).at(-1)?.id ?? ''))
  if (!meant) return
  const s = bench.store.getState()
  const all = targetsOf(design, treatable(s), meant).flatMap((target) => {
    const seen = thingOn(s, target) as Treatment | undefined
    return seen ? [[target, exaggerated(seen)] as const] : []
  })
  setThings(bench, '', all, 'shown')
}
export function endLook(bench: Bench): void {
  bench.cancel()
}
/** A treatment at full strength, its amounts doubled as far as they go. */
function exaggerated(t: Treatment): Change {
  const fields = treatmentKinds.get(t.kind)?.fields ?? {}
  const amounts = Object.entries(fields).flatMap(([key, f]): [string, number][] =>
    f.kind === 'number' && f.amount
      ? [[key, Math.max(f.least, Math.min(f.most, 2 * (t[key] as number)))]]
      : [],
  )
  return { strength: 1, ...Object.fromEntries(amounts) }
}
