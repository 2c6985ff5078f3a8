import { describe, expect, it } from 'vitest'
import { type Channel, channelSchema } from './channel-schema'
import { presetById } from './channels'
import { safeArea } from './free-space'
import { changedChannel, draggedArea, lineupOf, readSizes } from './sizes'

const read = (text: string) => readSizes(text, (n) => `own-${n}`)
const sizes = (text: string) => read(text).channels.map((c) => [c.name, c.width, c.height])

describe('sizes as people write them', () => {
  it('are read with any sign between the sides, one a line or several', () => {
    expect(sizes('728x90\n300 × 250\n160*600; 970X250')).toEqual([
      ['728 × 90', 728, 90],
      ['300 × 250', 300, 250],
      ['160 × 600', 160, 600],
      ['970 × 250', 970, 250],
    ])
  })
  it('in millimetres, centimetres and inches are printed ones, at 300 ppi', () => {
    // ISO 216: A4 is 210 mm × 297 mm, at 300 ppi 2480 × 3508 px.
    const [a4] = read('210 x 297 mm').channels
    expect([a4?.width, a4?.height]).toEqual([2480, 3508])
    expect(a4?.print).toEqual({ widthMm: 210, heightMm: 297, bleedMm: 3, ppi: 300 })
    const [inches] = read('3,5 x 2 in').channels
    expect([inches?.width, inches?.height]).toEqual([1050, 600])
    expect(sizes('8.5 × 5,5 cm')[0]?.slice(1)).toEqual([1004, 650])
  })
  it('take a name before or after them', () => {
    expect(sizes('Newsletter header: 1200x400\n85 x 55 mm, calling card')).toEqual([
      ['Newsletter header', 1200, 400],
      ['calling card', 1004, 650],
    ])
  })
  it('that cannot be had are said, and the others taken', () => {
    const { channels, unread } = read('4x4\nabc\n100x100\n40000x10\n')
    expect(channels.map((c) => c.width)).toEqual([100])
    expect(unread.map((u) => u.text)).toEqual(['4x4', 'abc', '40000x10'])
    expect(unread.map((u) => u.why)).toEqual([
      'a side is between 8 and 30000 px',
      'no size such as 728x90 or 210 x 297 mm',
      'a side is between 8 and 30000 px',
    ])
    expect(read('')).toEqual({ channels: [], unread: [] })
  })
  it('make channels as they are stored', () => {
    for (const c of read('8x30000\n210 x 297 mm\n728x90').channels)
      expect(channelSchema.safeParse({ ...c, order: 'a0' }).success).toBe(true)
  })
})

describe('a channel that is changed', () => {
  const of = (id: string) => {
    const { group: _, ...channel } = presetById(id) as NonNullable<ReturnType<typeof presetById>>
    return { ...channel, order: 'a0' }
  }
  it('keeps something free of its insets, however large they are asked for', () => {
    const c = changedChannel(of('square-post'), { safe: { left: 900, right: 900, top: -5, bottom: 20 } })
    expect(c.safe.left + c.safe.right).toBeLessThanOrEqual(0.9 * c.width)
    expect(c.safe).toMatchObject({ top: 0, bottom: 20 })
  })
  it('of print says its new size in millimetres', () => {
    const c = changedChannel(of('a3-poster'), { width: 2480 })
    expect(c.print?.widthMm).toBeCloseTo((2480 / (c.print?.ppi ?? 1)) * 25.4, 6)
    expect(c.print?.heightMm).toBe(of('a3-poster').print?.heightMm)
  })
  it('drops clear boxes that lie beyond it, keeps its name where none is said, and stays one that can be stored', () => {
    const c = changedChannel(of('video-thumbnail'), { width: 400, height: 300, name: '  ', bleed: 1e9 })
    expect(c.clear).toEqual([])
    expect(c.name).toBe('Video thumbnail')
    expect(channelSchema.safeParse(c).success).toBe(true)
  })
})

describe('areas of a channel', () => {
  const area = { x: 100, y: 50, width: 200, height: 80, label: 'portrait' }
  it('are moved as a whole, or by one side or corner', () => {
    expect(draggedArea(area, { x: 0, y: 0 }, 10, -20)).toEqual({ ...area, x: 110, y: 30 })
    expect(draggedArea(area, { x: 1, y: 0 }, 30, 99)).toEqual({ ...area, width: 230 })
    expect(draggedArea(area, { x: -1, y: -1 }, 20, 10)).toEqual({
      x: 120,
      y: 60,
      width: 180,
      height: 70,
      label: 'portrait',
    })
    // A side that is drawn over the other goes on beyond it.
    expect(draggedArea(area, { x: -1, y: 0 }, 250, 0)).toEqual({ ...area, x: 300, width: 50 })
  })
  it('stay on their page with whole px', () => {
    const channel: Channel = channelSchema.parse({ ...presetById('square-post'), order: 'a0' })
    const changed = changedChannel(channel, { clear: [{ ...area, x: 1000.4, y: -30.2 }] })
    expect(changed.clear).toEqual([{ x: 1000, y: 0, width: 80, height: 50, label: 'portrait' }])
    expect(channelSchema.parse(changed)).toEqual(changed)
  })
  it('are safe where all of them are; one that leaves nothing is passed over', () => {
    const channel: Channel = channelSchema.parse({ ...presetById('square-post'), order: 'a0' })
    const also = (x: number, width: number) => ({ x, y: 0, width, height: 1080, label: '' })
    expect(safeArea({ ...channel, alsoSafe: [also(0, 700)] })).toEqual({
      left: 54,
      top: 54,
      right: 700,
      bottom: 1026,
    })
    expect(safeArea({ ...channel, alsoSafe: [also(0, 50)] })).toEqual({
      left: 54,
      top: 54,
      right: 1026,
      bottom: 1026,
    })
  })
})

describe('the lineup', () => {
  const c = (id: string, group?: string) => ({ id, ...(group ? { under: group } : {}) })
  it('has the master first, and those of one group beside each other where the first of them stands', () => {
    const all = [c('a'), c('b', 'Web'), c('c'), c('d', 'Web'), c('m', 'Web')]
    expect(lineupOf(all, 'm').map((x) => x.id)).toEqual(['m', 'a', 'b', 'd', 'c'])
  })
})
