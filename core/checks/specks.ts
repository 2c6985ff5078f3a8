import { intersect, isEmpty, scaledWhole } from '../geometry/bounds'
import { connectedParts } from '../geometry/connected'
import { placedBounds } from '../geometry/placement'
import { layerName } from '../kinds/facts'
import { nodeWith } from '../render/nodes'
import { flatResolved } from '../resolve/resolved'
import { coverIn } from './cover'
import { defineCheck, type Found } from './define'

/** A part of a thing is stray when it is smaller than a disc so far across, px of the page, and under this share of the whole. */
const ACROSS = 9
const SHARE = 0.004
/** Coverage from which a px is seen, of 255. */
const SEEN = 40

/** Stray dots that a mask or cutout left. */
export const strays = defineCheck('specks', 'No stray specks', ({ page, plan, scale, host }) =>
  flatResolved(page.layers).flatMap(({ layer }): Found[] => {
    if (
      !layer.shown ||
      !Object.values(layer.masks).some((m) => m.on && (m.kind === 'painted' || m.kind === 'picked'))
    )
      return []
    const node = nodeWith(plan.nodes, layer.id)
    const box = node && intersect(scaledWhole(placedBounds(layer.placement), scale), plan.page)
    if (!node || !box || isEmpty(box)) return []
    const [width, height] = [box.right - box.left, box.bottom - box.top]
    const cover = coverIn(node, box, host.renderer)
    const most = (Math.PI * (ACROSS * scale) ** 2) / 4
    const parts = [...connectedParts(width, height, (n) => (cover[n] as number) >= SEEN)].map((part) => ({
      area: part.reduce((s, n) => s + (cover[n] as number) / 255, 0),
      n: part[0] as number,
    }))
    const whole = parts.reduce((s, p) => s + p.area, 0)
    const stray = parts.filter((p) => p.area < most && p.area < whole * SHARE)
    const [first] = stray
    // A thing of nothing but dots is meant so.
    if (!first || stray.length > 60 || stray.reduce((s, p) => s + p.area, 0) > whole * 0.1) return []
    const [x, y] = [(box.left + (first.n % width)) / scale, (box.top + Math.floor(first.n / width)) / scale]
    return [
      {
        layer: layer.id,
        at: { left: x - 10, top: y - 10, right: x + 10, bottom: y + 10 },
        text: `“${layerName(layer)}” has ${stray.length === 1 ? 'a stray speck' : `${stray.length} stray specks`} beside it. Clean them in its mask.`,
      },
    ]
  }),
)
