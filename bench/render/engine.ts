import type { LightOf } from '@/core/adapt/lightness'
import { checkPage } from '@/core/checks/check-page'
import { applyEdit } from '@/core/design/edits'
import { type ResolvedLayer, type ResolvedPage, resolve } from '@/core/design/resolve'
import type { Design } from '@/core/design/schema'
import { messageOf } from '@/core/errors'
import { type Bounds, union } from '@/core/geometry/bounds'
import { PixelMemory, TILE } from '@/core/pixels/memory'
import { renderRegion } from '@/core/render/picture'
import { layerBounds, type Plan, type PlanNode, plan } from '@/core/render/plan'
import { Renderer } from '@/core/render/renderer'
import { SourceBook } from '@/core/render/sources'
import { filesFor, fontFileName } from '@/core/type/catalogue'
import { FontBook } from '@/core/type/fonts'
import type { FromWorker, Question, SourceInfo, StageView, Tile, ToWorker } from './protocol'

type Post = (message: FromWorker, transfer?: Transferable[]) => void

/** The core inside a web worker: keeps the design, renders what is asked, newest state first. */
export class Engine {
  private readonly memory: PixelMemory
  private readonly sources: SourceBook
  private readonly renderer: Renderer
  private readonly fonts = new FontBook(async (file) => {
    const answer = await fetch(`/generated/fonts/${fontFileName(file)}.ttf`)
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
  })
  private readonly infos = new Map<string, SourceInfo>()
  private readonly lightOf: LightOf = (sha) => this.infos.get(sha)?.light ?? null

  private kept: Design | null = null
  private shown: Design | null = null
  private revision = 0
  private previewing = false
  private view: StageView | null = null
  private readonly posted = new Map<string, string>()
  private lineup: Extract<ToWorker, { kind: 'lineup' }> | null = null
  private layers: Extract<ToWorker, { kind: 'layers' }> | null = null
  private readonly layerKeys = new Map<string, string>()
  private checking: { page: string } | null = null
  private thumbsDue: string[] = []
  private checksDue: string[] = []
  private wanted = false
  private busy = false
  /** The nodes whose picture the stage shows completely, or null while tiles are outstanding. */
  private complete: readonly PlanNode[] | null = null
  private stagePlan: { plan: Plan; page: ResolvedPage; design: Design; scale: number } | null = null

  constructor(
    module: WebAssembly.Module,
    private readonly post: Post,
  ) {
    this.memory = new PixelMemory(module)
    this.sources = new SourceBook(this.memory, {
      picture: async (sha, level) => {
        const answer = await fetch(`/api/blobs/${sha}/levels/${level}`)
        if (!answer.ok) return null
        const header = (name: string) => answer.headers.get(name)
        return {
          width: Number(header('x-width')),
          height: Number(header('x-height')),
          opaque: header('x-opaque') === '1',
          data: await unpack(answer),
        }
      },
      graphic: async (sha) => {
        const answer = await fetch(`/api/blobs/${sha}`)
        return answer.ok ? answer.text() : null
      },
    })
    this.renderer = new Renderer(this.memory, this.sources)
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
        this.revision = message.revision
        this.designChanged()
        break
      case 'view':
        if (
          this.view &&
          (this.view.scale !== message.view.scale || this.view.page !== message.view.page || this.view.channel !== message.view.channel)
        )
          this.forget()
        this.view = message.view
        break
      case 'lineup':
        this.lineup = message
        this.designChanged()
        break
      case 'layers':
        this.layers = message
        break
      case 'check':
        this.checking = message.on ? { page: message.page } : null
        this.designChanged()
        break
      case 'ask':
        void this.answer(message.id, message.question)
        return
    }
    this.schedule()
  }

  private forget(): void {
    this.posted.clear()
    this.complete = null
  }

  private designChanged(): void {
    if (!this.shown) return
    this.thumbsDue = this.lineup ? [...this.lineup.channels] : []
    if (!this.previewing) this.checksDue = this.checking ? Object.keys(this.shown.channels) : []
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
          await this.frame()
          continue
        }
        if (!(await this.quietWork())) break
      }
    } catch (thrown) {
      this.post({ kind: 'trouble', message: messageOf(thrown) })
    } finally {
      this.busy = false
      if (this.wanted) void this.run()
    }
  }

  private async resolved(page: string, channel: string): Promise<{ page: ResolvedPage; design: Design } | null> {
    const design = this.shown
    if (!design?.pages[page] || !design.channels[channel]) return null
    const files = Object.values(design.layers).flatMap((l) => (l.kind === 'type' ? filesFor(l.style) : []))
    const due = files.filter((f) => !this.fonts.face(f))
    if (due.length > 0) await this.fonts.open(due)
    return { page: resolve(design, { page, channel }, { fonts: this.fonts, lightOf: this.lightOf }), design }
  }

  /** Sources that a plan lacks are fetched; drawing goes on with what is here until they come. */
  private load(made: Plan, again: () => void): void {
    if (made.missing.length === 0) return
    void Promise.all(
      made.missing.map(({ sha, level }) => (level === null ? this.sources.loadArtwork(sha) : this.sources.loadPicture(sha, level))),
    ).then(
      () => {
        again()
        this.schedule()
      },
      (thrown) => this.post({ kind: 'trouble', message: messageOf(thrown) }),
    )
  }

  private async frame(): Promise<void> {
    const { view } = this
    if (!view || !this.shown) return
    const started = performance.now()
    const revision = this.revision
    const found = await this.resolved(view.page, view.channel)
    if (!found) return
    const made = plan(found.page, { scale: view.scale }, { fonts: this.fonts, sources: this.sources })
    this.stagePlan = { plan: made, page: found.page, design: found.design, scale: view.scale }
    this.load(made, () => undefined)
    const due: [number, number][] = []
    for (let row = Math.floor(view.visible.top / TILE); row * TILE < view.visible.bottom; row++)
      for (let column = Math.floor(view.visible.left / TILE); column * TILE < view.visible.right; column++) {
        const key = `${this.renderer.tileKey(made, column, row)}`
        if (this.posted.get(`${column},${row}`) !== key) due.push([column, row])
      }
    const middle = { x: (view.visible.left + view.visible.right) / 2 / TILE, y: (view.visible.top + view.visible.bottom) / 2 / TILE }
    due.sort((a, b) => Math.hypot(a[0] + 0.5 - middle.x, a[1] + 0.5 - middle.y) - Math.hypot(b[0] + 0.5 - middle.x, b[1] + 0.5 - middle.y))
    let tiles: Tile[] = []
    const send = (whole: boolean) => {
      this.post(
        {
          kind: 'frame',
          revision,
          scale: view.scale,
          page: view.page,
          channel: view.channel,
          tiles,
          whole,
          milliseconds: performance.now() - started,
        },
        tiles.map((t) => t.data.buffer),
      )
      tiles = []
    }
    const clip = this.complete ? changedBetween(this.complete, made.nodes) : undefined
    this.complete = null
    let last = performance.now()
    for (const [column, row] of due) {
      // Away from gestures finished tiles are shown at once and newer states come first.
      if (!this.previewing && performance.now() - last > 40) {
        send(false)
        await giveWay()
        last = performance.now()
        if (this.wanted) return
      }
      const part = this.renderer.tilePart(made, column, row, 'stage', this.posted.has(`${column},${row}`) ? clip : undefined)
      this.posted.set(`${column},${row}`, this.renderer.tileKey(made, column, row))
      tiles.push({ column, row, ...part })
    }
    this.complete = made.nodes
    send(made.missing.length === 0)
  }

  /** One piece of work that nobody waits for; false when there is none. */
  private async quietWork(): Promise<boolean> {
    if (this.layers && (await this.layerPictures())) return true
    const channel = this.thumbsDue.shift()
    if (channel && this.lineup) {
      await this.thumb(channel)
      return true
    }
    if (this.previewing) return false
    const check = this.checksDue.shift()
    if (check && this.checking) {
      await this.check(check)
      return true
    }
    return false
  }

  private async thumb(channel: string): Promise<void> {
    const { lineup } = this
    if (!lineup) return
    const revision = this.revision
    const found = await this.resolved(lineup.page, channel)
    if (!found) return
    const { page } = found
    const scale = Math.min((lineup.height * lineup.ratio) / page.height, (lineup.height * 1.9 * lineup.ratio) / page.width)
    const made = plan(page, { scale }, { fonts: this.fonts, sources: this.sources })
    this.load(made, () => {
      if (!this.thumbsDue.includes(channel)) this.thumbsDue.push(channel)
    })
    const region = { left: 0, top: 0, right: Math.max(1, Math.round(page.width * scale)), bottom: Math.max(1, Math.round(page.height * scale)) }
    const picture = await renderRegion(made, region, this.renderer, { memoryKey: `thumb-${channel}` })
    this.post(
      {
        kind: 'thumb',
        revision,
        page: lineup.page,
        channel,
        ...picture,
        leftOut: page.leftOut,
        arrangement: page.arrangement,
        chosenAnew: page.chosenAnew,
      },
      [picture.data.buffer],
    )
  }

  private async check(channel: string): Promise<void> {
    const { checking } = this
    if (!checking) return
    const revision = this.revision
    const found = await this.resolved(checking.page, channel)
    if (!found) return
    const findings = await checkPage(found.page, { fonts: this.fonts, sources: this.sources, renderer: this.renderer })
    this.post({ kind: 'findings', revision, page: checking.page, channel, findings })
  }

  /** Pictures of single layers for the stack, made again only when they look different. */
  private async layerPictures(): Promise<boolean> {
    const asked = this.layers
    if (!asked) return false
    const found = await this.resolved(asked.page, asked.channel)
    this.layers = null
    if (!found) return false
    const all = new Map<string, ResolvedLayer>()
    const collect = (list: readonly ResolvedLayer[]) => {
      for (const l of list) {
        all.set(l.layer.id, l)
        collect(l.children)
      }
    }
    collect(found.page.layers)
    const started = performance.now()
    for (const [n, id] of asked.ids.entries()) {
      const layer = all.get(id)
      const bounds = layer ? layerBounds(layer) : null
      if (!layer || !bounds) continue
      const [w, h] = [bounds.right - bounds.left, bounds.bottom - bounds.top]
      // The part on the page counts for things much larger than it.
      const scale = (asked.side / Math.max(w, h)) * 0.94
      const page: ResolvedPage = { ...found.page, colour: 'transparent', layers: [alone(layer)] }
      const made = plan(page, { scale }, { fonts: this.fonts, sources: this.sources })
      if (made.missing.length > 0)
        this.load(made, () => {
          this.layers = asked
        })
      const key = made.nodes.map((x) => x.key).join()
      if (this.layerKeys.get(id) === `${key}/${asked.side}`) continue
      this.layerKeys.set(id, `${key}/${asked.side}`)
      const centre = { x: Math.round(((bounds.left + bounds.right) / 2) * scale), y: Math.round(((bounds.top + bounds.bottom) / 2) * scale) }
      const half = asked.side / 2
      const picture = await renderRegion(
        made,
        { left: centre.x - half, top: centre.y - half, right: centre.x + half, bottom: centre.y + half },
        this.renderer,
        { memoryKey: `layer-${id}` },
      )
      this.post({ kind: 'layer', id, side: asked.side, data: picture.data }, [picture.data.buffer])
      if (performance.now() - started > 60 && n < asked.ids.length - 1) {
        this.layers ??= { ...asked, ids: asked.ids.slice(n + 1) }
        return true
      }
    }
    return true
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

  private async find(question: Question): Promise<unknown> {
    const stage = this.stagePlan
    if (!stage) return null
    if (question.ask === 'hit') return this.hit(stage.plan.nodes, Math.floor(question.x), Math.floor(question.y))
    if (question.ask === 'sample') {
      const r = question.radius
      const [x, y] = [Math.floor(question.x), Math.floor(question.y)]
      const { data } = await renderRegion(stage.plan, { left: x - r, top: y - r, right: x + r + 1, bottom: y + r + 1 }, this.renderer, {
        memoryKey: 'stage',
      })
      const mean = [0, 0, 0, 0]
      for (let n = 0; n < data.length; n++) mean[n % 4] = (mean[n % 4] as number) + (data[n] as number)
      return mean.map((v) => Math.round(v / (data.length / 4)))
    }
    const view = this.view
    if (!view) return null
    const found = await this.resolved(view.page, view.channel)
    if (!found) return null
    const made = plan(found.page, { scale: view.scale }, { fonts: this.fonts, sources: this.sources })
    return renderRegion(made, question.region, this.renderer, { memoryKey: 'stage' })
  }

  /** By rendered coverage of 5 % and more; fine lines within 4 px of the view. Locked layers are told like others. */
  private hit(nodes: readonly PlanNode[], x: number, y: number): string[] {
    const out: string[] = []
    const walk = (list: readonly PlanNode[], strength: number) => {
      for (const node of [...list].reverse()) {
        if (node.id === '') continue
        if (node.kind === 'group') {
          walk(node.children, strength * node.opacity)
          continue
        }
        if (this.renderer.alphaAt(node, x, y) * strength >= 0.05 || (node.fine && this.near(node, x, y, strength))) out.push(node.id)
      }
    }
    walk(nodes, 1)
    return out
  }
  private near(node: PlanNode, x: number, y: number, strength: number): boolean {
    const b = node.bounds
    if (x < b.left - 4 || x > b.right + 4 || y < b.top - 4 || y > b.bottom + 4) return false
    for (let j = -4; j <= 4; j++)
      for (let i = -4; i <= 4; i++) if (i * i + j * j <= 16 && this.renderer.alphaAt(node, x + i, y + j) * strength >= 0.05) return true
    return false
  }
}

/** The box around everything that differs between two plans; undefined where the stack itself changed. */
function changedBetween(before: readonly PlanNode[], after: readonly PlanNode[]): Bounds | undefined {
  if (before.length !== after.length) return undefined
  let box: Bounds | undefined
  for (const [n, node] of after.entries()) {
    const was = before[n]
    if (!was || was.id !== node.id) return undefined
    if (was.key === node.key && was.mode === node.mode && was.opacity === node.opacity) continue
    const both = union(was.bounds, node.bounds)
    box = box ? union(box, both) : both
  }
  return box
}

async function unpack(answer: Response): Promise<Uint8Array> {
  if (!answer.body) return new Uint8Array()
  return new Uint8Array(await new Response(answer.body.pipeThrough(new DecompressionStream('gzip'))).arrayBuffer())
}

const alone = (l: ResolvedLayer): ResolvedLayer => ({ ...l, layer: { ...l.layer, shown: true, opacity: 1, blend: 'normal' } })

const channel = new MessageChannel()
let waiting: (() => void)[] = []
channel.port1.onmessage = () => {
  const list = waiting
  waiting = []
  for (const go of list) go()
}
/** Lets queued messages be taken before going on. */
const giveWay = (): Promise<void> =>
  new Promise((resolve) => {
    waiting.push(resolve)
    channel.port2.postMessage(null)
  })
