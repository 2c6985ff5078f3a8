import { describe, expect, it } from 'vitest'
import { type Channel, channelSchema } from '@/core/design/channel-schema'
import { presetById } from '@/core/design/channels'
import { changedChannel } from '@/core/design/sizes'
import { areasOf, changeOf } from './areas'

const header: Channel = channelSchema.parse({ ...presetById('wide-header'), order: 'a0' })
const area = { x: 900, y: 60, width: 200, height: 120, label: 'menu' }

describe('areas that are drawn', () => {
  it('are the safe area by its insets, and what covers the channel', () => {
    expect(areasOf(header).map((d) => [d.kind, d.area.x, d.area.width])).toEqual([
      ['safe', 40, 1420],
      ['clear', 0, 320],
    ])
  })
  it('go back into what they came from, unchanged', () => {
    for (const d of areasOf(header)) {
      const changed = changedChannel(header, changeOf(header, d, d.area))
      expect([changed.safe, changed.clear], d.kind).toEqual([header.safe, header.clear])
    }
  })
  it('come in after the last, and are taken out, the others staying as they are', () => {
    const [portrait] = header.clear
    const more = changedChannel(header, changeOf(header, { kind: 'clear', at: 1 }, area))
    expect(more.clear).toEqual([portrait, area])
    expect(changeOf(more, { kind: 'clear', at: 0 }, null)).toEqual({ clear: [area] })
    expect(changeOf(header, { kind: 'also', at: 0 }, area)).toEqual({ alsoSafe: [area] })
  })
  it('set the safe area’s insets; one drawn beyond the page ends at it', () => {
    const wide = { x: -30, y: 20, width: 1700, height: 400, label: '' }
    expect(changeOf(header, { kind: 'safe', at: 0 }, wide)).toEqual({
      safe: { left: 0, top: 20, right: 0, bottom: 80 },
    })
  })
})
