import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { renderPage } from '../render/render-page'
import { resolve } from '../resolve/resolve'
import { blankDesign, presetSpecs } from './blank'
import { addLayers, group, keepInside } from './commands'
import { freeEverything } from './free'
import type { Design } from './schema'
import { checkStructure } from './structure'

const SIDE = 120
const host = openHost(async () => null)
function blank(): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  return blankDesign('d', 'D', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ead9c0' })
}
const at = (id: string, order: string) => ({ id, page: 'page1', plane: 'subject' as const, order })
const box = (id: string, order: string, x: number, y: number, w: number, h: number, colour: string): Layer =>
  shapeLayer(at(id, order), id, 'rectangle', boxAt(x, y, w, h), { kind: 'solid', colour })
const drawn = async (design: Design) => {
  const page = resolve(
    copy(design),
    { page: 'page1', channel: design.master },
    { fonts: host.fonts, lightOf: () => null },
  )
  return (await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)).data
}
const apart = (a: Uint8ClampedArray, b: Uint8ClampedArray): number =>
  a.reduce((most, v, n) => Math.max(most, Math.abs(v - (b[n] ?? 0))), 0)
const copy = (d: Design): Design => structuredClone(d)

describe('freeing everything', () => {
  it('takes nested plain groups apart, in order, and leaves the picture as it is', async () => {
    const d = blank()
    addLayers(d, [
      box('a', 'a0', 10, 10, 50, 50, '#c65a36'),
      box('b', 'a1', 30, 30, 50, 50, '#47743a'),
      box('c', 'a2', 50, 20, 40, 60, '#3a55c9'),
    ])
    group(d, ['a', 'b'], groupLayer(at('in', 'a0'), 'Inner'))
    group(d, ['in', 'c'], groupLayer(at('out', 'a0'), 'Outer'))
    const before = await drawn(d)
    const found = freeEverything(d, ['out'])
    expect(found).toEqual({ freed: ['a', 'b', 'c'], dropped: [], left: [] })
    expect(Object.values(d.layers).filter((l) => l.kind === 'group')).toEqual([])
    expect(['a', 'b', 'c'].map((id) => d.layers[id]?.parent)).toEqual([null, null, null])
    expect(apart(before, await drawn(d))).toBe(0)
  })
  it('gives the only member of a closed group the group’s mode and its strength', async () => {
    const d = blank()
    addLayers(d, [box('a', 'a0', 10, 10, 80, 50, '#c65a36'), box('b', 'a1', 30, 30, 50, 80, '#47a43a')])
    group(d, ['b'], { ...groupLayer(at('g', 'a0'), 'G'), open: false, blend: 'multiply', opacity: 0.5 })
    const before = await drawn(d)
    expect(freeEverything(d, ['g']).left).toEqual([])
    expect(d.layers.b).toMatchObject({ blend: 'multiply', opacity: 0.5, parent: null })
    expect(apart(before, await drawn(d))).toBeLessThanOrEqual(1)
  })
  it('names what must stay: groups that blend or fade as one, and what is cut to a shape', () => {
    const d = blank()
    addLayers(d, [
      box('a', 'a0', 10, 10, 50, 50, '#c65a36'),
      box('b', 'a1', 30, 30, 50, 50, '#47743a'),
      { ...box('c', 'a2', 0, 0, 9, 9, '#000000'), blend: 'multiply' },
    ])
    group(d, ['a', 'b'], { ...groupLayer(at('fades', 'a0'), 'F'), opacity: 0.5 })
    expect(freeEverything(d, ['fades']).left).toEqual([
      { id: 'fades', why: 'the group fades as one while its members overlap' },
    ])
    group(d, ['fades', 'c'], { ...groupLayer(at('closed', 'a0'), 'C'), open: false })
    expect(freeEverything(d, ['closed']).left.map((l) => l.id)).toEqual(['fades', 'closed'])
    const e = blank()
    addLayers(e, [
      shapeLayer(at('disc', 'a0'), 'Disc', 'ellipse', boxAt(10, 10, 60, 60)),
      box('in', 'a1', 40, 40, 60, 60, '#3a55c9'),
    ])
    keepInside(e, ['in'], 'disc')
    expect(freeEverything(e, ['disc']).left).toEqual([
      { id: 'disc', why: 'what is kept inside is cut to a shape' },
    ])
    expect(e.layers.in?.inside).toBe('disc')
  })
  it('lets go what lies wholly on its opaque holder, and makes a slot of a shape that crops one picture', async () => {
    const d = blank()
    addLayers(d, [
      box('plate', 'a0', 10, 10, 90, 90, '#c65a36'),
      { ...box('in', 'a1', 30, 30, 40, 40, '#3a55c9'), blend: 'screen' },
    ])
    keepInside(d, ['in'], 'plate')
    const before = await drawn(d)
    expect(freeEverything(d, ['plate'])).toEqual({ freed: ['plate', 'in'], dropped: [], left: [] })
    expect(d.layers.in?.inside).toBeNull()
    expect(apart(before, await drawn(d))).toBeLessThanOrEqual(1)

    const e = blank()
    const picture = pictureLayer(
      at('p', 'a1'),
      'P',
      { sha: 'a'.repeat(64), width: 400, height: 200 },
      boxAt(0, 20, 160, 80),
    )
    addLayers(e, [shapeLayer(at('disc', 'a0'), 'Disc', 'ellipse', boxAt(30, 30, 60, 60)), picture])
    keepInside(e, ['p'], 'disc')
    expect(freeEverything(e, ['disc'])).toEqual({ freed: ['disc'], dropped: [], left: [] })
    // 160 × 80 over 60 × 60: 4/3 of what covers it; the centre lies 20 px right of the slot's, of 50 px free way.
    const slot = e.layers.disc
    expect(slot).toMatchObject({ kind: 'slot', form: 'ellipse', picture: { source: 'a'.repeat(64) } })
    if (slot?.kind !== 'slot') throw new Error('no slot')
    expect([slot.zoom, slot.pan.x, slot.pan.y]).toEqual([
      expect.closeTo(4 / 3, 9),
      expect.closeTo(20 / 50, 9),
      expect.closeTo(0, 9),
    ])
  })
  it('drops empty and repeated helpers', () => {
    const d = blank()
    addLayers(d, [
      box('a', 'a0', 10, 10, 50, 50, '#c65a36'),
      box('twice', 'a1', 10, 10, 50, 50, '#c65a36'),
      typeLayer(at('empty', 'a2'), ' ', boxAt(0, 0, 40, 20)),
      { ...shapeLayer(at('bare', 'a3'), 'Bare', 'ellipse', boxAt(0, 0, 40, 20)), fill: { kind: 'none' } },
    ])
    group(d, ['a', 'twice', 'empty', 'bare'], groupLayer(at('g', 'a0'), 'G'))
    expect(freeEverything(d, ['g'])).toMatchObject({
      freed: ['twice'],
      dropped: ['a', 'empty', 'bare'],
      left: [],
    })
  })
  it('never changes the picture of random stacks by more than a level', async () => {
    const mode = fc.constantFrom('normal', 'normal', 'normal', 'multiply', 'screen') as fc.Arbitrary<
      Layer['blend']
    >
    const thing = fc.record({
      x: fc.integer({ min: -10, max: 90 }),
      y: fc.integer({ min: -10, max: 90 }),
      w: fc.integer({ min: 4, max: 70 }),
      blend: mode,
      o: fc.constantFrom(1, 1, 0.6),
      c: fc.constantFrom('#c65a36', '#3a55c9', '#e5c07b', '#1c1c1c'),
    })
    const groupOf = fc.record({
      members: fc.array(thing, { minLength: 1, maxLength: 3 }),
      open: fc.boolean(),
      blend: mode,
      o: fc.constantFrom(1, 1, 0.5),
      held: fc.boolean(),
    })
    await fc.assert(
      fc.asyncProperty(fc.array(groupOf, { minLength: 1, maxLength: 4 }), async (groups) => {
        const d = blank()
        groups.forEach((g, k) => {
          const ids = g.members.map((t, n) => {
            const id = `t${k}-${n}`
            addLayers(d, [
              { ...box(id, `a${k}${n + 1}`, t.x, t.y, t.w, t.w, t.c), blend: t.blend, opacity: t.o },
            ])
            return id
          })
          if (g.held && ids.length > 1) keepInside(d, ids.slice(1), ids[0] as string)
          group(d, g.held ? ids.slice(0, 1) : ids, {
            ...groupLayer(at(`g${k}`, 'a0'), 'G'),
            open: g.open,
            blend: g.blend,
            opacity: g.o,
          })
        })
        const all = Object.keys(d.layers).filter((id) => id.startsWith('g'))
        if (all.length > 1) group(d, all.slice(0, 2), { ...groupLayer(at('top', 'a0'), 'T'), open: true })
        const before = await drawn(d)
        const found = freeEverything(
          d,
          Object.values(d.layers)
            .filter((l) => l.parent === null && !l.inside)
            .map((l) => l.id),
        )
        checkStructure(d)
        expect(apart(before, await drawn(d))).toBeLessThanOrEqual(1)
        // What is neither named nor held is no group any more.
        for (const l of Object.values(d.layers))
          if (l.kind === 'group') expect(found.left.map((f) => f.id)).toContain(l.id)
      }),
      { numRuns: 60, endOnFailure: true, seed: 11 },
    )
  })
})
