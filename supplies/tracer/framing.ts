import { add, cross, dot, sub, times, unit, type Vector } from './geometry'
import type { Scene } from './scene'

/** How much of a picture's half width or height stays free around what it shows. */
const ROOM = 0.03

type Box = { left: number; right: number; low: number; high: number }

/**
 * Where a scene's picture shows what can be seen of it: from −1 to 1 between the picture's borders, right and up.
 * `aspect` is the picture's width by its height.
 */
export function reach({ mesh, materials, camera }: Scene, aspect: number): Box {
  const { forward, right, up } = axes(camera)
  const half = Math.tan((camera.angle * Math.PI) / 360)
  const box: Box = { left: Infinity, right: -Infinity, low: Infinity, high: -Infinity }
  mesh.materials.forEach((own, n) => {
    if (materials[own]?.unseen) return
    for (let k = n * 9; k < n * 9 + 9; k += 3) {
      const at = sub(mesh.positions.slice(k, k + 3) as unknown as Vector, camera.from)
      const far = dot(at, forward) * half
      const [x, y] = [dot(at, right) / (far * aspect), dot(at, up) / far]
      box.left = Math.min(box.left, x)
      box.right = Math.max(box.right, x)
      box.low = Math.min(box.low, y)
      box.high = Math.max(box.high, y)
    }
  })
  return box
}

const axes = ({ from, to }: Scene['camera']) => {
  const forward = unit(sub(to, from))
  const right = unit(cross(forward, [0, 1, 0]))
  return { forward, right, up: cross(right, forward) }
}

/** The scene by a camera that has all of it in sight: moved beside it, and seeing wider where that is not enough. One that is all in sight stays. */
export function inSight(scene: Scene, aspect: number): Scene {
  for (let round = 0; round < 4; round++) {
    const box = reach(scene, aspect)
    if (Math.max(-box.left, box.right, -box.low, box.high) <= 1) break
    const { camera } = scene
    const { right, up } = axes(camera)
    const half = Math.tan((camera.angle * Math.PI) / 360)
    const far = Math.hypot(...sub(camera.to, camera.from)) * half
    const aside = add(
      times(right, ((box.left + box.right) / 2) * far * aspect),
      times(up, ((box.low + box.high) / 2) * far),
    )
    const wider = Math.max(1, Math.max(box.right - box.left, box.high - box.low) / 2 / (1 - ROOM))
    scene.camera = {
      ...camera,
      from: add(camera.from, aside),
      to: add(camera.to, aside),
      angle: (Math.atan(half * wider) * 360) / Math.PI,
    }
  }
  return scene
}
