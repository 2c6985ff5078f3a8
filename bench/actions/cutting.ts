import { newId } from '@/core/basics/ids'
import { orderAfter, putMask } from '@/core/design/mask-commands'
import { isLocked } from '@/core/design/tree'
import { apply, inverse, type Point } from '@/core/geometry/matrix'
import type { Placement } from '@/core/geometry/placement-schema'
import { isPhoto, layerName } from '@/core/kinds/facts'
import type { Layer, LayerOf } from '@/core/kinds/list'
import { type Dab, type MaskOf, masksOf, newMask } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import { frameOf } from '@/core/render/masked'
import type { AnswerOf } from '@/wire/call'
import { ask } from '@/wire/client'
import { believedCut, cutOut as cutting, studyForCut as study } from '@/wire/masks'
import type { Bench, BenchState } from '../state/bench'
import { resolvedOf } from './handled'
import { asked } from './mask-work'
import { maskedLayer } from './masks'
import type { StrokeInHand } from './strokes'

/** The mask that cuts a picture out of its ground, where it has one. */
export const cutOf = (layer: Layer | null | undefined): MaskOf<'painted'> | null =>
  (layer ? masksOf(layer) : []).flatMap((m) => (m.kind === 'painted' && m.cut ? [m] : [])).at(-1) ?? null

type Seen = Pick<BenchState, 'design' | 'resolved' | 'selection' | 'mask'>
/** The selected picture with its frame and the dabs that correct its cut. */
export function cutInHand(
  s: Seen,
): { layer: LayerOf<'picture'>; frame: Placement; dabs: readonly Dab[] } | null {
  const layer = maskedLayer(s)
  const own = isPhoto(layer) ? resolvedOf(s, layer.id) : null
  const frame = own && frameOf({ frame: 'layer' }, own, s.resolved)
  return isPhoto(layer) && frame ? { layer, frame, dabs: cutOf(layer)?.cut?.dabs ?? [] } : null
}
/** Selected pictures that can be cut out. */
export const cuttable = (s: Pick<BenchState, 'design' | 'selection'>): LayerOf<'picture'>[] =>
  s.selection.flatMap((id) => {
    const layer = s.design.layers[id]
    return isPhoto(layer) && !isLocked(s.design, id) ? [layer] : []
  })

/** What is believed of the picture that was looked at last, as soon as it is told. */
let ahead: { source: string; veil: Promise<string | null> } | null = null
/** What a cut is likely to keep; known already of a picture that was looked at ahead. */
function veilOf(source: string, dabs: readonly Dab[], signal?: AbortSignal): Promise<string | null> {
  if (dabs.length === 0 && ahead?.source === source) return ahead.veil
  return ask(believedCut, { body: { source, dabs: [...dabs] }, ...(signal ? { signal } : {}) }).then(
    (told) => told.veil,
  )
}
/** Has a picture looked at that is likely to be cut out next: the press then takes less. Nobody waits for it or hears of it. */
export function studyAhead(source: string): void {
  if (ahead?.source !== source) {
    const veil = veilOf(source, [])
    ahead = { source, veil }
    veil.catch(() => {
      ahead = null
    })
  }
  ask(study, { body: { source } }).catch(() => undefined)
}

/** Whether a picture has a see-through ground of its own: to cut it out would eat into it. */
const isSeeThrough = (bench: Bench, layer: LayerOf<'picture'>): boolean =>
  bench.store.getState().sources[layer.source]?.opaque === false && !cutOf(layer)

let running: AbortController | null = null
/** Gives up a cut that is being made: everything stays as it was. */
export function stopCutting(bench: Bench): void {
  running?.abort()
  running = null
  bench.set({ cutting: null })
}

/** Separates the main thing of each selected picture, or only of one; what was cut before is cut anew. */
export async function cutOut(bench: Bench, layers = cuttable(bench.store.getState())): Promise<void> {
  if (layers.length === 0)
    return bench.notify(
      'Select a photo on the stage first: its main thing is cut out. A picture in a slot is not cut out; place it as a layer.',
    )
  const open = layers.filter((l) => isSeeThrough(bench, l))
  for (const layer of layers) if (!open.includes(layer) && !(await cut(bench, layer, [], 'Cut out'))) return
  const [first] = open
  if (!first) return
  bench.select([first.id])
  bench.notify(
    `“${layerName(first)}” is see-through already: its own edge is taken as it is. Stray dots and holes in it can be found and cleaned.`,
    'plain',
    { label: 'Find specks', command: 'specks' },
  )
}

async function cut(
  bench: Bench,
  layer: LayerOf<'picture'>,
  dabs: readonly Dab[],
  name: string,
): Promise<boolean> {
  running?.abort()
  const mine = new AbortController()
  running = mine
  const before = cutOf(layer)
  const pending = dabs.slice(before?.cut?.dabs.length ?? 0)
  let veil: string | null = null
  let far = 0
  const tell = (share: number) => {
    far = share
    const seen = veil ? { veil } : {}
    if (running === mine)
      bench.set({ cutting: { layer: layer.id, dabs: pending, running: true, share, ...seen } })
  }
  tell(0)
  // What it believes is shown at once; the cut itself refines it.
  veilOf(layer.source, dabs, mine.signal)
    .then((told) => {
      veil = told
      tell(far)
    })
    .catch(() => undefined)
  const made = await asked(bench, cutting, {
    body: { source: layer.source, dabs: [...dabs] },
    signal: mine.signal,
    progress: tell,
  })
  if (running !== mine) return false
  running = null
  bench.set({ cutting: null })
  if (!made) return false
  if (Object.keys(made.tiles).length === 0) {
    bench.notify(
      'Nothing in this photo stands out as its main thing. It is as it was; paint a mask by brush instead, or dab keep on the thing.',
      'trouble',
    )
    return false
  }
  keep(bench, layer.id, made, dabs, name)
  return true
}

function keep(
  bench: Bench,
  id: string,
  made: AnswerOf<typeof cutting>,
  dabs: readonly Dab[],
  name: string,
): void {
  const layer = bench.store.getState().design.layers[id]
  if (!isPhoto(layer)) return
  const before = cutOf(layer)
  const mask: MaskOf<'painted'> = {
    ...(before ??
      newMask.painted({ id: newId(), order: orderAfter(layer) }, made.width, made.height, 'none')),
    width: made.width,
    height: made.height,
    tiles: made.tiles,
    cut: { dabs: [...dabs], colours: made.colours, clean: before?.cut?.clean ?? true },
  }
  bench.edit(name, (d) => putMask(d, id, mask))
  if (maskedLayer(bench.store.getState())?.id === id) bench.set({ mask: mask.id })
}

/** Sets dabs along the way of the hand; when it lets go the picture is cut anew with them. */
export function beginDabs(bench: Bench, at: Point, other: boolean): StrokeInHand | null {
  const s = bench.store.getState()
  const found = cutInHand(s)
  if (!found) {
    bench.notify('Select one photo first: a press on it cuts out its main thing.')
    return null
  }
  if (isLocked(s.design, found.layer.id)) {
    bench.notify('This is locked. Unlock it to cut it out.')
    return null
  }
  const { layer, frame, dabs } = found
  // As soon as it is seen what the cut would keep, dabs say what is wrong with it.
  const believed = s.cutting?.layer === layer.id && s.cutting.veil !== undefined
  if (!cutOf(layer) && !believed) {
    void cutOut(bench, [layer])
    return null
  }
  const back = inverse(frameMatrix(frame))
  if (!back) return null
  const keepIt = s.dab.keep !== other
  const radius = Math.min(0.5, Math.max(0.0005, s.dab.size / 2 / Math.min(frame.width, frame.height)))
  const made: Dab[] = []
  let last: Point | null = null
  const to = (p: Point) => {
    if (last && Math.hypot(p.x - last.x, p.y - last.y) < s.dab.size / 2) return
    const q = apply(back, p)
    if (q.x < 0 || q.y < 0 || q.x > 1 || q.y > 1 || made.length >= 60) return
    last = p
    made.push({ x: q.x, y: q.y, radius, keep: keepIt })
    bench.set({ cutting: { layer: layer.id, dabs: [...made], running: false, share: 0 } })
  }
  to(at)
  return {
    to,
    end() {
      if (made.length === 0) return bench.set({ cutting: null })
      void cut(
        bench,
        layer,
        [...dabs, ...made].slice(-400),
        keepIt ? 'Keep in the cut out' : 'Drop from the cut out',
      )
    },
    drop: () => bench.set({ cutting: null }),
  }
}

/** Takes the old ground out of half-covered px, or leaves it. */
export function setClean(bench: Bench, clean: boolean): void {
  const layer = maskedLayer(bench.store.getState())
  const mask = cutOf(layer)
  if (!layer || !mask) return
  bench.edit('Old ground in the edge', (d) => {
    const own = d.layers[layer.id]?.masks[mask.id]
    if (own?.kind === 'painted' && own.cut) own.cut.clean = clean
  })
}
