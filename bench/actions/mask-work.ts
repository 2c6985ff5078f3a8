import { apply, inverse, type Point } from '@/core/geometry/matrix'
import { isPhoto } from '@/core/kinds/facts'
import { type MaskOf, touchingKey } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import type { AnswerOf, BodyOf, Call } from '@/wire/call'
import { ask, type With, wordsOf } from '@/wire/client'
import { cleanMask, pickTouching } from '@/wire/masks'
import type { Bench } from '../state/bench'
import { maskedLayer, maskInHand } from './masks'

/**
 * Asks the server for work on a mask; null where it could not be done, which is said, or was given up. `progress` hears of
 * work that tells how far it is, 0–1.
 */
export async function asked<C extends Call>(
  bench: Bench,
  to: C,
  given: With<BodyOf<C>>,
): Promise<AnswerOf<C> | null> {
  // What went wrong before is no longer true.
  if (bench.store.getState().notice?.tone === 'trouble') bench.set({ notice: null })
  try {
    return await ask(to, given)
  } catch (thrown) {
    if (!given.signal?.aborted) bench.notify(wordsOf(thrown, 'Nothing was changed; try again.'), 'trouble')
  }
  return null
}

/** Takes the next place that is pressed on the picture: only what hangs together with it stays picked. */
export function pickOnlyTouching(bench: Bench, id: string): void {
  bench.notify('Press on the picture: what hangs together with that place stays picked.')
  bench.set({
    tool: 'sample',
    sampleFor: (_colour, at) => {
      const found = at ? maskInHand({ ...bench.store.getState(), mask: id }) : null
      const back = found && inverse(frameMatrix(found.frame))
      if (found?.mask.kind !== 'picked' || !back || !at) return
      const p = apply(back, at)
      if (p.x < 0 || p.y < 0 || p.x > 1 || p.y > 1)
        return bench.notify('That place is beside the picture. Nothing was changed.')
      void findTouching(bench, found.mask, p)
    },
  })
}
async function findTouching(bench: Bench, mask: MaskOf<'picked'>, at: Point): Promise<void> {
  const layer = maskedLayer(bench.store.getState())
  if (!isPhoto(layer)) return
  const { by, colour, tolerance, fade, from, to } = mask
  const made = await asked(bench, pickTouching, {
    body: {
      source: layer.source,
      by,
      colour,
      tolerance,
      fade,
      from,
      to,
      x: at.x,
      y: at.y,
    },
  })
  if (!made) return
  if (Object.keys(made.tiles).length === 0)
    return bench.notify('Nothing is picked at that place. Press where it is, or raise the tolerance.')
  bench.edit('Pick only what touches', (d) => {
    const own = d.layers[layer.id]?.masks[mask.id]
    if (own?.kind === 'picked')
      own.touching = {
        ...at,
        width: made.width,
        height: made.height,
        tiles: made.tiles,
        for: touchingKey(own, layer.source),
      }
  })
}
/** Finds anew what touches, after what is picked was changed. */
export function followTouching(bench: Bench, id: string): void {
  const layer = maskedLayer(bench.store.getState())
  const mask = layer?.masks[id]
  if (
    isPhoto(layer) &&
    mask?.kind === 'picked' &&
    mask.touching &&
    mask.touching.for !== touchingKey(mask, layer.source)
  )
    void findTouching(bench, mask, mask.touching)
}
export function pickEverywhere(bench: Bench, id: string): void {
  const layer = maskedLayer(bench.store.getState())
  bench.edit('Pick everywhere', (d) => {
    const own = d.layers[layer?.id ?? '']?.masks[id]
    if (own?.kind === 'picked') delete own.touching
  })
}

/** The loud colour beneath everything while specks are looked for. */
const LOUD = '#ff3fb4'
/** Cleans a painted mask of dots and holes under a size, px of the mask; 0 gives back what there was. */
export async function cleanSpecks(bench: Bench, mask: MaskOf<'painted'>, size: number): Promise<void> {
  const layer = maskedLayer(bench.store.getState())
  if (!layer) return
  const before = { ground: mask.specks?.ground ?? mask.ground, tiles: mask.specks?.before ?? mask.tiles }
  if (size < 1) {
    if (!mask.specks) return
    bench.edit('Specks as they were', (d) => {
      const own = d.layers[layer.id]?.masks[mask.id]
      if (own?.kind !== 'painted') return
      Object.assign(own, before)
      delete own.specks
    })
    return
  }
  const made = await asked(bench, cleanMask, {
    body: {
      width: mask.width,
      height: mask.height,
      ground: before.ground,
      tiles: before.tiles,
      size,
    },
  })
  if (!made) return
  bench.edit('Clean specks', (d) => {
    const own = d.layers[layer.id]?.masks[mask.id]
    if (own?.kind !== 'painted') return
    own.ground = 'none'
    own.tiles = made.tiles
    own.specks = { size, ground: before.ground, before: before.tiles }
  })
  const said = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`
  bench.notify(`${said(made.dots, 'dot')} and ${said(made.holes, 'hole')} under ${size} px were cleaned.`)
}
/** A strong ground while specks are looked for. */
export const lookForSpecks = (bench: Bench): void => {
  const { strongGround } = bench.store.getState()
  bench.set({ strongGround: strongGround ? null : LOUD })
}
