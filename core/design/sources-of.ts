import { filesOf } from '../treatments/list'
import { blobsOfMask, masksOf } from './mask'
import type { Design, Layer } from './schema'

export type UsedSource = { sha: string; kind: 'picture' | 'graphic' }

/** The blobs that a layer shows. */
export function sourcesOf(layer: Layer): UsedSource[] {
  if (layer.kind === 'picture' || layer.kind === 'graphic') return [{ sha: layer.source, kind: layer.kind }]
  if (layer.kind === 'slot') return layer.picture ? [{ sha: layer.picture.source, kind: 'picture' }] : []
  if (layer.kind === 'strew')
    return layer.things.flatMap((t): UsedSource[] =>
      t.kind === 'shape' ? [] : [{ sha: t.source, kind: t.kind }],
    )
  return []
}

/** Tiles of what is painted in a layer's masks, and colours of what was cut out. */
const maskTilesOf = (layer: Layer): string[] => masksOf(layer).flatMap(blobsOfMask)

/** Every blob that a design names, pinned pictures too. */
export function blobsOf(design: Pick<Design, 'layers' | 'reference' | 'recipes'>): Set<string> {
  const shown = Object.values(design.layers).flatMap((l) => [
    ...sourcesOf(l).map((s) => s.sha),
    ...maskTilesOf(l),
    ...filesOf(l.treatments),
  ])
  shown.push(...Object.values(design.recipes).flatMap((r) => filesOf(r.treatments)))
  return new Set(design.reference ? [...shown, design.reference.source] : shown)
}
