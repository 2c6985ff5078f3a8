import type { LightOf } from '@/core/adapt/lightness'
import { messageOf } from '@/core/basics/errors'
import { type Proofing, proofPixels } from '@/core/colour/soft-proof'
import { applyEdit } from '@/core/design/edits'
import { type Arrangement, arrangementKey, type Design } from '@/core/design/schema'
import { areaOf, type Bounds, intersect, overlaps } from '@/core/geometry/bounds'
import { PixelMemory, TILE } from '@/core/pixels/memory'
import { crossingsOf } from '@/core/render/crossings'
import { Drafts } from '@/core/render/draft'
import type { PlanNode } from '@/core/render/nodes'
import { type Plan, plan, type View } from '@/core/render/plan'
import { type Host, prepare, renderRegion } from '@/core/render/render-page'
import { Renderer } from '@/core/render/renderer'
import { SourceBook } from '@/core/render/sources'
import { facesDue } from '@/core/resolve/needs'
import { resolve } from '@/core/resolve/resolve'
import { findResolved, type ResolvedPage } from '@/core/resolve/resolved'
import { FontBook } from '@/core/type/fonts'
import { actedOn } from './acted'
import { changedBetween, showsTheSame } from './changed'
import { Drafter } from './drafting'
import { fetchedFont } from './fonts'
import { giveWay } from './give-way'
import { serverLoader } from './loader'
import type { FromWorker, Question, SourceInfo, StageView, Tile, ToWorker } from './protocol'
import { answerFrom, layerPixels, withOnly, withoutRims } from './questions'
import { QuietWork } from './quiet'
import { plainSeeing, type Seeing, seenAs } from './seeing'
import { cleanedSpecks, specksOf } from './speck-work'
import { Painting } from './stroke-tiles'
import { Telling } from './telling'

/** Rasters of a tile that are kept for the stage, and for all else. */
const [STAGE_TILES, QUIET_TILES] = [448, 64]
/** Levels of pictures that the stage holds at most. */
const SOURCE_BYTES = 640 * 1024 * 1024

/** A frame of a gesture that takes longer leaves what lies beside the page as it was, ms. */
const LATE_FRAME = 12
/** A hand that holds still for so long sees the full picture. */
const REST_MS = 300

function inSight(place: string, visible: Bounds): boolean {
  const [column = 0, row = 0] = place.split(',').map(Number)
  return onTile(visible, column, row)
}

/** What the stage was sent of a tile is known by its key; a draft's is marked, so that the full picture follows. */
const drafted = (key: string): string => `${key}~`
const boxOf = (column: number, row: number): Bounds => ({
  left: column * TILE,
  top: row * TILE,
  right: (column + 1) * TILE,
  bottom: (row + 1) * TILE,
})
const onTile = (b: Bounds, column: number, row: number): boolean => overlaps(b, boxOf(column, row))
const liesWithin = (column: number, row: number, b: Bounds): boolean =>
  areaOf(intersect(b, boxOf(column, row))) === TILE * TILE
const isDrafted = (key: string | undefined): boolean => key?.endsWith('~') ?? false

type Post = (message: FromWorker, transfer?: Transferable[]) => void

/** Away from gestures tiles are shown at least so often, ms. */
const GIVE_WAY_MS = 40
/** One picture of the stage on its way; `tiles` are drawn and not yet posted. */
type Frame = {
  made: Plan
  view: StageView
  page: ResolvedPage
  revision: number
  started: number
  stroke: number
  /** What changed since the last one; left out where that was not complete. */
  clip: Bounds | undefined
  drafting: boolean
  tiles: Tile[]
}

/** The core inside a web worker: keeps the design, renders what is asked, newest state first. */
export class Engine {
  private readonly memory: PixelMemory
  private readonly sources: SourceBook
  private readonly renderer: Renderer
  private readonly drafter: Drafter
  /** For all but the stage: small pictures and checks must not drive out what the next move of the hand needs. */
  private readonly host: Host
  private readonly fonts = new FontBook(fetchedFont)
  private readonly infos = new Map<string, SourceInfo>()
  private readonly lightOf: LightOf = (sha) => this.infos.get(sha)?.light ?? null

  private kept: Design | null = null
  private shown: Design | null = null
  private revision = 0
  /** The row of the design's table that all is filled from. */
  private row: string | null = null
  private previewing = false
  private view: StageView | null = null
  private readonly posted = new Map<string, string>()
  /** How the stage is shown as printed. */
  private proof: Proofing | null = null
  private wanted = false
  private busy = false
  /** The nodes whose picture the stage shows completely, or null while tiles are outstanding. */
  private complete: readonly PlanNode[] | null = null
  private stagePlan: Plan | null = null
  private hand: ReadonlySet<string> = new Set()
  private seeing: Seeing = plainSeeing
  private readonly painting: Painting
  /** The design that the last finished frame shows. */
  private completeOf: Design | null = null
  private readyDue = false
  /** How long a tile takes of late, ms. */
  private tileTakes = 5
  /** The hand holds still: its draft is made anew in full. */
  private resting = false
  private rest: ReturnType<typeof setTimeout> | undefined
  private asked = 0
  private readonly telling: Telling
  private readonly waiting: (() => void)[] = []
  private readonly quiet: QuietWork

  constructor(
    module: WebAssembly.Module,
    private readonly post: Post,
  ) {
    this.memory = new PixelMemory(module)
    this.sources = new SourceBook(this.memory, serverLoader, SOURCE_BYTES)
    this.renderer = new Renderer(this.memory, this.sources, STAGE_TILES)
    this.host = {
      fonts: this.fonts,
      sources: this.sources,
      renderer: new Renderer(this.memory, this.sources, QUIET_TILES),
    }
    this.drafter = new Drafter(new Drafts(this.renderer), this.renderer.counts, (page, view) =>
      this.planned(page, view),
    )
    this.painting = new Painting(this.sources, post, () => this.schedule())
    this.telling = new Telling(post, () => this.view !== null)
    this.quiet = new QuietWork({
      host: this.host,
      post,
      resolved: (page, channel, arrangement) => this.resolved(page, channel, arrangement),
      lightOf: this.lightOf,
      load: (made, again) => this.load(made, again),
    })
  }

  take(message: ToWorker): void {
    switch (message.kind) {
      case 'design':
        for (const s of message.sources) this.infos.set(s.sha, s)
        this.kept = message.design
        this.shown = message.design
        this.revision = message.revision
        this.previewing = false
        this.designChanged()
        break
      case 'sources':
        for (const s of message.sources) this.infos.set(s.sha, s)
        break
      case 'edit':
        if (!this.kept) return
        this.shown = message.patches.length > 0 ? applyEdit(this.kept, message.patches) : this.kept
        this.previewing = message.preview
        if (!message.preview) this.kept = this.shown
        this.resting = false
        this.revision = message.revision
        this.designChanged()
        break
      case 'row':
        this.row = message.row
        this.stagePlan = null
        this.completeOf = null
        this.designChanged()
        break
      case 'view':
        // What is asked next is asked of the page that comes.
        if (this.view?.channel !== message.view.channel || this.view.page !== message.view.page)
          this.stagePlan = null
        if (
          this.view &&
          (this.view.scale !== message.view.scale ||
            this.view.page !== message.view.page ||
            this.view.channel !== message.view.channel)
        )
          this.forget()
        this.view = message.view
        break
      case 'hand':
        this.hand = new Set(message.ids)
        this.readyDue = true
        if (!this.busy) void this.run()
        return
      case 'seeing':
        this.seeing = message.seeing
        break
      case 'proof':
        this.proof = message.proof
        // All that is shown is shown anew.
        this.forget()
        break
      case 'lineup':
      case 'layers':
      case 'trials':
      case 'check':
        if (this.quiet.take(message)) this.designChanged()
        break
      case 'paint':
        this.painting.take(message.paint, () => this.shown)
        return
      case 'spent':
        this.memory.handBack(message.buffers)
        return
      case 'ask':
        void this.answer(message.id, message.question)
        return
    }
    this.schedule()
  }

  private forget(): void {
    this.completeOf = null
    this.posted.clear()
    this.complete = null
    this.drafter.forget()
  }

  private designChanged(): void {
    if (this.shown) this.quiet.changed(this.shown, this.previewing)
  }

  private schedule(): void {
    this.wanted = true
    if (!this.busy) void this.run()
  }

  /** Works until nothing is wanted; gives way to messages between pieces of work. */
  private async run(): Promise<void> {
    this.busy = true
    try {
      for (;;) {
        await giveWay()
        if (this.wanted) {
          this.wanted = false
          // A frame on a complete stage is mostly there before it could be told of.
          if (this.view && !this.complete && !this.previewing) this.telling.tell({ work: 'drawing', left: 1 })
          await this.frame()
          continue
        }
        this.telling.tell(this.quiet.next(this.previewing))
        if (!(await this.quietWork())) break
      }
    } catch (thrown) {
      this.post({ kind: 'trouble', message: messageOf(thrown) })
    } finally {
      this.busy = false
      if (this.wanted) void this.run()
      else {
        this.telling.tell(null)
        this.tellWaiting()
      }
    }
  }

  private async resolved(
    page: string,
    channel: string,
    arrangement?: Arrangement,
  ): Promise<{ page: ResolvedPage; revision: number; design: Design } | null> {
    const { shown, revision } = this
    if (!shown?.pages[page] || !shown.channels[channel]) return null
    const own = arrangement && { [arrangementKey(page, channel)]: arrangement }
    const design = own ? { ...shown, arrangements: { ...shown.arrangements, ...own } } : shown
    for (;;) {
      const asked = { page, channel, ...(this.row ? { row: this.row } : {}) }
      const seen = resolve(design, asked, { fonts: this.fonts, lightOf: this.lightOf })
      const due = facesDue(seen, this.fonts)
      if (due.length === 0) return { page: seen, revision, design }
      await this.fonts.open(due)
    }
  }

  /** Sources that a plan lacks are fetched; drawing goes on with what is here until they come. */
  private load(made: Plan, again: () => void): void {
    if (made.missing.length === 0) return
    void this.telling.during(made.missing.length, this.sources.load(made.missing)).then(
      () => {
        // Drafts are made from the levels that are here.
        this.readyDue = true
        again()
        this.schedule()
      },
      (thrown) => this.post({ kind: 'trouble', message: messageOf(thrown) }),
    )
  }

  /** What the stage shows of a page: as it is looked at. */
  private planned(page: ResolvedPage, view: View): Plan {
    return seenAs(plan(page, view, this.host), this.seeing)
  }

  private async frame(): Promise<void> {
    const { view } = this
    if (!view || !this.shown) return
    const started = performance.now()
    const found = await this.resolved(view.page, view.channel)
    if (!found) return
    const made = this.planned(found.page, { scale: view.scale, seen: view.visible })
    this.stagePlan = made
    this.tellWaiting()
    this.load(made, () => undefined)
    if (!this.previewing) {
      this.drafter.keep(found.page, made)
      this.readyDue = !this.painting.busy
    } else if (!this.drafter.holds) this.keepAside(view)
    // Where the design is the same as a frame ago, only what was painted since has changed.
    const painted =
      this.complete && this.completeOf === this.shown ? this.painting.takeDirty(found.page, view.scale) : null
    const frame: Frame = {
      made,
      view,
      page: found.page,
      revision: found.revision,
      started,
      stroke: this.painting.shown,
      clip: painted ?? (this.complete ? changedBetween(this.complete, made.nodes) : undefined),
      drafting: this.previewing && !this.resting,
      tiles: [],
    }
    const { shown: drawnOf } = this
    this.renderer.makeRoom(made.nodes, view.visible)
    const due = this.dueTiles(frame, painted)
    const same = this.complete !== null && showsTheSame(this.complete, made.nodes)
    // What is out of sight does not follow changes: it is made whole when it comes back.
    if (!same)
      for (const place of [...this.posted.keys()])
        if (!inSight(place, view.visible)) this.posted.delete(place)
    // A frame that only makes drafts anew in full leaves the stage complete even when it is broken off.
    this.complete = same ? made.nodes : null
    const drawn = await this.drawDue(frame, due, this.sketch(frame, due))
    if (drawn === 'broken off') return
    this.complete = made.nodes
    this.completeOf = drawnOf
    this.send(frame, made.missing.length === 0 && drawn === 'all')
    clearTimeout(this.rest)
    if (frame.drafting)
      this.rest = setTimeout(() => {
        this.resting = true
        this.schedule()
      }, REST_MS)
  }

  /** The tiles in sight that are to be drawn anew, those in the middle first. */
  private dueTiles({ made, view, drafting }: Frame, painted: Bounds | null): [number, number][] {
    const { visible } = view
    const due: [number, number][] = []
    for (let row = Math.floor(visible.top / TILE); row * TILE < visible.bottom; row++)
      for (let column = Math.floor(visible.left / TILE); column * TILE < visible.right; column++) {
        const key = `${this.renderer.tileKey(made, column, row)}`
        const posted = this.posted.get(`${column},${row}`)
        if (posted === key || (drafting && posted === drafted(key))) continue
        if (painted && posted !== undefined && !isDrafted(posted) && !onTile(painted, column, row))
          this.posted.set(`${column},${row}`, key)
        else due.push([column, row])
      }
    const [x, y] = [(visible.left + visible.right) / 2 / TILE, (visible.top + visible.bottom) / 2 / TILE]
    const away = ([column, row]: [number, number]) => Math.hypot(column + 0.5 - x, row + 0.5 - y)
    return due.sort((a, b) => away(a) - away(b))
  }

  /** Draws drafts of what moves while the hand does; says of which tiles. */
  private sketch(frame: Frame, due: readonly [number, number][]): ReadonlySet<string> {
    const { made, clip, view, page, drafting } = frame
    const here = due.filter((d) => this.posted.has(d.join()))
    const sketch = (drafting && clip && this.drafter.draw(page, made, clip, view, here)) || []
    frame.tiles.push(...sketch)
    for (const t of sketch)
      this.posted.set(`${t.column},${t.row}`, drafted(this.renderer.tileKey(made, t.column, t.row)))
    return new Set(sketch.map((t) => `${t.column},${t.row}`))
  }

  /** Draws what is due; `late` where some of it waits for the hand to rest, `broken off` where something newer is wanted. */
  private async drawDue(
    frame: Frame,
    due: readonly [number, number][],
    sketched: ReadonlySet<string>,
  ): Promise<'all' | 'late' | 'broken off'> {
    const { made, clip, drafting, started } = frame
    let last = performance.now()
    let late = false
    for (const [column, row] of due) {
      // Away from gestures finished tiles are shown at once and newer states come first.
      if ((!this.previewing || this.resting) && performance.now() - last > GIVE_WAY_MS) {
        this.send(frame, false)
        if (!drafting) this.telling.tell({ work: 'drawing', left: 1 })
        await giveWay()
        last = performance.now()
        if (this.wanted) return 'broken off'
      }
      const place = `${column},${row}`
      const beside = sketched.has(place)
        ? !liesWithin(column, row, made.page)
        : !onTile(made.page, column, row)
      if (sketched.has(place) && !beside) continue
      // What lies beside the page waits for the hand to rest, where it would make the frame late.
      const before = performance.now()
      if (drafting && sketched.size > 0 && beside && before - started + this.tileTakes > LATE_FRAME) {
        late = true
        continue
      }
      // A tile that was drafted is made whole again; of others only what changed.
      const narrowed = clip && this.posted.has(place) && !isDrafted(this.posted.get(place)) ? clip : undefined
      const draw = () => this.renderer.tilePart(made, column, row, 'stage', narrowed)
      // What a resting hand sees in full must not drive out what its next move needs.
      const part = this.resting ? this.renderer.cache.passing(draw) : draw()
      if (!narrowed) this.tileTakes += (performance.now() - before - this.tileTakes) * 0.1
      this.posted.set(place, this.renderer.tileKey(made, column, row))
      frame.tiles.push({ column, row, ...part })
    }
    return late ? 'late' : 'all'
  }

  /** Posts the tiles that are drawn so far. */
  private send(frame: Frame, whole: boolean): void {
    const { revision, view, tiles, stroke, started } = frame
    const { scale, page, channel } = view
    const milliseconds = performance.now() - started
    frame.tiles = []
    if (this.proof)
      for (const t of tiles)
        proofPixels(t.data, t.width, this.proof, t.column * TILE + t.x, t.row * TILE + t.y)
    this.post(
      { kind: 'frame', revision, scale, page, channel, tiles, whole, milliseconds, stroke },
      tiles.map((t) => t.data.buffer),
    )
  }

  /** The view changed with the hand in mid-air: what its drafts are told by is planned anew, of the design as it is kept. */
  private keepAside(view: StageView): void {
    const { kept } = this
    if (!kept?.pages[view.page] || !kept.channels[view.channel]) return
    const page = resolve(
      kept,
      { page: view.page, channel: view.channel, ...(this.row ? { row: this.row } : {}) },
      { fonts: this.fonts, lightOf: this.lightOf },
    )
    this.drafter.keep(page, this.planned(page, { scale: view.scale, seen: view.visible }))
  }

  /** One piece of work that nobody waits for; false when there is none. */
  private async quietWork(): Promise<boolean> {
    if (this.readyDue && this.ready()) return true
    // While the hand moves the next frame comes first.
    if (this.previewing && !this.resting) return false
    return this.quiet.piece(this.previewing)
  }

  private ready(): boolean {
    const { view } = this
    this.readyDue =
      view !== null && this.complete !== null && !this.previewing && this.drafter.ready(this.hand, view)
    return this.readyDue
  }

  private async answer(id: number, question: Question): Promise<void> {
    let value: unknown = null
    try {
      value = await this.find(question)
    } catch (thrown) {
      this.post({ kind: 'trouble', message: messageOf(thrown) })
    }
    this.post({ kind: 'answer', id, value })
  }

  /** Questions wait for the plan of the page that the stage went to. */
  private planIsHere(): Promise<void> {
    if (this.stagePlan || !(this.wanted || this.busy)) return Promise.resolve()
    return new Promise((go) => this.waiting.push(go))
  }
  private tellWaiting(): void {
    for (const go of this.waiting.splice(0)) go()
  }
  private async find(question: Question): Promise<unknown> {
    await this.planIsHere()
    const { stagePlan: stage, view, renderer, host } = this
    if (!stage) return null
    const own = answerFrom(question, stage, renderer)
    if (own !== undefined) return own
    const found = view && (await this.resolved(view.page, view.channel))
    if (!found) return null
    const memoryKey = `asked-${this.asked++}`
    if (question.ask === 'layer')
      return layerPixels(
        question.only ? withOnly(found.page, question.layer, question.only) : found.page,
        question.layer,
        question.scale,
        question.most,
        host,
        memoryKey,
      )
    if (question.ask === 'acted') {
      const layer = findResolved(found.page.layers, question.layer)
      return layer && actedOn(found.page, layer, question.treatment, question.at, host, memoryKey)
    }
    if (question.ask === 'specks') {
      const { layer, size, clean } = question
      return clean
        ? cleanedSpecks(found.page, layer, size, clean, host)
        : specksOf(found.page, layer, size, host)
    }
    if (question.ask === 'crossings') {
      const { a, b } = question
      const bare = await prepare(withoutRims(found.page, [a, b]), view.scale, host)
      return crossingsOf(bare.nodes, a, b, host.renderer)
    }
    if (question.ask !== 'pixels') return null
    // Planned and rendered apart from what the stage keeps, so that it can be compared with what is shown.
    const pixels = await renderRegion(
      await prepare(found.page, view.scale, host),
      question.region,
      renderer,
      { memoryKey },
    )
    return { ...pixels, revision: found.revision }
  }
}
