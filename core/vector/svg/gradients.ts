import type { Bounds } from '../../geometry/bounds'
import { apply, compose, inverse, type Matrix } from '../../geometry/matrix'
import type { ArtGradient, ArtStop } from './artwork'
import type { Port } from './outlines'
import { declaredFor, type Element, lengthIn, referenceIn, transformIn } from './source'

type Stop = { offset: number; colour: string; alpha: number }
type Read = {
  stops: Stop[]
  units: string | undefined
  /**
   * The gradient as it lies in the graphic; null where one colour is all there is of it. `units` takes its own units to the
   * shape's, `here` those to the graphic's; `box` is what it must reach over where it repeats, and how far beyond.
   */
  map(
    stops: readonly ArtStop[],
    units: Matrix,
    here: Matrix,
    box: (Bounds & { by: number }) | null,
  ): ArtGradient | null
}
/** Periods of a repeated gradient that are drawn at most. */
const MOST_PERIODS = 120

/** A gradient of a file (SVG 2 §14.2), what it takes over from others included. */
export function gradientIn(
  e: Element,
  byId: ReadonlyMap<string, Element>,
  rules: Parameters<typeof declaredFor>[1],
  port: Port,
  beyond: (what: string) => void,
): Read {
  const chain: Element[] = []
  for (
    let at: Element | undefined = e;
    at && chain.length < 8 && !chain.includes(at);
    at = byId.get(referenceIn(at.attributes.href) ?? '')
  )
    chain.push(at)
  const own = (name: string) => chain.find((g) => g.attributes[name] !== undefined)?.attributes[name]
  const units = own('gradientUnits')
  const whole = units === 'userSpaceOnUse' ? port : { width: 1, height: 1 }
  const across = (name: string, fallback: number) => lengthIn(own(name), fallback * whole.width, whole.width)
  const down = (name: string, fallback: number) => lengthIn(own(name), fallback * whole.height, whole.height)
  const spread = own('spreadMethod') ?? 'pad'
  const turned = transformIn(own('gradientTransform'))
  return {
    units,
    stops: stopsIn(
      chain.find((g) => g.children.some((c) => c.tag === 'stop')),
      rules,
    ),
    map(stops, unitsMap, here, box) {
      const toGraphic = compose(compose(turned, unitsMap), here)
      const back = inverse(toGraphic)
      if (!back || stops.length < 2) return null
      if (e.tag === 'linearGradient') {
        const [x1, y1, x2, y2] = [across('x1', 0), down('y1', 0), across('x2', 1), down('y2', 0)]
        const [dx, dy] = [x2 - x1, y2 - y1]
        const l = dx * dx + dy * dy
        if (l < 1e-12) return null
        const line: Matrix = [
          dx / l,
          -dy / l,
          dy / l,
          dx / l,
          -(dx * x1 + dy * y1) / l,
          (dy * x1 - dx * y1) / l,
        ]
        return spreadOver({ form: 'linear', toUnit: compose(back, line), stops }, spread, box, here)
      }
      const size = Math.sqrt((whole.width ** 2 + whole.height ** 2) / 2)
      const [cx, cy, r] = [across('cx', 0.5), down('cy', 0.5), lengthIn(own('r'), 0.5 * size, size)]
      const [fx, fy] = [
        own('fx') === undefined ? cx : across('fx', 0.5),
        own('fy') === undefined ? cy : down('fy', 0.5),
      ]
      if (Math.hypot(fx - cx, fy - cy) > 0.01 * r) beyond('a gradient with its light beside its middle')
      if (r <= 0) return null
      const circle: Matrix = [1 / r, 0, 0, 1 / r, -cx / r, -cy / r]
      return spreadOver({ form: 'radial', toUnit: compose(back, circle), stops }, spread, box, here)
    },
  }
}
function stopsIn(e: Element | undefined, rules: Parameters<typeof declaredFor>[1]): Stop[] {
  let last = 0
  return (e?.children ?? []).flatMap((c): Stop[] => {
    if (c.tag !== 'stop') return []
    const get = declaredFor(c, rules)
    const raw = c.attributes.offset ?? '0'
    const value = Number.parseFloat(raw) / (raw.includes('%') ? 100 : 1)
    // Each stop lies no further back than the one before it.
    last = Math.max(last, Math.min(1, Math.max(0, Number.isFinite(value) ? value : 0)))
    const share = Number.parseFloat(get('stop-opacity') ?? '1')
    return [
      {
        offset: last,
        colour: get('stop-color') ?? '#000000',
        alpha: Number.isFinite(share) ? Math.min(1, Math.max(0, share)) : 1,
      },
    ]
  })
}

/** A gradient that repeats or goes back and forth, as one with many stops over all that it must reach. */
function spreadOver(
  gradient: ArtGradient,
  spread: string,
  box: (Bounds & { by: number }) | null,
  here: Matrix,
): ArtGradient {
  if (!box || (spread !== 'repeat' && spread !== 'reflect')) return gradient
  const { by } = box
  const corners = [
    [box.left - by, box.top - by],
    [box.right + by, box.top - by],
    [box.right + by, box.bottom + by],
    [box.left - by, box.bottom + by],
  ].map(([x, y]) => apply(gradient.toUnit, apply(here, { x: x as number, y: y as number })))
  const linear = gradient.form === 'linear'
  const first = linear ? Math.max(-MOST_PERIODS, Math.floor(Math.min(...corners.map((p) => p.x)))) : 0
  const reach = linear
    ? Math.max(...corners.map((p) => p.x))
    : Math.max(...corners.map((p) => Math.hypot(p.x, p.y)))
  const last = Math.min(first + MOST_PERIODS, Math.max(first + 1, Math.ceil(reach)))
  const count = last - first
  const stops = Array.from({ length: count }, (_, n) => {
    const back = spread === 'reflect' && Math.abs(first + n) % 2 === 1
    const own = back
      ? [...gradient.stops].reverse().map((s) => ({ ...s, offset: 1 - s.offset }))
      : gradient.stops
    // What lies before its first and after its last stop is theirs.
    const [head, tail] = [own[0] as ArtStop, own.at(-1) as ArtStop]
    return [{ ...head, offset: 0 }, ...own, { ...tail, offset: 1 }].map((s) => ({
      ...s,
      offset: (n + s.offset) / count,
    }))
  }).flat()
  const narrowed: Matrix = linear
    ? [1 / count, 0, 0, 1, -first / count, 0]
    : [1 / count, 0, 0, 1 / count, 0, 0]
  return { form: gradient.form, toUnit: compose(gradient.toUnit, narrowed), stops }
}
