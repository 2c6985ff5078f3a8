import { quickHash } from '../basics/hash'
import { fromHex } from '../colour/colour'
import type { Paint } from '../colour/paint'
import {
  type Bounds,
  grow,
  heightOf,
  intersect,
  isEmpty,
  scaled,
  scaledWhole,
  widthOf,
} from '../geometry/bounds'
import { angleOf, lengthOf } from '../geometry/exact'
import {
  apply,
  compose,
  inverse,
  type Matrix,
  type Point,
  scaling,
  translation,
  turning,
} from '../geometry/matrix'
import { matrixOf, turnedBox } from '../geometry/placement'
import type { Placement } from '../geometry/placement-schema'
import { hasMembers, isPhoto } from '../kinds/facts'
import type { Layer, LayerOf } from '../kinds/list'
import { coloursSize, type Mask, type MaskOf, masksOf, touchingKey } from '../masks/mask'
import type { ResolvedLayer, ResolvedPage } from '../resolve/resolved'
import { mapPath, type Path, parsePath } from '../vector/path'
import { maskFormPath } from '../vector/shapes'
import { type Context, fillNode, pictureNode } from './makers'
import type { MaskStep, Picking, PlanNode } from './nodes/types'
import { softening, softReach } from './softening'

/** What covers is white. */
export const WHITE: Paint = { kind: 'solid', colour: '#ffffff' }
const FADE = (from: string, to: string) => ({ a: { offset: 0, colour: from }, b: { offset: 1, colour: to } })

/** The box that a mask's places are fractions of, px of the page; null where its layer has none. */
export function frameOf(
  mask: Pick<Mask, 'frame'>,
  own: ResolvedLayer,
  page: Pick<ResolvedPage, 'width' | 'height' | 'master'>,
): Placement | null {
  const upright = { rotation: 0, flipX: false, flipY: false, x: page.width / 2, y: page.height / 2 }
  if (mask.frame === 'page-stretched') return { ...upright, width: page.width, height: page.height }
  if (mask.frame === 'page-kept') {
    const k = Math.min(page.width / page.master.width, page.height / page.master.height)
    return { ...upright, width: page.master.width * k, height: page.master.height * k }
  }
  if (!hasMembers(own.layer)) return own.layer.placement
  const leaves = (l: ResolvedLayer): Placement[] =>
    hasMembers(l.layer) ? l.children.flatMap(leaves) : [l.layer.placement]
  const { rotation } = own.layer.placement
  const corners = turnedBox(leaves(own), rotation)
  if (!corners) return null
  const [a, b, c, d] = corners
  return {
    x: (a.x + c.x) / 2,
    y: (a.y + c.y) / 2,
    width: Math.max(0.01, lengthOf(b.x - a.x, b.y - a.y)),
    height: Math.max(0.01, lengthOf(d.x - a.x, d.y - a.y)),
    rotation,
    flipX: false,
    flipY: false,
  }
}

/** A shape mask's outline in its frame's own box, px. */
export function shapeMaskPath(mask: MaskOf<'shape'>, frame: Pick<Placement, 'width' | 'height'>): Path {
  const [w, h] = [mask.width * frame.width, mask.height * frame.height]
  const place: Matrix = compose(
    compose(translation(-w / 2, -h / 2), turning(mask.turnDegrees)),
    translation(mask.x * frame.width, mask.y * frame.height),
  )
  return mapPath(maskFormPath(mask.form, w, h, mask.round, mask.corners), place)
}

/** Whether a record has any entry. */
export const hasAny = (record: object): boolean => {
  for (const _ in record) return true
  return false
}
/** A layer of nothing but its place, for what draws layers. */
export const bare = (id: string, placement: Placement): LayerOf<'shape'> =>
  ({
    id,
    kind: 'shape',
    form: 'rectangle',
    placement,
    blend: 'normal',
    opacity: 1,
    fill: WHITE,
  }) as unknown as LayerOf<'shape'>

type Makers = {
  [K in Exclude<Mask['kind'], 'picked'>]: (mask: MaskOf<K>, frame: Placement, c: Context) => PlanNode | null
}
const makers: Makers = {
  shape: (mask, frame, c) =>
    fillNode(
      bare(mask.id, frame),
      [{ path: shapeMaskPath(mask, frame), evenOdd: false, paint: WHITE, opacity: 1 }],
      c,
      frame.width,
      frame.height,
    ),
  path: (mask, frame, c) => {
    const path = mapPath(parsePath(mask.d), scaling(frame.width, frame.height))
    return fillNode(
      bare(mask.id, frame),
      [{ path, evenOdd: true, paint: WHITE, opacity: 1 }],
      c,
      frame.width,
      frame.height,
    )
  },
  gradient(mask, frame, c) {
    const onPage = compose(scaling(frame.width, frame.height), matrixOf(frame))
    const [from, to] = [apply(onPage, mask.from), apply(onPage, mask.to)]
    const length = Math.max(0.01, lengthOf(to.x - from.x, to.y - from.y))
    const far = (2 * Math.max(widthOf(c.reach), heightOf(c.reach))) / c.scale
    const linear = mask.form === 'linear'
    const [width, height] = linear ? [length, 1] : [2 * length, 2 * length]
    const middle: Point = linear ? { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 } : from
    const rotation = linear ? (angleOf(to.y - from.y, to.x - from.x) * 180) / Math.PI : 0
    const stops = FADE('#ffffff00', '#ffffff')
    const paint: Paint = linear
      ? { kind: 'linear', angleDegrees: 0, stops }
      : { kind: 'radial', x: 0.5, y: 0.5, radius: 1, stops }
    // It goes on beyond both of its ends.
    const path: Path = [
      ['M', -far, -far],
      ['L', width + far, -far],
      ['L', width + far, height + far],
      ['L', -far, height + far],
      ['Z'],
    ]
    const placement = { ...middle, width, height, rotation, flipX: false, flipY: false }
    return fillNode(bare(mask.id, placement), [{ path, evenOdd: false, paint, opacity: 1 }], c, width, height)
  },
  layer: (mask, _frame, c) => c.nodeFor(mask.layer, c),
  painted(mask, frame, c) {
    const known = c.sources.knowMask(mask, `${c.masking}/${mask.id}`)
    if (!known) return null
    const node = pictureNode(
      { ...bare(mask.id, frame), source: known.source, sourceWidth: mask.width, sourceHeight: mask.height },
      c,
    )
    return node && known.version > 0 ? { ...node, key: `${node.key}#${known.version}` } : node
  },
}

/** The same work at a part of the scale. */
export const smaller = (c: Context, factor: number): Context => ({
  ...c,
  scale: c.scale / factor,
  reach: scaledWhole(c.reach, 1 / factor),
  seen: c.seen && scaled(c.seen, 1 / factor),
})

/** Luma and colour differences of ITU-R BT.709, of encoded values 0–1. */
function lumaOf({ r, g, b }: { r: number; g: number; b: number }): { y: number; cb: number; cr: number } {
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b
  return { y, cb: (b - y) / 1.8556, cr: (r - y) / 1.5748 }
}
export function pickOf(
  mask: Pick<MaskOf<'picked'>, 'by' | 'colour' | 'tolerance' | 'fade' | 'from' | 'to'>,
): Picking {
  if (mask.by === 'lightness') return { tone: true, a: mask.from, b: mask.to, c: 0, tolerance: 0, fade: 0 }
  const { y, cb, cr } = lumaOf(fromHex(mask.colour))
  return { tone: false, a: y, b: cb, c: cr, tolerance: mask.tolerance, fade: mask.fade }
}
/** What a picked mask hides: by lightness white where it hides the light, else black. */
const groundOf = (mask: MaskOf<'picked'>) =>
  mask.by === 'colour' ? fromHex(mask.colour) : fromHex(mask.swap ? '#ffffff' : '#000000')

/** The own colours of what was cut out, laid over its frame. */
function coloursOf(
  { cut, width, height, swap, id }: MaskOf<'painted'>,
  frame: Placement,
  c: Context,
): PlanNode | null {
  if (!cut?.clean || !cut.colours || swap) return null
  const size = coloursSize(width, height)
  return pictureNode(
    { ...bare(id, frame), source: cut.colours, sourceWidth: size.width, sourceHeight: size.height },
    c,
  )
}

function stepOf(
  mask: Mask,
  own: ResolvedLayer,
  frame: Placement,
  c: Context,
  bare: (c: Context) => PlanNode | null,
): MaskStep {
  // What is painted on a full ground is held as what it hides.
  const swap = mask.kind === 'painted' && mask.ground === 'full' ? !mask.swap : mask.swap
  const sigma = (mask.softness / 2) * Math.min(frame.width, frame.height) * c.scale
  const soft = sigma < 0.3 ? null : softening(sigma)
  const at = soft ? smaller(c, soft.factor) : c
  const fleeting = mask.kind === 'painted' && c.sources.isPainting(`${c.masking}/${mask.id}`)
  const common = {
    id: mask.id,
    strength: mask.strength,
    swap,
    soft,
    fleeting,
    colours: mask.kind === 'painted' ? coloursOf(mask, frame, c) : null,
  }
  // A colour that is left alone is not taken out of what shows it.
  const touching =
    mask.kind === 'picked' && isPhoto(own.layer) && mask.touching?.for === touchingKey(mask, own.layer.source)
      ? mask.touching
      : null
  if (mask.kind === 'picked' && touching) {
    const node = makers.painted(
      { ...mask, ...touching, id: mask.id, kind: 'painted', ground: 'none' } as unknown as MaskOf<'painted'>,
      frame,
      at,
    )
    return {
      ...common,
      node,
      by: 'coverage',
      clean: mask.clean && (mask.swap || mask.by === 'lightness') ? groundOf(mask) : null,
    }
  }
  if (mask.kind === 'picked')
    return {
      ...common,
      node: bare(at),
      by: pickOf(mask),
      clean: mask.clean && (mask.swap || mask.by === 'lightness') ? groundOf(mask) : null,
    }
  const node = (makers[mask.kind] as (m: Mask, f: Placement, c: Context) => PlanNode | null)(mask, frame, at)
  return { ...common, node, by: mask.kind === 'layer' ? mask.by : 'coverage', clean: null }
}

/** The px of the view where a mask leaves anything. */
function shownBy({ node, soft, strength, swap }: MaskStep, all: Bounds): Bounds {
  if (swap || strength < 1) return all
  if (!node) return { left: 0, top: 0, right: 0, bottom: 0 }
  return soft ? grow(scaled(node.bounds, soft.factor), softReach(soft)) : node.bounds
}
export const stamp = (s: MaskStep): string =>
  `${s.node ? `${s.node.key}/${s.node.mode}/${s.node.opacity}` : '-'}/${typeof s.by === 'string' ? s.by : Object.values(s.by)}/${s.clean ? Object.values(s.clean) : ''}/${s.colours?.key ?? ''}/${s.strength}/${s.swap}/${s.soft ? `${s.soft.factor},${s.soft.sigma}` : ''}/${s.offset ? `${s.offset.x},${s.offset.y}` : ''}`

/** Whether a mask limits a treatment and hides nothing of its layer. */
const isTreatments = (layer: Layer, mask: string): boolean =>
  Object.values(layer.treatments).some((t) => t.mask === mask)
/** Masks of a layer as they are rendered. */
export function stepsOf(
  masks: readonly Mask[],
  own: ResolvedLayer,
  c: Context,
  bare: (c: Context) => PlanNode | null,
): MaskStep[] {
  return masks.flatMap((mask): MaskStep[] => {
    const frame = mask.on && mask.strength > 0 ? frameOf(mask, own, c.page) : null
    if (!frame || !inverse(matrixOf(frame))) return []
    // A layer that is gone hides nothing.
    if (mask.kind === 'layer' && !c.hasLayer(mask.layer)) return []
    return [stepOf(mask, own, frame, { ...c, masking: own.layer.id }, bare)]
  })
}

/** A layer's own masks as they are rendered, those left out that limit a treatment. */
export const ownMaskSteps = (
  own: ResolvedLayer,
  c: Context,
  bare: (c: Context) => PlanNode | null = () => null,
): MaskStep[] =>
  stepsOf(
    masksOf(own.layer).filter((m) => !isTreatments(own.layer, m.id)),
    own,
    c,
    bare,
  )

/** A node with its layer's masks; null where they leave nothing of it. */
export function maskedNode(
  inner: PlanNode,
  own: ResolvedLayer,
  c: Context,
  bare: (c: Context) => PlanNode | null,
): PlanNode | null {
  const steps = ownMaskSteps(own, c, bare)
  if (steps.length === 0) return inner

  const bounds = steps.reduce((b, s) => intersect(b, shownBy(s, b)), inner.bounds)
  if (isEmpty(bounds)) return null
  const key = quickHash(`masked${inner.key}|${steps.map(stamp).join('|')}`)
  return {
    kind: 'masked',
    id: inner.id,
    key,
    bounds: {
      left: Math.floor(bounds.left),
      top: Math.floor(bounds.top),
      right: Math.ceil(bounds.right),
      bottom: Math.ceil(bounds.bottom),
    },
    mode: inner.mode,
    opacity: inner.opacity,
    fine: inner.fine,
    inner: { ...inner, mode: 0, opacity: 1 },
    masks: steps,
  }
}
