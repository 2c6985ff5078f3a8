import { MOST_MARKS, type Weave, type WeaveMark } from '../kinds/weave-schema'
import { maskDependsOn } from './mask-commands'
import type { Design } from './schema'

/** The weave of two layers, whichever carries it. */
export function weaveOf(
  design: Pick<Design, 'layers'>,
  a: string,
  b: string,
): { carrier: string; weave: Weave } | null {
  for (const [carrier, other] of [
    [a, b],
    [b, a],
  ] as const) {
    const found = Object.values(design.layers[carrier]?.weaves ?? {}).find((w) => w.other === other)
    if (found) return { carrier, weave: found }
  }
  return null
}
/** Whether two layers can be woven: of one page, and neither made of the other. */
export function canWeave(design: Pick<Design, 'layers'>, a: string, b: string): boolean {
  const [one, two] = [design.layers[a], design.layers[b]]
  return Boolean(
    one &&
      two &&
      a !== b &&
      one.page === two.page &&
      !maskDependsOn(design, a, b) &&
      !maskDependsOn(design, b, a),
  )
}
/** Puts marks in the place of those that a weave has; without any the weave is gone. */
export function setWeave(
  d: Design,
  carrier: string,
  other: string,
  id: string,
  marks: readonly WeaveMark[],
): void {
  const layer = d.layers[carrier]
  if (!layer) return
  const gap = layer.weaves[id]?.gap
  if (marks.length === 0) delete layer.weaves[id]
  else
    layer.weaves[id] = {
      id,
      other,
      ...(gap ? { gap } : {}),
      marks: Object.fromEntries(marks.slice(-MOST_MARKS).map((m) => [m.id, m])),
    }
}
/** Leaves so many px free beside what passes over, in the weave of two layers. */
export function setWeaveGap(d: Design, carrier: string, id: string, gap: number): void {
  const weave = d.layers[carrier]?.weaves[id]
  if (weave && gap > 0) weave.gap = gap
  else if (weave) delete weave.gap
}
/** Weaves of layers are undone: each passes wholly over or under again. */
export function unweave(d: Design, ids: readonly string[]): void {
  for (const layer of Object.values(d.layers))
    for (const w of Object.values(layer.weaves))
      if (ids.includes(layer.id) || (ids.length === 1 && ids.includes(w.other))) delete layer.weaves[w.id]
}
/** Layers that one is woven with, by either's weave. */
export const wovenWith = (design: Pick<Design, 'layers'>, id: string): string[] =>
  Object.values(design.layers).flatMap((l) => {
    if (l.id === id) return Object.values(l.weaves).map((w) => w.other)
    if (Object.values(l.weaves).some((w) => w.other === id)) return [l.id]
    return []
  })
