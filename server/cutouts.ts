import { z } from 'zod'
import { type Dab, dabsSchema } from '../core/design/mask'
import { shaSchema } from '../core/design/schema'
import { badInput, missing } from '../core/errors'
import { storeMaskTiles, storeUpload } from './blobs'
import { renderThread } from './render'

export type CutOutAnswer = { width: number; height: number; tiles: Record<string, string>; colours: string | null }
const asked = z.object({ source: shaSchema, dabs: dabsSchema })

/** Cuts the main thing out of a stored picture and stores the mask's tiles; nothing of a design is changed. */
export async function storeCutOut(input: unknown): Promise<CutOutAnswer> {
  const read = asked.safeParse(input)
  if (!read.success) throw badInput('This is not a cut out that can be made: a picture and its dabs are needed. Nothing was changed.')
  const { source, dabs } = read.data as { source: string; dabs: Dab[] }
  const made = await renderThread().call('cutOut', { sha: source, dabs })
  if (!made) throw missing('This picture is not stored here any more. The design is safe; upload the picture again.')
  const drawn = Object.entries(made.tiles).filter((t): t is [string, Uint8Array] => t[1] !== 'full')
  const names = await storeMaskTiles(drawn.map(([, png]) => png))
  const tiles: Record<string, string> = Object.fromEntries(Object.entries(made.tiles).map(([place]) => [place, 'full']))
  for (const [n, [place]] of drawn.entries()) tiles[place] = names[n] as string
  const colours = Object.keys(tiles).length > 0 ? (await storeUpload(made.colours, 'colours')).sha : null
  return { width: made.width, height: made.height, tiles, colours }
}
