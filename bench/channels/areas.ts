import type { Area, Channel } from '@/core/design/channel-schema'
import type { ChannelChange } from '@/core/design/sizes'

/** One area of a channel that can be drawn: what keeps the edges free, a further safe one, or what its surroundings cover. */
export type Drawn = { kind: 'safe' | 'also' | 'clear'; at: number; area: Area }
export const KINDS = { safe: 'Safe area', also: 'Safe area too', clear: 'Clear box' } as const
/** Larger areas first, so that smaller ones lie over them and can be taken. */
export function areasOf(c: Channel): Drawn[] {
  const { left, top, right, bottom } = c.safe
  const safe = { x: left, y: top, width: c.width - left - right, height: c.height - top - bottom, label: '' }
  const also = (c.alsoSafe ?? []).map((area, at): Drawn => ({ kind: 'also', at, area }))
  const clear = c.clear.map((area, at): Drawn => ({ kind: 'clear', at, area }))
  return [{ kind: 'safe', at: 0, area: safe }, ...also, ...clear]
}
const replaced = (list: readonly Area[], at: number, area: Area | null): Area[] => {
  const next = [...list]
  if (area) next[at] = area
  else next.splice(at, 1)
  return next
}
/** What becomes of a channel when one of its areas is another, or is gone; one beyond the last is added. */
export function changeOf(
  c: Channel,
  { kind, at }: Pick<Drawn, 'kind' | 'at'>,
  area: Area | null,
): ChannelChange {
  if (kind === 'also') return { alsoSafe: replaced(c.alsoSafe ?? [], at, area) }
  if (kind === 'clear') return { clear: replaced(c.clear, at, area) }
  const a = area ?? { x: 0, y: 0, width: c.width, height: c.height }
  const inset = (v: number) => Math.max(0, Math.round(v))
  return {
    safe: {
      left: inset(a.x),
      top: inset(a.y),
      right: inset(c.width - a.x - a.width),
      bottom: inset(c.height - a.y - a.height),
    },
  }
}
/** How many there may be, as a channel is stored. */
export const MOST = { safe: 1, also: 6, clear: 8 } as const
