import { Problem } from '../basics/errors'
import type { Kernels } from './kernel-types'

/** Pixels along a side of a tile. */
export const TILE = 256
/** Bytes of one plane of a tile, and of a whole tile (R, G, B, A). */
export const PLANE_BYTES = TILE * TILE * 4
export const TILE_BYTES = PLANE_BYTES * 4
export const STRIDE = TILE * 4
/** Position of the alpha plane in a tile. */
export const ALPHA = PLANE_BYTES * 3

/** Bytes of a finished tile, RGBA, and how many buffers for such are held ready. */
const OUT_BYTES = TILE * TILE * 4
const MOST_SPARE = 64

const PAGE = 65536
/** Memory grows by slabs: every growth makes a new buffer and costs a collection. Untouched pages cost nothing. */
const SLAB = 64 * 1024 * 1024
const align = (n: number): number => (n + 63) & ~63

/**
 * Owns one WebAssembly memory: fixed tile slots handed out and taken back, and blocks for pictures and scratch.
 * Freed blocks are reused first fit and joined with free neighbours.
 */
export class PixelMemory {
  readonly kernels: Kernels
  private readonly slots: number[] = []
  private spare: ArrayBuffer[] | null = null
  private free: { at: number; bytes: number }[] = []
  private top: number

  constructor(module: WebAssembly.Module) {
    const instance = new WebAssembly.Instance(module, {
      env: {
        abort: () => {
          throw new Problem('stopped', 'A pixel kernel stopped. The design is safe; reload the page.')
        },
      },
    })
    this.kernels = instance.exports as unknown as Kernels
    this.top = this.kernels.memory.buffer.byteLength
  }

  get bytes(): Uint8Array {
    return new Uint8Array(this.kernels.memory.buffer)
  }
  /** Bytes from an address on, copied out; into a buffer that was handed back, where there is one. */
  copyOut(at: number, length: number): Uint8ClampedArray<ArrayBuffer> {
    if (!this.spare || length > OUT_BYTES)
      return new Uint8ClampedArray(this.kernels.memory.buffer.slice(at, at + length) as ArrayBuffer)
    const out = new Uint8ClampedArray(this.spare.pop() ?? new ArrayBuffer(OUT_BYTES), 0, length)
    out.set(new Uint8Array(this.kernels.memory.buffer, at, length))
    return out
  }
  /** Takes back buffers that were copied out and are no longer read: fresh ones cost more than the copy. */
  handBack(buffers: readonly ArrayBuffer[]): void {
    this.spare ??= []
    for (const b of buffers)
      if (b.byteLength === OUT_BYTES && this.spare.length < MOST_SPARE) this.spare.push(b)
  }
  /** Floats at an address; stale after the memory grows. */
  floats(at: number, count: number): Float32Array {
    return new Float32Array(this.kernels.memory.buffer, at, count)
  }
  /** All bytes held so far. */
  get sizeBytes(): number {
    return this.top
  }

  tile(): number {
    return this.slots.pop() ?? this.block(TILE_BYTES)
  }
  releaseTile(at: number): void {
    this.slots.push(at)
  }

  block(size: number): number {
    const bytes = align(size)
    const index = this.free.findIndex((f) => f.bytes >= bytes)
    const found = this.free[index]
    if (found) {
      const { at } = found
      if (found.bytes === bytes) this.free.splice(index, 1)
      else this.free[index] = { at: at + bytes, bytes: found.bytes - bytes }
      return at
    }
    const at = align(this.top)
    const held = this.kernels.memory.buffer.byteLength
    if (at + bytes > held && !this.grow(Math.max(SLAB, at + bytes - held)) && !this.grow(at + bytes - held))
      throw new Problem(
        'too-large',
        'There is not enough memory for this picture. The design is safe; close other designs and try again.',
      )
    this.top = at + bytes
    return at
  }
  private grow(bytes: number): boolean {
    try {
      this.kernels.memory.grow(Math.ceil(bytes / PAGE))
      return true
    } catch {
      return false
    }
  }
  releaseBlock(at: number, size: number): void {
    this.free.push({ at, bytes: align(size) })
    this.free.sort((a, b) => a.at - b.at)
    const joined: { at: number; bytes: number }[] = []
    for (const f of this.free) {
      const last = joined.at(-1)
      if (last && last.at + last.bytes === f.at) last.bytes += f.bytes
      else joined.push({ ...f })
    }
    this.free = joined
  }
}
