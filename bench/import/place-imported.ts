import { newId } from '@/core/basics/ids'
import { addLayers } from '@/core/design/commands'
import { moved, scaledAbout } from '@/core/geometry/placement'
import { hasMembers } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { groupLayer } from '@/core/kinds/new'
import { ask, wordsOf } from '@/wire/client'
import { importOpenRaster } from '@/wire/supplies'
import { spotFor } from '../actions/placing'
import type { Bench } from '../state/bench'
import type { SourceInfo } from '../worker/protocol'
import type { Chosen } from './choose-layers'

/** What the server gives: layers of an image `width` by `height`, and the pictures they show. */
export type Imported = {
  width: number
  height: number
  layers: Layer[]
  sources: SourceInfo[]
  notes: string[]
}

/**
 * Layers of an image, laid on a page: the image is fitted into it and centred, never enlarged. The same image lands in
 * the same place every time, so that different layers of it lie in register.
 */
export function laidOut(made: Imported, page: { width: number; height: number }): Layer[] {
  const k = Math.min(1, page.width / made.width, page.height / made.height)
  const [dx, dy] = [(page.width - made.width * k) / 2, (page.height - made.height * k) / 2]
  return made.layers.map((l) =>
    hasMembers(l) ? l : { ...l, placement: moved(scaledAbout(l.placement, { x: 0, y: 0 }, k), dx, dy) },
  )
}

/** Sends a file with what was chosen of it and places what comes back, several layers as a group. Throws with a text for people. */
export async function placeImported(bench: Bench, file: File, chosen: Chosen): Promise<void> {
  const made = await ask(importOpenRaster, {
    file,
    query: { layers: chosen.layers.join(','), as: chosen.as },
  }).catch((thrown: unknown) => {
    throw new Error(wordsOf(thrown, 'The design is safe; try again.'))
  })
  for (const source of made.sources) bench.addSource(source)
  const s = bench.store.getState()
  const master = s.design.channels[s.design.master]
  if (!master) return
  const { page, plane, parent, inside, order } = spotFor(s, 'picture')
  const layers = laidOut(made, master).map((l) => ({ ...l, page, plane }))
  const roots = layers.filter((l) => l.parent === null && l.inside === null)
  const [only] = roots
  const before = `Before importing ${file.name}`.slice(0, 120)
  const name = file.name.replace(/\.[a-z0-9]+$/i, '')
  if (roots.length === 1 && only) {
    const placed = layers.map((l) =>
      l.parent === null ? { ...l, parent, ...(l.id === only.id ? { inside, order } : {}) } : l,
    )
    bench.edit('Place layers', (d) => addLayers(d, placed), before)
    bench.select([only.id])
  } else {
    const group = groupLayer({ id: newId(), page, plane, parent, inside, order }, name)
    bench.edit(
      'Place layers',
      (d) =>
        addLayers(d, [group, ...layers.map((l) => (l.parent === null ? { ...l, parent: group.id } : l))]),
      before,
    )
    bench.select([group.id])
  }
  for (const note of made.notes.slice(0, 3)) bench.notify(note)
}
