import type { Bounds } from '@/core/geometry/bounds'
import { union } from '@/core/geometry/bounds'
import { kindOf } from '@/core/kinds/list'
import { layerBounds } from '@/core/render/layer-bounds'
import { type Host, prepare, renderRegion } from '@/core/render/render-page'
import { flatResolved, type ResolvedLayer, type ResolvedPage } from '@/core/resolve/resolved'
import type { FromWorker, ToWorker } from './protocol'

type Asked = Extract<ToWorker, { kind: 'trials' }>

/** Pictures of what is selected with other treatments, one after the other, for as long as nothing else is asked for. */
export class Trials {
  private asked: Asked | null = null

  constructor(
    private readonly host: Host,
    private readonly post: (message: FromWorker, transfer: Transferable[]) => void,
  ) {}

  take(asked: Asked): void {
    this.asked = asked.trials.length > 0 ? asked : null
  }
  get due(): { page: string; channel: string } | null {
    return this.asked
  }
  /** Makes the next one. */
  async next(page: ResolvedPage): Promise<void> {
    const { asked } = this
    const [trial, ...rest] = asked?.trials ?? []
    if (!asked || !trial) return
    this.asked = rest.length > 0 ? { ...asked, trials: rest } : null
    const found = flatResolved(page.layers).filter((l) => asked.ids.includes(l.layer.id))
    // A grade is seen on what lies beneath it.
    const graded = found.some((l) => !kindOf(l.layer).placed)
    const boxes = found.flatMap((l) => layerBounds(l) ?? [])
    const bounds: Bounds | null =
      graded || boxes.length === 0
        ? { left: 0, top: 0, right: page.width, bottom: page.height }
        : boxes.reduce(union)
    const treated = (l: ResolvedLayer): ResolvedLayer => ({
      ...l,
      children: l.children.map(treated),
      insides: l.insides.map(treated),
      ...(asked.ids.includes(l.layer.id)
        ? {
            layer: {
              ...l.layer,
              shown: true,
              treatments: trial.treatments,
              recipe: null,
              treated: 1,
              ...(trial.body === undefined ? {} : { body: trial.body }),
              ...(graded ? {} : { opacity: 1, blend: 'normal' as const }),
            },
          }
        : {}),
    })
    const scale =
      (asked.side / Math.max(bounds.right - bounds.left, bounds.bottom - bounds.top)) * (graded ? 1 : 0.86)
    const shown = graded ? page.layers.map(treated) : found.map(treated)
    const made = await prepare(
      { ...page, ...(graded ? {} : { colour: 'transparent' }), layers: shown },
      scale,
      this.host,
    )
    const centre = {
      x: Math.round(((bounds.left + bounds.right) / 2) * scale),
      y: Math.round(((bounds.top + bounds.bottom) / 2) * scale),
    }
    const half = asked.side / 2
    const region = {
      left: centre.x - half,
      top: centre.y - half,
      right: centre.x + half,
      bottom: centre.y + half,
    }
    const { data } = await renderRegion(made, region, this.host.renderer, { memoryKey: 'trial' })
    // What was chosen meanwhile is not told of.
    if (asked.trials[0] === trial && (this.asked === null || this.asked.turn === asked.turn))
      this.post({ kind: 'trial', turn: asked.turn, name: trial.name, side: asked.side, data }, [data.buffer])
  }
}
