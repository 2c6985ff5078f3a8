import { describe, expect, it } from 'vitest'
import { sampleDesign } from '@/bench/state/bench.test-data'
import { openHost } from '@/host/project'
import { removeLayers } from '../design/commands'
import { checkDesign, record } from '../design/edits'
import { setOn, setOnLayer } from '../design/properties/set'
import { onLayer, onPage, onSwatch } from '../design/properties/targets'
import type { Design } from '../design/schema'
import { addColumn, addRow, setCell } from '../design/table'
import { isWorded } from '../kinds/facts'
import { boxAt, pictureLayer, slotLayer } from '../kinds/new'
import { boxOfWords } from '../kinds/type/box'
import { flatResolved } from './resolved'
import { standsIn } from './stands-in'

const host = openHost(async () => null)
const OTHER = 'b'.repeat(64)
const column = (d: Design, id: string, target: string, property: string) =>
  addColumn(d, id, { target, property, name: id })
/** A design with a row for each of these values of its columns: the title's words, a swatch, a slot, the page, a thing. */
function series(rows: readonly Record<string, unknown>[]): Design {
  return record(checkDesign(sampleDesign()), (d) => {
    d.swatches.s1 = { id: 's1', name: 'Clay', order: 'a0', colour: '#aa5533' }
    d.layers.slot = slotLayer(
      { id: 'slot', page: 'page1', plane: 'subject', order: 'a9' },
      'Slot',
      'rectangle',
      boxAt(0, 0, 200, 100),
    )
    column(d, 'words', onLayer('title'), 'text')
    column(d, 'clay', onSwatch('s1'), 'colour')
    column(d, 'pot', onLayer('slot'), 'picture')
    column(d, 'page', onPage('page1'), 'colour')
    column(d, 'disc', onLayer('disc'), 'shown')
    rows.forEach((values, n) => {
      addRow(d, `r${n}`, `Row ${n + 1}`)
      for (const [id, value] of Object.entries(values)) setCell(d, `r${n}`, id, value)
    })
  }).design
}
const seen = async (d: Design, row?: string, channel = d.master) => {
  const page = await host.resolve(d, 'page1', channel, row)
  const layer = (id: string) => flatResolved(page.layers).find((l) => l.layer.id === id)?.layer
  return { page, layer, title: layer('title') as Extract<ReturnType<typeof layer>, { kind: 'type' }> }
}

describe('a row of the table', () => {
  it('fills words, pictures, colours and what is shown, on the master and on every channel', async () => {
    const picture = { source: OTHER, sourceWidth: 400, sourceHeight: 300, focal: { x: 0.5, y: 0.5 } }
    const d = series([{ words: 'Bowls', clay: '#112233', pot: picture, page: '#445566', disc: false }])
    for (const channel of [d.master, 'link-card']) {
      const { page, layer, title } = await seen(d, 'r0', channel)
      expect([page.row, title.text, page.colour, page.swatches.s1?.colour, layer('disc')?.shown]).toEqual([
        'r0',
        'Bowls',
        '#445566',
        '#112233',
        false,
      ])
      expect(layer('slot')).toMatchObject({ picture })
    }
  })
  it('that says nothing of a thing leaves it as designed; so does one that is gone', async () => {
    const d = series([{}])
    const plain = await seen(d)
    for (const row of ['r0', 'gone'])
      expect(flatResolved((await seen(d, row)).page.layers).map((l) => l.layer)).toEqual(
        flatResolved(plain.page.layers).map((l) => l.layer),
      )
    expect((await seen(d, 'gone')).page.row).toBe(null)
  })
  it('is right where a channel says something of the same, and leaves it the rest', async () => {
    const d = record(series([{ words: 'Bowls' }]), (draft) => {
      setOnLayer(draft, 'link-card', 'title', 'text', 'Short')
      setOnLayer(draft, 'link-card', 'title', 'opacity', 0.5)
      setOn(draft, 'link-card', onPage('page1'), 'colour', '#010203')
    }).design
    const { page, title } = await seen(d, 'r0', 'link-card')
    expect([title.text, title.opacity, page.colour]).toEqual(['Bowls', 0.5, '#010203'])
    expect((await seen(d, undefined, 'link-card')).title.text).toBe('Short')
  })
  it('sets longer words smaller until they stand no higher than those that were designed', async () => {
    const long = 'Bowls, cups and jugs from the autumn kiln'
    const d = series([{ words: long }, { words: 'Cup' }])
    const [plain, longer, shorter] = [await seen(d), await seen(d, 'r0'), await seen(d, 'r1')]
    expect(longer.title.text).toBe(long)
    expect(longer.title.style.size).toBeLessThan(plain.title.style.size)
    expect(longer.title.placement.height).toBeLessThanOrEqual(
      boxOfWords(host.fonts, plain.title).box.height * 1.03,
    )
    // What is shorter stays as large as it was designed.
    expect(shorter.title.style.size).toBe(plain.title.style.size)
    const { master } = longer.page
    const right = longer.title.placement.x + longer.title.placement.width / 2
    expect(right).toBeLessThanOrEqual(master.width)
  })
  it('gives the same objects each time, so that nothing is planned anew', async () => {
    const d = series([{ words: 'Bowls', clay: '#112233' }])
    const [a, b] = [await seen(d, 'r0'), await seen(d, 'r0')]
    expect(a.title).toBe(b.title)
    expect(a.page.swatches).toBe(b.page.swatches)
    const moved = record(d, (draft) => setOnLayer(draft, draft.master, 'disc', 'opacity', 0.5)).design
    expect((await seen(moved, 'r0')).title).toBe(a.title)
  })
  it('chooses an arrangement by its own words, and stores none', async () => {
    const d = series([{ words: 'A row of words that is longer than what was designed here at first' }])
    const { page, title } = await seen(d, 'r0', 'link-card')
    expect(isWorded(title) && title.text).toContain('A row of words')
    const { safe } = page
    const left = title.placement.x - title.placement.width / 2
    expect(left).toBeGreaterThanOrEqual(safe.left - 1)
  })
  it('is arranged as the design is, whatever its words touch: a series looks like one', async () => {
    const full = series([{ words: 'Jug' }, { words: 'Bowls, cups and jugs from the kiln' }])
    const d = record(full, (draft) => removeLayers(draft, ['slot'])).design
    const plain = (await seen(d, undefined, 'link-card')).page
    for (const row of ['r0', 'r1']) {
      const { page } = await seen(d, row, 'link-card')
      expect(page.arrangement).toEqual(plain.arrangement)
      expect(page.reading?.relations).toEqual(plain.reading?.relations)
    }
  })
})

describe('another picture in the place of one', () => {
  const grid = (rows: readonly string[]) => {
    const alpha = rows.flatMap((r) => [...r].map((c) => (c === '#' ? 1 : 0)))
    return { columns: rows[0]?.length ?? 0, rows: rows.length, light: alpha.map(() => 0.5), alpha }
  }
  const at = { id: 'p', page: 'page1', plane: 'subject', order: 'a0' } as const
  const [WAS, IS] = ['c'.repeat(64), 'd'.repeat(64)]
  const was = pictureLayer(at, 'Mug', { sha: WAS, width: 400, height: 400 }, boxAt(0, 0, 400, 400))
  const is = pictureLayer(at, 'Jug', { sha: IS, width: 200, height: 800 }, boxAt(0, 0, 400, 400))
  it('stands on the same foot and in the same middle, margins aside', () => {
    // The mug is seen in the middle half, down to the box; the jug in its upper half, as wide as its box.
    const grids = { [WAS]: grid(['....', '.##.', '.##.', '.##.']), [IS]: grid(['##', '##', '..', '..']) }
    const p = standsIn(was, is, (sha) => grids[sha] ?? null)
    // 300 px high is what was seen: the jug's half of 800 px is scaled to that.
    expect([p.width, p.height]).toEqual([150, 600])
    expect(p.x).toBeCloseTo(200, 9)
    expect(p.y - p.height / 2 + p.height / 2).toBeCloseTo(400, 9)
  })
  it('does so turned and mirrored too', () => {
    const grids = { [WAS]: grid(['#...', '#...', '#...', '#...']), [IS]: grid(['#']) }
    const light = (sha: string) => grids[sha] ?? null
    const mirrored = standsIn({ ...was, placement: { ...was.placement, flipX: true } }, is, light)
    expect(mirrored.x).toBeCloseTo(350, 9)
    const turned = standsIn({ ...was, placement: { ...was.placement, rotation: 90 } }, is, light)
    // What was at the left is at the top.
    expect([turned.x, turned.y]).toEqual([expect.closeTo(200, 9), expect.closeTo(50, 9)])
  })
  it('fits whole into the box where nothing is known of what is seen', () => {
    expect(standsIn(was, is, () => null)).toMatchObject({ width: 100, height: 400, x: 200, y: 200 })
  })
})
