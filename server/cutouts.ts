import { badInput, missing } from '../core/basics/errors'
import type { Dab } from '../core/masks/mask'
import type { AnswerOf } from '../wire/call'
import { believedCut, cleanMask, cutOut, pickTouching, studyForCut } from '../wire/masks'
import { storeMaskTiles, storeUpload } from './blobs'
import { maskThread, renderThread, stopMaskThread } from './render'

/** Stores the tiles that have something of their own; gives the names of all. */
async function storedTiles(made: Record<string, Uint8Array | 'full'>): Promise<Record<string, string>> {
  const drawn = Object.entries(made).filter((t): t is [string, Uint8Array] => t[1] !== 'full')
  const names = await storeMaskTiles(drawn.map(([, png]) => png))
  const tiles: Record<string, string> = Object.fromEntries(Object.keys(made).map((place) => [place, 'full']))
  for (const [n, [place]] of drawn.entries()) tiles[place] = names[n] as string
  return tiles
}

/** Cuts the main thing out of a stored picture and stores the mask's tiles; nothing of a design is changed. Given up by `signal`. */
export async function storeCutOut(
  input: unknown,
  progress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<AnswerOf<typeof cutOut>> {
  const read = cutOut.body.safeParse(input)
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

/** What a cut of a stored picture is likely to keep, told at once on another thread than the one that cuts. Nothing is stored. */
export async function believed(input: unknown): Promise<AnswerOf<typeof believedCut>> {
  const read = believedCut.body.safeParse(input)
  if (!read.success) throw badInput('This is not a picture that can be looked at. Nothing was changed.')
  const { source, dabs } = read.data as { source: string; dabs: Dab[] }
  const veil = await renderThread().call('believe', { sha: source, dabs })
  return { veil: veil ? `data:image/png;base64,${Buffer.from(veil).toString('base64')}` : null }
}

/** Looks at a stored picture that is likely to be cut out next, so that the cut itself takes less; whether it was. Nothing is stored. */
export async function study(input: unknown): Promise<{ ok: boolean }> {
  const read = studyForCut.body.safeParse(input)
  if (!read.success) throw badInput('This is not a picture that can be looked at. Nothing was changed.')
  // Nobody is to wait for a look ahead: it is left out while something is under way.
  const thread = maskThread()
  if (thread.waits > 0) return { ok: false }
  // A thread that was stopped meanwhile, or a picture that cannot be cut, is told about when it is to be cut.
  const ok = await thread.call('study', { sha: read.data.source }).catch(() => false)
  return { ok }
}

/** What of a stored picture is picked and hangs together with a point of it, as stored tiles. */
export async function storePick(input: unknown): Promise<AnswerOf<typeof pickTouching>> {
  const read = pickTouching.body.safeParse(input)
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

/** A painted mask without stray dots and holes under a size, as stored tiles on no ground. */
export async function storeCleaned(input: unknown): Promise<AnswerOf<typeof cleanMask>> {
  const read = cleanMask.body.safeParse(input)
  if (!read.success) throw badInput('This is not a mask that can be cleaned. Nothing was changed.')
  const made = await maskThread().call('cleanSpecks', read.data)
  return { ...made, tiles: await storedTiles(made.tiles) }
}
