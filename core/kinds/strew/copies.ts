import { cosine, lengthOf, sine } from '../../geometry/exact'
import { apply, type Point } from '../../geometry/matrix'
import { matrixOf, wrapDegrees } from '../../geometry/placement'
import type { Placement } from '../../geometry/placement-schema'
import { carried, carrierOf } from '../../geometry/warp'
import type { GraphicLayer } from '../graphic/schema'
import type { PictureLayer } from '../picture/schema'
import type { ShapeLayer } from '../shape/schema'
import type { StrewLayer, StrewThing } from './schema'

/** A thing's own lengths (strokes, radii) are those of a copy whose longer side is this long, px. */
export const THING_SIDE = 100

/** A number of 0 to 1 from a seed and two counters, by integer arithmetic alone (the finaliser of MurmurHash3, from memory). */
export function dice(seed: number, n: number, channel: number): number {
  let h =
    (Math.imul(seed + 1, 0x9e3779b1) ^ Math.imul(n + 1, 0x85ebca6b) ^ Math.imul(channel + 1, 0xc2b2ae35)) | 0
  h ^= h >>> 16
  h = Math.imul(h, 0x85ebca6b)
  h ^= h >>> 13
  h = Math.imul(h, 0xc2b2ae35)
  h ^= h >>> 16
  return (h >>> 0) / 4294967296
}
/** Points a side of the net by which a copy follows the bend of its strew. */
const COPY_SIDE = 4

const between = (r: { from: number; to: number }, share: number): number => r.from + (r.to - r.from) * share

/**
 * Steps of the R2 sequence: 1/p and 1/p² for the plastic number p, x³ = x + 1. Each new point falls where there is most
 * room, so that copies added later leave the earlier ones where they are (M. Roberts 2018, from memory).
 */
const PLASTIC = 1.324717957244746
const fraction = (v: number): number => v - Math.floor(v)

/** A place in the unit box and the direction of the path there, degrees. */
type Spot = { x: number; y: number; along: number }
const grounds: Record<StrewLayer['ground'], (layer: StrewLayer, n: number) => Spot> = {
  area: (l, n) => ({ ...spread(l.seed, n), along: 0 }),
  disc(l, n) {
    const s = spread(l.seed, n)
    const [r, a] = [Math.sqrt(s.x) / 2, s.y * 2 * Math.PI]
    return { x: 0.5 + r * cosine(a), y: 0.5 + r * sine(a), along: 0 }
  },
  edge(l, n) {
    const { width: w, height: h } = l.placement
    let at = fraction(n / l.count + dice(l.seed, 0, 9)) * 2 * (w + h)
    for (const [x, y, dx, dy, length, turn] of [
      [0, 0, 1, 0, w, 0],
      [1, 0, 0, 1, h, 90],
      [1, 1, -1, 0, w, 180],
      [0, 1, 0, -1, h, -90],
    ] as const) {
      if (at <= length)
        return {
          x: x + (dx * at) / length,
          y: y + (dy * at) / length,
          along: turn,
        }
      at -= length
    }
    return { x: 0, y: 0, along: 0 }
  },
  ring(l, n) {
    const a = fraction(n / l.count + dice(l.seed, 0, 9)) * 2 * Math.PI
    return { x: 0.5 + cosine(a) / 2, y: 0.5 + sine(a) / 2, along: wrapDegrees((a * 180) / Math.PI + 90) }
  },
  line: (l, n) => ({ x: (n + 0.5) / l.count, y: 0.5, along: 0 }),
}
const spread = (seed: number, n: number): Point => ({
  x: fraction(dice(seed, 0, 7) + (n + 1) / PLASTIC),
  y: fraction(dice(seed, 0, 8) + (n + 1) / (PLASTIC * PLASTIC)),
})

/** The copies of a strew as layers of their own, back to front; they carry its id. The same seed gives the same copies everywhere. */
export function strewn(layer: StrewLayer): (PictureLayer | GraphicLayer | ShapeLayer)[] {
  const { placement: p } = layer
  const short = Math.min(p.width, p.height)
  const toPage = matrixOf(p)
  const carrier = carrierOf(p)
  return Array.from({ length: layer.count }, (_, n) => {
    const spot = grounds[layer.ground](layer, n)
    const off = between(layer.distance, dice(layer.seed, n, 3)) * short
    const free = layer.ground === 'area' || layer.ground === 'disc'
    // Off a path to its side; on an area in any direction.
    const way = ((free ? dice(layer.seed, n, 4) * 360 : spot.along - 90) * Math.PI) / 180
    const at = apply(toPage, {
      x: spot.x * p.width + cosine(way) * off,
      y: spot.y * p.height + sine(way) * off,
    })
    const thing = layer.things[Math.floor(dice(layer.seed, n, 5) * layer.things.length)] as StrewThing
    const side = Math.max(0.5, between(layer.size, dice(layer.seed, n, 1)) * short)
    const turn = between(layer.angle, dice(layer.seed, n, 2)) + (layer.follow ? spot.along : 0)
    const mirrored = p.flipX !== p.flipY
    const plain: Placement = {
      x: at.x,
      y: at.y,
      width: thing.ratio >= 1 ? side : side * thing.ratio,
      height: thing.ratio >= 1 ? side / thing.ratio : side,
      rotation: wrapDegrees(p.rotation + (mirrored ? -turn : turn) + (p.flipY ? 180 : 0)),
      flipX: mirrored,
      flipY: false,
    }
    return copyOf(layer, thing, carrier ? carried(plain, carrier, COPY_SIDE) : plain)
  })
}

function copyOf(layer: StrewLayer, thing: StrewThing, placement: Placement) {
  const {
    ground: _g,
    seed: _s,
    count: _c,
    size: _z,
    angle: _a,
    distance: _d,
    follow: _f,
    things: _t,
    ...own
  } = layer
  const { ratio: _r, ...content } = thing
  const plain = { ...own, placement, opacity: 1, body: 1, blend: 'normal' as const, masks: {}, inside: null }
  if (content.kind !== 'shape') return { ...plain, ...content }
  const k = Math.max(placement.width, placement.height) / THING_SIDE
  return {
    ...plain,
    ...content,
    radii: content.radii.map((r) => r * k) as typeof content.radii,
    stroke: { ...content.stroke, weight: content.stroke.weight * k },
  }
}

/** How far copies may reach beyond the strew's own box, px. */
export const strewReach = (layer: StrewLayer): number => {
  const short = Math.min(layer.placement.width, layer.placement.height)
  const far = Math.max(Math.abs(layer.distance.from), Math.abs(layer.distance.to))
  return (layer.size.to * lengthOf(1, 1) * short) / 2 + far * short
}
