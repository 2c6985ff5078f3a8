import { useQueries } from '@tanstack/react-query'
import type { Channel } from '@/core/design/channel-schema'
import type { Settings } from '@/core/outputs/define'
import { outputOf, type PictureOutputId } from '@/core/outputs/list'
import { inTurn } from '../ui/turns'
import { useLater } from '../ui/use-later'
import { type Options, settingsIn } from './delivery'

/** A file that was tried: what it weighs, how like it is to what was designed, what that cost. */
export type Trial = { bytes: number; likeness: number | null; message: string; settings?: Settings }
export type Tried = { page: string; channel: Channel }

/** The format that a channel's file has: its own, where channels say so, or the one that is chosen. */
export const formatOn = (c: Channel, o: Options): PictureOutputId | null => {
  const chosen = outputOf(o.format)
  if (chosen.takes === 'design') return null
  return (o.rules && c.file?.format) || (o.format as PictureOutputId)
}
/** Where a file comes from as it would be delivered; `plain` gives what was designed, with nothing lost. */
export function trialUrl(
  design: string,
  revision: number,
  { page, channel }: Tried,
  o: Options,
  plain = false,
): string | null {
  const format = formatOn(channel, o)
  if (!format) return null
  const limits = [o.mostKb, o.rules ? channel.file?.mostKb : null].flatMap((kb) => kb ?? [])
  const clear = outputOf(format).keeps.transparency && o.ground === 'transparent'
  const query = new URLSearchParams({
    page,
    channel: channel.id,
    format: plain ? 'png' : format,
    settings: JSON.stringify(plain || format !== o.format ? {} : settingsIn(o)),
    mostKb: plain || limits.length === 0 ? '0' : String(Math.min(...limits)),
    floor: String(o.floor),
    scale: String(o.scale),
    bleed: o.bleed ? '1' : '0',
    ground: clear ? 'transparent' : 'page',
    r: String(revision),
  })
  return `/api/designs/${design}/trial?${query}`
}

async function tried(url: string, signal: AbortSignal): Promise<Trial | null> {
  const answer = await fetch(url, { signal })
  if (!answer.ok) return null
  const { size } = await answer.blob()
  const likeness = answer.headers.get('x-likeness')
  return {
    bytes: size,
    likeness: likeness ? Number(likeness) : null,
    message: decodeURIComponent(answer.headers.get('x-message') ?? ''),
    settings: JSON.parse(decodeURIComponent(answer.headers.get('x-settings') ?? '{}')) as Settings,
  }
}

/** Settings rest for so long before files are tried, ms. */
const REST = 150
/** What the files would weigh as things are now, by page and channel: the first one first. */
export function useTrials(
  design: string,
  revision: number,
  files: readonly Tried[],
  o: Options,
  /** Nothing is tried while files are being made. */
  busy: boolean,
): ReadonlyMap<string, Trial> {
  const urls = useLater(JSON.stringify(files.map((f) => trialUrl(design, revision, f, o))), REST)
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
  const now = JSON.stringify(files.map((f) => trialUrl(design, revision, f, o))) === urls
  return new Map(
    files.flatMap((f, n) => {
      const trial = now ? found[n]?.data : null
      return trial ? [[`${f.page}/${f.channel.id}`, trial] as const] : []
    }),
  )
}
