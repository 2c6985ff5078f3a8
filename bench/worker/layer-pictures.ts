import { kindOf } from '@/core/kinds/list'
import { shapeLayer } from '@/core/kinds/new'
import { layerBounds } from '@/core/render/layer-bounds'
import { type Plan, plan } from '@/core/render/plan'
import { type Host, renderRegion } from '@/core/render/render-page'
import { flatResolved, type ResolvedLayer, type ResolvedPage } from '@/core/resolve/resolved'
import type { FromWorker, ToWorker } from './protocol'

type Asked = Extract<ToWorker, { kind: 'layers' }>
/** The longest that one piece of work takes before others get their turn, ms. */
const PIECE = 60
const alone = (l: ResolvedLayer): ResolvedLayer => ({
  ...l,
  layer: { ...l.layer, shown: true, opacity: 1, blend: 'normal' },
})
/** What a grade shows itself on: from dark to light through the colours of clay, as it has no picture of its own. */
const CLAY = ['#12262b', '#2f6f6a', '#c65a36', '#e8b77a', '#fbf6ec']
function sampleUnder({ layer, base }: ResolvedLayer): ResolvedLayer {
  const stops = Object.fromEntries(
    CLAY.map((colour, n) => [`s${n}`, { offset: n / (CLAY.length - 1), colour }]),
  )
  const where = { id: `${layer.id}-sample`, page: layer.page, plane: layer.plane, order: 'a0', parent: null }
  const own = shapeLayer(where, 'Sample', 'rectangle', layer.placement, {
    kind: 'linear',
    angleDegrees: 45,
    stops,
  })
  return { layer: own, children: [], insides: [], changed: [], base }
}

/** Pictures of single layers for the stack, made again only when they look different. */
export class LayerPictures {
  private readonly keys = new Map<string, string>()

  constructor(
    private readonly host: Host,
    private readonly post: (message: FromWorker, transfer: Transferable[]) => void,
    private readonly load: (made: Plan) => void,
  ) {}

  /** Makes pictures for as long as a piece of work lasts; what is left to do, or null. */
  async make(asked: Asked, page: ResolvedPage): Promise<Asked | null> {
    const all = new Map(flatResolved(page.layers).map((l) => [l.layer.id, l]))
    const started = performance.now()
    for (const [n, id] of asked.ids.entries()) {
      const layer = all.get(id)
      if (layer) await this.one(layer, asked.side, page)
      if (performance.now() - started > PIECE && n < asked.ids.length - 1)
        return { ...asked, ids: asked.ids.slice(n + 1) }
    }
    return null
  }

  private async one(found: ResolvedLayer, side: number, page: ResolvedPage): Promise<void> {
    const bounds = layerBounds(found)
    if (!bounds) return
    const { id } = found.layer
    const scale = (side / Math.max(bounds.right - bounds.left, bounds.bottom - bounds.top)) * 0.94
    const graded = !kindOf(found.layer).placed
    const layers = [...(graded ? [sampleUnder(found)] : []), alone(found)]
    const made = plan(
      { ...page, colour: 'transparent', layers, ...(graded ? { everything: layers } : {}) },
      { scale },
      this.host,
    )
    if (made.missing.length > 0) this.load(made)
    const key = `${made.nodes.map((x) => x.key).join()}/${side}`
    if (this.keys.get(id) === key) return
    this.keys.set(id, key)
    const centre = {
      x: Math.round(((bounds.left + bounds.right) / 2) * scale),
      y: Math.round(((bounds.top + bounds.bottom) / 2) * scale),
    }
    const half = side / 2
    const region = {
      left: centre.x - half,
      top: centre.y - half,
      right: centre.x + half,
      bottom: centre.y + half,
    }
    const picture = await renderRegion(made, region, this.host.renderer, { memoryKey: `layer-${id}` })
    this.post({ kind: 'layer', id, side, data: picture.data }, [picture.data.buffer])
  }
}
