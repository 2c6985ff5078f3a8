import { readFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { isMainThread, Worker, workerData } from 'node:worker_threads'
import { hierarchy } from './bvh'
import { CHANNELS, type Traced } from './develop'
import { cross, dot, sub, unit } from './geometry'
import { encode } from './materials'
import type { Scene } from './scene'

/** A scene as the kernel reads it. */
type Packed = {
  nodes: ArrayBuffer
  triangles: Float32Array
  attributes: Float32Array
  materials: Float32Array
  lights: Float32Array
  camera: Float32Array
  lightCount: number
}
type Job = { width: number; height: number; samples: number; guidesOnly: boolean }

export function pack(s: Scene): Packed {
  const { nodes, order } = hierarchy(s.mesh)
  const { positions, normals, uvs, materials } = s.mesh
  const count = order.length
  const triangles = new Float32Array(count * 9)
  const attributes = new Float32Array(count * 16)
  order.forEach((t, n) => {
    for (let k = 0; k < 3; k++) {
      const a = positions[t * 9 + k] as number
      triangles[n * 9 + k] = a
      triangles[n * 9 + 3 + k] = (positions[t * 9 + 3 + k] as number) - a
      triangles[n * 9 + 6 + k] = (positions[t * 9 + 6 + k] as number) - a
    }
    for (let k = 0; k < 9; k++) attributes[n * 16 + k] = normals[t * 9 + k] as number
    for (let k = 0; k < 6; k++) attributes[n * 16 + 9 + k] = uvs[t * 6 + k] as number
    attributes[n * 16 + 15] = materials[t] as number
  })
  const lights = s.lights.flatMap(({ corner, a, b, light }) => {
    const n = cross(a, b)
    return [...corner, ...a, ...b, ...unit(n), Math.hypot(...n), ...light]
  })
  const { from, to, angle, lens = 0, focus } = s.camera
  const forward = unit(sub(to, from))
  const right = unit(cross(forward, [0, 1, 0]))
  const up = cross(right, forward)
  const distance = focus ? dot(sub(focus, from), forward) : dot(sub(to, from), forward)
  const camera = new Float32Array(32)
  camera.set([...from, ...right, ...up, ...forward, Math.tan((angle * Math.PI) / 360), lens, distance])
  camera.set([...s.sky, ...s.ground, 6, s.cutout ? 0 : 1], 16)
  return {
    nodes,
    triangles,
    attributes,
    materials: Float32Array.from(s.materials.flatMap(encode)),
    lights: Float32Array.from(lights),
    camera,
    lightCount: s.lights.length,
  }
}

type Kernel = {
  memory: WebAssembly.Memory
  configure: (...a: number[]) => void
  row: (...a: number[]) => void
}

function start(scene: Packed): { kernel: Kernel; row: number } {
  const kernel = new WebAssembly.Instance(
    new WebAssembly.Module(readFileSync('supplies/tracer/tracer.wasm')),
    {
      env: {
        abort: () => {
          throw new Error('tracer stopped')
        },
      },
    },
  ).exports as unknown as Kernel
  let top = kernel.memory.buffer.byteLength
  const put = (bytes: Uint8Array) => {
    const at = top
    top += (bytes.byteLength + 63) & ~63
    const pages = Math.ceil(top / 65536) - kernel.memory.buffer.byteLength / 65536
    if (pages > 0) kernel.memory.grow(pages)
    new Uint8Array(kernel.memory.buffer).set(bytes, at)
    return at
  }
  const bytes = (a: Float32Array) => new Uint8Array(a.buffer, a.byteOffset, a.byteLength)
  const [nodes, triangles, attributes, materials, lights, camera, stack, row] = [
    new Uint8Array(scene.nodes),
    bytes(scene.triangles),
    bytes(scene.attributes),
    bytes(scene.materials),
    bytes(scene.lights),
    bytes(scene.camera),
    new Uint8Array(4096),
    new Uint8Array(8192 * CHANNELS * 4),
  ].map(put) as [number, number, number, number, number, number, number, number]
  kernel.configure(nodes, triangles, attributes, materials, lights, scene.lightCount, camera, stack)
  return { kernel, row }
}

if (!isMainThread && workerData?.tracer) {
  const { scene, job, shared, next } = workerData as {
    scene: Packed
    job: Job
    shared: SharedArrayBuffer
    next: SharedArrayBuffer
  }
  const { kernel, row } = start(scene)
  const out = new Float32Array(shared)
  const counter = new Int32Array(next)
  for (let y = Atomics.add(counter, 0, 1); y < job.height; y = Atomics.add(counter, 0, 1)) {
    kernel.row(y, job.width, job.height, 0, job.samples, row, job.guidesOnly ? 1 : 0)
    out.set(new Float32Array(kernel.memory.buffer, row, job.width * CHANNELS), y * job.width * CHANNELS)
  }
  // The program that this thread was bundled with must not begin here too.
  process.exit()
}

/** Traces a picture on every core. */
export async function trace(scene: Packed, job: Job): Promise<Traced> {
  const shared = new SharedArrayBuffer(job.width * job.height * CHANNELS * 4)
  const next = new SharedArrayBuffer(4)
  await Promise.all(
    Array.from(
      { length: availableParallelism() },
      () =>
        new Promise<void>((done, failed) => {
          const worker = new Worker(new URL(import.meta.url), {
            workerData: { tracer: true, scene, job, shared, next },
          })
          worker.once('error', failed)
          worker.once('exit', () => done())
        }),
    ),
  )
  return { width: job.width, height: job.height, data: new Float32Array(shared) }
}
