import { describe, expect, it } from 'vitest'
import { kindOf } from '../../kinds/list'
import {
  boxAt,
  gradeLayer,
  graphicLayer,
  groupLayer,
  mergedLayer,
  pictureLayer,
  shapeLayer,
  slotLayer,
  solidStroke,
  strewLayer,
  typeLayer,
} from '../../kinds/new'
import { newMask } from '../../masks/mask'
import { resolve } from '../../resolve/resolve'
import { newTreatment, sizedTreatment, treatmentDefinitions } from '../../treatments/list'
import { FontBook } from '../../type/fonts'
import { blankDesign, presetSpecs } from '../blank'
import { duplicateLayers, removeLayers } from '../commands'
import { checkDesign, record } from '../edits'
import type { Design } from '../schema'
import { blobsOf } from '../sources-of'
import type { Property, Thing } from './property'
import { followMaster, setAllOn, setOn, setOnLayer } from './set'
import { properties, propertyOf } from './table'
import { kindOfTarget, onLayer, onMask, onPage, onSwatch, onTreatment, type Target, thingAt } from './targets'

/** How wide the line around the shape is, px. */
const LINE = 4
const SHA = 'a'.repeat(64)
const OTHER = 'b'.repeat(64)
const CHANNEL = 'wide-header'
const context = { fonts: new FontBook(async () => null), lightOf: () => null }
let placed = 0
const at = (id: string) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order: `a${(placed++ % 60).toString(36)}`,
})
const box = boxAt(100, 100, 300, 200)

/** A design with one of everything: each kind of layer, treatment and mask, a swatch, a recipe. */
function everything(): Design {
  const design = blankDesign('d1', 'All', presetSpecs(['square-post', 'wide-header']))
  const things = [{ kind: 'graphic' as const, ratio: 1, source: SHA, parts: {}, weights: {} }]
  const layers = [
    pictureLayer(at('picture'), 'Photo', { sha: SHA, width: 400, height: 300 }, box),
    graphicLayer(at('graphic'), 'Art', SHA, { body: '#112233' }, box),
    {
      ...shapeLayer(at('shape'), 'Shape', 'star', box),
      radii: [1, 2, 3, 5] as [number, number, number, number],
      stroke: { ...solidStroke, weight: LINE },
    },
    {
      ...slotLayer(at('slot'), 'Slot', 'rectangle', box),
      picture: { source: SHA, sourceWidth: 9, sourceHeight: 9, focal: { x: 0.5, y: 0.5 } },
    },
    strewLayer(at('strew'), 'Strew', things, box, 7),
    typeLayer(at('type'), 'Words', box),
    mergedLayer(at('merged'), 'Merged', box),
    gradeLayer(at('grade'), 'Grade', box),
    groupLayer(at('group'), 'Group'),
    { ...shapeLayer(at('member'), 'Member', 'ellipse', box), parent: 'group' },
  ]
  for (const l of layers) design.layers[l.id] = l
  design.swatches.s1 = { id: 's1', name: 'Clay', order: 'a0', colour: '#aa5533' }
  const shape = design.layers.shape as {
    treatments: Design['layers'][string]['treatments']
    masks: Design['layers'][string]['masks']
  }
  for (const d of treatmentDefinitions)
    shape.treatments[d.kind] = newTreatment(d.kind, { id: d.kind, order: 'a0' })
  const start = (id: string) => ({ id, order: 'a0' })
  for (const m of [
    newMask.shape(start('shape'), 'rectangle'),
    newMask.path(start('path'), 'M0 0L1 0L1 1Z'),
    newMask.gradient(start('gradient'), 'linear'),
    newMask.layer(start('layer'), 'picture'),
    newMask.picked(start('picked'), 'colour'),
    newMask.painted(start('painted'), 8, 8),
  ])
    shape.masks[m.id] = m
  design.recipes.r1 = {
    id: 'r1',
    name: 'Grain',
    order: 'a0',
    treatments: { grain: newTreatment('grain', { id: 'grain', order: 'a0' }) },
  }
  return checkDesign(design)
}

/** Values of all shapes there are: the first that a property takes and that is not what it has. */
const CANDIDATES: readonly unknown[] = [
  ...[false, true, 0.25, 0.75, 3, 45, 2, 1, 12, 'multiply', 'picture', 'shape', 'a9', 'Other words'],
  ...['M0 0L1 0L0 1Z', '#102030', 'ellipse', 'radial', 'lightness', 'page-kept', 'ring', 'transparent'],
  ...[
    { x: 0.2, y: 0.3 },
    { from: 0.02, to: 0.5 },
    { source: OTHER, name: 'Dusk' },
    { source: OTHER, sourceWidth: 90, sourceHeight: 70, focal: { x: 0.4, y: 0.5 } },
    { weight: 7 },
    { size: 33 },
  ],
  ...[
    { body: '#102030' },
    { kind: 'solid', colour: '#102030' },
    [1, 2, 3, 4],
    { kind: 'arc', angleDegrees: 40 },
  ],
  [
    { x: 0.1, y: 0 },
    { x: 0, y: 0 },
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ],
  ...[
    [
      { x: 0, y: 0.1 },
      { x: 1, y: 0.9 },
    ],
    [
      { offset: 0, colour: '#102030' },
      { offset: 1, colour: '#ffeedd' },
    ],
  ],
  { kind: 'pill', fill: { kind: 'solid', colour: '#102030' }, across: 0.4, down: 0.1, radius: 0.2 },
  { anchor: 'se', dx: -0.3, dy: -0.2, factorX: 0.5, factorY: 0.5, rotation: 10, flipX: true, flipY: false },
]
function valueFor(property: Property, has: unknown): unknown {
  const options = (property.schema as { options?: unknown[] }).options ?? []
  const found = [...CANDIDATES, ...options].find(
    (v) => property.schema.safeParse(v).success && JSON.stringify(v) !== JSON.stringify(has),
  )
  if (found === undefined) throw new Error(`No value is known here for ${property.id}.`)
  return found
}
/** The thing of the design that has a property. */
function targetOf(design: Design, property: Property): Target {
  const shape = design.layers.shape
  const all: Target[] = [
    ...Object.keys(design.layers).map(onLayer),
    ...Object.keys(shape?.treatments ?? {}).map((id) => onTreatment({ layer: 'shape' }, id)),
    ...Object.keys(shape?.masks ?? {}).map((id) => onMask('shape', id)),
    onSwatch('s1'),
    onPage('page1'),
  ]
  const found = all.find(
    (t) => kindOfTarget(t) === property.of && property.read(thingAt(design, t) as Thing) !== undefined,
  )
  if (!found) throw new Error(`Nothing here has ${property.id}.`)
  return found
}
const named = properties.map((p) => [`${p.of} ${p.id}`, p] as const)

describe.each(named)('the property %s', (_, property) => {
  const design = everything()
  const target = targetOf(design, property)
  const thing = thingAt(design, target) as Thing
  const value = valueFor(property, property.read(thing))
  const channel = design.channels[CHANNEL]
  if (!channel) throw new Error('no channel')
  /** What is read after a value was written: of entries those that were named. */
  const matches = (read: unknown) =>
    property.merge === 'entries' ? expect(read).toMatchObject(value as object) : expect(read).toEqual(value)

  it('gives what was written, leaves the thing itself alone, and what lacks it as it is', () => {
    const was = JSON.stringify(thing)
    const written = property.write(thing, value, channel)
    if (property.id !== 'place') matches(property.read(written))
    else expect(property.read(written)).not.toEqual(property.read(thing))
    expect(JSON.stringify(thing)).toBe(was)
    if (property.read({ kind: 'nothing' }) === undefined)
      expect(property.write({ kind: 'nothing' }, value, channel)).toEqual({ kind: 'nothing' })
  })
  it('set on the master is in the thing, and nothing differs anywhere', () => {
    if (property.id === 'place') return
    const { design: set } = record(design, (d) => setOn(d, d.master, target, property.id, value))
    matches(property.read(thingAt(set, target) as Thing))
    expect(set.changes).toEqual({})
  })
  it('set on a channel is seen there and nowhere else; followed again it is the master', () => {
    const set = record(design, (d) => setOn(d, CHANNEL, target, property.id, value)).design
    expect(checkDesign(JSON.parse(JSON.stringify(set)))).toEqual(set)
    expect(Object.values(set.changes)).toEqual([{ channel: CHANNEL, target, property: property.id, value }])
    const request = { page: 'page1', channel: CHANNEL }
    const [there, before] = [resolve(set, request, context), resolve(design, request, context)]
    expect(there).not.toEqual(before)
    const master = { page: 'page1', channel: design.master }
    expect(resolve(set, master, context)).toEqual(resolve(design, master, context))
    const again = record(set, (d) =>
      followMaster(d, { channel: CHANNEL, property: (id) => id === property.id }),
    ).design
    expect(again).toEqual(design)
    expect(resolve(again, request, context)).toEqual(before)
  })
  it('says of a wrong value that it is none', () => {
    const set = record(design, (d) => setOn(d, CHANNEL, target, property.id, { no: 'value' })).design
    if (property.merge === 'replace')
      expect(() => checkDesign(JSON.parse(JSON.stringify(set)))).toThrow(/value/)
  })
  it('mixes from one value to the other, ends kept', () => {
    if (!property.mix) return
    const from = property.read(thing) as number
    expect(property.mix(from, value, 0)).toBeCloseTo(from, 12)
    expect(property.mix(from, value, 1)).toBeCloseTo(value as number, 12)
    expect(property.mix(from, value, 0.5)).toBeCloseTo((from + (value as number)) / 2, 12)
  })
  it('is sized along with its layer where it is a length', () => {
    if (property.of !== 'treatment' && property.of !== 'layer') return
    // Letters belong to the size and are told by their style.
    if (property.id === 'style') return
    const sized =
      property.of === 'treatment'
        ? (sizedTreatment(thing as never, 2.5) as Thing)
        : (kindOf(thing as never).weighed(thing as never, 2.5) as unknown as Thing)
    const was = property.read(thing)
    const times = (v: unknown): unknown => (Array.isArray(v) ? v.map(times) : (v as number) * 2.5)
    if (property.id === 'stroke') expect(property.read(sized)).toMatchObject({ weight: LINE * 2.5 })
    else expect(property.read(sized)).toEqual(property.sizes ? times(was) : was)
  })
})

describe('what differs', () => {
  it('goes along with copies, which refer to copies', () => {
    const design = record(everything(), (d) => {
      setOn(d, CHANNEL, onMask('shape', 'layer'), 'layer.layer', 'graphic')
      setOn(d, CHANNEL, onTreatment({ layer: 'shape' }, 'displace'), 'displace.layer', 'type')
      setOn(d, CHANNEL, onTreatment({ layer: 'shape' }, 'grain'), 'strength', 0.3)
    }).design
    let n = 0
    const copied = record(design, (d) => {
      duplicateLayers(d, ['shape', 'graphic'], () => `copy${++n}`, { x: 9, y: 9 })
    }).design
    const of = (target: Target, id: string) => copied.changes[`${CHANNEL}.${target}.${id}`]?.value
    expect(of(onMask('copy1', 'layer'), 'layer.layer')).toBe('copy2')
    // What was not copied along is gone by still.
    expect(of(onTreatment({ layer: 'copy1' }, 'displace'), 'displace.layer')).toBe('type')
    expect(of(onTreatment({ layer: 'copy1' }, 'grain'), 'strength')).toBe(0.3)
    expect(checkDesign(JSON.parse(JSON.stringify(copied)))).toEqual(copied)
  })
  it('goes with what is removed: a layer takes along what differs of its treatments and masks', () => {
    const design = record(everything(), (d) => {
      setOn(d, CHANNEL, onMask('shape', 'shape'), 'strength', 0.5)
      setOn(d, CHANNEL, onTreatment({ layer: 'shape' }, 'grain'), 'on', false)
      setOnLayer(d, CHANNEL, 'type', 'text', 'Short')
    }).design
    const left = record(design, (d) => removeLayers(d, ['shape'])).design
    expect(Object.values(left.changes).map((c) => c.target)).toEqual(['layers/type'])
  })
  it('names files that are kept: a LUT of one channel', () => {
    const design = record(everything(), (d) =>
      setOn(d, CHANNEL, onTreatment({ layer: 'shape' }, 'lut'), 'lut.file', { source: OTHER, name: 'Dusk' }),
    ).design
    expect(blobsOf(design).has(OTHER)).toBe(true)
  })
  it('of a recipe shows on all that follow it, on that channel only', () => {
    const design = record(everything(), (d) => {
      for (const id of ['type', 'picture']) if (d.layers[id]) d.layers[id].recipe = 'r1'
      setOn(d, CHANNEL, onTreatment({ recipe: 'r1' }, 'grain'), 'strength', 0.2)
    }).design
    const strengths = (channel: string) =>
      resolve(design, { page: 'page1', channel }, context)
        .layers.filter((l) => l.layer.recipe)
        .map((l) => l.layer.treatments.grain?.strength)
    const first = everything().recipes.r1?.treatments.grain?.strength
    expect([strengths(CHANNEL), strengths(design.master)]).toEqual([
      [0.2, 0.2],
      [first, first],
    ])
  })
  it('is shown by layers that stay the same objects as long as nothing of them changes', () => {
    const design = record(everything(), (d) => {
      setOn(d, CHANNEL, onTreatment({ layer: 'shape' }, 'grain'), 'strength', 0.3)
      setOn(d, CHANNEL, onSwatch('s1'), 'colour', '#223344')
    }).design
    const other = record(design, (d) => setOnLayer(d, CHANNEL, 'type', 'opacity', 0.5)).design
    const [a, b] = [design, other].map((d) => resolve(d, { page: 'page1', channel: CHANNEL }, context))
    const shape = (page: typeof a) => page?.layers.find((l) => l.layer.id === 'shape')?.layer
    expect(shape(a)).toBe(shape(b))
    expect(a?.swatches).toBe(b?.swatches)
  })
})

describe('setting several keys', () => {
  it('keeps what is no property the same everywhere, and names settings by their kind', () => {
    const design = record(everything(), (d) => {
      setAllOn(d, CHANNEL, onMask('shape', 'picked'), { tolerance: 0.4, name: 'Sky' })
    }).design
    expect(design.layers.shape?.masks.picked?.name).toBe('Sky')
    expect(Object.values(design.changes)).toEqual([
      { channel: CHANNEL, target: 'layers/shape/masks/picked', property: 'picked.tolerance', value: 0.4 },
    ])
  })
  it('does nothing to what is gone, and says that a property is none', () => {
    const design = everything()
    expect(record(design, (d) => setOn(d, CHANNEL, onLayer('gone'), 'opacity', 0.5)).design).toBe(design)
    expect(() => setOn(structuredClone(design), CHANNEL, onLayer('type'), 'smell', 1)).toThrow(
      /no property smell/,
    )
    expect(propertyOf('layers/../pages', 'opacity')).toBeUndefined()
  })
})
