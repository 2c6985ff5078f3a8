import { toHex } from '@/core/colour/colour'
import { setOnLayer } from '@/core/design/properties/set'
import type { Point } from '@/core/geometry/matrix'
import { handledLeaves, stageScale } from '../../actions/handled'
import type { Bench } from '../../state/bench'
import { defineTool } from './definition'

/** Takes the colour at a point of the page: for whoever asked, for what is selected, else to be pasted. */
async function sample(bench: Bench, at: Point): Promise<void> {
  const { sampling, selection, ...s } = bench.store.getState()
  const k = stageScale(s)
  const rgba = await bench.client.ask<[number, number, number, number] | null>({
    ask: 'sample',
    x: at.x * k,
    y: at.y * k,
    radius: Math.round(sampling.radius * (globalThis.devicePixelRatio || 1)),
    layer: sampling.alone && selection.length === 1 ? selection[0] : undefined,
  })
  if (!rgba) return
  if (rgba[3] === 0)
    return bench.notify('There is nothing of the selected layer there. Sample where it shows.')
  const colour = toHex({ r: rgba[0] / 255, g: rgba[1] / 255, b: rgba[2] / 255, a: 1 })
  const { sampleFor, channel } = bench.store.getState()
  const leaves = sampleFor ? [] : handledLeaves(bench).filter((l) => 'fill' in l)
  if (sampleFor) sampleFor(colour, at)
  else if (leaves.length > 0)
    bench.edit('Sampled colour', (d) =>
      leaves.forEach((l) => setOnLayer(d, channel, l.id, 'fill', { kind: 'solid', colour })),
    )
  else {
    void navigator.clipboard?.writeText(colour).catch(() => undefined)
    bench.notify(`${colour} was sampled and copied.`)
  }
  bench.set({ tool: 'pick', sampleFor: null })
}

export const sampling = defineTool({
  id: 'sample',
  cursor: 'crosshair',
  press({ bench }, { page }) {
    void sample(bench, page)
    return null
  },
})
