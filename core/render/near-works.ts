import { blendModeNumber } from '../basics/blend-modes'
import { fromHex } from '../colour/colour'
import { intersect } from '../geometry/bounds'
import { cosine, lengthOf, sine } from '../geometry/exact'
import { apply, inverse } from '../geometry/matrix'
import { ALPHA, PLANE_BYTES, STRIDE } from '../pixels/memory'
import type { NearWork } from '../treatments/definition'
import { regionIn } from './region'
import { MOST_LOOK, type Near, PLANE, type Place, type Scratch, SIDE_BYTES } from './scratch'
import { gaussian } from './softening'

const ATOP = blendModeNumber('src-atop')
/** How often two has to be doubled to come to a length, once at least. */
function doublings(length: number): number {
  let count = 1
  while (2 ** count < length) count++
  return count
}

type Four = [number, number, number, number]
/** Smears towards a point of the box by so many times the distance from it, or around it by so many radians, on either side. */
function about(
  s: Scratch,
  near: Near,
  place: Place,
  w: { x: number; y: number },
  amount: number,
  around: boolean,
): void {
  const onto = inverse(near.box)
  if (!onto || amount <= 0) return
  const { region, left, top } = place
  const point = apply(onto, { x: w.x, y: w.y })
  const [cx, cy] = [point.x / near.factor, point.y / near.factor]
  const box = boxOf(place)
  const sides = [
    box.left / near.factor - cx,
    box.top / near.factor - cy,
    box.right / near.factor - cx,
    box.bottom / near.factor - cy,
  ].map(Math.abs) as Four
  // Around it everything is as far away as the furthest corner; towards it no side further than itself.
  const far = lengthOf(Math.max(sides[0], sides[2]), Math.max(sides[1], sides[3]))
  const [l, t, r, b] = sides.map((side) =>
    Math.min(MOST_LOOK, Math.ceil(amount * (around ? far : side)) + 3),
  ) as Four
  const read = s.gather(near, place, { left: l, top: t, right: r, bottom: b })
  const pole = { x: cx - 0.5 - read.x, y: cy - 0.5 - read.y }
  const inner = { left: l, top: t, right: read.width - r, bottom: read.height - b }
  s.smearAbout(read, inner, pole, amount, around)
  if (near.factor === 1) s.partInto(place, left + region.x - read.x, top + region.y - read.y)
  else s.bringAll(s.parted(read), read, place, near.factor)
}

const boxOf = ({ region, left, top }: Place) => ({
  left: left + region.x,
  top: top + region.y,
  right: left + region.x + region.width,
  bottom: top + region.y + region.height,
})

/** A softer one changes nothing that could be seen, px. */
export const LEAST_BLUR = 0.05

type Works = {
  [K in NearWork['op']]: (
    s: Scratch,
    w: Extract<NearWork, { op: K }>,
    near: Near,
    place: Place,
    step: number,
  ) => void
}
/** What each work that looks around a pixel does to a raster; `step` is px of the page to one of the view. */
export const nearWorks: Works = {
  blur: (s, w, near, place) => {
    if (w.sigma < LEAST_BLUR) return
    s.bringAll(s.a, s.softened(near, place), place, near.factor)
  },
  sharpen: (s, w, near, place) => {
    const { memory } = s
    const read = s.softened(near, place, [0, 1, 2])
    const soft = memory.tile()
    s.bringAll(s.a, read, { ...place, raster: soft }, near.factor)
    const { raster, region } = place
    memory.kernels.sharpenRect(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      region.width,
      region.height,
      soft + region.offset,
      PLANE_BYTES,
      STRIDE,
      w.amount,
      w.threshold,
    )
    memory.releaseTile(soft)
  },
  spare: (s, w, near, place) => {
    const { memory } = s
    const { kernels } = memory
    const { a } = s
    const reach = gaussian(near.sigma).length - 1
    const read = s.gather(near, place, 2 * reach)
    const { width, height } = read
    const [means, slopes] = [memory.tile(), memory.tile()]
    const even = (width + 3) & ~3
    // Plane by plane: its mean in the plane itself, the mean of its square in the fifth.
    for (let p = 0; p < 4; p++) {
      kernels.squarePlane(a + 4 * PLANE, a + p * PLANE, SIDE_BYTES, even, height)
      s.blur(near.sigma, read, [p, 4])
      kernels.guideLine(a + p * PLANE, a + 4 * PLANE, SIDE_BYTES, even, height, w.spared)
      s.blur(near.sigma, read, [p, 4])
      s.bring(slopes + place.region.offset, STRIDE, a + 4 * PLANE, read, place, near.factor)
      s.bring(means + place.region.offset, STRIDE, a + p * PLANE, read, place, near.factor)
      const at = place.region.offset
      kernels.guideApply(
        place.raster + p * PLANE_BYTES + at,
        STRIDE,
        slopes + at,
        means + at,
        STRIDE,
        place.region.width,
        place.region.height,
      )
    }
    memory.releaseTile(slopes)
    memory.releaseTile(means)
  },
  smear: (s, w, near, place) => {
    const [dx, dy] = [w.dx / near.factor, w.dy / near.factor]
    const length = lengthOf(dx, dy)
    if (length < 0.5) return
    const count = doublings(length)
    const [across, down] = [dx, dy].map((way) => Math.ceil(Math.abs(way) / 2) + 2 * count + 3) as [
      number,
      number,
    ]
    const read = s.gather(near, place, { left: across, top: down, right: across, bottom: down })
    const shifts = (n: number) => {
      const [x, y] = [dx / 2 ** (n + 2), dy / 2 ** (n + 2)]
      return [-x, -y, x, y] as const
    }
    s.bringAll(s.shifted(read, [0, 1, 2, 3], shifts, count, 0), read, place, near.factor)
  },
  zoom: (s, w, near, place) => about(s, near, place, w, 0.5 * w.by, false),
  spin: (s, w, near, place) => about(s, near, place, w, (w.by * Math.PI) / 4, true),
  dabs: (s, w, near, place) => {
    const { kernels } = s.memory
    const { a } = s
    const radius = w.radius / near.factor
    if (radius < 0.3) return
    const reach = gaussian(near.sigma).length - 1
    const read = s.gather(near, place, reach + Math.ceil(radius * 0.75) + 1)
    kernels.lightSquare(a + 4 * PLANE, a, PLANE, SIDE_BYTES, (read.width + 3) & ~3, read.height)
    s.blur(near.sigma, read, [0, 1, 2, 3, 4])
    kernels.dabWeigh(a, PLANE, a + 4 * PLANE, SIDE_BYTES, (read.width + 3) & ~3, read.height, w.sharp)
    const places = Array.from({ length: 8 }, (_, n) => [
      cosine((n * Math.PI) / 4) * radius * 0.75,
      sine((n * Math.PI) / 4) * radius * 0.75,
    ]).flat()
    const at = s.told(places)
    const { raster, region, left, top } = place
    if (near.factor === 1) {
      const to = [raster + region.offset, PLANE_BYTES, STRIDE, a, PLANE, SIDE_BYTES, a + 4 * PLANE] as const
      kernels.dabRect(
        ...to,
        left + region.x - read.x,
        top + region.y - read.y,
        region.width,
        region.height,
        at,
      )
      return
    }
    const skip = reach + Math.ceil(radius * 0.75) + 1
    const { b } = s
    const inner = [read.width - 2 * skip, read.height - 2 * skip] as const
    kernels.dabRect(
      b + skip * SIDE_BYTES + skip * 4,
      PLANE,
      SIDE_BYTES,
      a,
      PLANE,
      SIDE_BYTES,
      a + 4 * PLANE,
      skip,
      skip,
      ...inner,
      at,
    )
    s.bringAll(b, read, place, near.factor)
  },
  displace: (s, w, near, place, step) => {
    const { memory } = s
    const look = Math.min(MOST_LOOK, Math.ceil(Math.max(Math.abs(w.dx), Math.abs(w.dy))) + 2)
    const { raster, region, left, top } = place
    let map = 0
    if (near.map) {
      map = memory.tile()
      memory.kernels.clearRect(map + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
      const whole = regionIn(near.map.bounds, left, top)
      if (whole) {
        const own = s.reading.rasterOf(near.map, whole, left, top)
        const part = regionIn(intersect(near.map.bounds, boxOf(place)), left, top)
        if (part)
          memory.kernels.copyRect(
            map + part.offset,
            own + part.offset,
            PLANE_BYTES,
            STRIDE,
            part.width,
            part.height,
          )
      }
    }
    const read = s.gather(near, place, look)
    const most = look - 2
    const cut = (v: number) => Math.max(-most, Math.min(most, v))
    memory.kernels.displaceRect(
      ...([raster + region.offset, PLANE_BYTES, STRIDE, s.a, PLANE, SIDE_BYTES] as const),
      ...([left + region.x - read.x, top + region.y - read.y, region.width, region.height] as const),
      map ? map + region.offset : 0,
      PLANE_BYTES,
      STRIDE,
      w.light ? 1 : 0,
      cut(w.dx),
      cut(w.dy),
      ...([left + region.x, top + region.y, step / w.size] as const),
      w.seed,
    )
    if (map) memory.releaseTile(map)
  },
  fringe: (s, w, near, place) => {
    const { memory } = s
    const { a } = s
    const look = Math.min(MOST_LOOK, Math.ceil(Math.max(Math.abs(w.dx), Math.abs(w.dy))) + 2)
    const read = s.gather(near, place, look)
    const { raster, region } = place
    const ways = [-1, 0, 1]
    ways.forEach((way, p) => {
      s.bring(
        raster + p * PLANE_BYTES + region.offset,
        STRIDE,
        a + p * PLANE,
        read,
        place,
        near.factor,
        way * w.dx,
        way * w.dy,
      )
    })
    const own = memory.tile()
    ways.forEach((way, n) => {
      const to = n === 0 ? raster + ALPHA : own
      s.bring(to + region.offset, STRIDE, a + 3 * PLANE, read, place, near.factor, way * w.dx, way * w.dy)
      if (n > 0)
        memory.kernels.mostPlane(
          raster + ALPHA + region.offset,
          STRIDE,
          own + region.offset,
          STRIDE,
          region.width,
          region.height,
        )
    })
    memory.releaseTile(own)
  },
  print: (s, w, near, place) => {
    const { memory } = s
    const { raster, region } = place
    const [at, rect] = [region.offset, [PLANE_BYTES, STRIDE, region.width, region.height] as const]
    const own = memory.tile()
    memory.kernels.copyRect(own + at, raster + at, ...rect)
    s.bringAll(s.a, s.softened(near, place), place, near.factor)
    memory.kernels.clipRect(raster + at, ...rect, w.edge, w.slope)
    // What is covered keeps its colours; only where ink has spread are they those of what is near.
    memory.kernels.blendRect(raster + at, own + at, ...rect, ATOP, 1)
    memory.releaseTile(own)
  },
  wear: (s, w, near, place, step) => {
    const { memory } = s
    const read = s.softened(near, place, [3])
    const cover = memory.tile()
    const { raster, region, left, top } = place
    s.bring(cover + region.offset, STRIDE, s.a + 3 * PLANE, read, place, near.factor)
    memory.kernels.wearRect(
      ...([raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height] as const),
      ...([left + region.x, top + region.y, step] as const),
      w.size,
      w.amount,
      w.soft,
      w.edge,
      cover + region.offset,
      STRIDE,
      w.seed,
    )
    memory.releaseTile(cover)
  },
  extrude: (s, w, near, place) => {
    const { memory } = s
    const { kernels } = memory
    const { raster, region } = place
    const [dx, dy] = [w.dx / near.factor, w.dy / near.factor]
    const length = lengthOf(dx, dy)
    if (length < 0.25) return
    const count = doublings(length) + 1
    const read = s.gather(near, place, Math.ceil(length) + 2 * count + 3)
    const shifts = (n: number) => [0, 0, -dx / 2 ** (n + 1), -dy / 2 ** (n + 1)] as const
    const from = s.shifted(read, [3], shifts, count, 1)
    const under = memory.tile()
    s.bring(under + ALPHA + region.offset, STRIDE, from + 3 * PLANE, read, place, near.factor)
    const c = fromHex(w.colour)
    const [at, rect] = [region.offset, [PLANE_BYTES, STRIDE, region.width, region.height] as const]
    kernels.fillSolid(under + at, ...rect, under + ALPHA + at, STRIDE, c.r, c.g, c.b, c.a)
    kernels.blendRect(under + at, raster + at, ...rect, 0, 1)
    kernels.copyRect(raster + at, under + at, ...rect)
    memory.releaseTile(under)
  },
}
