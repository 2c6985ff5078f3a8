import type { AdaptContext } from '../adapt/adapt'
import { lightBeneath } from '../adapt/lightness'
import { type Frame, movedNode, moveTo } from '../adapt/place'
import { typesIn } from '../adapt/units'
import { lookUp } from '../colour/colour'
import { lumaOf, paintLight } from '../colour/light'
import type { Swatches } from '../colour/paint'
import { type Item, isWords, itemsOf, sizeOf } from '../compose/item'
import { keysOf, type Reading, read, type Said } from '../compose/read'
import type { Channel } from '../design/channel-schema'
import { ARRANGER, type Chosen } from '../design/chosen-schema'
import { clearBoxes, freeBoxes, safeArea } from '../design/free-space'
import type { LayerNode } from '../design/tree'
import {
  type Bounds,
  boundsOf,
  centreOf,
  heightOf,
  overlaps as overlapsBox,
  unionOf,
  widthOf,
} from '../geometry/bounds'
import { boundsOfPolygon } from '../geometry/polygon'
import { hasMembers } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import type { Before, Fault } from './faults/fault'
import { afterOf, beforeOf, faultsOf, weightOf } from './faults/list'
import type { Fit, Shape } from './node'
import { choicesOf, shapesAt } from './nodes/list'
import { type Parts, partsOf } from './parts'
import { placeGrounds, realise, type Scene } from './realise'
import { type LaidZone, layZones, type Zone, type Zones, zonesOf } from './zones'

/** What is laid out: a page of the master, and what of it is said. */
export type Source = {
  nodes: readonly LayerNode[]
  master: Channel
  swatches: Swatches
  /** The page's colour, `transparent` for none. */
  colour: string
  said: readonly Said[]
}
export type Arranged = {
  nodes: LayerNode[]
  chosen: Chosen
  leftOut: string[]
  faults: Fault[]
  reading: Reading
}

/** Words are tried so much larger or smaller than all else. */
const WORDS = { tree: [1, 1.3, 1.7, 0.8], apart: [1, 1.3] } as const
/** Up to what an arrangement may cost; the largest size under each is a candidate. */
const COSTS = [0.02, 0.4, 0.9, 1.6, 3.5]
/** Sizes are tried in steps of this factor, so many of them; those that are drawn in steps as fine as this. */
const STEP = 0.9
const STEPS = 34
const FINE = 0.975
/** Nothing grows beyond this multiple of what the areas of the two pages say. */
const MOST = 1.3
/** Of all candidates so many are drawn and looked at. */
const DRAWN = { tree: 6, apart: 3, whole: 2 } as const
/** With faults of less weight nothing is left out. */
const GOOD = 1.6
const MOST_LEFT_OUT = 7
/** What counts for how much when candidates are compared. Size in octaves against what the areas say. */
const WEIGHTS = {
  /** The headline smaller than it could be. */
  smaller: 2.2,
  /** Larger is a little better, but not without end. */
  larger: 0.7,
  /** Larger than that shouts. */
  shouting: 1.6,
  subject: 1.2,
  cost: 1.3,
  leftOut: { may: 0.8, should: 2.6, must: 14 },
  /** Words on a lightness of their own that were not. */
  unreadable: 4,
} as const

/** Beyond what it weighs by itself: words that cannot be read are worth taking apart what overlapped them. */
const TOO_SMALL = 12
const badness = (faults: readonly Fault[]): number =>
  weightOf(faults) + (faults.some((f) => f.kind === 'too small') ? TOO_SMALL : 0)
type Plan = { families: Record<Chosen['family'], Zones | null> }
type Tried = {
  family: Chosen['family']
  turned: boolean
  words: number
  scale: number
  step: number
  smallest: number
  zones: LaidZone[]
  cost: number
  value: number
  choices: Record<string, string>
}

const readings = new WeakMap<
  Layer,
  { key: string; made: { before: Before; reading: Reading; parts: Parts } }
>()
const numbers = new WeakMap<object, number>()
let counter = 0
const numberOf = (o: object): number => {
  const held = numbers.get(o)
  if (held !== undefined) return held
  numbers.set(o, ++counter)
  return counter
}
/** What is understood of a master, once for all channels. */
function understood(source: Source, context: AdaptContext, known: readonly string[]) {
  const { nodes, master } = source
  const first = nodes[0]?.layer
  const flat = (list: readonly LayerNode[]): number[] =>
    list.flatMap((n) => [numberOf(n.layer), ...flat(n.children)])
  const frozen = nodes.every((n) => Object.isFrozen(n.layer))
  const key = [
    flat(nodes).join(),
    master.width,
    master.height,
    context.fonts.count,
    source.said.length > 0 ? numberOf(source.said) : 0,
    known.join(),
  ].join('|')
  const held = first && frozen ? readings.get(first) : undefined
  if (held?.key === key) return held.made
  const size = { width: master.width, height: master.height }
  const reading = read(nodes, size, context, new Set(known), source.said)
  const made = { reading, before: beforeOf(reading, size), parts: partsOf(reading, size) }
  if (first && frozen) readings.set(first, { key, made })
  return made
}

/** One search over everything that a channel could look like. */
class Search {
  readonly frame: Frame
  readonly scene: Scene
  readonly grounds = new Map<string, LayerNode>()
  readonly inner: Bounds
  private readonly most: number
  private readonly lists = new Map<string, readonly Shape[]>()
  private readonly rtl: boolean
  private readonly room: { width: number; height: number }

  constructor(
    readonly source: Source,
    readonly channel: Channel,
    readonly context: AdaptContext,
    readonly before: Before,
    readonly parts: Parts,
    private readonly kept: Chosen | null,
  ) {
    const { master } = source
    this.frame = {
      master,
      channel,
      short: Math.min(channel.width, channel.height) / Math.min(master.width, master.height),
      area: Math.sqrt((channel.width * channel.height) / (master.width * master.height)),
    }
    this.scene = { parts, frame: this.frame, master, channel, fonts: context.fonts, lightOf: context.lightOf }
    this.inner = placeGrounds(this.scene, this.grounds)
    this.most = this.frame.area * MOST
    this.room = { width: widthOf(this.inner) + 1, height: heightOf(this.inner) + 1 }
    const words = parts.loose.filter(isWords)
    this.rtl = words.filter((w) => w.layout?.lines[0]?.rtl).length * 2 > words.length
  }

  /** The best arrangements with some things left out, best first; each of another structure. */
  candidates(
    leftOut: ReadonlySet<string>,
    families: readonly Chosen['family'][] = ['tree', 'apart', 'whole'],
  ): { tried: Tried; nodes: Map<string, LayerNode>; faults: Fault[]; score: number }[] {
    const plan = this.plan(leftOut)
    const tried = (this.kept ? [this.kept.family] : families).flatMap((family) => this.tries(plan, family))
    const best = distinct(tried.sort((a, b) => b.value - a.value))
    // The best of each family is looked at, whatever the others promise.
    const drawn = (Object.keys(DRAWN) as Chosen['family'][]).flatMap((f) =>
      best.filter((t) => t.family === f).slice(0, DRAWN[f]),
    )
    return drawn
      .map((coarse) => {
        const t = this.refined(plan, coarse)
        const nodes = realise(this.scene, t.zones, this.grounds)
        const faults = this.faults(nodes, leftOut)
        return { tried: t, nodes, faults, score: t.value - badness(faults) }
      })
      .sort((a, b) => b.score - a.score)
  }
  /** Everything as one thing at the largest size that fits, however small its type. */
  wholes(): Map<string, LayerNode>[] {
    return this.tries(this.plan(new Set()), 'whole')
      .slice(-1)
      .map((t) => realise(this.scene, t.zones, this.grounds))
  }
  private plan(leftOut: ReadonlySet<string>): Plan {
    const loose = this.parts.loose.filter((i) => !leftOut.has(i.id))
    const sizes = [...new Set(loose.filter(isWords).map((i) => Math.round(sizeOf(i))))].sort((a, b) => a - b)
    const stepped = sizes.filter((s, n) => n === 0 || s > (sizes[n - 1] as number) * 1.07)
    const region = { fonts: this.context.fonts, largest: Math.max(0, ...sizes), sizes: stepped }
    const tree = zonesOf(this.parts.fields, loose, this.before.relations, this.before, region)
    const whole = { ...tree, zones: tree.zones.map((z) => ({ ...z, tree: z.whole })) }
    const overlaps = loose.some((i) => isWords(i) && loose.some((o) => o !== i && overlapsBox(i.ink, o.ink)))
    const apart = overlaps
      ? zonesOf(this.parts.fields, loose, this.before.relations, this.before, region, true)
      : null
    return { families: { tree, apart, whole } }
  }
  private tries(plan: Plan, family: Chosen['family']): Tried[] {
    const zones = plan.families[family]
    if (!zones) return []
    const out: Tried[] = []
    let turns = zones.turns ? [false, true] : [false]
    if (this.kept) turns = [this.kept.turned && zones.turns]
    const free = family === 'whole' ? [1] : WORDS[family]
    const words = family !== 'whole' && this.kept ? [this.kept.words] : free
    for (const turned of turns)
      for (const by of words)
        for (const smallest of family === 'whole'
          ? [this.channel.smallestType, 0]
          : [this.channel.smallestType])
          for (const best of this.ladder(zones, turned, by, smallest)) out.push({ ...best, family })
    return out
  }
  /** The largest under each cost, as far as paying more makes it larger. */
  private ladder(zones: Zones, turned: boolean, words: number, smallest: number): Omit<Tried, 'family'>[] {
    const out: Omit<Tried, 'family'>[] = []
    let from = STEPS
    for (const cost of COSTS) {
      const best = this.largest(zones, turned, words, cost, smallest, from)
      if (!best || (out.length > 0 && best.step >= from)) continue
      from = best.step
      out.push(best)
      if (from === 0) break
    }
    return out
  }
  /** The largest size at which everything fits under a cost; `from` is a step at which it is known or tried to. */
  private largest(
    zones: Zones,
    turned: boolean,
    words: number,
    cost: number,
    smallest: number,
    from: number,
  ): Omit<Tried, 'family'> | null {
    const at = (n: number) =>
      this.lay(
        zones,
        turned,
        { scale: this.most * STEP ** n, words, smallest, room: this.room, kept: this.kept?.choices ?? null },
        cost,
      )
    let [low, high] = [0, from]
    if (!at(high)) return null
    while (low < high) {
      const middle = (low + high) >> 1
      if (at(middle)) high = middle
      else low = middle + 1
    }
    const laid = at(low)
    if (!laid) return null
    const scale = this.most * STEP ** low
    const own = laid.reduce((sum, z) => sum + (z.shape?.cost ?? 0), 0)
    const octaves = Math.log2((scale * words) / this.frame.area)
    const subject = Math.log2(scale / this.frame.area)
    const value =
      (octaves < 0 ? octaves * WEIGHTS.smaller : this.larger(octaves)) +
      Math.min(0, subject) * WEIGHTS.subject -
      own * WEIGHTS.cost -
      (turned ? 0.15 : 0)
    const choices = laid.reduce<Record<string, string>>(
      (all, z) => (z.shape ? choicesOf(z.shape, all) : all),
      {},
    )
    return { turned, words, scale, step: low, smallest, zones: laid, cost: own, value, choices }
  }
  /** The same structure as large as it fits, between the steps. */
  private refined(plan: Plan, t: Tried): Tried {
    const zones = plan.families[t.family]
    if (!zones) return t
    let best = t
    for (let scale = t.scale / FINE; scale < t.scale / STEP && scale <= this.most; scale /= FINE) {
      const laid = this.lay(
        zones,
        t.turned,
        {
          scale,
          words: t.words,
          smallest: t.smallest,
          room: this.room,
          kept: t.family === 'whole' ? null : t.choices,
        },
        t.cost + 0.01,
      )
      if (!laid) break
      best = { ...t, scale, zones: laid }
    }
    return best
  }
  /** Words a little larger than the area says are welcome; large ones shout, and on a photo they cover what it shows. */
  private larger(octaves: number): number {
    const photo = this.parts.covers.some((i) => i.role === 'photo' || i.role === 'cutout')
    const most = photo ? 0.1 : 0.4
    return Math.min(octaves, most) * WEIGHTS.larger - Math.max(0, octaves - most) * WEIGHTS.shouting
  }
  private lay(zones: Zones, turned: boolean, fit: Fit, cost: number): LaidZone[] | null {
    const { channel } = this
    const page = boundsOf(0, 0, channel.width, channel.height)
    const shapes = (z: Zone) => (z.tree ? this.shapes(z, fit) : []).filter((s) => s.cost <= cost)
    const clear = clearBoxes(channel)
    const free = (box: Bounds) => {
      const boxes = clear.length === 0 ? [] : freeBoxes(box, clear).slice(0, 4)
      // Where clear boxes leave nothing, what lies there must lie under them.
      return boxes.length > 0 ? boxes : [box]
    }
    const safe = zones.zones.length > 1 ? safeArea(channel) : this.inner
    return layZones(zones, turned, page, safe, free, shapes, fit.scale, this.rtl)
  }
  private shapes(z: Zone, fit: Fit): readonly Shape[] {
    if (!z.tree) return []
    const key = `${numberOf(z.tree)}|${fit.scale}|${fit.words}|${fit.smallest}`
    const held = this.lists.get(key)
    if (held) return held
    const made = shapesAt(z.tree, fit)
    this.lists.set(key, made)
    return made
  }

  private faults(nodes: ReadonlyMap<string, LayerNode>, leftOut: ReadonlySet<string>): Fault[] {
    const list = this.source.nodes.flatMap((n) =>
      leftOut.has(n.layer.id) ? [] : [nodes.get(n.layer.id) ?? n],
    )
    const items = itemsOf(list, this.context.fonts, this.context.lightOf)
    const after = afterOf(items, this.channel, leftOut)
    return [...faultsOf(this.before, after), ...this.unreadable(items)]
  }
  /** Lines of words that lost the lightness they stood out from, judged line by line. */
  private unreadable(items: readonly Item[]): Fault[] {
    const here = boundsOf(0, 0, this.channel.width, this.channel.height)
    return items.flatMap((i): Fault[] => {
      if (!isWords(i)) return []
      const was = this.before.byId.get(i.id)
      if (!was) return []
      const now = this.contrast(i, items, here)
      if (now >= 0.28) return []
      const before = this.contrast(
        was,
        this.before.items,
        boundsOf(0, 0, this.before.width, this.before.height),
      )
      return now < before * 0.6
        ? [{ kind: 'unreadable', ids: [i.id], weight: Math.min(1, (before - now) * 2) }]
        : []
    })
  }
  private contrast(i: Item, items: readonly Item[], page: Bounds): number {
    const [style] = typesIn(i.node)
    if (!style) return 1
    const ink = paintLight(style.fill, this.source.swatches).light
    const beneath = items.flatMap((o) =>
      o.depth < i.depth && !hasMembers(o.node.layer) && !isWords(o) ? [o.node.layer] : [],
    )
    const ground =
      this.source.colour === 'transparent'
        ? 1
        : lumaOf(lookUp(this.source.colour, this.source.swatches)).light
    return Math.min(
      ...i.outlines.map((line) => {
        const { mean } = lightBeneath(
          boundsOfPolygon(line),
          page,
          beneath,
          this.source.swatches,
          this.context.lightOf,
          ground,
        )
        return Math.abs(ink - mean)
      }),
    )
  }
}
/** The best of each structure. */
function distinct(sorted: readonly Tried[]): Tried[] {
  const seen = new Set<string>()
  return sorted.filter((t) => {
    const key = structureOf(t)
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}
const structureOf = (t: Tried): string =>
  `${t.family} ${t.turned} ${t.words} ${t.smallest > 0} ${t.zones.map((z) => `${Math.round(widthOf(z.inner))}x${Math.round(heightOf(z.inner))}`)} ${JSON.stringify(t.choices)}`

/** Of what these say nothing can go without tearing them. */
const WHOLE = ['set', 'table', 'through', 'together', 'stands']
/** What may be left out, the least important first: what people said, then small words and badges. */
function leavable(parts: Parts, before: Before): Item[] {
  const largest = Math.max(0, ...parts.loose.map(sizeOf))
  const bound = (i: Item) =>
    before.relations.some((r) => WHOLE.includes(r.kind) && [...r.of, ...r.to].includes(i.id)) ||
    before.relations.some((r) => r.kind === 'on' && r.of[0] === i.id) ||
    before.relations.some(
      (r) => r.to.includes(i.id) && (r.kind === 'on' || r.kind === 'rides' || r.kind === 'caption'),
    )
  const rank = { may: 0, should: 1, must: 2 } as const
  return parts.loose
    .filter((i) => {
      const { importance } = i.node.layer.behaviour
      if (importance === 'must' || sizeOf(i) === largest) return false
      return importance === 'may' || (i.types.length > 0 && !bound(i))
    })
    .sort(
      (a, b) =>
        rank[a.node.layer.behaviour.importance] - rank[b.node.layer.behaviour.importance] ||
        sizeOf(a) - sizeOf(b) ||
        b.ink.top - a.ink.top,
    )
}
type Best = ReturnType<Search['candidates']>[number] & { leftOut: string[] }

/** Everything worth comparing: more is left out, and more taken apart, only as long as nothing good was found. */
function search(s: Search): Best[] {
  const leftOut: string[] = []
  const all: Best[] = []
  const spare = leavable(s.parts, s.before)
  const { leftOut: price } = WEIGHTS
  for (let round = 0; round <= MOST_LEFT_OUT; round++) {
    const lost = leftOut.reduce(
      (sum, id) => sum + price[s.before.byId.get(id)?.node.layer.behaviour.importance ?? 'must'],
      0,
    )
    const add = (families: readonly Chosen['family'][]) =>
      all.push(
        ...s
          .candidates(new Set(leftOut), families)
          .map((c) => ({ ...c, score: c.score - lost, leftOut: [...leftOut] })),
      )
    const wanting = () => Math.min(...all.map((b) => b.tried.value - b.score))
    add(round === 0 ? ['tree', 'whole'] : ['tree'])
    if (all.length === 0 || wanting() > GOOD + lost) add(['apart'])
    const next = spare.find((i) => !leftOut.includes(i.id))
    if (!next || (all.length > 0 && wanting() < GOOD + lost)) break
    leftOut.push(next.id)
  }
  // Containing all of it is the floor: nothing is taken that has more faults than that.
  const floor = Math.min(
    Infinity,
    ...all.filter((b) => b.tried.family === 'whole' && b.tried.smallest === 0).map((b) => badness(b.faults)),
  )
  const least = (b: Best) => (badness(b.faults) > floor + 0.01 ? FLOOR : 0)
  return all.sort((a, b) => b.score - least(b) - a.score + least(a))
}
/** What is worse than the floor comes after everything else. */
const FLOOR = 1000

/**
 * Lays a page out for another channel, by what belongs together in it. What was `chosen` before is carried out as long as
 * nothing gets much worse by it. Deterministic; never throws; what could not be had is in `faults`.
 */
export function arrange(
  source: Source,
  channel: Channel,
  chosen: Chosen | null,
  context: AdaptContext,
): Arranged & { anew: boolean } {
  const { before, parts, reading } = understood(source, context, chosen?.read ?? [])
  const make = (best: Best): Arranged => {
    const hidden = new Set(best.leftOut)
    return {
      nodes: source.nodes.flatMap((n) => (hidden.has(n.layer.id) ? [] : [best.nodes.get(n.layer.id) ?? n])),
      chosen: {
        solver: ARRANGER,
        family: best.tried.family,
        turned: best.tried.turned,
        words: best.tried.words,
        choices: best.tried.choices,
        read: keysOf(reading.relations).slice(0, 800),
        leftOut: best.leftOut,
      },
      leftOut: best.leftOut,
      faults: best.faults,
      reading,
    }
  }
  if (chosen) {
    const s = new Search(source, channel, context, before, parts, chosen)
    const here = chosen.leftOut.filter((id) => before.byId.has(id))
    const [kept] = s.candidates(new Set(here))
    // The same choices again, for as long as they do not break what they kept.
    if (kept && weightOf(kept.faults) < BROKEN) return { ...make({ ...kept, leftOut: here }), anew: false }
    const [best] = search(new Search(source, channel, context, before, parts, null))
    if (kept && best && weightOf(best.faults) > weightOf(kept.faults) - MUCH)
      return { ...make({ ...kept, leftOut: here }), anew: false }
    if (best) return { ...make(best), anew: true }
  }
  const s = new Search(source, channel, context, before, parts, null)
  const [best] = search(s)
  return { ...(best ? make(best) : fallback(source, s, reading)), anew: chosen !== null }
}
/** Faults of such a weight are reason to look for something else; it must be better by as much. */
const BROKEN = 4
const MUCH = 3

/** Where nothing else can be had: everything evenly into the safe area, what covers covering. */
function fallback(source: Source, s: Search, reading: Reading): Arranged {
  const rest = [...s.parts.loose, ...s.parts.fields, ...s.parts.veils, ...s.parts.decor]
  const out = new Map(s.grounds)
  if (rest.length > 0) {
    const all = unionOf(rest.map((i) => i.ink))
    const safe = safeArea(s.channel)
    const k = Math.max(0.001, Math.min(widthOf(safe) / widthOf(all), heightOf(safe) / heightOf(all)))
    const c = centreOf(safe)
    const move = moveTo(all, k, c.x, c.y)
    for (const i of rest) out.set(i.id, movedNode(i.node, move))
  }
  return {
    nodes: source.nodes.map((n) => out.get(n.layer.id) ?? n),
    chosen: {
      solver: ARRANGER,
      family: 'whole',
      turned: false,
      words: 1,
      choices: {},
      read: [],
      leftOut: [],
    },
    leftOut: [],
    faults: [],
    reading,
  }
}

/** Other arrangements of a channel, best first, each of another structure; at most `most`. */
export function alternatives(source: Source, channel: Channel, context: AdaptContext, most = 6): Arranged[] {
  const { before, parts, reading } = understood(source, context, [])
  const all = search(new Search(source, channel, context, before, parts, null))
  const seen = new Set<string>()
  const out: Arranged[] = []
  for (const best of all) {
    const key = `${best.tried.family}${best.tried.turned}${JSON.stringify(best.tried.choices)}${best.leftOut.join()}`
    if (seen.has(key) || out.length >= most) continue
    seen.add(key)
    out.push({
      nodes: source.nodes.flatMap((n) =>
        best.leftOut.includes(n.layer.id) ? [] : [best.nodes.get(n.layer.id) ?? n],
      ),
      chosen: {
        solver: ARRANGER,
        family: best.tried.family,
        turned: best.tried.turned,
        words: best.tried.words,
        choices: best.tried.choices,
        read: keysOf(reading.relations).slice(0, 800),
        leftOut: best.leftOut,
      },
      leftOut: best.leftOut,
      faults: best.faults,
      reading,
    })
  }
  return out
}

/** The whole composition scaled evenly into the safe area, what covers covering: the floor under every arrangement. */
export function contained(source: Source, channel: Channel, context: AdaptContext): LayerNode[] {
  const { before, parts } = understood(source, context, [])
  const s = new Search(source, channel, context, before, parts, null)
  const [best] = s.wholes()
  return best ? source.nodes.map((n) => best.get(n.layer.id) ?? n) : [...source.nodes]
}
