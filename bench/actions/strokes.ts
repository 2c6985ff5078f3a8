import { newId } from '@/core/basics/ids'
import { type StrokePoint, steadied } from '@/core/brush/stroke'
import { orderAfter } from '@/core/design/mask-commands'
import { isLocked } from '@/core/design/tree'
import { apply, inverse, type Point } from '@/core/geometry/matrix'
import type { Placement } from '@/core/geometry/placement-schema'
import { type MaskOf, newMask } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import type { Bench } from '../state/bench'
import type { FromWorker } from '../worker/protocol'
import { paintInHand } from './light-shade'
import { maskedLayer, maskInHand, paintedSize, putOn } from './masks'

/** What a stroke is called: on a paint layer, and on a mask. */
const STROKES = {
  paint: { hides: 'Wipe off', shows: 'Paint' },
  mask: { hides: 'Take away by brush', shows: 'Bring back by brush' },
} as const
type Painted = { layer: string; mask: MaskOf<'painted'>; frame: Placement }

/** The painted mask in the hand; where there is none a new one on the selected layer. */
function paintedInHand(bench: Bench): Painted | null {
  const s = bench.store.getState()
  const layer = maskedLayer(s)
  if (!layer) {
    bench.notify('Select one thing first: the brush paints its mask.')
    return null
  }
  if (isLocked(s.design, layer.id)) {
    bench.notify('This is locked. Unlock it to paint its mask.')
    return null
  }
  const found = maskInHand(s)
  if (found?.mask.kind === 'painted') return { layer: layer.id, mask: found.mask, frame: found.frame }
  const last = Object.values(layer.masks)
    .filter((m) => m.kind === 'painted')
    .at(-1)
  if (last) {
    bench.set({ mask: last.id })
    return paintedInHand(bench)
  }
  const put = putOn(bench, 'Add a mask', layer, ({ wearer, frame }) => {
    const { width, height } = paintedSize(wearer, frame)
    const where = { id: newId(), order: orderAfter(wearer) }
    return newMask.painted(where, width, height, s.brush.hides ? 'full' : 'none')
  })
  if (!put) return null
  return paintedInHand(bench)
}

/** The brush as an ellipse of the mask's px. */
export function brushOn(
  mask: Pick<MaskOf<'painted'>, 'width' | 'height'>,
  frame: Pick<Placement, 'width' | 'height'>,
  size: number,
): { rx: number; ry: number } {
  return { rx: ((size / 2) * mask.width) / frame.width, ry: ((size / 2) * mask.height) / frame.height }
}

export type StrokeInHand = { to: (page: Point, pressure: number) => void; end: () => void; drop: () => void }
let sent = 0
/** Where the last stroke ended, for a straight one from there. */
let ended: { mask: string; at: Point } | null = null

/** Begins to paint at a point of the page; with `straight` in a straight line from where the last stroke ended. */
export function beginStroke(
  bench: Bench,
  at: Point,
  pressure: number,
  straight: boolean,
): StrokeInHand | null {
  const target = paintedInHand(bench)
  const back = target && inverse(frameMatrix(target.frame))
  if (!target || !back) return null
  const { mask, frame } = target
  const { brush } = bench.store.getState()
  const toMask = (p: Point, force: number): StrokePoint => {
    const q = apply(back, p)
    return { x: q.x * mask.width, y: q.y * mask.height, pressure: force }
  }
  bench.client.paint({
    act: 'start',
    layer: target.layer,
    mask: mask.id,
    brush: {
      ...brushOn(mask, frame, brush.size),
      hardness: brush.hardness,
      flow: brush.flow,
      strength: brush.strength,
      step: brush.step,
      hides: brush.hides !== mask.swap,
      rough: brush.rough,
    },
  })
  const steady = steadied(brush.steady)
  let last = at
  const to = (p: Point, force: number) => {
    last = p
    bench.client.paint({ act: 'to', points: [steady(toMask(p, force))], n: ++sent })
  }
  if (straight && ended?.mask === mask.id) {
    bench.client.paint({ act: 'to', points: [toMask(ended.at, pressure), toMask(at, pressure)], n: ++sent })
    steady(toMask(at, pressure))
  } else to(at, pressure)
  return {
    to,
    end() {
      // A steadied stroke still gets to where the hand is.
      bench.client.paint({ act: 'to', points: [toMask(last, pressure)], n: ++sent })
      bench.client.paint({
        act: 'end',
        name: STROKES[paintInHand(bench.store.getState()) ? 'paint' : 'mask'][
          brush.hides ? 'hides' : 'shows'
        ],
      })
      ended = { mask: mask.id, at: last }
    },
    drop: () => bench.client.paint({ act: 'drop' }),
  }
}

/** Stores what a stroke touched and makes it a step of the history. What cannot be stored is taken back, and said. */
export async function keepStroke(
  bench: Bench,
  made: Extract<FromWorker, { kind: 'painted' }>,
): Promise<void> {
  const stored = await storeTiles(made.blobs)
  if (stored !== true) {
    bench.client.paint({ act: 'drop' })
    bench.notify(stored, 'trouble')
    return
  }
  bench.edit(made.name, (d) => {
    const mask = d.layers[made.layer]?.masks[made.mask]
    if (mask?.kind !== 'painted') return
    // What is painted on cleaned tiles is painted for good.
    delete mask.specks
    for (const [place, tile] of Object.entries(made.tiles))
      if (tile === mask.ground) delete mask.tiles[place]
      else mask.tiles[place] = tile
  })
  bench.client.paint({ act: 'kept' })
}
export async function storeTiles(
  blobs: readonly { sha: string; png: Uint8Array<ArrayBuffer> }[],
): Promise<true | string> {
  if (blobs.length === 0) return true
  const form = new FormData()
  for (const { sha, png } of blobs) form.append('tiles', new Blob([png], { type: 'image/png' }), sha)
  for (let tries = 0; tries < 3; tries++)
    try {
      const answer = await fetch('/api/mask-tiles', { method: 'POST', body: form })
      if (answer.ok) return true
      if (answer.status < 500)
        return (
          ((await answer.json()) as { message?: string }).message ??
          'The stroke could not be stored and was taken back.'
        )
    } catch {
      await new Promise((r) => setTimeout(r, 400 * (tries + 1)))
    }
  return 'The stroke could not be stored: the server does not answer. It was taken back; the mask is as it was before it.'
}
