import { cosine, sine } from '../geometry/exact'
import { scaling } from '../geometry/matrix'
import { type Command, mapPath, type Path, parsePath } from './path'
import type { ShapeStyle } from './shape-style'

/** Control distance of a quarter circle as a cubic, as a share of the radius (4/3 × (√2 − 1)). */
const KAPPA = 0.5522847498307936

export function rectanglePath(
  width: number,
  height: number,
  radii: readonly [number, number, number, number],
): Path {
  // A radius over half the shorter side has no further effect.
  const most = Math.min(width, height) / 2
  const [a, b, c, d] = radii.map((r) => Math.min(r, most)) as [number, number, number, number]
  const k = 1 - KAPPA
  const out: Command[] = [
    ['M', a, 0],
    ['L', width - b, 0],
  ]
  if (b > 0) out.push(['C', width - b * k, 0, width, b * k, width, b])
  out.push(['L', width, height - c])
  if (c > 0) out.push(['C', width, height - c * k, width - c * k, height, width - c, height])
  out.push(['L', d, height])
  if (d > 0) out.push(['C', d * k, height, 0, height - d * k, 0, height - d])
  out.push(['L', 0, a])
  if (a > 0) out.push(['C', 0, a * k, a * k, 0, a, 0])
  out.push(['Z'])
  return out
}

export function ellipsePath(width: number, height: number): Path {
  const [rx, ry] = [width / 2, height / 2]
  const [kx, ky] = [rx * KAPPA, ry * KAPPA]
  return [
    ['M', rx, 0],
    ['C', rx + kx, 0, width, ry - ky, width, ry],
    ['C', width, ry + ky, rx + kx, height, rx, height],
    ['C', rx - kx, height, 0, ry + ky, 0, ry],
    ['C', 0, ry - ky, rx - kx, 0, rx, 0],
    ['Z'],
  ]
}

/** A regular polygon or star stretched to fill its box, first corner up. */
function corneredPath(width: number, height: number, corners: number, inner: number | null): Path {
  const count = inner === null ? corners : corners * 2
  const points = Array.from({ length: count }, (_, n) => {
    const angle = (n / count) * 2 * Math.PI - Math.PI / 2
    const radius = inner !== null && n % 2 === 1 ? inner : 1
    return [cosine(angle) * radius, sine(angle) * radius] as const
  })
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  return [
    ...points.map(
      ([x, y], n): Command => [
        n === 0 ? 'M' : 'L',
        ((x - left) / (right - left)) * width,
        ((y - top) / (bottom - top)) * height,
      ],
    ),
    ['Z'],
  ]
}

/** What an outline is made by: its form in a box. */
type Formed<F extends string> = Pick<ShapeStyle, 'd' | 'radii' | 'corners'> & {
  form: F
  placement: { width: number; height: number }
}
type Shape = Formed<ShapeStyle['form']> & { inner: number }
const makers: Record<ShapeStyle['form'], (shape: Shape) => Path> = {
  rectangle: ({ placement: p, radii }) => rectanglePath(p.width, p.height, radii),
  ellipse: ({ placement: p }) => ellipsePath(p.width, p.height),
  path: ({ placement: p, d }) =>
    d ? mapPath(parsePath(d), scaling(p.width, p.height)) : rectanglePath(p.width, p.height, [0, 0, 0, 0]),
  line: ({ placement: p }) => [
    ['M', 0, p.height / 2],
    ['L', p.width, p.height / 2],
  ],
  polygon: ({ placement: p, corners }) => corneredPath(p.width, p.height, corners, null),
  star: ({ placement: p, corners, inner }) => corneredPath(p.width, p.height, corners, inner),
}

/** The outline of a slot in its own box. */
export const slotPath = ({
  form,
  placement: p,
  radii,
  corners,
  d,
}: Formed<'rectangle' | 'ellipse' | 'polygon' | 'path'>): Path => {
  if (form === 'path' && d) return mapPath(parsePath(d), scaling(p.width, p.height))
  if (form === 'rectangle' || form === 'path') return rectanglePath(p.width, p.height, radii)
  if (form === 'ellipse') return ellipsePath(p.width, p.height)
  return corneredPath(p.width, p.height, corners, null)
}

/** The outline of a mask's form; `round` is a share of half the shorter side. */
export function maskFormPath(
  form: 'rectangle' | 'ellipse' | 'polygon',
  width: number,
  height: number,
  round: number,
  corners: number,
): Path {
  const r = (round * Math.min(width, height)) / 2
  if (form === 'rectangle') return rectanglePath(width, height, [r, r, r, r])
  if (form === 'ellipse') return ellipsePath(width, height)
  return corneredPath(width, height, corners, null)
}

/** The outline of a shape in its own box. */
export const shapePath = (shape: Shape): Path => makers[shape.form](shape)
