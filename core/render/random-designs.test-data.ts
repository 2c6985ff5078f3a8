import fc from 'fast-check'
import sharp from 'sharp'
import { sha256 } from '@/host/project'
import { BLEND_MODES, type BlendMode } from '../basics/blend-modes'
import { blankDesign, presetSpecs } from '../design/blank'
import { type Design, designSchema } from '../design/schema'
import { checkStructure } from '../design/structure'
import { writeGreyPng } from '../formats/grey-png'
import type { Placement } from '../geometry/placement-schema'
import type { Layer, LayerOf } from '../kinds/list'
import {
  axisLayer,
  boxAt,
  gradeLayer,
  graphicLayer,
  groupLayer,
  mergedLayer,
  pictureLayer,
  shapeLayer,
  slotLayer,
  strewLayer,
  typeLayer,
} from '../kinds/new'
import { type Mask, newMask } from '../masks/mask'
import type { Field } from '../treatments/field'
import { newTreatment, type Treatment, treatmentDefinitions } from '../treatments/list'

/** Designs of every kind of layer, mask and treatment, as people stack them, for what must hold for all of them. */
export const PAGE = { width: 330, height: 290 }

const blobs = new Map<string, Uint8Array>()
export const readBlob = async (sha: string): Promise<Uint8Array | null> => blobs.get(sha) ?? null
const keep = (bytes: Uint8Array): string => {
  const sha = sha256(bytes)
  blobs.set(sha, bytes)
  return sha
}

/** A picture as a camera gives them: soft hills of light, a few edges, a little noise; half of them with a soft outline. */
async function madePicture(side: number, seed: number, cut: boolean) {
  const raw = Buffer.alloc(side * side * 4)
  let state = seed
  const chance = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
  const [a, b, c] = [0.6 + chance(), 0.6 + chance(), chance() * 6]
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [u, v] = [x / side, y / side]
      const hill =
        0.5 +
        0.3 * Math.sin(5 * a * u + c) * Math.cos(4 * b * v) +
        (u > 0.62 && v > 0.3 ? 0.18 : 0) +
        (chance() - 0.5) * 0.03
      const away = Math.hypot(u - 0.5, v - 0.5)
      const alpha = cut ? Math.min(1, Math.max(0, (0.42 - away) * 40)) : 1
      const value = (k: number) => Math.round(255 * Math.min(1, Math.max(0, hill * k)))
      raw.set(
        [value(1.05), value(0.82 + 0.2 * u), value(0.6 + 0.3 * v), Math.round(alpha * 255)],
        (y * side + x) * 4,
      )
    }
  const png = await sharp(raw, { raw: { width: side, height: side, channels: 4 } })
    .png()
    .toBuffer()
  return { sha: keep(new Uint8Array(png)), width: side, height: side }
}
const pictures = await Promise.all([
  madePicture(360, 7, false),
  madePicture(300, 11, true),
  madePicture(512, 23, false),
])
/** A photo-like picture of 512 px a side. */
export const shippedPicture = pictures[2] as (typeof pictures)[0]
const drawn = keep(
  new TextEncoder().encode(
    '<svg viewBox="0 0 100 80"><path data-part="leaf" fill="#47743a" d="M10 70C10 20 60 10 90 10C90 50 50 75 10 70Z"/><circle data-part="dot" cx="60" cy="35" r="12" fill="#e8b77a"/></svg>',
  ),
)
const paintedTile = keep(
  writeGreyPng(
    Uint8Array.from({ length: 256 * 256 }, (_, n) =>
      Math.round(127 + 120 * Math.sin((n % 256) / 21) * Math.cos(n / 256 / 17)),
    ),
    256,
    256,
  ),
)

const unit = (from: number, to: number) => fc.double({ min: from, max: to, noNaN: true })
const colour = fc.constantFrom('#c2412a', '#3a55c9', '#f0e2c8', '#1d1a18', '#47743a', '#e8b77a', '#8a3f7c80')
const modes = BLEND_MODES.filter((m) => m !== 'color-dodge' && m !== 'color-burn' && !m.startsWith('dst'))

/** A setting near what a person starts from. */
function setting(field: Field, layers: readonly string[]): fc.Arbitrary<unknown> {
  if (field.kind === 'number') {
    const reach = field.reach ?? field.most
    const [low, high] = [
      Math.max(field.least, field.first - 0.3 * (reach - field.least)),
      Math.min(reach, field.first + 0.3 * (reach - field.least)),
    ]
    return field.whole ? fc.integer({ min: Math.ceil(low), max: Math.floor(high) }) : unit(low, high)
  }
  if (field.kind === 'colour') return colour
  if (field.kind === 'choice') return fc.constantFrom(...Object.keys(field.options))
  if (field.kind === 'switch') return fc.boolean()
  if (field.kind === 'layer') return fc.constantFrom(null, ...layers)
  return fc.constant(field.kind === 'lut' ? null : field.first)
}
const treatmentOf = (kind: string, layers: readonly string[]): fc.Arbitrary<Treatment> => {
  const definition = treatmentDefinitions.find((d) => d.kind === kind)
  const fields = Object.fromEntries(
    Object.entries(definition?.fields ?? {}).map(([key, f]) => [key, setting(f, layers)]),
  )
  return fc
    .tuple(
      fc.record(fields),
      fc.constantFrom(1, 1, 0.7, 0.35),
      fc.constantFrom<BlendMode | undefined>(undefined, undefined, 'multiply', 'screen'),
    )
    .map(
      ([settings, strength, blend]) =>
        ({
          ...newTreatment(kind, { id: 't', order: 'a0' }),
          ...settings,
          strength,
          ...(blend && !('blend' in fields) ? { blend } : {}),
        }) as Treatment,
    )
}
const kinds = treatmentDefinitions.map((d) => d.kind)

type Made = { layer: Layer; members: Made[]; insides: Layer[] }
const place: fc.Arbitrary<Placement> = fc
  .record({
    x: unit(-40, 240),
    y: unit(-40, 220),
    width: unit(40, 220),
    height: unit(40, 200),
    rotation: fc.constantFrom(0, 0, 0, 17, -8),
    bent: fc.nat(11),
  })
  .map(({ x, y, width, height, rotation, bent }) => {
    const box = { ...boxAt(x, y, width, height), rotation }
    if (bent === 0) return { ...box, bend: { kind: 'arc' as const, angleDegrees: 70 } }
    if (bent === 1) return { ...box, skew: 12 }
    const off = [
      { x: 0.1, y: 0.05 },
      { x: -0.1, y: 0 },
      { x: 0, y: -0.08 },
      { x: 0.05, y: 0 },
    ] as const
    return bent === 2 ? { ...box, corners: [...off] as unknown as NonNullable<Placement['corners']> } : box
  })
const maskArbitrary = (layers: readonly string[]): fc.Arbitrary<Mask> => {
  const at = { id: 'k', order: 'a0' }
  const picked = { ...newMask.shape(at, 'ellipse'), x: 0.5, y: 0.5, width: 0.8, height: 0.7 }
  const painted = {
    ...at,
    on: true,
    strength: 1,
    softness: 0,
    swap: false,
    frame: 'layer' as const,
    kind: 'painted' as const,
    width: 256,
    height: 256,
    ground: 'none' as const,
    tiles: { '0,0': paintedTile },
  }
  return fc
    .record({
      mask: fc.constantFrom<Mask>(
        picked,
        {
          ...at,
          on: true,
          strength: 1,
          softness: 0,
          swap: false,
          frame: 'layer',
          kind: 'gradient',
          form: 'linear',
          from: { x: 0.1, y: 0.2 },
          to: { x: 0.9, y: 0.6 },
        },
        {
          ...at,
          on: true,
          strength: 1,
          softness: 0,
          swap: false,
          frame: 'layer',
          kind: 'path',
          d: 'M0.1 0.1L0.9 0.2L0.5 0.95Z',
        },
        {
          ...at,
          on: true,
          strength: 1,
          softness: 0,
          swap: false,
          frame: 'layer',
          kind: 'picked',
          by: 'lightness',
          colour: '#000000',
          tolerance: 0.2,
          fade: 0.3,
          from: 0.2,
          to: 0.8,
          clean: false,
        },
        painted,
        ...layers.map(
          (layer): Mask => ({
            ...at,
            on: true,
            strength: 1,
            softness: 0,
            swap: false,
            frame: 'layer',
            kind: 'layer',
            layer,
            by: 'lightness',
          }),
        ),
      ),
      softness: fc.constantFrom(0, 0, 0.1, 0.4),
      strength: fc.constantFrom(1, 1, 0.6),
      swap: fc.boolean(),
    })
    .map(({ mask, ...how }) => ({ ...mask, ...how }) as Mask)
}

const fill = fc.oneof(
  colour.map((c) => ({ kind: 'solid' as const, colour: c })),
  fc.tuple(colour, colour).map(([a, b]) => ({
    kind: 'linear' as const,
    angleDegrees: 30,
    stops: { a: { offset: 0, colour: a }, b: { offset: 1, colour: b } },
  })),
)
const where = { id: '', page: 'page1', plane: 'subject' as const, order: 'a0', parent: null }
const leaves: Record<string, fc.Arbitrary<Layer>> = {
  picture: fc
    .tuple(place, fc.constantFrom(...pictures))
    .map(([p, source]) => pictureLayer(where, 'P', source, p)),
  graphic: place.map((p) => graphicLayer(where, 'G', drawn, {}, p)),
  shape: fc
    .tuple(place, fc.constantFrom('rectangle', 'ellipse', 'star', 'polygon'), fill, fc.constantFrom(0, 0, 6))
    .map(([p, form, f, weight]) => {
      const made = shapeLayer(where, 'S', form as 'star', p, f)
      return { ...made, stroke: { ...made.stroke, weight } }
    }),
  slot: fc.tuple(place, fc.constantFrom(...pictures), fc.boolean()).map(([p, s, filled]) => {
    const made = slotLayer(where, 'O', 'ellipse', p)
    return filled
      ? {
          ...made,
          zoom: 1.3,
          picture: { source: s.sha, sourceWidth: s.width, sourceHeight: s.height, focal: { x: 0.5, y: 0.5 } },
        }
      : made
  }),
  type: fc.tuple(place, fill).map(([p, f]) => ({
    ...typeLayer(where, 'Kiln', { ...p, width: 200, height: 90 }, { size: 78, weight: 700 }),
    fill: f,
  })),
  strew: place.map((p) =>
    strewLayer(
      where,
      'W',
      [
        {
          kind: 'shape',
          ratio: 1,
          form: 'ellipse',
          radii: [0, 0, 0, 0],
          corners: 5,
          inner: 0.5,
          fill: { kind: 'solid', colour: '#f0e2c8' },
          stroke: { colour: '#1c1c1c', weight: 0, dash: [], cap: 'butt', join: 'miter' },
        },
      ],
      p,
      3,
    ),
  ),
  merged: fc
    .tuple(place, fc.boolean())
    .map(([p, wide]) => mergedLayer(where, 'M', wide ? boxAt(0, 0, PAGE.width, PAGE.height) : p)),
  grade: fc.constant(gradeLayer(where, 'Grade', boxAt(0, 0, PAGE.width, PAGE.height))),
}

export type Ask = {
  /** Treatments that layers take. */
  treatments: readonly string[]
  leaves: readonly string[]
  /** How many of the treatments each layer has at least. */
  least?: number
}
export const everything: Ask = { treatments: kinds, leaves: Object.keys(leaves) }

const EARLIER = ['l0', 'l1']
const dressed = (made: fc.Arbitrary<Layer>, ask: Ask, layers: readonly string[]): fc.Arbitrary<Layer> =>
  fc
    .record({
      layer: made,
      opacity: fc.constantFrom(1, 1, 1, 0.6),
      body: fc.constantFrom(1, 1, 1, 1, 0.5),
      blend: fc.constantFrom<BlendMode>('normal', 'normal', 'normal', ...modes),
      masks: fc.array(maskArbitrary(layers), { maxLength: 1, size: 'small' }),
      treatments:
        ask.treatments.length === 0
          ? fc.constant<Treatment[]>([])
          : fc.array(
              fc.constantFrom(...ask.treatments).chain((k) => treatmentOf(k, layers)),
              { maxLength: 2, minLength: ask.least ?? 0, size: 'max' },
            ),
    })
    .map(
      ({ layer, masks, treatments, ...how }) =>
        ({
          ...layer,
          ...how,
          masks: Object.fromEntries(masks.map((m) => [m.id, m])),
          treatments: Object.fromEntries(
            treatments.map((t, n) => [`t${n}`, { ...t, id: `t${n}`, order: `a${n}` }]),
          ),
        }) as Layer,
    )
const leaf = (ask: Ask, layers: readonly string[]): fc.Arbitrary<Layer> =>
  dressed(
    fc.constantFrom(...ask.leaves).chain((k) => leaves[k] as fc.Arbitrary<Layer>),
    ask,
    layers,
  )
const groupForms = fc.constantFrom('open', 'closed', 'join', 'punch', 'mirror', 'turned', 'cut')
const group = (ask: Ask): fc.Arbitrary<Made> =>
  fc
    .tuple(
      groupForms,
      dressed(fc.constant(groupLayer(where, 'Group')), { ...ask, treatments: ask.treatments }, []),
      fc.array(leaf(ask, []), { minLength: 1, maxLength: 3 }),
    )
    .map(([form, layer, list]) => {
      const own = { ...layer, body: 1, open: form === 'open' } as Extract<Layer, { kind: 'group' }>
      if (form === 'join' || form === 'punch') {
        own.combine = form
        own.masks = {}
      }
      const plain = list.filter((l) => (own.combine ? l.kind === 'shape' || l.kind === 'type' : true))
      const members: Made[] = (
        plain.length > 0 ? plain : [shapeLayer(where, 'S', 'ellipse', boxAt(60, 60, 120, 90))]
      ).map((l) => ({
        layer: l,
        members: [],
        insides: [],
      }))
      if (form === 'mirror' || form === 'turned' || form === 'cut') {
        own.mirror = { way: form === 'turned' ? 'turned' : 'across', count: 5, cut: form === 'cut' }
        members.push({
          layer: axisLayer(where, { ...boxAt(65, 144.5, 200, 1), rotation: 90 }),
          members: [],
          insides: [],
        })
      }
      return { layer: own, members, insides: [] }
    })
const entry = (ask: Ask): fc.Arbitrary<Made> =>
  fc.oneof(
    { weight: 4, arbitrary: leaf(ask, EARLIER).map((layer): Made => ({ layer, members: [], insides: [] })) },
    { weight: 1, arbitrary: group(ask) },
    {
      weight: 1,
      arbitrary: fc
        .tuple(dressed(leaves.shape as fc.Arbitrary<Layer>, ask, []), leaf(ask, []))
        .map(
          ([layer, inside]): Made => ({ layer, members: [], insides: [{ ...inside, masks: {} } as Layer] }),
        ),
    },
  )

/** A design whose layers are as they were made, back to front over two plain ones that others may go by. */
export function designFrom(list: readonly Made[], colour: string, woven: boolean): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('r', 'R', [{ ...spec, ...PAGE }], { colour })
  const put = (
    layer: Layer,
    id: string,
    order: string,
    parent: string | null,
    inside: string | null,
  ): void => {
    d.layers[id] = { ...layer, id, order, parent, inside } as Layer
  }
  const key = (n: number) => `a${String(n).padStart(3, '0')}x`
  put(
    pictureLayer(where, 'Ground', pictures[0] as (typeof pictures)[0], boxAt(-10, -20, 350, 330)),
    'l0',
    key(0),
    null,
    null,
  )
  put(
    shapeLayer(where, 'Disc', 'ellipse', boxAt(90, 70, 130, 140), { kind: 'solid', colour: '#e8b77a' }),
    'l1',
    key(1),
    null,
    null,
  )
  list.forEach((made, n) => {
    const id = `l${n + 2}`
    put(made.layer, id, key(n + 2), null, null)
    made.members.forEach((m, k) => {
      put(m.layer, `${id}m${k}`, key(k), id, null)
    })
    made.insides.forEach((l, k) => {
      put(l, `${id}i${k}`, `${key(n + 2)}${k}`, null, id)
    })
  })
  const top = d.layers.l2
  if (woven && top && top.kind !== 'grade' && top.kind !== 'group')
    top.weaves = {
      w: {
        id: 'w',
        other: 'l1',
        marks: {
          a: {
            id: 'a',
            crossing: 'c',
            own: { x: 0.5, y: 0.5 },
            other: { x: 0.4, y: 0.5 },
            radius: 0.2,
            over: true,
            painted: true,
          },
        },
      },
    } as unknown as Layer['weaves']
  checkStructure(designSchema.parse(d))
  return d
}
export const designs = (ask: Ask = everything): fc.Arbitrary<Design> =>
  fc
    .tuple(
      fc.array(entry(ask), { minLength: 1, maxLength: 4 }),
      fc.constantFrom('#f4efe6', '#20242a', 'transparent'),
      fc.nat(4),
    )
    .map(([list, colour, weave]) => designFrom(list, colour, weave === 0))

function groupWord({ combine, mirror, open }: LayerOf<'group'>): string {
  if (combine) return `combine ${combine}`
  if (mirror) return `mirror ${mirror.cut ? 'cut' : mirror.way}`
  return `group ${open ? 'open' : 'closed'}`
}
/** Kinds of layers, masks and treatments that a design holds, for counting. */
export const kindsIn = (d: Design): string[] =>
  Object.values(d.layers).flatMap((l) => [
    `layer ${l.kind}`,
    ...(l.kind === 'group' ? [groupWord(l)] : []),
    ...(l.placement.bend ? ['bend'] : []),
    ...(l.placement.corners ? ['perspective'] : []),
    ...(Object.keys(l.weaves).length > 0 ? ['weave'] : []),
    ...Object.values(l.masks).map((m) => `mask ${m.kind}`),
    ...Object.values(l.treatments).map(
      (t) => `treatment ${t.kind}${l.kind === 'grade' ? ' in a grade' : ''}`,
    ),
  ])
