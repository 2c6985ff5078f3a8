export { random } from '../draw/random'

/** Meshes for the tracer: lengths in decimetres, y up, the table top at y = 0. */

export type Vector = readonly [number, number, number]
export type Vertex = { at: Vector; normal: Vector; u: number; v: number }

/** A triangle soup: nine position, nine normal and six uv numbers a triangle, and its material. */
export class Mesh {
  positions: number[] = []
  normals: number[] = []
  uvs: number[] = []
  materials: number[] = []

  triangle(a: Vertex, b: Vertex, c: Vertex, material: number): void {
    this.positions.push(...a.at, ...b.at, ...c.at)
    this.normals.push(...a.normal, ...b.normal, ...c.normal)
    this.uvs.push(a.u, a.v, b.u, b.v, c.u, c.v)
    this.materials.push(material)
  }

  /** Two triangles over a grid of vertices, `columns` + 1 a row. */
  grid(vertices: Vertex[], columns: number, material: number): void {
    const stride = columns + 1
    const rows = vertices.length / stride - 1
    for (let j = 0; j < rows; j++)
      for (let i = 0; i < columns; i++) {
        const [a, b, c, d] = [
          j * stride + i,
          j * stride + i + 1,
          (j + 1) * stride + i,
          (j + 1) * stride + i + 1,
        ].map((n) => vertices[n] as Vertex) as [Vertex, Vertex, Vertex, Vertex]
        this.triangle(a, b, d, material)
        this.triangle(a, d, c, material)
      }
  }
}

/** Turns points about the upright, by radians. */
export function turning(angle: number): (at: Vector) => Vector {
  const [c, k] = [Math.cos(angle), Math.sin(angle)]
  return ([x, y, z]) => [x * c + z * k, y, -x * k + z * c]
}
export const add = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const sub = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const times = (a: Vector, k: number): Vector => [a[0] * k, a[1] * k, a[2] * k]
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
export const unit = (a: Vector): Vector => times(a, 1 / (Math.hypot(...a) || 1))

/** A smooth curve through points (centripetal enough for pots): Catmull-Rom, `steps` a span. */
export function curve<P extends readonly number[]>(points: readonly P[], steps: number): P[] {
  const out: P[] = []
  const at = (n: number) => points[Math.max(0, Math.min(points.length - 1, n))] as P
  for (let n = 0; n < points.length - 1; n++) {
    const [p0, p1, p2, p3] = [at(n - 1), at(n), at(n + 1), at(n + 2)]
    for (let s = 0; s < steps; s++) {
      const t = s / steps
      out.push(
        p1.map((b, k) => {
          const a = p0[k] as number
          const c = p2[k] as number
          const d = p3[k] as number
          return (
            0.5 *
            (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t ** 3)
          )
        }) as unknown as P,
      )
    }
  }
  out.push(at(points.length - 1))
  return out
}

/** A pot: a profile of [radius, height] turned about the y axis at `at`; v is height from foot to rim. */
export function lathe(
  mesh: Mesh,
  profile: readonly (readonly [number, number])[],
  at: Vector,
  material: number,
  segments = 112,
): void {
  const line = curve(profile, 9)
  const heights = line.map((p) => p[1])
  const low = Math.min(...heights)
  const span = Math.max(...heights) - low || 1
  const vertices: Vertex[] = []
  line.forEach(([radius, y], n) => {
    const before = line[Math.max(0, n - 1)] as readonly [number, number]
    const after = line[Math.min(line.length - 1, n + 1)] as readonly [number, number]
    const [dr, dy] = [after[0] - before[0], after[1] - before[1]]
    for (let s = 0; s <= segments; s++) {
      const angle = (s / segments) * Math.PI * 2
      const [c, k] = [Math.cos(angle), Math.sin(angle)]
      vertices.push({
        at: [at[0] + Math.max(radius, 0) * c, at[1] + y, at[2] + Math.max(radius, 0) * k],
        normal: unit([dy * c, -dr, dy * k]),
        u: s / segments,
        v: (y - low) / span,
      })
    }
  })
  mesh.grid(vertices, segments, material)
}

/** A round or flattened tube along a path; radius as a function of 0..1. */
export function tube(
  mesh: Mesh,
  path: readonly Vector[],
  radius: (t: number) => number,
  material: number,
  sides = 12,
  flat = 1,
): void {
  const vertices: Vertex[] = []
  let side: Vector = [0, 0, 1]
  path.forEach((p, n) => {
    const forward = unit(
      sub(path[Math.min(n + 1, path.length - 1)] as Vector, path[Math.max(n - 1, 0)] as Vector),
    )
    side = unit(sub(side, times(forward, dot(side, forward))))
    const up = cross(forward, side)
    const t = n / (path.length - 1)
    for (let s = 0; s <= sides; s++) {
      const angle = (s / sides) * Math.PI * 2
      const normal = unit(add(times(side, Math.cos(angle) / flat), times(up, Math.sin(angle))))
      const offset = add(times(side, Math.cos(angle) * flat), times(up, Math.sin(angle)))
      vertices.push({ at: add(p, times(offset, radius(t))), normal, u: s / sides, v: t })
    }
  })
  mesh.grid(vertices, sides, material)
}

/** A leaf from `base` along `along`, its face turned to `face`; `curl` bends the tip, `fold` raises its sides. */
export function leaf(
  mesh: Mesh,
  base: Vector,
  along: Vector,
  face: Vector,
  length: number,
  width: number,
  curl: number,
  fold: number,
  material: number,
  shape = 0.42,
): void {
  const [rows, columns] = [12, 6]
  const forward = unit(along)
  const side = unit(cross(forward, face))
  const up = cross(side, forward)
  const vertices: Vertex[] = []
  const place = (u: number, v: number): Vector => {
    const swell = Math.sin(Math.PI * v ** (Math.log(0.5) / Math.log(shape))) ** 0.85 * (1 - v * 0.12)
    const x = (u - 0.5) * width * swell
    const bend = curl * v * v * length
    return add(
      base,
      add(
        times(forward, v * length * (1 - Math.abs(curl) * v * 0.3)),
        add(times(side, x), times(up, Math.abs(x) * fold - bend)),
      ),
    )
  }
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= columns; i++) {
      const [u, v] = [i / columns, 0.004 + (j / rows) * 0.992]
      const e = 0.01
      const normal = unit(
        cross(sub(place(u + e, v), place(u - e, v)), sub(place(u, v + e * 0.4), place(u, v - e * 0.4))),
      )
      vertices.push({ at: place(u, v), normal: Number.isFinite(normal[0]) ? normal : up, u, v })
    }
  mesh.grid(vertices, columns, material)
}

/** A rectangle from a corner along two edges; its normal is edge a × edge b. */
export function quad(mesh: Mesh, corner: Vector, a: Vector, b: Vector, material: number): void {
  const normal = unit(cross(a, b))
  const point = (u: number, v: number): Vertex => ({
    at: add(corner, add(times(a, u), times(b, v))),
    normal,
    u,
    v,
  })
  mesh.triangle(point(0, 0), point(1, 0), point(1, 1), material)
  mesh.triangle(point(0, 0), point(1, 1), point(0, 1), material)
}

/** A box with softly rounded long edges on top. */
export function box(mesh: Mesh, low: Vector, high: Vector, material: number, bevel = 0.03): void {
  const [x0, y0, z0] = low
  const [x1, y1, z1] = high
  const b = bevel
  quad(mesh, [x0, y1, z1 - b], [x1 - x0, 0, 0], [0, 0, z0 - z1 + 2 * b], material)
  quad(mesh, [x0, y0, z1], [x1 - x0, 0, 0], [0, y1 - y0 - b, 0], material)
  quad(mesh, [x1, y0, z0], [-(x1 - x0), 0, 0], [0, y1 - y0, 0], material)
  quad(mesh, [x1, y0, z1], [0, 0, z0 - z1], [0, y1 - y0, 0], material)
  quad(mesh, [x0, y0, z0], [0, 0, z1 - z0], [0, y1 - y0, 0], material)
  quad(mesh, [x0, y0, z0], [x1 - x0, 0, 0], [0, 0, z1 - z0], material)
  const steps = 6
  const vertices: Vertex[] = []
  for (let n = 0; n <= steps; n++) {
    const angle = (n / steps) * (Math.PI / 2)
    const normal: Vector = [0, Math.sin(angle), Math.cos(angle)]
    for (const [x, u] of [
      [x0, 0],
      [x1, 1],
    ] as const)
      vertices.push({ at: [x, y1 - b + b * normal[1], z1 - b + b * normal[2]], normal, u, v: n / steps })
  }
  mesh.grid(vertices, 1, material)
}

/** A ball, squashed by `flat`. */
export function ball(
  mesh: Mesh,
  centre: Vector,
  radius: number,
  material: number,
  flat = 1,
  segments = 40,
): void {
  const vertices: Vertex[] = []
  for (let j = 0; j <= segments / 2; j++)
    for (let i = 0; i <= segments; i++) {
      const [theta, phi] = [(j / (segments / 2)) * Math.PI, (i / segments) * Math.PI * 2]
      const n: Vector = [Math.sin(theta) * Math.cos(phi), Math.cos(theta), Math.sin(theta) * Math.sin(phi)]
      vertices.push({
        at: add(centre, [n[0] * radius, n[1] * radius * flat, n[2] * radius]),
        normal: unit([n[0], n[1] / flat, n[2]]),
        u: i / segments,
        v: 1 - j / (segments / 2),
      })
    }
  mesh.grid(vertices, segments, material)
}

/** A surface over the unit square; normals are taken from its own differences. */
export function sheet(
  mesh: Mesh,
  at: (u: number, v: number) => Vector,
  material: number,
  columns = 24,
  rows = 24,
): void {
  const e = 1e-3
  const vertices: Vertex[] = []
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= columns; i++) {
      const [u, v] = [i / columns, j / rows]
      const across = sub(at(Math.min(1, u + e), v), at(Math.max(0, u - e), v))
      const along = sub(at(u, Math.min(1, v + e)), at(u, Math.max(0, v - e)))
      const normal = unit(cross(across, along))
      vertices.push({ at: at(u, v), normal: Number.isFinite(normal[0]) ? normal : [0, 1, 0], u, v })
    }
  mesh.grid(vertices, columns, material)
}

export type Flat = readonly (readonly [x: number, y: number])[]
/** The outline of a rectangle with round corners about a middle, anticlockwise; always as many points, so that two make a ring. */
export function roundedOutline(cx: number, cy: number, width: number, height: number, radius: number): Flat {
  const steps = 10
  const r = Math.max(1e-4, Math.min(radius, width / 2, height / 2))
  const corners = [
    [cx + width / 2 - r, cy + height / 2 - r],
    [cx - width / 2 + r, cy + height / 2 - r],
    [cx - width / 2 + r, cy - height / 2 + r],
    [cx + width / 2 - r, cy - height / 2 + r],
  ] as const
  return corners.flatMap(([x, y], n) =>
    Array.from({ length: steps + 1 }, (_, k) => {
      const a = ((n + k / steps) * Math.PI) / 2
      return [x + r * Math.cos(a), y + r * Math.sin(a)] as const
    }),
  )
}
/** The outline of an arch that stands on a line: a rectangle whose top is half an ellipse; as many points as a rounded one. */
export function archOutline(
  cx: number,
  bottom: number,
  width: number,
  height: number,
  rise = width / 2,
): Flat {
  const points: [number, number][] = []
  const n = 42
  for (let k = 0; k <= n; k++) {
    const a = (k / n) * Math.PI
    points.push([cx + (width / 2) * Math.cos(a), bottom + height - rise + rise * Math.sin(a)])
  }
  points.push([cx - width / 2, bottom])
  return [...points, [cx + width / 2, bottom] as const]
}
/** A ring between two outlines of as many points, facing +z, from `back` to `front`, its front edges rounded by `bevel`. */
export function ringSlab(
  mesh: Mesh,
  outer: Flat,
  inner: Flat,
  back: number,
  front: number,
  material: number,
  bevel = 0.02,
): void {
  const count = outer.length
  const toward = (
    a: readonly [number, number],
    b: readonly [number, number],
    by: number,
  ): [number, number] => {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
    const l = Math.hypot(dx, dy) || 1
    return [a[0] + (dx / l) * by, a[1] + (dy / l) * by]
  }
  /** From the back of the outer side over the front to the back of the inner one. */
  const profile: { from: 'outer' | 'inner'; by: number; z: number; n: [number, number] }[] = []
  const steps = 4
  profile.push({ from: 'outer', by: 0, z: back, n: [-1, 0] })
  for (let k = 0; k <= steps; k++) {
    const a = (k / steps) * (Math.PI / 2)
    profile.push({
      from: 'outer',
      by: bevel * (1 - Math.cos(a)),
      z: front - bevel * (1 - Math.sin(a)),
      n: [-Math.cos(a), Math.sin(a)],
    })
  }
  for (let k = steps; k >= 0; k--) {
    const a = (k / steps) * (Math.PI / 2)
    profile.push({
      from: 'inner',
      by: bevel * (1 - Math.cos(a)),
      z: front - bevel * (1 - Math.sin(a)),
      n: [Math.cos(a), Math.sin(a)],
    })
  }
  profile.push({ from: 'inner', by: 0, z: back, n: [1, 0] })
  const vertices: Vertex[] = []
  profile.forEach(({ from, by, z, n }, row) => {
    for (let k = 0; k <= count; k++) {
      const o = outer[k % count] as readonly [number, number]
      const i = inner[k % count] as readonly [number, number]
      const [x, y] = from === 'outer' ? toward(o, i, by) : toward(i, o, by)
      const [dx, dy] = [i[0] - o[0], i[1] - o[1]]
      const l = Math.hypot(dx, dy) || 1
      vertices.push({
        at: [x, y, z],
        normal: unit([(dx / l) * n[0], (dy / l) * n[0], n[1]]),
        u: k / count,
        v: row / (profile.length - 1),
      })
    }
  })
  mesh.grid(vertices, count, material)
}
/** A slab of an outline: a ring whose inside is one point. */
export function slab(
  mesh: Mesh,
  outline: Flat,
  back: number,
  front: number,
  material: number,
  bevel = 0.02,
): void {
  const cx = outline.reduce((s, p) => s + p[0], 0) / outline.length
  const cy = outline.reduce((s, p) => s + p[1], 0) / outline.length
  ringSlab(
    mesh,
    outline,
    outline.map(([x, y]) => [cx + (x - cx) * 1e-3, cy + (y - cy) * 1e-3] as const),
    back,
    front,
    material,
    bevel,
  )
}
