import { describe, expect, it } from 'vitest'
import type { Channel } from '@/core/design/channel-schema'
import { channelPresets } from '@/core/design/channels'
import { ARM_M, CARD_MM, PLACES, PLAIN_PX_PER_MM, placeOf, places } from './places'

const channel = (id: string): Channel => {
  const found = channelPresets.find((c) => c.id === id)
  if (!found) throw new Error(id)
  return { ...found, order: 'a0' }
}
const viewer = { pxPerMm: PLAIN_PX_PER_MM, metres: 2 }

describe('where adaptations are met', () => {
  it('is told by what the channel is', () => {
    expect(
      Object.fromEntries(channelPresets.map((c) => [c.id, placeOf({ ...c, order: 'a0' })])),
    ).toMatchObject({
      'square-post': 'feed',
      'portrait-post': 'feed',
      'tall-story': 'story',
      'video-thumbnail': 'videos',
      'link-card': 'link',
      'wide-header': 'header',
      'a3-poster': 'wall',
      postcard: 'table',
      'forum-signature': 'signature',
      'web-hero': 'hero',
    })
  })
  it('keeps the ratio of every channel everywhere', () => {
    for (const { id } of channelPresets)
      for (const place of PLACES) {
        const c = channel(id)
        const { width, height } = places[place].seen(c, viewer)
        expect(width / height, `${id} ${place}`).toBeCloseTo(c.width / c.height, 6)
      }
  })
  it('shows a postcard at its true millimetres', () => {
    // A6 is 105 × 148 mm (ISO 216).
    const { width, height } = places.table.seen(channel('postcard'), { pxPerMm: 5, metres: 2 })
    expect([Math.round(width), Math.round(height)]).toEqual([740, Math.round(740 * (1240 / 1748))])
    // An ID-1 card of ISO/IEC 7810 laid against a screen of 5 px a mm would take 428 px.
    expect(CARD_MM.width * 5).toBeCloseTo(428, 6)
  })
  it('shows a poster under the angle that it has from there', () => {
    const poster = channel('a3-poster')
    const [near, far] = [2, 10].map((metres) => places.wall.seen(poster, { ...viewer, metres }).width)
    // A3 is 297 mm wide (ISO 216): at two metres seen as tan⁻¹(297 / 2000).
    expect((near ?? 0) / PLAIN_PX_PER_MM / (ARM_M * 1000)).toBeCloseTo(297 / 2000, 6)
    expect((near ?? 0) / (far ?? 1)).toBeCloseTo(5, 6)
  })
})
