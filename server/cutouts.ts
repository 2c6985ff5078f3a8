import { z } from 'zod'
import { badInput, missing } from '../core/basics/errors'
import { shaSchema } from '../core/basics/values'
import { type Dab, dabsSchema, MAX_MASK_SIDE } from '../core/masks/mask'
import type { CutOutAnswer, PickAnswer, SpecksAnswer } from '../wire/masks'
import { storeMaskTiles, storeUpload } from './blobs'
import { maskThread, stopMaskThread } from './render'

/** Stores the tiles that have something of their own; gives the names of all. */
async function storedTiles(made: Record<string, Uint8Array | 'full'>): Promise<Record<string, string>> {
  const drawn = Object.entries(made).filter((t): t is [string, Uint8Array] => t[1] !== 'full')
  const names = await storeMaskTiles(drawn.map(([, png]) => png))
  const tiles: Record<string, string> = Object.fromEntries(Object.keys(made).map((place) => [place, 'full']))
  for (const [n, [place]] of drawn.entries()) tiles[place] = names[n] as string
  return tiles
}

const asked = z.object({ source: shaSchema, dabs: dabsSchema })

/** Cuts the main thing out of a stored picture and stores the mask's tiles; nothing of a design is changed. Given up by `signal`. */
export async function storeCutOut(
  input: unknown,
  progress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<CutOutAnswer> {
  const read = asked.safeParse(input)
  if (!read.success)
    throw badInput(
      'This is not a cut out that can be made: a picture and its dabs are needed. Nothing was changed.',
    )
  const { source, dabs } = read.data as { source: string; dabs: Dab[] }
  signal?.addEventListener('abort', stopMaskThread, { once: true })
  const made = await maskThread()
    .call('cutOut', { sha: source, dabs }, progress)
    .finally(() => signal?.removeEventListener('abort', stopMaskThread))
  if (!made)
    throw missing('This picture is not stored here any more. The design is safe; upload the picture again.')
  const tiles = await storedTiles(made.tiles)
  const colours = Object.keys(tiles).length > 0 ? (await storeUpload(made.colours, 'colours')).info.sha : null
  return { width: made.width, height: made.height, tiles, colours }
}

const studied = z.object({ source: shaSchema })
/** Looks at a stored picture that is likely to be cut out next, so that the cut itself takes less; whether it was. Nothing is stored. */
export async function studyForCut(input: unknown): Promise<{ ok: boolean }> {
  const read = studied.safeParse(input)
  if (!read.success) throw badInput('This is not a picture that can be looked at. Nothing was changed.')
  // Nobody is to wait for a look ahead: it is left out while something is under way.
  const thread = maskThread()
  if (thread.waits > 0) return { ok: false }
  // A thread that was stopped meanwhile, or a picture that cannot be cut, is told about when it is to be cut.
  const ok = await thread.call('study', { sha: read.data.source }).catch(() => false)
  return { ok }
}

const unit = z.number().min(0).max(1)
const pick = z.object({
  source: shaSchema,
  by: z.enum(['colour', 'lightness']),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i),
  tolerance: unit,
  fade: z.number().min(0.002).max(1),
  from: unit,
  to: unit,
  x: unit,
  y: unit,
})
/** What of a stored picture is picked and hangs together with a point of it, as stored tiles. */
export async function storePick(input: unknown): Promise<PickAnswer> {
  const read = pick.safeParse(input)
  if (!read.success)
    throw badInput(
      'This is not a pick that can be made: a picture, what it is picked by and a point are needed. Nothing was changed.',
    )
  const { source, ...asked } = read.data
  const made = await maskThread().call('pickTouching', { sha: source, asked })
  if (!made)
    throw missing('This picture is not stored here any more. The design is safe; upload the picture again.')
  return { ...made, tiles: await storedTiles(made.tiles) }
}

const specks = z.object({
  width: z.number().int().min(1).max(MAX_MASK_SIDE),
  height: z.number().int().min(1).max(MAX_MASK_SIDE),
  ground: z.enum(['full', 'none']),
  tiles: z.record(z.string().regex(/^\d{1,3},\d{1,3}$/), z.union([shaSchema, z.enum(['full', 'none'])])),
  size: z.number().min(1).max(2000),
})
/** A painted mask without stray dots and holes under a size, as stored tiles on no ground. */
export async function storeCleaned(input: unknown): Promise<SpecksAnswer> {
  const read = specks.safeParse(input)
  if (!read.success) throw badInput('This is not a mask that can be cleaned. Nothing was changed.')
  const made = await maskThread().call('cleanSpecks', read.data)
  return { ...made, tiles: await storedTiles(made.tiles) }
}
