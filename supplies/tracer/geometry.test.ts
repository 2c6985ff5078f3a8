import { describe, expect, it } from 'vitest'
import {
  archOutline,
  ball,
  cross,
  dot,
  lathe,
  leaf,
  Mesh,
  ringSlab,
  roundedOutline,
  sheet,
  slab,
  sub,
  tube,
  unit,
  type Vector,
} from './geometry'

/** Triangles with their corners and the middle of their normals. */
function triangles(mesh: Mesh): { face: Vector; normal: Vector; area: number }[] {
  const at = (list: number[], n: number): Vector => [list[n], list[n + 1], list[n + 2]] as unknown as Vector
  return mesh.materials.map((_, t) => {
    const [a, b, c] = [0, 3, 6].map((k) => at(mesh.positions, t * 9 + k)) as [Vector, Vector, Vector]
    const normals = [0, 3, 6].map((k) => at(mesh.normals, t * 9 + k)) as [Vector, Vector, Vector]
    const across = cross(sub(b, a), sub(c, a))
    const sum: Vector = [0, 1, 2].map(
      (k) => normals[0][k as 0] + normals[1][k as 0] + normals[2][k as 0],
    ) as unknown as Vector
    return { face: unit(across), normal: unit(sum), area: Math.hypot(...across) / 2 }
  })
}

describe('meshes', () => {
  it('have normals of length one that agree with their faces up to the side', () => {
    const mesh = new Mesh()
    ball(mesh, [0, 1, 0], 0.8, 0)
    lathe(
      mesh,
      [
        [0, 0],
        [0.6, 0.02],
        [0.8, 0.8],
        [0.4, 1.6],
      ],
      [3, 0, 0],
      0,
    )
    tube(
      mesh,
      [
        [0, 0, 3],
        [0.5, 1, 3],
        [1, 2, 3.4],
      ],
      () => 0.1,
      0,
    )
    leaf(mesh, [0, 0, -3], [0.3, 1, 0], [0, 0.2, 1], 1.2, 0.5, 0.3, 0.2, 0)
    sheet(mesh, (u, v) => [u * 2, Math.sin(v * 3), v], 0)
    slab(mesh, roundedOutline(0, 0, 2, 1, 0.2), -0.1, 0.1, 0)
    for (let n = 0; n < mesh.normals.length; n += 3) {
      const length = Math.hypot(
        mesh.normals[n] as number,
        mesh.normals[n + 1] as number,
        mesh.normals[n + 2] as number,
      )
      expect(length).toBeCloseTo(1, 4)
    }
    const large = triangles(mesh).filter((t) => t.area > 1e-5)
    const apart = large.filter((t) => Math.abs(dot(t.face, t.normal)) < 0.5)
    // Edges that are rounded by normals alone are few.
    expect(apart.length / large.length).toBeLessThan(0.06)
  })
  it('of outlines have as many points on both sides of a ring, arches too', () => {
    expect(roundedOutline(0, 0, 3, 2, 0.1)).toHaveLength(roundedOutline(1, 1, 2, 1, 0.4).length)
    const [outer, inner] = [archOutline(0, 0, 2.2, 3.2), archOutline(0, 0.18, 1.84, 2.84)]
    expect(outer).toHaveLength(inner.length)
    for (const [x, y] of outer) expect(Math.abs(x) <= 1.1001 && y >= -1e-9 && y <= 3.2001).toBe(true)
    // Its two feet stand on the line.
    expect(
      outer
        .filter(([, y]) => Math.abs(y) < 1e-9)
        .map(([x]) => Math.round(x * 100) / 100)
        .sort((a, b) => a - b),
    ).toEqual([-1.1, 1.1])
  })
  it('of frames leave their opening free and lie between their outlines', () => {
    const mesh = new Mesh()
    ringSlab(mesh, roundedOutline(0, 0, 3, 2, 0.1), roundedOutline(0, 0, 2.4, 1.4, 0.05), -0.2, 0, 0, 0.05)
    for (let n = 0; n < mesh.positions.length; n += 3) {
      const [x, y, z] = [mesh.positions[n], mesh.positions[n + 1], mesh.positions[n + 2]] as [
        number,
        number,
        number,
      ]
      expect(Math.abs(x) <= 1.5001 && Math.abs(y) <= 1.0001 && z >= -0.2001 && z <= 1e-9).toBe(true)
      // The corners of the opening are round by 0.05.
      expect(Math.abs(x) >= 1.15 || Math.abs(y) >= 0.65).toBe(true)
    }
    // Its front faces us.
    expect(triangles(mesh).some((t) => t.normal[2] > 0.99)).toBe(true)
  })
})
