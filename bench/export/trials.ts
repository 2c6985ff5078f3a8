import { useQueries } from '@tanstack/react-query'
import { type DeliveryFile, type Written, writtenOn } from '@/core/formats/delivery-files'
import type { Settings } from '@/core/outputs/define'
import { outputOf, PICTURE_IDS } from '@/core/outputs/list'
import { reasonOf } from '@/wire/client'
import { inTurn } from '../ui/turns'
import { useLater } from '../ui/use-later'
import { type Options, settingsIn } from './delivery'

/** A file that was tried: what it weighs, how like it is to what was designed, what that cost; or why it could not be. */
export type Trial =
  | { bytes: number; likeness: number | null; message: string; settings: Settings }
  | { trouble: string }
export type Tried = Pick<DeliveryFile, 'page' | 'row' | 'channel' | 'format' | 'scale' | 'bleed'>
/** What tells files of a delivery apart. */
export const fileKey = ({ page, row, channel, format, scale, bleed }: Tried): string =>
  `${page}/${row ? `${row}/` : ''}${channel.id}/${format}/${scale}${bleed ? '/bleed' : ''}`

/** How a file is written as things are now. */
export const writtenNow = ({ channel, format }: Tried, o: Options): Written => {
  const own = { ...o, format }
  const file = channel.file && { ...channel.file, format: PICTURE_IDS.find((id) => id === format) ?? null }
  return writtenOn(file ? { file } : {}, { ...own, settings: settingsIn(own) })
}

/** Where a file comes from as it would be delivered; `plain` gives what was designed, with nothing lost. Null for what is no picture. */
export function trialUrl(
  design: string,
  revision: number,
  file: Tried,
  o: Options,
  plain = false,
): string | null {
  const { page, row, channel, scale, bleed } = file
  const { format, settings, mostKb, ground } = writtenNow(file, o)
  if (outputOf(format).takes !== 'picture') return null
  const query = new URLSearchParams({
    page,
    ...(row ? { row } : {}),
    channel: channel.id,
    format: plain ? 'png' : format,
    settings: JSON.stringify(plain ? {} : settings),
    mostKb: String((!plain && mostKb) || 0),
    floor: String(o.floor),
    smaller: o.smaller ? '1' : '0',
    scale: String(scale),
    bleed: bleed ? '1' : '0',
    ground,
    r: String(revision),
  })
  return `/api/designs/${design}/trial?${query}`
}

/** Tries a file. */
export async function tried(url: string, signal: AbortSignal): Promise<Trial> {
  const answer = await fetch(url, { signal })
  if (!answer.ok) return { trouble: await reasonOf(answer, 'It could not be measured.') }
  const { size } = await answer.blob()
  const header = (name: string) => decodeURIComponent(answer.headers.get(name) ?? '')
  return {
    bytes: size,
    likeness: header('x-likeness') ? Number(header('x-likeness')) : null,
    message: header('x-message'),
    settings: JSON.parse(header('x-settings') || '{}') as Settings,
  }
}

/** Settings rest for so long before files are tried, ms. */
const REST = 150
/** So many files are tried beforehand at most: of a long series the first tell enough. */
export const MOST_TRIED = 32
/** What the files would weigh as things are now, by `fileKey`: the first one first. */
export function useTrials(
  design: string,
  revision: number,
  files: readonly Tried[],
  o: Options,
  /** Nothing is tried while files are being made. */
  busy: boolean,
): ReadonlyMap<string, Trial> {
  const few = files.slice(0, MOST_TRIED)
  const wanted = JSON.stringify(few.map((f) => trialUrl(design, revision, f, o)))
  const urls = useLater(wanted, REST)
  const asked = JSON.parse(urls) as (string | null)[]
  const found = useQueries({
    queries: asked.map((url) => ({
      queryKey: ['trial', url],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        inTurn(signal, () => tried(url as string, signal), 'checked'),
      enabled: url !== null && !busy,
      staleTime: Number.POSITIVE_INFINITY,
      retry: false,
    })),
  })
  // Until the settings rest what is told may be of others: it is not.
  const now = wanted === urls
  return new Map(
    few.flatMap((f, n) => {
      const trial = now ? found[n]?.data : null
      return trial ? [[fileKey(f), trial] as const] : []
    }),
  )
}
