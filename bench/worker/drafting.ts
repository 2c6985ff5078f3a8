import { areaOf, type Bounds, grow, intersect, unionOf } from '@/core/geometry/bounds'
import { TILE } from '@/core/pixels/memory'
import type { Drafts } from '@/core/render/draft'
import { type Hand, handBetween, handOf } from '@/core/render/hand'
import type { PlanNode } from '@/core/render/nodes'
import { definitionOf } from '@/core/render/nodes/list'
import type { Plan, View } from '@/core/render/plan'
import type { ResolvedPage } from '@/core/resolve/resolved'
import type { NearWork } from '@/core/treatments/definition'
import type { StageView, Tile } from './protocol'

/** A frame that blends more pixels of layers than this above the hand is drafted, or it would come late. */
const MOST_PIXELS = 1_500_000
/** A gesture whose drafts would take longer than the first is drawn at half the size, than the second at a quarter, ms. */
const [LATE_MS, TOO_LATE_MS] = [4.5, 18]
/** What a megapixel of a draft takes before anything was measured, ms; and how much less one of a smaller size takes. */
const FIRST_RATE = 30
const GAIN = { 1: 1, 2: 2.4, 4: 4.5 }

const reduced = (b: Bounds, by: number): Bounds => ({
  left: Math.floor(b.left / by),
  top: Math.floor(b.top / by),
  right: Math.ceil(b.right / by),
  bottom: Math.ceil(b.bottom / by),
})
/** Tiles that a box touches. */
export function* tilesIn(b: Bounds): Generator<[number, number]> {
  for (let row = Math.floor(b.top / TILE); row * TILE < b.bottom; row++)
    for (let column = Math.floor(b.left / TILE); column * TILE < b.right; column++) yield [column, row]
}
const boundsOfHand = (nodes: readonly PlanNode[], { first, last }: Hand): Bounds =>
  unionOf(nodes.slice(first, last + 1).map((n) => n.bounds))

/** Whether moving something in a box would blend so much above it that drafts are worth their keep. */
function worthDrafting(nodes: readonly PlanNode[], hand: Hand, area: Bounds): boolean {
  return (
    nodes.slice(hand.last + 1).reduce((sum, n) => sum + areaOf(intersect(n.bounds, area)), 0) > MOST_PIXELS
  )
}

/** What a megapixel of a node's treatments takes besides, ms. */
function treatingRate(node: PlanNode): number {
  const { works, body } = definitionOf(node)
  if (!works || !body) return 0
  const work = works(node)
  let own: number
  if (work) {
    if (LONG.has(work.op)) own = 80
    else own = 20
  } else own = 0
  return own + treatingRate(body(node))
}
/** Works that take long. */
const LONG: ReadonlySet<NearWork['op']> = new Set([
  'dabs',
  'zoom',
  'spin',
  'smear',
  'wear',
  'print',
  'displace',
])

/** Draws the stage while the hand moves, so that no frame is late; knows from its own past how long frames take. */
export class Drafter {
  private kept: { page: ResolvedPage; made: Plan } | null = null
  private rate = FIRST_RATE
  private factor: 1 | 2 | 4 = 1
  /** The size is chosen anew with the next draft. */
  private fresh = true
  private readonly readied = new Set<string>()

  constructor(
    private readonly drafts: Drafts,
    /** Rasters drawn so far: a draft for which many had to be drawn tells nothing of the next. */
    private readonly counts: { readonly drawn: number },
    private readonly planned: (page: ResolvedPage, view: View) => Plan,
  ) {}

  /** Takes the design as it is kept, in the view: what a gesture changes is told by it. */
  keep(page: ResolvedPage, made: Plan): void {
    this.kept = { page, made }
    this.fresh = true
  }
  forget(): void {
    this.kept = null
  }
  get holds(): boolean {
    return this.kept !== null
  }

  private smallPlan(page: ResolvedPage, view: StageView): Plan {
    return this.planned(page, { scale: view.scale / this.factor, asIs: true })
  }
  private chooseSize(area: number, held: readonly PlanNode[]): void {
    const expected = (area / 1e6) * (this.rate + held.reduce((sum, n) => sum + treatingRate(n), 0))
    this.factor = 1
    if (expected > LATE_MS) this.factor = expected > TOO_LATE_MS ? 4 : 2
    this.fresh = false
  }

  /** Parts of tiles that show what changed in `clip`; null where nothing is drafted. What is not among them is drawn in full. */
  draw(
    page: ResolvedPage,
    made: Plan,
    clip: Bounds,
    view: StageView,
    due: readonly [number, number][],
  ): Tile[] | null {
    const { kept } = this
    const hand = kept && handBetween(kept.made.nodes, made.nodes)
    const seen = intersect(clip, view.visible)
    if (!kept || !hand || !worthDrafting(made.nodes, hand, seen)) return null
    // Once in a gesture: a change of size would have everything made anew in its midst.
    if (this.fresh) this.chooseSize(areaOf(seen), made.nodes.slice(hand.first, hand.last + 1))
    const started = performance.now()
    const { drawn } = this.counts
    const tiles = this.factor > 1 ? this.drawSmall(kept, page, seen, view, due, made.page) : []
    // Beside the page's edge, where large tiles are see-through, the small ones within it are drafted as they are.
    const done = new Set(tiles.map((t) => `${t.column},${t.row}`))
    tiles.push(
      ...this.drawFull(
        made,
        hand,
        clip,
        due.filter((d) => !done.has(d.join())),
      ),
    )
    const pixels = tiles.reduce((sum, t) => sum + t.width * t.height, 0)
    if (pixels > 20_000 && this.counts.drawn - drawn < 4) {
      const took = (performance.now() - started) * GAIN[this.factor]
      this.rate += ((took / pixels) * 1e6 - this.rate) * 0.2
    }
    return tiles
  }

  private drawFull(made: Plan, hand: Hand, clip: Bounds, due: readonly [number, number][]): Tile[] {
    return due.flatMap(([column, row]) => {
      const part = this.drafts.part(made, column, row, hand, clip)
      return part ? [{ column, row, ...part }] : []
    })
  }
  private drawSmall(
    kept: NonNullable<Drafter['kept']>,
    page: ResolvedPage,
    seen: Bounds,
    view: StageView,
    due: readonly [number, number][],
    on: Bounds,
  ): Tile[] {
    const made = this.smallPlan(page, view)
    // Both plans stand on the levels that are here now; a level that comes meanwhile is no change of the hand's.
    const hand = handBetween(this.smallPlan(kept.page, view).nodes, made.nodes)
    const wanted = new Set(due.map((d) => d.join()))
    const { factor } = this
    if (!hand || factor === 1) return []
    const clip = reduced(seen, factor)
    return [...tilesIn(clip)].flatMap(([column, row]) =>
      (this.drafts.enlargedParts(made, column, row, hand, clip, factor, on) ?? []).filter((t) =>
        wanted.has(`${t.column},${t.row}`),
      ),
    )
  }

  /** Makes what moving chosen layers will need, a tile at each call; false when there is nothing more to make. */
  ready(ids: ReadonlySet<string>, view: StageView): boolean {
    const { kept } = this
    const full = kept && handOf(kept.made.nodes, ids)
    if (!kept || !full) return false
    const box = intersect(boundsOfHand(kept.made.nodes, full), view.visible)
    const drafted = worthDrafting(kept.made.nodes, full, box)
    if (drafted && this.fresh) this.chooseSize(areaOf(box), kept.made.nodes.slice(full.first, full.last + 1))
    const factor = drafted ? this.factor : 1
    const made = factor > 1 ? this.smallPlan(kept.page, view) : kept.made
    const hand = handOf(made.nodes, ids)
    if (!hand) return false
    // Where the hand is now first, then where it will get to.
    const reach = intersect(grow(box, TILE), view.visible)
    for (const [column, row] of [box, reach].flatMap((b) => [...tilesIn(reduced(b, factor))])) {
      const key = `${column},${row}/${drafted ? factor : 0}/${this.drafts.keyOf(made, column, row, hand)}`
      if (this.readied.has(key)) continue
      if (this.readied.size > 400) this.readied.clear()
      this.readied.add(key)
      if (drafted) this.drafts.prepare(made, column, row, hand, factor)
      else this.drafts.prepareBeneath(made, column, row, hand)
      return true
    }
    return false
  }
}
