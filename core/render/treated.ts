import { blendModeNumber, isOperator } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import { lookUp } from '../colour/colour'
import { type Bounds, grow, heightOf, scaled, shift, union, widthOf } from '../geometry/bounds'
import { lengthOf } from '../geometry/exact'
import { compose, inverse, scaling } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import type { Placement } from '../geometry/placement-schema'
import type { Layer } from '../kinds/list'
import { masksOf } from '../masks/mask'
import type { ResolvedLayer } from '../resolve/resolved'
import type { Definition, Look, Lut, NearWork, PointWork } from '../treatments/definition'
import { treatmentKinds } from '../treatments/list'
import { type Rim, type Treatment, treatmentsOf } from '../treatments/order'
import { edgedNode } from './beneath'
import { type Context, groupNode, miss } from './makers'
import { frameOf, ownMaskSteps, smaller, stamp, stepsOf } from './masked'
import { reducedNodeOf } from './nodes/reducing'
import type { FilterNode, GradeNode, PlanNode } from './nodes/types'
import { flatNode, partNode } from './parts'
import { ringsAround, thickenedNode } from './rimmed'
import { finer, finerBy, isRough, isSmaller } from './rough'
import { softening, softReach } from './softening'

/**
 * What a thing is so far: its silhouette for what goes around it, and what is seen, whose body may be weaker. As long as
 * nothing was done to both together, what lies under it is also told apart, to be blended with what the page has there.
 */
type Stage = {
  silhouette: PlanNode
  shown: PlanNode
  apart?: { under: readonly PlanNode[]; thing: PlanNode }
}
type Which = 'silhouette' | 'shown'
type Make = (c: Context) => PlanNode | null

/** px that work may look away from a tile; what looks further is made at a smaller scale. */
const MOST_LOOK = 190
/** Standard deviations that blurs are made with: from so many px to twice as many. */
const FINEST_BLUR = 2.8
/** Lines through a neighbourhood are found on fewer px (K. He, J. Sun, “Fast Guided Filter”, 2015). */
const FINEST_SPARE = 1.2
/** The same of works that need more, or less, than blurs do. */
const FINEST: Partial<Record<NearWork['op'], number>> = { print: 5, spare: FINEST_SPARE }

/** A node, `plain` as it is made here, with its layer's treatments, one after the other. `body` is how much of the thing itself shows. */
export function treatedNode(
  make: Make,
  plain: PlanNode,
  own: ResolvedLayer,
  body: number,
  c: Context,
): PlanNode | null {
  const steps = stepsIn(shownOf(own.layer))
  const frame = steps.length > 0 || body < 1 ? frameOf({ frame: 'layer' }, own, c.page) : null
  const done = stageAfter(steps, (at) => first(at === c ? plain : make(at), body), { own, frame }, c)
  if (!done) return null
  const { under, thing } = done.apart ?? { under: [], thing: done.shown }
  const whole =
    !done.apart || isOperator(plain.mode)
      ? { ...done.shown, mode: plain.mode, opacity: plain.opacity * done.shown.opacity }
      : groupNode(
          { id: plain.id, blend: 'normal', opacity: plain.opacity },
          [...under, { ...thing, mode: plain.mode }],
          false,
        )
  if (whole) c.silhouettes.set(whole.key, done.silhouette)
  return whole
}
/** What is treated: the layer that says so, its frame, and how far it goes where its node goes further. */
type Treated = { own: ResolvedLayer; frame: Placement | null; extent?: (c: Context) => Bounds }
/** A thing after all of some steps. */
function stageAfter(
  steps: readonly Step[],
  begin: (c: Context) => Stage | null,
  what: Treated,
  c: Context,
): Stage | null {
  const { frame } = what
  const made = new Map<string, Stage | null>()
  const stageAt = (n: number, at: Context): Stage | null => {
    const key = `${n}/${at.scale}`
    const held = made.get(key)
    if (held !== undefined) return held
    const stage = n === 0 ? begin(at) : after(n, at)
    made.set(key, stage)
    return stage
  }
  const after = (n: number, at: Context): Stage | null => {
    const whole = stageAt(0, at)?.silhouette
    const rough =
      whole && isSmaller(at) && (steps.slice(0, n).some(isExact) || (c.hasRough && isRough(whole)))
    const factor = rough ? finerBy({ bounds: grow(whole.bounds, 100) }, at) : 1
    return factor > 1 ? reduced(stageAt(n, finer(at, factor)), factor) : next(n - 1, at)
  }
  const next = (n: number, at: Context): Stage | null => {
    const before = stageAt(n, at)
    const step = steps[n]
    if (!before || !step || !frame) return before
    return applied(step, before, { ...what, frame }, at, (other, which) => stageAt(n, other)?.[which] ?? null)
  }
  return stageAt(steps.length, c)
}
const isExact = (step: Step): boolean => 'definition' in step && step.definition.exactAt === 'master'
function reduced(stage: Stage | null, factor: number): Stage | null {
  if (!stage) return null
  const { apart } = stage
  const small = (node: PlanNode) => ({
    ...reducedNodeOf({ ...node, mode: 0, opacity: 1 }, factor),
    mode: node.mode,
    opacity: node.opacity,
  })
  const silhouette = small(stage.silhouette)
  const shown = stage.shown === stage.silhouette ? silhouette : small(stage.shown)
  return {
    silhouette,
    shown,
    ...(apart ? { apart: { under: apart.under.map(small), thing: small(apart.thing) } } : {}),
  }
}

function first(node: PlanNode | null, body: number): Stage | null {
  if (!node) return null
  const silhouette = { ...node, mode: 0, opacity: 1 }
  return { silhouette, shown: body < 1 ? { ...silhouette, opacity: body } : silhouette }
}

/** The treatments that show, each as strong as it and all together are. */
const shownOf = (layer: Pick<Layer, 'treatments' | 'treated'>): Treatment[] =>
  treatmentsOf(layer).flatMap((t) =>
    t.on && t.strength * layer.treated > 0
      ? [layer.treated < 1 ? { ...t, strength: t.strength * layer.treated } : t]
      : [],
  )

const isPoint = (step: Step): boolean => 'definition' in step && 'point' in step.definition

/**
 * A grade on what lies beneath; null where it changes nothing. Treatments that look around a px read the picture of it, which
 * on a page goes on beyond its edge, or an edge would take in what is not there.
 */
export function gradeNode(
  own: ResolvedLayer,
  c: Context,
  beneath: (c: Context) => PlanNode | null,
): GradeNode | null {
  const { layer } = own
  if (!layer.shown || layer.opacity === 0) return null
  const frame = frameOf({ frame: 'layer' }, own, c.page)
  const steps = stepsIn(shownOf(layer))
  if (!frame || steps.length === 0) return null
  const blend = blendModeNumber(layer.blend)
  const common = {
    kind: 'grade' as const,
    id: layer.id,
    strength: layer.opacity,
    blend,
    step: 1 / c.scale,
    fine: false,
    mode: blend,
    opacity: layer.opacity,
  }
  const masks = ownMaskSteps(own, c)
  const stamps = masks.map(stamp).join('|')
  const plain = steps.every(isPoint)
  const none = flatNode(layer.id, '#000000', c.reach)
  const filters = (plain ? steps : []).flatMap((step): FilterNode[] => {
    const made = applied(step, { silhouette: none, shown: none }, { own, frame }, c, () => null)
    return made?.shown.kind === 'filter' ? [made.shown] : []
  })
  // What does nothing is not mixed with itself either.
  if (plain && filters.length === 0) return null
  const picture = c.hasRough && isSmaller(c) ? beneath(c) : null
  const rough = isSmaller(c) && (steps.some(isExact) || (picture && isRough(picture)))
  if (plain && !rough)
    return {
      ...common,
      steps: filters,
      made: null,
      masks,
      bounds: c.reach,
      key: quickHash(`grade${filters.map((f) => f.key).join('|')}/${stamps}`),
    }
  const onPage = layer.parent === null && layer.inside === null
  const edge = (at: Context): Bounds => {
    const { width, height, bleed } = c.page
    const b = scaled({ left: -bleed, top: -bleed, right: width + bleed, bottom: height + bleed }, at.scale)
    return {
      left: Math.ceil(b.left),
      top: Math.ceil(b.top),
      right: Math.floor(b.right),
      bottom: Math.floor(b.bottom),
    }
  }
  const begin = (at: Context): Stage | null => {
    const picture = beneath(at)
    return first(picture && onPage ? edgedNode(picture, edge(at), at.reach) : picture, 1)
  }
  const made = stageAfter(steps, begin, { own, frame, ...(onPage ? { extent: edge } : {}) }, c)?.shown
  if (!made) return null
  const page = scaled({ left: 0, top: 0, right: c.page.width, bottom: c.page.height }, c.scale)
  const bleed = c.page.bleed * c.scale
  const bounds = onPage ? whole(grow(page, bleed)) : made.bounds
  return {
    ...common,
    steps: [],
    made,
    masks,
    bounds,
    key: quickHash(`grade${made.key}/${made.opacity}/${stamps}`),
  }
}
const whole = (b: Bounds): Bounds => ({
  left: Math.floor(b.left),
  top: Math.floor(b.top),
  right: Math.ceil(b.right),
  bottom: Math.ceil(b.bottom),
})

/** Rim lines that follow each other lie one beyond the other. */
type Step = { rims: Rim[] } | { treatment: Treatment; definition: Definition }
function stepsIn(treatments: readonly Treatment[]): Step[] {
  const out: Step[] = []
  for (const treatment of treatments) {
    const definition = treatmentKinds.get(treatment.kind)
    const last = out.at(-1)
    if (!definition) continue
    if (treatment.kind !== 'rim') out.push({ treatment, definition })
    else if (last && 'rims' in last) last.rims.push(treatment as Rim)
    else out.push({ rims: [treatment as Rim] })
  }
  return out
}

type Earlier = (c: Context, which: Which) => PlanNode | null
function applied(
  step: Step,
  before: Stage,
  what: Treated & { frame: Placement },
  c: Context,
  earlier: Earlier,
): Stage | null {
  const { own, frame } = what
  const { id } = own.layer
  if ('rims' in step) {
    const rings = ringsAround(
      before.silhouette,
      step.rims.filter((r) => r.width > 0),
      c,
    )
    return around(before, rings.under, rings.over, true)
  }
  const { treatment, definition } = step
  const look: Look = {
    scale: c.scale,
    width: frame.width,
    height: frame.height,
    colour: (reference) => lookUp(reference, c.swatches),
    lut: (sha) => lutHere(sha, c),
  }
  const settings = treatment as never
  if ('drawn' in definition) {
    const by = (treatment.by as number) * c.scale
    const change = (node: PlanNode) => (Math.abs(by) < 0.05 ? node : thickenedNode(node, by, c))
    return both(before, change)
  }
  if ('around' in definition) {
    const nodes = definition.around(settings, look).map((part) => {
      const node = partNode(part, treatment, own, frame, c, before.silhouette, (at) =>
        earlier(at, 'silhouette'),
      )
      return { part, node }
    })
    const of = (place: 'under' | 'over') =>
      nodes.flatMap(({ part, node }) => (node && part.place === place ? [node] : []))
    return around(before, of('under'), of('over'), false)
  }
  const stampOf = stampOfTreatment(treatment, definition, look)
  const masks = treatment.mask
    ? stepsOf(
        masksOf(own.layer).filter((m) => m.id === treatment.mask),
        own,
        c,
        (at) => earlier(at, 'silhouette'),
      )
    : []
  const common = {
    id,
    mode: 0,
    opacity: 1,
    fine: false,
    strength: treatment.strength,
    blend: blendModeNumber(treatment.blend ?? 'normal'),
    masks,
    step: 1 / c.scale,
  }
  const key = (inner: PlanNode, more: string) =>
    quickHash(
      `filter${inner.key}/${inner.opacity}/${stampOf}/${treatment.strength}/${common.blend}/${masks.map(stamp).join('|')}/${c.scale}/${more}`,
    )
  if ('point' in definition) {
    const work = pointWork(stampOf, () => definition.point(settings, look))
    if (!work) return before
    return both(
      before,
      (inner): FilterNode => ({
        ...common,
        kind: 'filter',
        inner,
        work: { point: work },
        bounds: inner.bounds,
        key: key(inner, ''),
      }),
    )
  }
  const near = definition.near(settings, look)
  const box = inverse(compose(compose(scaling(frame.width, frame.height), matrixOf(frame)), scaling(c.scale)))
  if (!near || !box) return before
  const { factor, sigma, reach } = lookOf(near, what.extent?.(c) ?? before.silhouette.bounds, frame, c.scale)
  const map = near.op === 'displace' && near.layer ? c.nodeFor(near.layer, c) : null
  if (near.op === 'displace' && near.layer && !map) return before
  const at = factor === 1 ? c : smaller(c, factor)
  const make = (which: Which): FilterNode | null => {
    const inner = before[which]
    const source = factor === 1 ? inner : earlier(at, which)
    if (!source) return null
    const bounds = wider(inner.bounds, near, reach)
    return {
      ...common,
      kind: 'filter',
      inner,
      work: { near, source, factor, sigma, reach, box, map },
      bounds,
      key: key(
        inner,
        `${source.key}/${factor}/${JSON.stringify(near)}/${map?.key ?? ''}/${near.op === 'zoom' || near.op === 'spin' ? box : ''}`,
      ),
    }
  }
  const silhouette = make('silhouette')
  const shown = before.shown === before.silhouette ? silhouette : make('shown')
  return silhouette && shown ? { silhouette, shown } : null
}

function both(before: Stage, change: (node: PlanNode) => PlanNode | null): Stage | null {
  const silhouette = change(before.silhouette)
  const shown = before.shown === before.silhouette ? silhouette : change(before.shown)
  return silhouette && shown ? { silhouette, shown } : null
}
/** What lies under and over the thing; solid things are part of its silhouette from then on. */
function around(before: Stage, under: readonly PlanNode[], over: readonly PlanNode[], solid: boolean): Stage {
  if (under.length + over.length === 0) return before
  const closed = (node: PlanNode, around: readonly PlanNode[], on: readonly PlanNode[]) =>
    around.length + on.length === 0
      ? node
      : (groupNode({ id: node.id, blend: 'normal', opacity: 1 }, [...around, node, ...on], true) ?? node)
  const shown = closed(before.shown, under, over)
  if (!solid) {
    const { under: others, thing } = before.apart ?? { under: [], thing: before.shown }
    return {
      silhouette: before.silhouette,
      shown,
      apart: { under: [...others, ...under], thing: closed(thing, [], over) },
    }
  }
  return {
    silhouette: before.shown === before.silhouette ? shown : closed(before.silhouette, under, over),
    shown,
  }
}

/** A LUT that is here; one that is not is asked for. */
function lutHere(sha: string, c: Context): Lut | null {
  if (!c.sources.hasLut(sha)) {
    if (c.asIs) c.standIns++
    else miss(c, `lut/${sha}`, { sha, level: null, as: 'lut' })
  }
  return c.sources.lut(sha)
}

/** Works on single pixels that were asked for last, by what they depend on: their tables are long. */
const pointWorks = new Map<string, PointWork>()
function pointWork(key: string, make: () => PointWork | null): PointWork | null {
  const work = pointWorks.get(key) ?? make()
  pointWorks.delete(key)
  if (work) pointWorks.set(key, work)
  const [oldest] = pointWorks.keys()
  if (pointWorks.size > 64 && oldest !== undefined) pointWorks.delete(oldest)
  return work
}

/** What of a treatment its pixels depend on. */
function stampOfTreatment(t: Treatment, d: Definition, look: Look): string {
  const parts = Object.entries(d.fields).map(([key, field]) => {
    const value = t[key]
    if (field.kind === 'colour') return look.colour(value as string)
    if (field.kind === 'stops')
      return (value as { offset: number; colour: string }[]).map((s) => [s.offset, look.colour(s.colour)])
    return value
  })
  return JSON.stringify([t.kind, parts])
}

/** At which part of the scale work is done, its softening there, and how far it looks, px of the view. */
function lookOf(
  work: NearWork,
  bounds: Bounds,
  frame: Placement,
  scale: number,
): { factor: number; sigma: number; reach: number } {
  if (
    work.op === 'blur' ||
    work.op === 'sharpen' ||
    work.op === 'spare' ||
    work.op === 'print' ||
    work.op === 'wear'
  ) {
    const soft = softening(work.sigma, FINEST[work.op] ?? FINEST_BLUR)
    return { ...soft, reach: softReach(soft) }
  }
  const longest = (reach: number) => {
    let factor = 1
    while (reach / factor > MOST_LOOK) factor *= 2
    return { factor, reach: Math.ceil(reach) + 2 * factor }
  }
  if (work.op === 'dabs') {
    const { factor, reach } = longest(2.2 * work.radius)
    return { factor, sigma: (work.radius / factor) * 0.45, reach }
  }
  if ('by' in work) {
    // The point lies somewhere in the box: no px is further from it than its extent, and what is outside.
    const side =
      lengthOf(widthOf(bounds), heightOf(bounds)) +
      lengthOf(work.x - 0.5, work.y - 0.5) * Math.max(frame.width, frame.height) * scale
    return { sigma: 0, ...longest(side * work.by * (work.op === 'zoom' ? 0.5 : 0.79)) }
  }
  if (work.op === 'displace')
    return { factor: 1, sigma: 0, reach: Math.ceil(Math.max(Math.abs(work.dx), Math.abs(work.dy))) + 2 }
  return { sigma: 0, ...longest(lengthOf(work.dx, work.dy)) }
}
/** Where work leaves anything. */
function wider(bounds: Bounds, work: NearWork, reach: number): Bounds {
  if (work.op === 'sharpen' || work.op === 'spare' || work.op === 'wear') return bounds
  if (work.op === 'extrude') {
    const far = shift(bounds, work.dx, work.dy)
    const b = union(bounds, far)
    return {
      left: Math.floor(b.left) - 10,
      top: Math.floor(b.top) - 10,
      right: Math.ceil(b.right) + 10,
      bottom: Math.ceil(b.bottom) + 10,
    }
  }
  return grow(bounds, reach)
}
