import type { Draft } from 'immer'
import { newId } from '@/core/basics/ids'
import { inOrder, keyBetween } from '@/core/basics/order'
import { lookUp } from '@/core/colour/colour'
import type { Paint } from '@/core/colour/paint'
import { leadingColour, meanColour, paletteOf } from '@/core/colour/palette'
import { middleOf, recoloured, shared } from '@/core/colour/recolour'
import { dropStray, setOn, setOnLayer } from '@/core/design/properties/set'
import { onTreatment } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import type { NamedColour } from '@/core/formats/design-tokens'
import { hasParts, isPhoto, isShape, isWorded, takesPicture } from '@/core/kinds/facts'
import { isAxis } from '@/core/kinds/group/mirror'
import type { Layer, LayerOf } from '@/core/kinds/list'
import { newTreatment } from '@/core/treatments/list'
import { treatmentsOf } from '@/core/treatments/order'
import type { Bench } from '../state/bench'
import type { LayerPixels } from '../worker/questions'
import { handledLeaves, type Leaf } from './handled'
import type { Placing } from './landing'
import { placeSource } from './placing'

/** px a side of what colours are read from at most. */
const READ = 96

const pixelsOf = (bench: Bench, layer: string): Promise<LayerPixels | null> =>
  bench.client.ask<LayerPixels | null>({ ask: 'layer', layer, scale: 1, most: READ })

/** The selected things that have colours. */
const coloured = (bench: Bench): Leaf[] => handledLeaves(bench).filter((l) => !isAxis(l))

/** Whether a thing's colours are settings, and not those of a picture. */
const hasSettings = (l: Leaf): boolean =>
  isShape(l) || isWorded(l) || hasParts(l) || (takesPicture(l) && !l.picture)

type Ground = { bench: Bench; means: ReadonlyMap<string, string> }
/** A thing in another colour as a whole, light and shade kept. Pictures get, or have changed, a treatment that recolours. */
function recolour(d: Draft<Design>, leaf: Leaf, to: string, { bench, means }: Ground): void {
  const s = bench.store.getState()
  const read = (c: string) => lookUp(c, s.design.swatches)
  const literal = read(to)
  const layer = d.layers[leaf.id] as Layer | undefined
  if (!layer) return
  if (!hasSettings(leaf)) {
    const held = Object.values(layer.treatments).find((t) => t.kind === 'recolour' && !t.mask)
    const mean = means.get(leaf.id)
    if (held) setOn(d, s.channel, onTreatment({ layer: leaf.id }, held.id), 'recolour.to', to)
    else if (mean) {
      const made = newTreatment('recolour', {
        id: `${leaf.id}-colour`.slice(-40),
        order: keyBetween(treatmentsOf(layer).at(-1)?.order ?? null, null),
      })
      // A list of treatments is the same everywhere: only on the channel that is recoloured it is switched on.
      layer.treatments[made.id] = { ...made, from: mean, to, on: s.channel === d.master }
      setOn(d, s.channel, onTreatment({ layer: leaf.id }, made.id), 'on', true)
    }
    return
  }
  if (hasParts(leaf)) {
    setOnLayer(d, s.channel, leaf.id, 'parts', partsIn(bench, leaf, to))
    return
  }
  if (!('fill' in leaf)) return
  const fill = refilled(leaf.fill, to, read)
  if (fill) setOnLayer(d, s.channel, leaf.id, 'fill', fill)
  if ('stroke' in layer && 'stroke' in leaf && leaf.stroke.weight > 0) {
    let middle: string | null
    if (leaf.fill.kind === 'none') middle = null
    else if (leaf.fill.kind === 'solid') middle = read(leaf.fill.colour)
    else middle = middleOf(Object.values(leaf.fill.stops).map((t) => read(t.colour)))
    setOnLayer(d, s.channel, leaf.id, 'stroke', {
      colour: middle ? recoloured(read(leaf.stroke.colour), middle, literal) : to,
    })
  }
}
/** All parts of a graphic in another colour as a whole. */
function partsIn(bench: Bench, leaf: LayerOf<'graphic'>, to: string): Record<string, string> {
  const s = bench.store.getState()
  const read = (c: string) => lookUp(c, s.design.swatches)
  const all = { ...s.sources[leaf.source]?.parts, ...leaf.parts }
  const middle = middleOf(Object.values(all).map(read))
  return Object.fromEntries(
    Object.entries(all).map(([part, c]) => [part, recoloured(read(c), middle, read(to))]),
  )
}
function refilled(fill: Paint, to: string, read: (c: string) => string): Paint | null {
  if (fill.kind === 'none') return null
  if (fill.kind === 'solid') return { kind: 'solid', colour: to }
  const middle = middleOf(Object.values(fill.stops).map((t) => read(t.colour)))
  const stops = Object.entries(fill.stops).map(([id, t]) => [
    id,
    { ...t, colour: recoloured(read(t.colour), middle, read(to)) },
  ])
  return { ...fill, stops: Object.fromEntries(stops) }
}

/** The colour that a thing has as a whole. */
function ownColour(bench: Bench, leaf: Leaf, means: ReadonlyMap<string, string>): string {
  const s = bench.store.getState()
  const read = (c: string) => lookUp(c, s.design.swatches)
  if (hasParts(leaf))
    return middleOf(Object.values({ ...s.sources[leaf.source]?.parts, ...leaf.parts }).map(read))
  if (hasSettings(leaf) && 'fill' in leaf) {
    if (leaf.fill.kind === 'solid') return read(leaf.fill.colour)
    if (leaf.fill.kind === 'none') return 'stroke' in leaf ? read(leaf.stroke.colour) : '#808080'
    return middleOf(Object.values(leaf.fill.stops).map((t) => read(t.colour)))
  }
  return means.get(leaf.id) ?? '#808080'
}

/** Mean colours by the layer they were read of: one that changes is another. */
const known = new WeakMap<Layer, string>()
/** Mean colours of those selected things that are pictures. */
export async function readMeans(bench: Bench): Promise<ReadonlyMap<string, string>> {
  if (bench.inGesture && grip) return grip.means
  const out = new Map<string, string>()
  for (const leaf of coloured(bench)) {
    const own = bench.store.getState().design.layers[leaf.id]
    if (!own || hasSettings(leaf)) continue
    const pixels = known.has(own) ? null : await pixelsOf(bench, leaf.id)
    const mean = pixels && meanColour(pixels)
    if (mean) known.set(own, mean)
    const found = known.get(own)
    if (found) out.set(leaf.id, found)
  }
  return out
}

/** The colour that each selected thing has as a whole, pictures told from their px. */
export async function ownColours(bench: Bench): Promise<ReadonlyMap<string, string>> {
  const means = await readMeans(bench)
  return new Map(coloured(bench).map((l) => [l.id, ownColour(bench, l, means)]))
}
/** What was selected as it was before a colour was tried: colours are told by that, not by the one tried last. */
let grip: { leaves: Leaf[]; means: Map<string, string> } | null = null
/** Gives all that is selected one colour, light and shade kept; `shown` while it is chosen. */
export function recolourAll(bench: Bench, to: string, only: 'shown' | 'kept'): void {
  if (!grip || !bench.inGesture) {
    const { layers } = bench.store.getState().design
    const leaves = coloured(bench)
    const means = leaves.flatMap((l): [string, string][] => {
      const mean = layers[l.id] && known.get(layers[l.id] as Layer)
      return mean ? [[l.id, mean]] : []
    })
    grip = { leaves, means: new Map(means) }
  }
  const { leaves, means } = grip
  const write = (d: Draft<Design>) => {
    for (const leaf of leaves) recolour(d, leaf, to, { bench, means })
  }
  if (only === 'shown') bench.preview(write)
  else bench.commit('Recolour', write)
}
/**
 * Places a supply in another colour, in one step: what it is called by changes, what else is on it stays. What has parts has all of
 * them changed with it.
 */
export async function placeInColour(bench: Bench, p: Placing, to: string): Promise<void> {
  placeSource(bench, p)
  const [leaf] = handledLeaves(bench)
  if (!leaf) return
  const pixels = hasSettings(leaf) ? null : await pixelsOf(bench, leaf.id).catch(() => null)
  const from = pixels && leadingColour(pixels)
  if (!from && !hasParts(leaf))
    return bench.notify(
      'It was placed as it is, as its colours could not be read. Recolour it in the details.',
    )
  bench.amend(leaf.id, (d) => {
    const layer = d.layers[leaf.id]
    if (hasParts(layer) && hasParts(leaf)) layer.parts = partsIn(bench, leaf, to)
    if (!layer || !from) return
    const made = newTreatment('swap-colour', { id: newId(), order: keyBetween(null, null) })
    layer.treatments[made.id] = { ...made, from, to }
  })
}
/** Gives what is selected the design's swatches, the dark ones to what is dark. */
export async function recolourInSwatches(bench: Bench): Promise<void> {
  const swatches = inOrder(bench.store.getState().design.swatches)
  if (swatches.length < 2)
    return bench.notify(
      'The design has fewer than two swatches. Keep the colours of the set as swatches first.',
    )
  const means = await readMeans(bench)
  const leaves = coloured(bench)
  const by = new Map(swatches.map((w) => [w.colour, w.id]))
  const set = shared(
    leaves.map((l) => ownColour(bench, l, means)),
    swatches.map((w) => w.colour),
  )
  bench.edit('Recolour in the swatches', (d) => {
    leaves.forEach((leaf, n) => {
      const id = by.get(set[n] ?? '')
      if (id) recolour(d, leaf, `swatch:${id}`, { bench, means })
    })
  })
}

/** Makes a mask name a part of its layer that has a colour of its own: folds and shading stay. */
export async function recolourPart(bench: Bench, layer: string, mask: string): Promise<void> {
  const pixels = await pixelsOf(bench, layer)
  const from = pixels && meanColour(pixels)
  if (!from)
    return bench.notify('This mask leaves nothing of the layer to be seen, so there is no part to recolour.')
  const id = newId()
  bench.edit('Recolour a part', (d) => {
    const own = d.layers[layer]
    if (!own) return
    const made = newTreatment('recolour', {
      id,
      order: keyBetween(treatmentsOf(own).at(-1)?.order ?? null, null),
    })
    own.treatments[id] = { ...made, from, to: from, mask }
  })
}

/** The colours of the selected picture, or of the largest on the page; empty where there is none. */
export async function pictureColours(bench: Bench, count = 6): Promise<string[]> {
  const s = bench.store.getState()
  const pictured = (l: Layer) => isPhoto(l) || (takesPicture(l) && l.picture !== null)
  const chosen = coloured(bench).filter(pictured)
  // What only washes over the page is no picture to take colours from.
  const solid = (l: Layer) => l.blend === 'normal' && l.opacity > 0.6 && l.plane !== 'finish'
  const all =
    chosen.length > 0
      ? chosen
      : Object.values(s.design.layers).filter((l) => l.page === s.page && l.shown && pictured(l) && solid(l))
  const largest = [...all].sort(
    (a, b) => b.placement.width * b.placement.height - a.placement.width * a.placement.height,
  )[0]
  const pixels = largest && (await pixelsOf(bench, largest.id))
  return pixels ? paletteOf(pixels, count) : []
}

/** Adds colours to the design's swatches in one step, those that are there already left out. */
export function addSwatches(bench: Bench, name: string, colours: readonly NamedColour[]): void {
  const have = new Set(Object.values(bench.store.getState().design.swatches).map((w) => w.colour))
  const fresh = colours.filter((c) => !have.has(c.colour))
  if (fresh.length === 0) return bench.notify('All of these colours are swatches already.')
  bench.edit(name, (d) => {
    let last = inOrder(d.swatches).at(-1)?.order ?? null
    for (const { name, colour } of fresh) {
      const id = newId()
      last = keyBetween(last, null)
      d.swatches[id] = { id, name: name.slice(0, 60), colour, order: last }
    }
  })
}
/** Removes a swatch; what used it keeps its colour. */
export function removeSwatch(bench: Bench, id: string): void {
  bench.edit('Remove a swatch', (d) => {
    const own = d.swatches[id]
    if (!own) return
    const reference = `swatch:${id}`
    const swap = (node: unknown): void => {
      if (typeof node !== 'object' || node === null) return
      for (const [key, value] of Object.entries(node)) {
        if (value === reference) (node as Record<string, unknown>)[key] = own.colour
        else swap(value)
      }
    }
    for (const part of [d.layers, d.pages, d.recipes, d.changes]) swap(part)
    delete d.swatches[id]
    dropStray(d)
  })
}
