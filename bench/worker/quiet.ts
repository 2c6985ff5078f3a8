import type { LightOf } from '@/core/adapt/lightness'
import { inOrder } from '@/core/basics/order'
import { checkPage } from '@/core/checks/check-page'
import { isPageOn } from '@/core/design/page-channels'
import type { Arrangement, Design } from '@/core/design/schema'
import { type Plan, plan } from '@/core/render/plan'
import { type Host, renderRegion } from '@/core/render/render-page'
import type { ResolvedPage } from '@/core/resolve/resolved'
import { LayerPictures } from './layer-pictures'
import type { Doing, FromWorker, Show, ToWorker } from './protocol'
import { Trials } from './trials'

type Lineup = Extract<ToWorker, { kind: 'lineup' }>
type Layers = Extract<ToWorker, { kind: 'layers' }>

const told = ({ page, channel, width, height, as }: Show): string =>
  [page, channel, width, height, as?.key ?? ''].join('|')

/** What quiet work needs of the stage's engine. */
export type Quarters = {
  host: Host
  post: (message: FromWorker, transfer?: Transferable[]) => void
  /** A page on a channel as it is now, or as another arrangement would lay it out, and of which revision. */
  resolved: (
    page: string,
    channel: string,
    arrangement?: Arrangement,
  ) => Promise<{ page: ResolvedPage; revision: number; design: Design } | null>
  lightOf: LightOf
  /** Fetches what a plan lacks and then has it done again. */
  load: (made: Plan, again: () => void) => void
}

/** Work that nobody waits for, a piece at a time: pictures of channels and of layers, looks that are tried, findings. */
export class QuietWork {
  private readonly pictures: LayerPictures
  private readonly trials: Trials
  private lineup: Lineup | null = null
  private layers: Layers | null = null
  private lastLayers: Layers | null = null
  private checking: { page: string } | null = null
  private thumbsDue: Show[] = []
  private checksDue: { page: string; channel: string }[] = []

  constructor(private readonly at: Quarters) {
    this.trials = new Trials(at.host, at.post)
    this.pictures = new LayerPictures(at.host, at.post, (made) => {
      const asked = this.layers ?? this.lastLayers
      at.load(made, () => {
        this.layers ??= asked
      })
    })
  }

  /** Takes what is asked for; true where it depends on the design. */
  take(message: Lineup | Layers | Extract<ToWorker, { kind: 'trials' | 'check' }>): boolean {
    if (message.kind === 'lineup') this.show(message)
    else if (message.kind === 'layers') {
      this.layers = message
      this.lastLayers = message
    } else if (message.kind === 'check') this.checking = { page: message.page }
    else this.trials.take(message)
    return message.kind === 'check'
  }
  /** Only what was not shown so before is to be done; what is shown as before stays itself, as pictures on their way know it. */
  private show(lineup: Lineup): void {
    const before = new Map((this.lineup?.shows ?? []).map((s) => [told(s), s]))
    const shows = lineup.shows.map((s) => before.get(told(s)) ?? s)
    const stays = new Set(before.values())
    this.lineup = { ...lineup, shows }
    this.thumbsDue = shows.filter((s) => !stays.has(s) || this.thumbsDue.includes(s))
  }

  /** The design is another: all of it is to be done again, findings once it is kept. */
  changed(shown: Design, previewing: boolean): void {
    this.thumbsDue = this.lineup ? [...this.lineup.shows] : []
    const { checking } = this
    if (previewing || !checking) return
    // The page in sight first, then the others.
    const pages = inOrder(shown.pages).sort(
      (a, b) => Number(b.id === checking.page) - Number(a.id === checking.page),
    )
    this.checksDue = pages.flatMap((page) =>
      inOrder(shown.channels)
        .filter((c) => isPageOn(page, c.id))
        .map((c) => ({ page: page.id, channel: c.id })),
    )
  }

  /** What it is at next, and how much of that there is. */
  next(previewing: boolean): Doing | null {
    if (this.thumbsDue.length > 0) return { work: 'arranging', left: this.thumbsDue.length }
    if (this.checksDue.length > 0 && !previewing) return { work: 'checking', left: this.checksDue.length }
    return null
  }

  /** Does one piece; false when there is none. Findings are left out where the design is only shown. */
  async piece(previewing: boolean): Promise<boolean> {
    if (this.trials.due && (await this.trial(this.trials.due))) return true
    if (this.layers && (await this.layerPictures(this.layers))) return true
    const show = this.thumbsDue.shift()
    if (show) {
      await this.thumb(show)
      return true
    }
    if (previewing) return false
    const check = this.checksDue.shift()
    if (check) await this.check(check)
    return check !== undefined
  }

  private async thumb(show: Show): Promise<void> {
    const key = `${show.page}/${show.channel}`
    const found = await this.at.resolved(show.page, show.channel, show.as?.arrangement)
    if (!found) return
    const { page, revision } = found
    const scale = Math.min(show.height / page.height, show.width / page.width)
    const made = plan(page, { scale }, this.at.host)
    this.at.load(made, () => {
      if (this.lineup?.shows.includes(show) && !this.thumbsDue.includes(show)) this.thumbsDue.push(show)
    })
    const region = {
      left: 0,
      top: 0,
      right: Math.max(1, Math.round(page.width * scale)),
      bottom: Math.max(1, Math.round(page.height * scale)),
    }
    const as = show.as?.key ?? null
    const memoryKey = `thumb-${key}-${as}`
    const picture = await renderRegion(made, region, this.at.host.renderer, { memoryKey })
    const { leftOut, arrangement, chosenAnew } = page
    const { page: of, channel } = show
    this.at.post(
      {
        kind: 'thumb',
        revision,
        page: of,
        channel,
        row: page.row,
        as,
        ...picture,
        leftOut,
        arrangement,
        chosenAnew,
      },
      [picture.data.buffer],
    )
  }

  private async check({ page, channel }: { page: string; channel: string }): Promise<void> {
    const found = await this.at.resolved(page, channel)
    if (!found) return
    const findings = await checkPage(found.page, this.at.host, {
      design: found.design,
      lightOf: this.at.lightOf,
    })
    this.at.post({ kind: 'findings', revision: found.revision, page, channel, findings })
  }

  private async trial({ page, channel }: { page: string; channel: string }): Promise<boolean> {
    const found = await this.at.resolved(page, channel)
    if (found) await this.trials.next(found.page)
    return found !== null
  }

  private async layerPictures(asked: Layers): Promise<boolean> {
    const found = await this.at.resolved(asked.page, asked.channel)
    this.layers = null
    if (!found) return false
    const rest = await this.pictures.make(asked, found.page)
    if (rest) this.layers ??= rest
    return true
  }
}
