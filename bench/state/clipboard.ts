import { z } from 'zod'
import { boxAt, newId, plainStyle, typeLayer } from '@/core/design/blank'
import { addLayers, orderAbove } from '@/core/design/commands'
import { type Layer, layerSchema } from '@/core/design/schema'
import { withMembers } from '@/core/design/tree'
import type { SourceInfo } from '../render/protocol'
import { placeFiles, spotFor } from './acts'
import type { Bench } from './bench-store'

/** Layers as they travel over the clipboard: by content hash, so that they can be pasted in another design too. */
const parcel = z.object({
  vividLayers: z.literal(1),
  layers: z.array(layerSchema).max(2000),
  roots: z.array(z.string()),
  sources: z.array(z.unknown()),
})
let kept = ''

export async function copySelection(bench: Bench): Promise<void> {
  const { design, selection, sources } = bench.store.getState()
  const layers = selection.flatMap((id) => withMembers(design, id))
  const used = layers.flatMap((l) => ('source' in l && sources[l.source] ? [sources[l.source]] : []))
  kept = JSON.stringify({ vividLayers: 1, layers, roots: selection, sources: used })
  try {
    await navigator.clipboard.writeText(kept)
  } catch {
    // Kept inside the application where the browser does not allow it.
  }
}

export async function pasteFiles(bench: Bench, data: DataTransfer): Promise<void> {
  const files = [...data.files]
  if (files.length > 0) await placeFiles(bench, files)
  else await pasteText(bench, data.getData('text/plain'), false)
}

/** Pastes layers, or plain text as a text box. */
export async function pasteText(bench: Bench, given: string | null, inPlace: boolean): Promise<void> {
  let text = given
  if (text === null)
    try {
      text = await navigator.clipboard.readText()
    } catch {
      text = kept
    }
  const content = text || kept
  if (!content) return
  const found = content.startsWith('{"vividLayers"') ? parcel.safeParse(JSON.parse(content)) : null
  if (found?.success) pasteLayers(bench, found.data.layers, found.data.roots, found.data.sources as SourceInfo[], inPlace)
  else pasteWords(bench, content)
}

function pasteLayers(bench: Bench, layers: readonly Layer[], roots: readonly string[], sources: readonly SourceInfo[], inPlace: boolean): void {
  for (const s of sources) bench.addSource(s)
  const s = bench.store.getState()
  const names = new Map(layers.map((l) => [l.id, newId()]))
  const step =
    inPlace || !layers.some((l) => s.design.layers[l.id]?.page === s.page) ? 0 : Math.round(Math.min(s.resolved.width, s.resolved.height) * 0.02)
  const made = layers.map((l): Layer => {
    const root = roots.includes(l.id)
    return {
      ...l,
      id: names.get(l.id) as string,
      page: s.page,
      parent: root ? null : (names.get(l.parent ?? '') ?? null),
      inside: l.inside ? (names.get(l.inside) ?? null) : null,
      behaviour: { ...l.behaviour, host: l.behaviour.host ? (names.get(l.behaviour.host) ?? null) : null },
      placement: { ...l.placement, x: l.placement.x + step, y: l.placement.y + step },
    }
  })
  bench.edit(made.length === 1 ? 'Paste' : `Paste ${roots.length} layers`, (d) => {
    for (const layer of made) addLayers(d, [layer.parent ? layer : { ...layer, order: orderAbove(d, layer, null) }])
  })
  bench.select(roots.map((r) => names.get(r) as string))
}

function pasteWords(bench: Bench, text: string): void {
  const s = bench.store.getState()
  const short = Math.min(s.resolved.width, s.resolved.height)
  const size = Math.max(s.resolved.channel.smallestType, Math.round(short * 0.045))
  const lines = text.split('\n').length
  const layer = typeLayer(
    { id: newId(), ...spotFor(s, 'type') },
    text.slice(0, 20_000),
    boxAt(s.resolved.width * 0.15, s.resolved.height * 0.3, s.resolved.width * 0.7, size * plainStyle.leading * lines),
    { size },
  )
  bench.edit('Paste text', (d) => addLayers(d, [layer]))
  bench.select([layer.id])
}
