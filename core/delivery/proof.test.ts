import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../design/blank'
import { checkDesign } from '../design/edits'
import { readRemarks, remarksIn, takeRemarks } from '../design/remarks'
import { proofPage } from './proof-page'
import { layOut } from './proof-sheet'

const design = () => blankDesign('d1', 'Kiln', presetSpecs(['square-post', 'tall-story']))
const remark = (more: object = {}) => ({
  id: 'r1',
  page: 'page1',
  channel: 'square-post',
  x: 0.5,
  y: 0.25,
  text: 'Larger, please',
  by: 'Ada',
  at: '2026-12-01T10:00:00.000Z',
  ...more,
})
const file = (remarks: object[], more: object = {}) =>
  JSON.stringify({ vividRemarks: 1, design: 'd1', revision: 4, remarks, ...more })

describe('remarks that come back', () => {
  it('are taken in once, in the order they were written, and are part of the design', () => {
    const d = design()
    const later = remark({ id: 'r0', at: '2026-12-01T11:00:00.000Z' })
    const { remarks, gone, revision } = readRemarks(file([later, remark()]), 'a.json', d)
    expect([gone, revision]).toEqual([0, 4])
    expect(takeRemarks(d, remarks)).toBe(2)
    expect(remarksIn(d).map((r) => r.id)).toEqual(['r1', 'r0'])
    Object.assign(d.remarks.r1 ?? {}, { done: true })
    expect(takeRemarks(d, remarks)).toBe(0)
    expect(d.remarks.r1?.done).toBe(true)
    expect(checkDesign(structuredClone(d)).remarks).toEqual(d.remarks)
  })
  it('on what is no more are counted; of another design or no remarks at all they are refused', () => {
    expect(readRemarks(file([remark({ channel: 'gone' })]), 'a.json', design())).toMatchObject({
      remarks: [],
      gone: 1,
    })
    expect(() => readRemarks('{', 'a.json', design())).toThrow(/no remarks that can be read/)
    expect(() => readRemarks(file([remark({ x: 7 })]), 'a.json', design())).toThrow(/no remarks/)
    expect(() => readRemarks(file([remark()], { design: 'd2' }), 'a.json', design())).toThrow(
      /another design/,
    )
  })
})
describe('a sheet', () => {
  const how = { gap: 10, under: 20, least: 50 }
  it('shows all to one scale, as large as fits, none beside the room', () => {
    const all = [
      { width: 1080, height: 1080 },
      { width: 1080, height: 1920 },
      { width: 1500, height: 500 },
      { width: 1200, height: 630 },
    ]
    const room = { width: 900, height: 600 }
    const laid = layOut(all, room, how)
    expect(laid?.placed).toHaveLength(4)
    for (const p of laid?.placed ?? []) {
      expect(p.width / (all[p.index]?.width ?? 1)).toBeCloseTo(laid?.scale ?? 0, 9)
      expect(p.x + p.width).toBeLessThanOrEqual(room.width + 1e-6)
      expect(p.y + p.height + how.under).toBeLessThanOrEqual(room.height + 1e-6)
    }
    const [a, b] = laid?.placed ?? []
    // Those of a row stand on one line.
    expect((a?.y ?? 0) + (a?.height ?? 0)).toBeCloseTo((b?.y ?? 0) + (b?.height ?? 0), 6)
    expect(layOut([{ width: 10, height: 10 }], room, how)?.scale).toBeCloseTo(58, 3)
  })
  it('is none where there is no room', () => {
    expect(layOut([{ width: 10, height: 10 }], { width: 20, height: 400 }, how)).toBeNull()
  })
})
describe('a proof as a page', () => {
  it('needs nothing from elsewhere, and takes words as words', () => {
    const html = proofPage({
      design: 'd1',
      name: '</script><b>Kiln</b>',
      campaign: 'A & B',
      revision: 3,
      made: 'today',
      shown: [
        {
          page: 'page1',
          channel: 'c',
          pageName: 'Page 1',
          channelName: '<Post>',
          width: 10,
          height: 20,
          picture: 'data:image/png;base64,AA',
          alt: 'A "cup"',
          findings: ['Too <small>'],
        },
      ],
    })
    expect(html).not.toMatch(/(src|href)="?https?:/)
    expect(html.match(/<\/script>/g)).toHaveLength(1)
    expect(html).toContain('&lt;Post&gt;')
    expect(html).toContain('alt="A &quot;cup&quot;"')
    expect(html).toContain('Too &lt;small&gt;')
  })
})
