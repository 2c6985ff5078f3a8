import type { Area, Channel } from './channel-schema'
import { mmToPx, ownChannel, printChannel } from './channels'

/** Sides of a channel, px. */
const LEAST = 8
const MOST = 30_000
/** Printed sizes where nothing else is said: 300 ppi, 3 mm of bleed, 5 mm safe, 7 pt (*common practice*). */
const PPI = 300
const BLEED_MM = 3
const SAFE_MM = 5
const SMALLEST_PT = 7
const MM = { mm: 1, cm: 10, in: 25.4 } as const

/** A size as people write it: `728x90`, `728 × 90 px`, `210 x 297 mm`, `3,5 × 2 in`, with a name before or after it. */
const SIZE = /(\d+(?:[.,]\d+)?)\s*(?:px|mm|cm|in)?\s*[x×*]\s*(\d+(?:[.,]\d+)?)\s*(px|mm|cm|in)?\b/iu
const number = (text: string | undefined): number => Number((text ?? '').replace(',', '.'))

export type ReadSizes = {
  channels: Omit<Channel, 'order'>[]
  /** What could not be read, and why, for people. */
  unread: { text: string; why: string }[]
}
/** Reads sizes, one a line or parted by semicolons; `idOf` names each. Never throws. */
export function readSizes(text: string, idOf: (n: number) => string): ReadSizes {
  const out: ReadSizes = { channels: [], unread: [] }
  const parts = text
    .split(/[\n;]+/)
    .map((p) => p.trim())
    .filter(Boolean)
  for (const part of parts) {
    const made = readSize(part, idOf(out.channels.length))
    if (typeof made === 'string') out.unread.push({ text: part.slice(0, 60), why: made })
    else out.channels.push(made)
  }
  return out
}
function readSize(text: string, id: string): Omit<Channel, 'order'> | string {
  const found = SIZE.exec(text)
  if (!found) return 'no size such as 728x90 or 210 x 297 mm'
  const [w, h] = [number(found[1]), number(found[2])]
  const unit = (found[3]?.toLowerCase() ?? 'px') as 'px' | keyof typeof MM
  const px = (v: number) => (unit === 'px' ? Math.round(v) : mmToPx(v * MM[unit], PPI))
  if ([w, h].some((v) => px(v) < LEAST || px(v) > MOST)) return `a side is between ${LEAST} and ${MOST} px`
  const said = text
    .replace(found[0], ' ')
    .replace(/[:,\-–—|]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  const name = said || `${found[1]} × ${found[2]}${unit === 'px' ? '' : ` ${unit}`}`
  const { group: _, ...channel } =
    unit === 'px'
      ? ownChannel(id, name.slice(0, 200), px(w), px(h))
      : printChannel(id, name.slice(0, 200), w * MM[unit], h * MM[unit], PPI, BLEED_MM, SAFE_MM, SMALLEST_PT)
  return channel
}

export type ChannelChange = Partial<
  Pick<
    Channel,
    | 'name'
    | 'width'
    | 'height'
    | 'bleed'
    | 'smallestType'
    | 'safe'
    | 'alsoSafe'
    | 'clear'
    | 'file'
    | 'under'
    | 'elsewhere'
  >
>
/** So much of each side stays free of the safe area's insets. */
const OPEN = 0.1
const MM_PER_INCH = 25.4
/** A channel with some of it changed: insets that leave something free, clear boxes that still lie on it, print sizes that agree. */
export function changedChannel(channel: Channel, change: ChannelChange): Channel {
  const side = (v: number) => Math.min(MOST, Math.max(LEAST, Math.round(v)))
  const all = { ...channel, ...change }
  const [width, height] = [side(all.width), side(all.height)]
  const bleed = Math.min(2000, Math.max(0, all.bleed))
  const pair = (a: number, b: number, full: number): [number, number] => {
    const most = full * (1 - OPEN)
    const [low, high] = [Math.max(0, a), Math.max(0, b)]
    const k = low + high > most ? most / (low + high) : 1
    return [Math.floor(low * k), Math.floor(high * k)]
  }
  const [left, right] = pair(all.safe.left, all.safe.right, width)
  const [top, bottom] = pair(all.safe.top, all.safe.bottom, height)
  const { print } = channel
  const mm = (px: number) => (px / (print?.ppi ?? 1)) * MM_PER_INCH
  return {
    ...all,
    name: all.name.trim().slice(0, 200) || channel.name,
    width,
    height,
    bleed,
    safe: { left, right, top, bottom },
    smallestType: Math.min(1000, Math.max(1, all.smallestType)),
    clear: all.clear.filter((c) => c.x < width && c.y < height).map((c) => withinPage(c, width, height)),
    ...(all.alsoSafe ? { alsoSafe: all.alsoSafe.map((a) => withinPage(a, width, height)) } : {}),
    print: print && {
      ...print,
      widthMm: width === channel.width ? print.widthMm : mm(width),
      heightMm: height === channel.height ? print.heightMm : mm(height),
      bleedMm: bleed === channel.bleed ? print.bleedMm : mm(bleed),
    },
  }
}
/** An area with whole px that lies on the page. */
function withinPage(a: Area, pageWidth: number, pageHeight: number): Area {
  const side = (at: number, size: number, full: number): [number, number] => {
    const from = Math.min(full - 1, Math.max(0, Math.round(at)))
    return [from, Math.max(1, Math.min(full - from, Math.round(at + size) - from))]
  }
  const [x, width] = side(a.x, a.width, pageWidth)
  const [y, height] = side(a.y, a.height, pageHeight)
  return { ...a, x, y, width, height }
}

/** Which side of a box is dragged: -1 its left or top, 1 its right or bottom, 0 neither; both 0 moves all of it. */
export type Grip = { x: -1 | 0 | 1; y: -1 | 0 | 1 }
/** An area with one of its sides or corners, or all of it, dragged by so many px; a side that is drawn over the other goes on beyond it. */
export function draggedArea<A extends Omit<Area, 'label'>>(a: A, grip: Grip, dx: number, dy: number): A {
  const moves = grip.x === 0 && grip.y === 0
  const along = (at: number, size: number, side: -1 | 0 | 1, by: number): [number, number] => {
    if (moves) return [at + by, size]
    const [low, high] = [at + (side === -1 ? by : 0), at + size + (side === 1 ? by : 0)]
    return [Math.min(low, high), Math.max(1, Math.abs(high - low))]
  }
  const [x, width] = along(a.x, a.width, grip.x, dx)
  const [y, height] = along(a.y, a.height, grip.y, dy)
  return { ...a, x, y, width, height }
}

/** Channels with those of one group beside each other, where the first of them stands; the master first of all. */
export function lineupOf<C extends Pick<Channel, 'id' | 'under'>>(
  ordered: readonly C[],
  master: string,
): C[] {
  const [first, rest] = [ordered.filter((c) => c.id === master), ordered.filter((c) => c.id !== master)]
  const groups = new Map<string, C[]>()
  for (const c of rest) {
    const key = c.under ? `in ${c.under}` : `alone ${c.id}`
    groups.set(key, [...(groups.get(key) ?? []), c])
  }
  return [...first, ...[...groups.values()].flat()]
}
