import { newId } from '@/core/basics/ids'
import { addLayers } from '@/core/design/commands'
import { orderAfter, putMask } from '@/core/design/mask-commands'
import { orderBeneath } from '@/core/design/spots'
import { tie } from '@/core/design/ties'
import { layerName } from '@/core/kinds/facts'
import { boxAt, pictureLayer } from '@/core/kinds/new'
import { newMask } from '@/core/masks/mask'
import type { Bench, BenchState } from '../state/bench'
import type { Cleaned, FoundSpeck } from '../worker/speck-work'
import { toMaster } from './placing'
import { storeTiles } from './strokes'
import { upload } from './uploads'

/** The loud colour beneath everything while specks are looked for. */
const LOUD = '#ff3fb4'

/** Looks for stray dots and holes of the selected thing, on a loud ground; nothing is changed yet. */
export function beginSpecks(bench: Bench): void {
  const s = bench.store.getState()
  const [layer, more] = s.selection
  if (!layer || more) return bench.notify('Select one thing whose specks are to be found.')
  if (s.design.layers[layer]?.locked) return bench.notify('This is locked. Unlock it to clean it.')
  const size = Math.max(6, Math.round(Math.min(s.resolved.width, s.resolved.height) * 0.02))
  bench.set({
    specks: { layer, size, found: null, spared: [], busy: 'looking', before: s.strongGround },
    strongGround: LOUD,
  })
  void look(bench, size)
}
/** Looks anew, up to another size. */
export function sizeSpecks(bench: Bench, size: number): void {
  const { specks } = bench.store.getState()
  if (!specks) return
  bench.set({ specks: { ...specks, size, spared: [], busy: 'looking' } })
  void look(bench, size)
}
async function look(bench: Bench, size: number): Promise<void> {
  const layer = bench.store.getState().specks?.layer
  if (!layer) return
  const found = await bench.client.ask<FoundSpeck[] | null>({ ask: 'specks', layer, size })
  const now = bench.store.getState().specks
  // Another size was asked for meanwhile, or nothing is any more.
  if (now?.layer !== layer || now.size !== size) return
  bench.set({ specks: { ...now, found: found ?? [], busy: null } })
}
/** Leaves a speck as it is, or has it cleaned again. */
export function spareSpeck(bench: Bench, n: number): void {
  const { specks } = bench.store.getState()
  if (!specks) return
  const spared = specks.spared.includes(n) ? specks.spared.filter((k) => k !== n) : [...specks.spared, n]
  bench.set({ specks: { ...specks, spared } })
}
export function spareAll(bench: Bench, all: boolean): void {
  const { specks } = bench.store.getState()
  if (specks) bench.set({ specks: { ...specks, spared: all ? (specks.found ?? []).map((_, n) => n) : [] } })
}
export function endSpecks(bench: Bench): void {
  const { specks } = bench.store.getState()
  if (specks) bench.set({ specks: null, strongGround: specks.before })
}
/** Numbers of the specks that are to be cleaned. */
export const tickedIn = ({ specks }: Pick<BenchState, 'specks'>): number[] =>
  (specks?.found ?? []).flatMap((_, n) => (specks?.spared.includes(n) ? [] : [n]))

/** Hides the ticked dots by a mask and fills the ticked holes from beneath, in one step that can be undone. */
export async function cleanTicked(bench: Bench): Promise<void> {
  const s = bench.store.getState()
  const ticked = tickedIn(s)
  const { specks } = s
  const layer = specks && s.design.layers[specks.layer]
  if (!specks || !layer || ticked.length === 0) return
  bench.set({ specks: { ...specks, busy: 'cleaning' } })
  const made = await bench.client.ask<Cleaned | null>({
    ask: 'specks',
    layer: specks.layer,
    size: specks.size,
    clean: ticked,
  })
  const stored = made?.mask ? await storeTiles(made.mask.blobs) : true
  const patch =
    made?.patch && stored === true
      ? await upload(bench, new File([made.patch.png], 'patch.png', { type: 'image/png' }))
      : null
  if (!made || stored !== true || (made.patch && !patch)) {
    bench.set({ specks: { ...specks, busy: null } })
    bench.notify(
      typeof stored === 'string'
        ? stored
        : 'The specks could not be cleaned. The design is as it was; try again.',
      'trouble',
    )
    return
  }
  const name = layerName(layer)
  bench.edit('Clean specks', (d) => {
    const own = d.layers[layer.id]
    if (!own) return
    if (made.mask) {
      const { width, height, tiles } = made.mask
      putMask(d, layer.id, {
        ...newMask.painted({ id: newId(), order: orderAfter(own) }, width, height, 'full'),
        tiles,
        name: 'Specks',
      })
    }
    if (!made.patch || !patch) return
    const { x, y, width, height } = made.patch
    const spot = { page: own.page, plane: own.plane, parent: own.parent }
    const where = { id: newId(), ...spot, order: orderBeneath(d, spot, own.id) }
    const filled = pictureLayer(
      where,
      `Holes of ${name}`,
      { sha: patch.sha, width: patch.width, height: patch.height },
      toMaster(s, boxAt(x, y, width, height)),
    )
    addLayers(d, [{ ...filled, behaviour: { ...filled.behaviour, kind: 'ride', host: own.id } }])
    tie(d, [own.id, filled.id], newId())
  })
  endSpecks(bench)
  bench.notify(`${ticked.length} ${ticked.length === 1 ? 'speck was' : 'specks were'} cleaned.`)
}
