import type { Channel } from '@/core/design/channel-schema'

export const PLACES = [
  'feed',
  'story',
  'videos',
  'link',
  'header',
  'hero',
  'column',
  'signature',
  'table',
  'wall',
] as const
export type PlaceId = (typeof PLACES)[number]

/** Who looks: CSS px that a millimetre takes on this screen, and how far a wall is, m. */
export type Viewer = { pxPerMm: number; metres: number }
type Size = { width: number; height: number }
/** Where an adaptation is met: how well it suits a channel, and how large the adaptation is seen there, CSS px. */
export type Place = {
  label: string
  suits: (c: Channel) => number
  seen: (c: Channel, v: Viewer) => Size
}

/** Where nobody laid a card against the screen: CSS has 96 px to the inch (*CSS Values and Units 4*, 5.2). */
export const PLAIN_PX_PER_MM = 96 / 25.4
/** An identification card is 85.60 × 53.98 mm (ISO/IEC 7810, ID-1). */
export const CARD_MM = { width: 85.6, height: 53.98 }
/** The eye is this far from the screen, m: the arm’s length of 28 in that CSS has its px by (*CSS Values and Units 4*, 5.2). */
export const ARM_M = 0.7112
/** A phone’s screen, mm (*common practice*). */
export const PHONE_MM = { width: 68, height: 146 }
/** Columns of pages, px (*common practice*). */
const PAGE = 940
const VIDEO = 250
const LINK = 340
/** What is no print is printed at so many px to the inch where it hangs on a wall. */
const WALL_PPI = 96

/** Smaller prints lie in the hand or on a table, mm². */
const IN_HAND = 40_000

const ratioOf = (c: Channel): number => c.width / c.height
const near = (ratio: number, to: number): number => 1 / (1 + 4 * Math.abs(Math.log2(ratio / to)))
const byWidth = (c: Channel, width: number): Size => ({ width, height: width / ratioOf(c) })
const within = (c: Channel, width: number, height: number): Size =>
  byWidth(c, Math.min(width, height * ratioOf(c)))
/** Its true size, mm. */
export const sizeInMm = (c: Channel): Size =>
  c.print
    ? { width: c.print.widthMm, height: c.print.heightMm }
    : { width: (c.width / WALL_PPI) * 25.4, height: (c.height / WALL_PPI) * 25.4 }
const onScreen = (c: Channel): number => (c.print ? 0.2 : 1)

export const places: Record<PlaceId, Place> = {
  feed: {
    label: 'A feed on a phone',
    suits: (c) => onScreen(c) * near(ratioOf(c), 0.9),
    seen: (c, { pxPerMm }) => within(c, PHONE_MM.width * pxPerMm, PHONE_MM.height * 0.72 * pxPerMm),
  },
  story: {
    label: 'A story on a phone',
    suits: (c) => onScreen(c) * (ratioOf(c) < 0.65 ? 1 : 0.1),
    seen: (c, { pxPerMm }) => within(c, PHONE_MM.width * pxPerMm, (PHONE_MM.height - 12) * pxPerMm),
  },
  videos: {
    label: 'Among videos',
    suits: (c) => onScreen(c) * near(ratioOf(c), 16 / 9) * 0.98,
    seen: (c) => within(c, VIDEO, VIDEO),
  },
  link: {
    label: 'A link in a conversation',
    suits: (c) => onScreen(c) * near(ratioOf(c), 1200 / 630),
    seen: (c) => within(c, LINK, LINK),
  },
  header: {
    label: 'The head of a page',
    suits: (c) => onScreen(c) * near(ratioOf(c), 3),
    seen: (c) => byWidth(c, PAGE),
  },
  hero: {
    label: 'A page that scrolls',
    suits: (c) => onScreen(c) * (c.width >= 1800 ? near(ratioOf(c), 16 / 9) : 0.2),
    seen: (c) => byWidth(c, PAGE),
  },
  column: {
    label: 'Beside a text',
    suits: (c) => onScreen(c) * (ratioOf(c) > 4 || ratioOf(c) < 0.45 ? 1 : 0.15),
    seen: (c) => within(c, Math.min(c.width, PAGE), 600),
  },
  signature: {
    label: 'Beneath what was written',
    suits: (c) => onScreen(c) * (c.width <= 600 && c.height <= 260 ? 1 : 0.05),
    seen: (c) => within(c, Math.min(c.width, 600), 260),
  },
  table: {
    label: 'On a table',
    suits: (c) => (c.print && sizeInMm(c).width * sizeInMm(c).height < IN_HAND ? 1 : 0.1),
    seen: (c, { pxPerMm }) => byWidth(c, sizeInMm(c).width * pxPerMm),
  },
  wall: {
    label: 'On a wall',
    suits: (c) => (c.print ? 0.6 : 0.1),
    // As large as it appears from there: the same angle at an arm's length.
    seen: (c, { pxPerMm, metres }) =>
      byWidth(c, sizeInMm(c).width * pxPerMm * (ARM_M / Math.max(0.3, metres))),
  },
}
/** Where a channel is most likely met. */
export const placeOf = (c: Channel): PlaceId =>
  PLACES.reduce((best, id) => (places[id].suits(c) > places[best].suits(c) ? id : best), 'feed' as PlaceId)

const KEY = 'px-per-mm'
/** What was found by laying a card against this screen. */
export function pxPerMm(): number {
  try {
    const kept = Number(localStorage.getItem(KEY))
    return kept > 1 && kept < 30 ? kept : PLAIN_PX_PER_MM
  } catch {
    return PLAIN_PX_PER_MM
  }
}
export function keepPxPerMm(value: number): void {
  try {
    localStorage.setItem(KEY, String(value))
  } catch {
    // Kept for this visit only.
  }
}
