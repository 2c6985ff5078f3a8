import { newId } from '@/core/basics/ids'
import { ownChannel } from '@/core/design/channels'
import { addChannel, addLayers } from '@/core/design/commands'
import { onlyOn } from '@/core/design/only-here'
import { orderAbove } from '@/core/design/spots'
import { boxAt } from '@/core/kinds/new'
import type { Bench } from '../state/bench'
import type { SourceInfo } from '../worker/protocol'
import { layerOfSource } from './landing'
import { upload } from './uploads'

const MOST = 30_000
const LEAST = 8
/** A layer of a whole picture or graphic, px. */
function wholeLayer(bench: Bench, info: SourceInfo, name: string, width: number, height: number) {
  const { design, page } = bench.store.getState()
  const spot = { page, plane: 'backdrop' as const, parent: null }
  const where = { id: newId(), ...spot, order: orderAbove(design, spot, null) }
  return layerOfSource(where, { info, label: name }, boxAt(0, 0, width, height))
}
/**
 * Takes finished pictures in as channels of their own kind, each of its picture's size: they are seen, checked and delivered
 * with the others, but nothing of the master comes there.
 */
export async function bringIn(bench: Bench, files: readonly File[]): Promise<void> {
  const made: { info: SourceInfo; name: string }[] = []
  for (const file of files) {
    const info = await upload(bench, file)
    if (info)
      made.push({ info, name: file.name.replace(/\.[^.]+$/, '').slice(0, 200) || 'Composed elsewhere' })
  }
  if (made.length === 0) return
  for (const { info } of made) bench.addSource(info)
  const all = made.map(({ info, name }) => {
    const k = Math.min(1, MOST / Math.max(info.width, info.height))
    const [width, height] = [info.width, info.height].map((v) => Math.max(LEAST, Math.round(v * k))) as [
      number,
      number,
    ]
    const { group: _, ...channel } = ownChannel(`own-${newId()}`, name, width, height)
    return {
      channel: { ...channel, elsewhere: true },
      layer: wholeLayer(bench, info, name, width, height),
    }
  })
  bench.edit(all.length > 1 ? `Bring in ${all.length} channels` : 'Bring in a channel', (d) => {
    for (const { channel, layer } of all) {
      addChannel(d, channel)
      addLayers(d, [layer])
      onlyOn(d, channel.id, layer.id, null)
    }
  })
  const [first] = all
  if (first) bench.show(bench.store.getState().page, first.channel.id)
  bench.notify(
    `${all.length > 1 ? `${all.length} channels` : `“${first?.channel.name}”`} composed elsewhere: nothing of the master comes there.`,
  )
}
