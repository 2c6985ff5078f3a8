import { newId } from '@/core/basics/ids'
import { addLayers, removeLayers } from '@/core/design/commands'
import { type LinkTarget, linksIn, showTaken, type Taken, targetKey, unlink } from '@/core/design/linked'
import type { Design } from '@/core/design/schema'
import { layerName, linkOf, takesPicture } from '@/core/kinds/facts'
import type { Link } from '@/core/kinds/link'
import type { Layer } from '@/core/kinds/list'
import { boxAt, pictureLayer } from '@/core/kinds/new'
import { isFilled, picturePlacement } from '@/core/kinds/slot/framing'
import { ask, wordsOf } from '@/wire/client'
import { duplicateDesign } from '@/wire/designs'
import { linkedNow, makePiece, takeLinked } from '@/wire/linked'
import { stored } from '../export/excerpts'
import type { Bench } from '../state/bench'
import { placeSource } from './placing'
import { fillSlot } from './slots'

/** How wide a new link's picture is made, px, before it is known how large it will lie. */
const FIRST_WIDE = 2400
/** No picture of a link is made smaller, px: it may be enlarged where it lies. */
const LEAST_WIDE = 1200
/** The widest that a link's picture lies on any channel, px: it is made that wide, so that it is sharp everywhere. */
function wideOf(design: Design, layers: readonly Layer[]): number {
  const master = design.channels[design.master]
  const most = Object.values(design.channels).map((c) =>
    master ? Math.max(c.width / master.width, c.height / master.height) : 1,
  )
  const widths = layers.map((l) =>
    takesPicture(l) && isFilled(l) ? picturePlacement(l).width : l.placement.width,
  )
  return Math.max(LEAST_WIDE, Math.ceil(Math.max(1, ...widths) * Math.max(1, ...most)))
}
async function taken(bench: Bench, to: LinkTarget, wide: number): Promise<Taken | null> {
  const { design } = bench.store.getState()
  try {
    const body = { design: to.design, page: to.page, channel: to.channel, ground: to.ground, wide }
    const { info, revision, name } = await ask(takeLinked, { params: { id: design.id }, body })
    bench.addSource(info)
    return { source: info.sha, width: info.width, height: info.height, revision, name }
  } catch (thrown) {
    bench.notify(wordsOf(thrown, 'Nothing was changed; try again.'), 'trouble')
    return null
  }
}
const linkTo = (to: LinkTarget, { revision, name }: Taken): Link => ({
  design: to.design,
  page: to.page,
  channel: to.channel,
  ground: to.ground,
  revision,
  name,
})
/** Places another design as a picture that can follow it, into a slot where that is selected. */
export async function linkDesign(bench: Bench, to: LinkTarget): Promise<void> {
  const found = await taken(bench, to, FIRST_WIDE)
  const info = found && bench.store.getState().sources[found.source]
  if (!found || !info) return
  const { design, selection } = bench.store.getState()
  const p = { info, label: found.name, kind: 'photo', linked: linkTo(to, found) }
  const slot = selection.map((id) => design.layers[id]).find((l) => takesPicture(l))
  if (slot) fillSlot(bench, slot.id, p)
  else placeSource(bench, p)
}
/** Makes what is selected a design of its own and shows that in its place: edited there, it can be shown elsewhere too. */
export async function makeLinked(bench: Bench): Promise<void> {
  const { design, page, selection } = bench.store.getState()
  const ids = selection.filter((id) => !selection.includes(design.layers[id]?.parent ?? ''))
  const front = design.layers[ids.at(-1) ?? '']
  if (!front) return
  if (!(await stored(bench)))
    return bench.notify('Not everything is saved yet; try again once it is.', 'trouble')
  const name = ids.length === 1 ? layerName(front) : `Piece of ${design.name}`
  try {
    const body = { page, layers: [...ids], name }
    const { box, ...to } = await ask(makePiece, { params: { id: design.id }, body })
    const target = { ...to, ground: 'page' as const }
    const found = await taken(bench, target, Math.max(LEAST_WIDE, box.right - box.left))
    if (!found) return
    const { source: sha, width, height } = found
    const id = newId()
    const where = { ...front, id }
    const linked = linkTo(target, found)
    const place = boxAt(box.left, box.top, box.right - box.left, box.bottom - box.top)
    bench.edit('Make a linked design', (d) => {
      const layer = pictureLayer(where, name, { sha, width, height, linked }, place)
      addLayers(d, [{ ...layer, parent: front.parent, inside: null }])
      removeLayers(d, ids)
    })
    bench.select([id])
    bench.notify(`“${name}” is a design of its own now, beside this one. Undo brings its layers back here.`)
  } catch (thrown) {
    bench.notify(wordsOf(thrown, 'Nothing was changed; try again.'), 'trouble')
  }
}
/** Has linked layers show another page or size, or another design. */
export async function retarget(bench: Bench, ids: readonly string[], to: LinkTarget): Promise<void> {
  const { design } = bench.store.getState()
  const layers = ids.flatMap((id) => design.layers[id] ?? [])
  const found = await taken(bench, to, wideOf(design, layers))
  if (!found) return
  bench.edit('Link another', (d) => {
    showTaken(d, ids, found)
    for (const id of ids) {
      const link = d.layers[id] && linkOf(d.layers[id])?.link
      if (link) Object.assign(link, linkTo(to, found))
    }
  })
}
/** Gives a linked layer a copy of its design that can differ, and links it to that. */
export async function ownCopy(bench: Bench, id: string): Promise<void> {
  const layer = bench.store.getState().design.layers[id]
  const found = layer && linkOf(layer)
  if (!found) return
  try {
    const made = await ask(duplicateDesign, { params: { id: found.link.design } })
    await retarget(bench, [id], { ...found.link, design: made.id })
    bench.notify('It shows a copy of the design now, that can differ. The others show the first.')
  } catch (thrown) {
    bench.notify(wordsOf(thrown, 'Nothing was changed; try again.'), 'trouble')
  }
}
export const breakLink = (bench: Bench, ids: readonly string[]): void =>
  bench.edit('Unlink', (d) => unlink(d, ids))

/** Looks which designs that this one shows are no longer as they are shown; what is new of them is at hand then. */
export async function lookAtLinks(bench: Bench): Promise<void> {
  const { design } = bench.store.getState()
  const all = linksIn(design)
  if (all.length === 0) return bench.set({ newer: {} })
  const now = await ask(linkedNow, { params: { id: design.id } }).catch(() => null)
  if (!now) return
  const newer: Record<string, Taken | 'gone'> = {}
  for (const { link, source } of all) {
    const key = targetKey(link)
    if (key in newer) continue
    const of = now.designs.find((d) => d.id === link.design)
    // What was linked a moment ago is not stored yet.
    if (!of) continue
    if (of.revision === null) newer[key] = 'gone'
    else if (of.revision > link.revision) {
      const same = all.filter((l) => targetKey(l.link) === key)
      const layers = same.flatMap((l) => design.layers[l.layer] ?? [])
      const found = await taken(bench, link, wideOf(design, layers))
      // Its arrangements may have been stored: nothing that is seen.
      if (found && found.source !== source) newer[key] = found
    }
  }
  bench.set({ newer })
  const changed = [...new Set(Object.values(newer).flatMap((n) => (n === 'gone' ? [] : [n.name])))]
  if (changed.length > 0)
    bench.notify(
      `${changed.map((n) => `“${n}”`).join(', ')} ${changed.length > 1 ? 'have' : 'has'} changed since it was linked here.`,
      'plain',
      { label: 'Take over', command: 'links-follow' },
    )
}
/** Has links show the present state of their designs: all that have changed, or those of some layers. */
export function followLinks(bench: Bench, only?: readonly string[]): void {
  const { design, newer } = bench.store.getState()
  const due = linksIn(design).filter((l) => !only || only.includes(l.layer))
  const changed = due.flatMap((l) => {
    const found = newer[targetKey(l.link)]
    return found && found !== 'gone' ? [{ layer: l.layer, found }] : []
  })
  const [first] = changed
  if (!first) return bench.notify('All linked designs are shown as they are.')
  const several = new Set(changed.map((c) => c.found.name)).size > 1
  bench.edit(several ? 'Take over linked designs' : `Take over “${first.found.name}”`, (d) => {
    for (const { layer, found } of changed) showTaken(d, [layer], found)
  })
  const left = { ...newer }
  for (const { link } of due) delete left[targetKey(link)]
  bench.set({ newer: left, notice: null })
}
/** Looks at the links as the bench opens, and whenever people come back to it from where they may have worked on them. */
export function watchLinks(bench: Bench): () => void {
  const look = () => {
    if (document.visibilityState === 'visible') void lookAtLinks(bench)
  }
  bench.client.afterStage(look)
  document.addEventListener('visibilitychange', look)
  return () => document.removeEventListener('visibilitychange', look)
}
