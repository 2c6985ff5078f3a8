import { newId } from '@/core/basics/ids'
import { addLayers } from '@/core/design/commands'
import { canShape, plainShapes } from '@/core/design/plain-shapes'
import { orderAbove } from '@/core/design/spots'
import { isLocked } from '@/core/design/tree'
import { hasParts } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { readSvg } from '@/core/vector/svg'
import type { Bench } from '../state/bench'
import { serverLoader } from '../worker/loader'

/** Plain shapes of what the selected layers draw, as a group above each; the layers stay, hidden. */
export async function toShapes(bench: Bench): Promise<void> {
  const { design, selection } = bench.store.getState()
  const made: { from: string; layers: Layer[] }[] = []
  let left = 0
  for (const id of selection) {
    const layer = design.layers[id]
    if (!layer || !canShape(layer) || isLocked(design, id)) continue
    const text = hasParts(layer) ? await serverLoader.graphic(layer.source) : null
    const layers = plainShapes(
      layer,
      orderAbove(design, layer, id),
      bench.fonts,
      text ? readSvg(text) : null,
      newId,
    )
    if (layers) made.push({ from: id, layers })
    else left++
  }
  if (left > 0)
    bench.notify('Of what is bent, slanted or very rich in detail no shapes were made. It was left as it is.')
  if (made.length === 0) return
  bench.edit('Turn into plain shapes', (d) => {
    for (const { from, layers } of made) {
      addLayers(d, layers)
      const own = d.layers[from]
      if (own) own.shown = false
    }
  })
  bench.select(made.flatMap((m) => m.layers[0]?.id ?? []))
}
