import { translation } from '../../geometry/matrix'
import { mapPath, type Path, parsePath } from '../path'
import { ellipsePath } from '../shapes'
import { type Element, lengthIn, numbersIn } from './source'

/** What percentages are of. */
export type Port = { width: number; height: number }
const diagonal = (p: Port): number => Math.sqrt((p.width ** 2 + p.height ** 2) / 2)

/** A rectangle with elliptical corners (SVG 2 §10.2). */
function rect(a: Record<string, string>, port: Port): Path {
  const [w, h] = [lengthIn(a.width, 0, port.width), lengthIn(a.height, 0, port.height)]
  const [x, y] = [lengthIn(a.x, 0, port.width), lengthIn(a.y, 0, port.height)]
  if (w <= 0 || h <= 0) return []
  const given = [a.rx, a.ry].map((v, n) =>
    v === undefined || v === 'auto' ? null : Math.max(0, lengthIn(v, 0, n === 0 ? port.width : port.height)),
  )
  const rx = Math.min(w / 2, given[0] ?? given[1] ?? 0)
  const ry = Math.min(h / 2, given[1] ?? given[0] ?? 0)
  if (rx === 0 || ry === 0) return [['M', x, y], ['L', x + w, y], ['L', x + w, y + h], ['L', x, y + h], ['Z']]
  const k = 0.5522847498
  const [kx, ky] = [rx * (1 - k), ry * (1 - k)]
  return [
    ['M', x + rx, y],
    ['L', x + w - rx, y],
    ['C', x + w - kx, y, x + w, y + ky, x + w, y + ry],
    ['L', x + w, y + h - ry],
    ['C', x + w, y + h - ky, x + w - kx, y + h, x + w - rx, y + h],
    ['L', x + rx, y + h],
    ['C', x + kx, y + h, x, y + h - ky, x, y + h - ry],
    ['L', x, y + ry],
    ['C', x, y + ky, x + kx, y, x + rx, y],
    ['Z'],
  ]
}
function ellipse(cx: number, cy: number, rx: number, ry: number): Path {
  return rx > 0 && ry > 0 ? mapPath(ellipsePath(rx * 2, ry * 2), translation(cx - rx, cy - ry)) : []
}
function points(text: string | undefined, closed: boolean): Path {
  const v = numbersIn(text)
  const out: Path[number][] = []
  for (let n = 0; n + 1 < v.length; n += 2)
    out.push([n === 0 ? 'M' : 'L', v[n] as number, v[n + 1] as number])
  return closed && out.length > 0 ? [...out, ['Z']] : out
}

const outlines: Record<string, (a: Record<string, string>, port: Port) => Path> = {
  path: (a) => parsePath(a.d ?? ''),
  rect,
  circle(a, port) {
    const r = lengthIn(a.r, 0, diagonal(port))
    return ellipse(lengthIn(a.cx, 0, port.width), lengthIn(a.cy, 0, port.height), r, r)
  },
  ellipse(a, port) {
    const [rx, ry] = [lengthIn(a.rx ?? a.ry, 0, port.width), lengthIn(a.ry ?? a.rx, 0, port.height)]
    return ellipse(lengthIn(a.cx, 0, port.width), lengthIn(a.cy, 0, port.height), rx, ry)
  },
  line: (a, port) => [
    ['M', lengthIn(a.x1, 0, port.width), lengthIn(a.y1, 0, port.height)],
    ['L', lengthIn(a.x2, 0, port.width), lengthIn(a.y2, 0, port.height)],
  ],
  polyline: (a) => points(a.points, false),
  polygon: (a) => points(a.points, true),
}
/** The outline of a basic shape in its own units; null for what is no shape. */
export const outlineOf = (e: Element, port: Port): Path | null =>
  outlines[e.tag]?.(e.attributes, port) ?? null
