import { describe, expect, it } from 'vitest'
import { openHost } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { axisLayer, boxAt, groupLayer, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { newTreatment } from '../treatments/list'
import { checkPage } from './check-page'

const host = openHost(async () => null)
async function found(layers: Layer[], channel = 'square-post', colour = '#ffffff'): Promise<string[]> {
  const design: Design = blankDesign('c', 'C', presetSpecs([channel]), { colour })
  for (const l of layers) design.layers[l.id] = l
  return (await checkPage(await host.resolve(design, 'page1', channel), host)).map((f) => f.check)
}
const where = (id: string, plane: Layer['plane'], order = 'a0') => ({ id, page: 'page1', plane, order })
const text = (box = boxAt(100, 100, 600, 80), size = 60, colour = '#1c1c1c') =>
  typeLayer(where('t', 'message'), 'Kiln opening', box, { size }, colour)

describe('checks', () => {
  it('find nothing in a plain good page', async () => {
    expect(await found([text()])).toEqual([])
  })
  it('find type outside the safe area and under a clear box', async () => {
    expect(await found([text(boxAt(20, 100, 600, 80))])).toEqual(['safe-type'])
    expect(await found([text(boxAt(900, 640, 340, 80), 64)], 'video-thumbnail')).toContain('safe-type')
  })
  it('go by the lines of turned type, not by the corner of its box', async () => {
    // Turned by −8° the box’s upper right corner leaves the safe area; the short first line does not.
    const turned = { ...text(boxAt(80, 60, 900, 150), 60), text: 'Kiln\nopening in the autumn' }
    const at = (rotation: number) => ({ ...turned, placement: { ...turned.placement, rotation } })
    expect(await found([at(-8)])).toEqual([])
    expect(await found([at(-24)])).toEqual(['safe-type'])
  })
  it('go by where type is shown: an arc that swings out of the safe area is found, one within it is not', async () => {
    const bent = (angleDegrees: number) => {
      const t = text(boxAt(70, 70, 900, 80))
      return {
        ...t,
        text: 'Kiln opening in the early autumn',
        placement: { ...t.placement, bend: { kind: 'arc' as const, angleDegrees } },
      }
    }
    expect(await found([bent(-4)])).toEqual([])
    // Arched downward the ends rise over the upper edge.
    expect(await found([bent(-60)])).toEqual(['safe-type'])
  })
  it('find weak contrast in a group that is treated as one', async () => {
    const weak = { ...text(undefined, 60, '#b8b8b8'), parent: 'g' } as Layer
    for (const [kind, change] of [
      ['blur', { radius: 0.4 }],
      ['lift', { by: 0.01 }],
      ['shadow', { distance: 0, softness: 0, strength: 0.01 }],
    ] as const) {
      const treatments = { x: { ...newTreatment(kind, { id: 'x', order: 'a0' }), strength: 1, ...change } }
      const g = { ...groupLayer(where('g', 'message'), 'G'), treatments } as Layer
      expect(await found([g, weak]), kind).toContain('contrast')
    }
  })
  it('find what shows a file that is not there, by its name', async () => {
    const photo = pictureLayer(
      where('p', 'backdrop'),
      'Photo of bowls',
      { sha: 'a'.repeat(64), width: 1080, height: 1080 },
      boxAt(0, 0, 1080, 1080),
    )
    expect(await found([photo, text()])).toContain('missing-file')
    expect(await found([{ ...photo, shown: false }, text()])).not.toContain('missing-file')
  })
  it('find type below the channel’s smallest', async () => {
    expect(await found([text(boxAt(100, 100, 600, 40), 27)])).toEqual(['small-type'])
  })
  it('find weak contrast against what is really beneath, at the thresholds of WCAG 2.2, 1.4.3', async () => {
    // #949494 on white is 3.03 : 1, #959595 is 2.99 : 1; large type needs 3.
    expect(await found([text(undefined, 60, '#949494')])).toEqual([])
    expect(await found([text(undefined, 60, '#999999')])).toEqual(['contrast'])
    // Small type needs 4.5: #767676 has 4.54, #7d7d7d 4.12.
    expect(await found([text(undefined, 30, '#767676')])).toEqual([])
    expect(await found([text(undefined, 30, '#7d7d7d')])).toEqual(['contrast'])
    const dark = shapeLayer(where('s', 'setting'), 'Dark', 'rectangle', boxAt(0, 0, 1080, 1080), {
      kind: 'solid',
      colour: '#202020',
    })
    expect(await found([dark, text()])).toEqual(['contrast'])
  })
  describe('see letters as people do', () => {
    const seen = async (layers: Layer[]) => {
      const design: Design = blankDesign('c', 'C', presetSpecs(['square-post']), { colour: '#ffffff' })
      for (const l of layers) design.layers[l.id] = l
      const all = await checkPage(await host.resolve(design, 'page1', 'square-post'), host)
      return all.filter((f) => f.check === 'contrast')
    }
    const white = () => text(boxAt(100, 100, 600, 130), 100, '#ffffff')
    it('a line around them counts, and so does a plate behind them', async () => {
      expect(await seen([white()])).toHaveLength(1)
      const rim = { ...newTreatment('rim', { id: 'x', order: 'a0' }), width: 5, colour: '#102030' }
      expect(await seen([{ ...white(), treatments: { x: rim } } as Layer])).toEqual([])
      const plate = { kind: 'band', across: 0.3, down: 0.1, radius: 0 } as const
      const on = (colour: string) => ({
        ...white(),
        plate: { ...plate, fill: { kind: 'solid' as const, colour } },
      })
      expect(await seen([on('#102030')])).toEqual([])
      expect(await seen([on('#f0f0f0')])).toHaveLength(1)
    })
    it('say where they are weak: only the words over what is as light', async () => {
      const dark = shapeLayer(where('s', 'setting'), 'Dark', 'rectangle', boxAt(0, 0, 330, 1080), {
        kind: 'solid',
        colour: '#202020',
      })
      const [finding] = await seen([dark, white()])
      expect(finding?.text).toContain('“opening”')
      expect(finding?.text).not.toContain('at “Kiln')
      expect(finding?.at.left ?? 0).toBeGreaterThan(290)
    })
  })
  it('find characters that no shipped typeface has, and show where they are', async () => {
    expect(
      await found([
        typeLayer(where('t', 'message'), 'Glaze Ж Ω und Öfen 12 €', boxAt(100, 100, 800, 80), { size: 60 }),
      ]),
    ).not.toContain('known-characters')
    const odd = typeLayer(where('t', 'message'), 'Clay \u{1F3FA} bowl', boxAt(100, 100, 800, 80), {
      size: 60,
    })
    const design: Design = blankDesign('c', 'C', presetSpecs(['square-post']), { colour: '#ffffff' })
    design.layers.t = odd
    const [finding] = (await checkPage(await host.resolve(design, 'page1', 'square-post'), host)).filter(
      (f) => f.check === 'known-characters',
    )
    expect(finding?.text).toContain('\u{1F3FA}')
    // Beyond the first word, before the end of the box.
    expect((finding?.at.left ?? 0) > 200 && (finding?.at.right ?? 0) < 900).toBe(true)
  })
  it('find pictures enlarged beyond their pixels, not textures and lights', async () => {
    const picture = pictureLayer(
      where('p', 'subject'),
      'P',
      { sha: 'a'.repeat(64), width: 100, height: 100 },
      boxAt(100, 300, 300, 300),
    )
    const enlarged = async (l: Layer) => (await found([l])).filter((kind) => kind !== 'missing-file')
    expect(await enlarged(picture)).toEqual(['enlarged'])
    expect(await enlarged({ ...picture, blend: 'multiply' })).toEqual([])
    expect(await enlarged({ ...picture, placement: boxAt(100, 300, 118, 118) })).toEqual([])
  })
  it('find a backdrop that does not cover a transparent page', async () => {
    const back = (width: number) =>
      shapeLayer(where('b', 'backdrop'), 'B', 'rectangle', boxAt(0, 0, width, 1080))
    expect(await found([back(1080)], 'square-post', 'transparent')).toEqual([])
    expect(await found([back(1000)], 'square-post', 'transparent')).toEqual(['coverage'])
  })
})

describe('checks for print', () => {
  it('find hairlines, small type in several inks, and pictures under 200 ppi, only where something is printed', async () => {
    const hair = shapeLayer(where('h', 'setting'), 'Hair', 'rectangle', boxAt(200, 300, 300, 200), {
      kind: 'none',
    })
    hair.stroke = { ...hair.stroke, weight: 0.9, colour: '#1c1c1c' }
    expect(await found([hair], 'postcard')).toContain('print-lines')
    expect(await found([hair])).not.toContain('print-lines')
    const firm = { ...hair, stroke: { ...hair.stroke, weight: 1.2 } }
    expect(await found([firm], 'postcard')).not.toContain('print-lines')
    // 30 px at 300 ppi are 7.2 pt.
    const small = (colour: string) => found([text(boxAt(200, 200, 900, 60), 30, colour)], 'postcard')
    expect(await small('#4a2010')).toContain('print-type')
    expect(await small('#1c1c1c')).not.toContain('print-type')
    expect(await found([text(boxAt(200, 200, 900, 60), 34, '#4a2010')], 'postcard')).not.toContain(
      'print-type',
    )
    const photo = (width: number) =>
      found(
        [
          pictureLayer(
            where('p', 'subject'),
            'Photo',
            { sha: 'a'.repeat(64), width, height: width },
            boxAt(300, 300, 600, 600),
          ),
        ],
        'postcard',
      )
    // 600 px of 300 ppi from 380 px are 190 ppi, from 420 px 210.
    expect(await photo(380)).toContain('enlarged')
    expect(await photo(420)).not.toContain('enlarged')
  })
})
describe('checks on the picture', () => {
  const plate = (id: string, box: Layer['placement'], more: Partial<Layer> = {}): Layer =>
    ({
      ...shapeLayer(where(id, 'subject', `a${id}`), id, 'rectangle', box, {
        kind: 'solid',
        colour: '#c0b090',
      }),
      ...more,
    }) as Layer
  it('find slivers between things that nearly meet and at the page’s edge, not where they meet or stand apart', async () => {
    const pair = (gap: number) =>
      found([plate('a', boxAt(100, 100, 300, 400)), plate('b', boxAt(400 + gap, 120, 300, 400))])
    expect(await pair(1.5)).toEqual(['slivers'])
    for (const gap of [-20, 0, 24]) expect(await pair(gap)).toEqual([])
    expect(await found([plate('a', boxAt(2, 100, 300, 400))])).toEqual(['slivers'])
    expect(await found([plate('a', boxAt(0, 100, 300, 400))])).toEqual([])
  })
  it('find nothing in the axis of a mirror, which has no pixels', async () => {
    const group = {
      ...groupLayer(where('m', 'subject'), 'M'),
      mirror: { way: 'across' as const, count: 2, cut: false },
    }
    const axis = axisLayer({ ...where('x', 'subject', 'a5'), parent: 'm' }, boxAt(400, 500, 300, 1))
    expect(await found([group, axis, { ...plate('a', boxAt(100, 100, 299, 399.5)), parent: 'm' }])).toEqual(
      [],
    )
  })
  it('find what a print edge takes away: a hairline, not a bar, nor a hairline that is thickened first', async () => {
    const edge = (radius: number) => ({ ...newTreatment('print-edge', { id: 'e', order: 'a1' }), radius })
    const thick = { ...newTreatment('thicken', { id: 't', order: 'a0' }), by: 6 }
    const line = (height: number, treatments: Layer['treatments']) =>
      plate('a', boxAt(100, 400, 500, height), { treatments } as Partial<Layer>)
    expect(await found([line(3, { e: edge(7) })])).toContain('vanishing')
    expect(await found([line(60, { e: edge(7) })])).not.toContain('vanishing')
    expect(await found([line(3, { t: thick, e: edge(7) })])).not.toContain('vanishing')
    expect(await found([line(3, { e: { ...edge(7), on: false } })])).not.toContain('vanishing')
  })
  it('find sharp corners that stick out of a rounded container; inside it, or rounded too, none', async () => {
    const round = plate('a', boxAt(100, 100, 400, 400), { radii: [60, 60, 60, 60] } as Partial<Layer>)
    expect(await found([round, plate('b', boxAt(100, 100, 200, 100))])).toEqual(['corners'])
    expect(await found([round, plate('b', boxAt(130, 130, 200, 100))])).toEqual([])
    expect(
      await found([round, plate('b', boxAt(100, 100, 200, 100), { radii: [60, 0, 0, 0] } as Partial<Layer>)]),
    ).toEqual([])
    expect(await found([round, plate('b', boxAt(100, 100, 200, 100), { inside: 'a' })])).toEqual([])
  })
  it('find a decoration over letters, not one beneath or beside them', async () => {
    const spot = (x: number) =>
      shapeLayer(where('f', 'front'), 'Dot', 'ellipse', boxAt(x, 90, 120, 120), {
        kind: 'solid',
        colour: '#d0a040',
      })
    const strew = (x: number): Layer => {
      const { kind: _k, id: _i, name: _n, page: _p, plane: _l, parent: _r, order: _o, ...rest } = spot(x)
      return {
        ...spot(x),
        ...rest,
        kind: 'strew',
        ground: 'line',
        seed: 1,
        count: 1,
        size: { from: 1, to: 1 },
        angle: { from: 0, to: 0 },
        distance: { from: 0, to: 0 },
        follow: false,
        things: [
          {
            kind: 'shape',
            ratio: 1,
            form: 'ellipse',
            radii: [0, 0, 0, 0],
            corners: 6,
            inner: 0.5,
            fill: { kind: 'solid', colour: '#d0a040' },
            stroke: spot(x).stroke,
          },
        ],
      } as unknown as Layer
    }
    expect(await found([text(), strew(150)])).toContain('covered')
    expect(await found([text(), strew(800)])).toEqual([])
    expect(await found([text(), { ...strew(150), plane: 'setting' }])).not.toContain('covered')
  })
})
