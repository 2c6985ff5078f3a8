import type { Channel } from './channel-schema'

type Preset = Omit<Channel, 'order'> & { group: 'Social' | 'Web' | 'Print' }

const even = (inset: number): Channel['safe'] => ({ top: inset, right: inset, bottom: inset, left: inset })
const screen = (
  group: Preset['group'],
  id: string,
  name: string,
  width: number,
  height: number,
  safe: Channel['safe'],
  smallestType: number,
  clear: Channel['clear'] = [],
): Preset => ({
  group,
  id,
  name,
  width,
  height,
  bleed: 0,
  safe,
  clear,
  smallestType,
  print: null,
})

/** px = round(mm / 25.4 × ppi). */
export const mmToPx = (mm: number, ppi: number): number => Math.round((mm / 25.4) * ppi)
/** 1 pt = 1/72 in. */
export const ptToPx = (pt: number, ppi: number): number => (pt / 72) * ppi

export function printChannel(
  id: string,
  name: string,
  widthMm: number,
  heightMm: number,
  ppi: number,
  bleedMm: number,
  safeMm: number,
  smallestPt: number,
): Preset {
  return {
    group: 'Print',
    id,
    name,
    clear: [],
    width: mmToPx(widthMm, ppi),
    height: mmToPx(heightMm, ppi),
    bleed: mmToPx(bleedMm, ppi),
    safe: even(mmToPx(safeMm, ppi)),
    smallestType: ptToPx(smallestPt, ppi),
    print: { widthMm, heightMm, bleedMm, ppi },
  }
}

/** Channels shipped with the application. Sizes and clear boxes are *common practice*. */
export const channelPresets: readonly Preset[] = [
  screen('Social', 'square-post', 'Square post', 1080, 1080, even(54), 28),
  screen('Social', 'portrait-post', 'Portrait post', 1080, 1350, even(54), 28),
  screen(
    'Social',
    'tall-story',
    'Tall story',
    1080,
    1920,
    { top: 250, right: 64, bottom: 320, left: 64 },
    40,
  ),
  screen('Web', 'video-thumbnail', 'Video thumbnail', 1280, 720, even(40), 64, [
    { x: 1080, y: 660, width: 200, height: 60, label: 'time stamp' },
  ]),
  screen('Web', 'link-card', 'Link card', 1200, 630, even(60), 40),
  screen('Web', 'wide-header', 'Wide header', 1500, 500, even(40), 28, [
    { x: 0, y: 340, width: 320, height: 160, label: 'portrait' },
  ]),
  printChannel('a3-poster', 'A3 poster', 297, 420, 150, 3, 10, 14),
  printChannel('postcard', 'Postcard', 148, 105, 300, 3, 5, 7),
  screen('Web', 'forum-signature', 'Forum signature', 500, 200, even(12), 14),
  screen('Web', 'web-hero', 'Web hero', 1920, 1080, even(96), 32),
  screen(
    'Web',
    'screen-banner',
    'Screen banner',
    2560,
    1440,
    { top: 508, bottom: 509, left: 507, right: 507 },
    40,
  ),
  screen('Print', 'tall-poster', 'Tall poster', 4000, 5000, even(200), 48),
  printChannel('greeting-card', 'Greeting card', 127, 177.8, 300, 3.175, 5, 7),
]

export const demoChannelIds = [
  'square-post',
  'portrait-post',
  'tall-story',
  'video-thumbnail',
  'link-card',
  'wide-header',
  'a3-poster',
  'postcard',
] as const

export const presetById = (id: string): Preset | undefined => channelPresets.find((c) => c.id === id)

/** A channel of the person's own size; safe area 5 % of the short side (*common practice*). */
export const ownChannel = (id: string, name: string, width: number, height: number): Preset =>
  screen(
    'Web',
    id,
    name,
    width,
    height,
    even(Math.round(Math.min(width, height) * 0.05)),
    Math.max(10, Math.round(Math.min(width, height) * 0.026)),
  )
