import type { AdaptContext } from '../adapt/adapt'
import type { Frame } from '../adapt/place'
import { isWords, itemsOf, sizeOf } from '../compose/item'
import type { Channel } from '../design/channel-schema'
import type { Chosen } from '../design/chosen-schema'
import { clearBoxes, freeBoxes, safeArea } from '../design/free-space'
import type { LayerNode } from '../design/tree'
import { type Bounds, boundsOf, heightOf, widthOf } from '../geometry/bounds'
import { type Family, families } from './families'
import type { Before, Fault } from './faults/fault'
import { afterOf, faultsOf } from './faults/list'
import { remaining } from './leaving'
import { legibility } from './legibility'
import type { Fit, Shape } from './node'
import { choicesOf, shapesAt } from './nodes/list'
import type { Parts } from './parts'
import { placeGrounds, realise, type Scene } from './realise'
import { numberOf, type Source, type Understood } from './source'
import { badness, WEIGHTS } from './weights'
import { type Given, type LaidZone, layZones, type Zone, type Zones } from './zones'

/** Up to what an arrangement may cost; the largest size under each is a candidate. */
const COSTS = [0.02, 0.4, 0.9, 1.6, 3.5]
const DEAREST = 3.52
/** Sizes are tried in steps of this factor, so many of them; those that are carried out in steps as fine as that. */
const STEP = 0.9
const STEPS = 34
const FINE = 0.975
/** Nothing grows beyond this multiple of what the areas of the two pages say. */
const MOST = 1.3
/** Arrangements that are worth so much less than the best are not looked for: a fault weighs about as much. */
const MARGIN = 2.5
/** Of the boxes that are free of what covers a channel so many are tried, the largest first. */
const MOST_FREE = 4

/** One way to lay a page: how it is cut, which way its parts stand, how large words are, how small they may be. */
type Way = { cut: Zones; turned: boolean; words: number; smallest: number }
export type Tried = Way & {
  family: Chosen['family']
  scale: number
  /** At which of the steps of sizes. */
  step: number
  zones: LaidZone[]
  cost: number
  /** What it is worth before anything of it was looked at. */
  value: number
  choices: Record<string, string>
}
/** The largest that fits, under each of the costs. */
type Steps = (Omit<Tried, 'family'> | null)[]
/** An arrangement that was carried out and looked at. */
export type Candidate = { tried: Tried; nodes: Map<string, LayerNode>; faults: Fault[]; score: number }

/** One search over everything that a channel could look like. */
export class Search {
  readonly before: Before
  readonly parts: Parts
  private readonly frame: Frame
  private readonly scene: Scene
  readonly grounds = new Map<string, LayerNode>()
  private readonly inner: Bounds
  private readonly most: number
  private readonly lists = new Map<string, readonly Shape[]>()
  private readonly rtl: boolean
  private readonly room: { width: number; height: number }
  private readonly clear: readonly Bounds[]
  private readonly unreadable: ReturnType<typeof legibility>

  constructor(
    readonly source: Source,
    readonly channel: Channel,
    readonly context: AdaptContext,
    { before, parts }: Understood,
    private readonly kept: Chosen | null,
  ) {
    const { master } = source
    this.before = before
    this.parts = parts
    this.frame = {
      master,
      channel,
      short: Math.min(channel.width, channel.height) / Math.min(master.width, master.height),
      area: Math.sqrt((channel.width * channel.height) / (master.width * master.height)),
    }
    const { fonts, lightOf } = context
    this.scene = { parts, frame: this.frame, master, channel, fonts, lightOf, relations: before.relations }
    this.inner = placeGrounds(this.scene, this.grounds)
    this.most = this.frame.area * MOST
    this.room = { width: widthOf(this.inner) + 1, height: heightOf(this.inner) + 1 }
    this.clear = clearBoxes(channel)
    this.unreadable = legibility(before, { source, lightOf })
    const words = parts.loose.filter(isWords)
    this.rtl = words.filter((w) => w.layout?.lines[0]?.rtl).length * 2 > words.length
  }

  /**
   * The best arrangements of some families with some things left out, best first; each of another structure. Those that
   * cannot be better than one that was carried out already, and is `good`, are not looked at.
   */
  candidates(
    leftOut: ReadonlySet<string>,
    of: readonly Family[],
    good = Number.NEGATIVE_INFINITY,
  ): Candidate[] {
    const given = this.given(leftOut)
    const tries = of.flatMap((family) => {
      const sorted = this.tries(family, given).sort((a, b) => b.value - a.value)
      return distinct(sorted).slice(0, family.drawn)
    })
    const out: Candidate[] = []
    for (const coarse of tries.sort((a, b) => b.value - a.value)) {
      if (out.some((c) => c.score >= coarse.value && c.tried.value - c.score <= good)) break
      out.push(this.carriedOut(this.refined(coarse), leftOut))
    }
    return out.sort((a, b) => b.score - a.score)
  }
  /** Everything as one thing at the largest size that fits, however small its type; null where not even that can be had. */
  contained(): Candidate | null {
    const all = this.tries(families.whole, this.given(new Set())).at(-1)
    return all ? this.carriedOut(all, new Set()) : null
  }
  private carriedOut(tried: Tried, leftOut: ReadonlySet<string>): Candidate {
    const nodes = realise(this.scene, tried.zones, this.grounds, leftOut)
    const faults = this.faults(nodes, leftOut)
    return { tried, nodes, faults, score: tried.value - badness(faults) }
  }
  private given(leftOut: ReadonlySet<string>): Given {
    const loose = this.parts.loose.filter((i) => !leftOut.has(i.id))
    const sizes = [...new Set(loose.filter(isWords).map((i) => Math.round(sizeOf(i))))].sort((a, b) => a - b)
    const stepped = sizes.filter((s, n) => n === 0 || s > (sizes[n - 1] as number) * 1.07)
    const region = { fonts: this.context.fonts, largest: Math.max(0, ...sizes), sizes: stepped }
    return {
      fields: this.parts.fields,
      loose,
      relations: remaining(this.before.relations, leftOut),
      page: this.before,
      region,
    }
  }
  private tries({ id, zones: cut, words, shrinks }: Family, given: Given): Tried[] {
    const zones = cut(given)
    if (!zones) return []
    const { kept } = this
    const both = zones.turns ? [false, true] : [false]
    const turns = kept ? [kept.turned && zones.turns] : both
    const { smallestType } = this.channel
    const out: Tried[] = []
    let most = Number.NEGATIVE_INFINITY
    for (const turned of turns)
      for (const smallest of shrinks ? [smallestType, 0] : [smallestType]) {
        const known = new Map<number, Steps>()
        for (const by of kept && words.length > 1 ? [kept.words] : words) {
          const steps = this.ladder({ cut: zones, turned, words: by, smallest }, known, most)
          known.set(by, steps)
          let from = Number.POSITIVE_INFINITY
          for (const best of steps) {
            if (!best || best.step >= from) continue
            from = best.step
            most = Math.max(most, best.value)
            out.push({ ...best, family: id })
          }
        }
      }
    return out
  }
  /** The largest under each cost that may come near the `best` value yet; what is `known` of larger and smaller words says where to look. */
  private ladder(way: Way, known: ReadonlyMap<number, Steps>, best: number): Steps {
    const out: Steps = []
    const others = [...known]
    let most = best
    for (const [n, cost] of COSTS.entries()) {
      const before = out[n - 1] ?? null
      const smaller = others.flatMap(([by, steps]) => (by < way.words ? (steps[n]?.step ?? 0) : []))
      const larger = others.flatMap(([by, steps]) => (by > way.words ? (steps[n]?.step ?? STEPS) : []))
      const low = Math.max(0, ...smaller)
      const worth = this.smallestWorth(way, COSTS[n - 1] ?? 0, most - MARGIN)
      const high = Math.min(before?.step ?? STEPS, worth, ...larger)
      const found = low > high || low === before?.step ? null : this.largest(way, cost, low, high)
      out.push(found ?? before)
      most = Math.max(most, found?.value ?? most)
    }
    return out
  }
  /** The last of the steps of sizes at which an arrangement of so much cost is worth as much; -1 where none is. */
  private smallestWorth(way: Way, cost: number, value: number): number {
    for (let n = STEPS; n >= 0; n--) if (this.valueOf(way, this.most * STEP ** n, cost) >= value) return n
    return -1
  }
  /** The largest size at which everything fits under a cost, between two steps; null where it fits at none of them. */
  private largest(way: Way, most: number, from: number, to: number): Omit<Tried, 'family'> | null {
    const choices = this.kept?.choices ?? null
    const at = (n: number) => this.lay(way, this.most * STEP ** n, choices, most)
    let [low, high] = [from, to]
    let laid = at(high)
    if (!laid) return null
    while (low < high) {
      const middle = (low + high) >> 1
      const there = at(middle)
      if (there) [high, laid] = [middle, there]
      else low = middle + 1
    }
    const scale = this.most * STEP ** high
    const cost = laid.reduce((sum, z) => sum + (z.shape?.cost ?? 0), 0)
    const value = this.valueOf(way, scale, cost)
    const chosen: Record<string, string> = {}
    for (const z of laid) if (z.shape) choicesOf(z.shape, chosen)
    return { ...way, scale, step: high, zones: laid, cost, value, choices: chosen }
  }
  /** What an arrangement is worth before anything of it was looked at. */
  private valueOf(way: Way, scale: number, cost: number): number {
    const octaves = Math.log2((scale * way.words) / this.frame.area)
    return (
      (octaves < 0 ? octaves * WEIGHTS.smaller : this.larger(octaves)) +
      Math.min(0, Math.log2(scale / this.frame.area)) * WEIGHTS.subject -
      cost * WEIGHTS.cost -
      (way.turned ? WEIGHTS.turned : 0)
    )
  }
  /** The same structure as large as it fits, between the steps. */
  private refined(t: Tried): Tried {
    let best = t
    for (let scale = t.scale / FINE; scale < t.scale / STEP && scale <= this.most; scale /= FINE) {
      const zones = this.lay(t, scale, t.choices, t.cost + 0.01)
      if (!zones) break
      best = { ...t, scale, zones }
    }
    return best
  }
  /** Words a little larger than the area says are welcome; large ones shout, and on a photo they cover what it shows. */
  private larger(octaves: number): number {
    const photo = this.parts.covers.some((i) => i.role === 'photo' || i.role === 'cutout')
    const most = photo ? 0.1 : 0.4
    return Math.min(octaves, most) * WEIGHTS.larger - Math.max(0, octaves - most) * WEIGHTS.shouting
  }
  private lay(way: Way, scale: number, kept: Fit['kept'], most: number): LaidZone[] | null {
    const { channel, room } = this
    const { area } = this.frame
    const fit: Fit = { scale, words: way.words, smallest: way.smallest, area, room, kept, dearest: DEAREST }
    const shapes = (z: Zone) => this.shapes(z, fit).filter((s) => s.cost <= most)
    const safe = way.cut.zones.length > 1 ? safeArea(channel) : this.inner
    const page = boundsOf(0, 0, channel.width, channel.height)
    return layZones(way.cut, way.turned, page, safe, (box) => this.free(box), shapes, scale, this.rtl)
  }
  /** The boxes that are free of what covers the channel; where it leaves nothing, things must lie under it. */
  private free(box: Bounds): readonly Bounds[] {
    const boxes = this.clear.length === 0 ? [] : freeBoxes(box, this.clear).slice(0, MOST_FREE)
    return boxes.length > 0 ? boxes : [box]
  }
  private shapes(z: Zone, fit: Fit): readonly Shape[] {
    if (!z.tree) return []
    const key = [
      numberOf(z.tree),
      fit.scale,
      fit.words,
      fit.smallest,
      fit.kept ? numberOf(fit.kept) : 0,
    ].join()
    const held = this.lists.get(key)
    if (held) return held
    const made = shapesAt(z.tree, fit)
    this.lists.set(key, made)
    return made
  }

  private faults(nodes: ReadonlyMap<string, LayerNode>, leftOut: ReadonlySet<string>): Fault[] {
    const { source, context, before, channel } = this
    const list = source.nodes.flatMap((n) => (leftOut.has(n.layer.id) ? [] : [nodes.get(n.layer.id) ?? n]))
    const items = itemsOf(list, context.fonts, context.lightOf)
    return [...faultsOf(before, afterOf(items, channel, leftOut)), ...this.unreadable(items, channel)]
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
