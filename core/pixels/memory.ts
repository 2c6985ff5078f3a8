import { Problem } from '../errors'

/** Pixels along a side of a tile. */
export const TILE = 256
/** Bytes of one plane of a tile, and of a whole tile (R, G, B, A). */
export const PLANE_BYTES = TILE * TILE * 4
export const TILE_BYTES = PLANE_BYTES * 4
export const STRIDE = TILE * 4
/** Position of the alpha plane in a tile. */
export const ALPHA = PLANE_BYTES * 3

type Exports = {
  memory: WebAssembly.Memory
  blendRect(beneath: number, source: number, plane: number, stride: number, count: number, rows: number, mode: number, opacity: number): void
  clearRect(at: number, plane: number, stride: number, count: number, rows: number): void
  copyRect(to: number, from: number, plane: number, stride: number, count: number, rows: number): void
  mixRect(beneath: number, source: number, plane: number, stride: number, count: number, rows: number, share: number): void
  coverageBegin(at: number, width: number, height: number): void
  coverageLine(x0: number, y0: number, x1: number, y1: number): void
  coverageEnd(out: number, stride: number, evenOdd: number): void
  fillSolid(
    out: number,
    plane: number,
    stride: number,
    count: number,
    rows: number,
    cover: number,
    coverStride: number,
    r: number,
    g: number,
    b: number,
    a: number,
  ): void
  fillGradient(
    out: number,
    plane: number,
    stride: number,
    count: number,
    rows: number,
    cover: number,
    coverStride: number,
    table: number,
    radial: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    originX: number,
    originY: number,
  ): void
  samplePicture(
    out: number,
    plane: number,
    stride: number,
    count: number,
    rows: number,
    source: number,
    width: number,
    height: number,
    opaque: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    f: number,
    wideX: number,
    wideY: number,
    edgeRight: number,
    edgeLow: number,
  ): void
  sampleUpright(
    out: number,
    plane: number,
    stride: number,
    count: number,
    rows: number,
    source: number,
    width: number,
    height: number,
    opaque: number,
    a: number,
    d: number,
    e: number,
    f: number,
    wideX: number,
    wideY: number,
    edgeRight: number,
    edgeLow: number,
    scratch: number,
    mostRows: number,
  ): void
  halve(to: number, from: number, width: number, height: number): void
  toBytes(to: number, toStride: number, from: number, plane: number, stride: number, count: number, rows: number): void
}
export type Kernels = Exports

const PAGE = 65536
const align = (n: number): number => (n + 63) & ~63

/**
 * Owns one WebAssembly memory: fixed tile slots handed out and taken back, and blocks for pictures and scratch.
 * Freed blocks are reused first fit and joined with free neighbours.
 */
export class PixelMemory {
  readonly kernels: Kernels
  private readonly slots: number[] = []
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
    this.kernels = instance.exports as unknown as Exports
    this.top = this.kernels.memory.buffer.byteLength
  }

  get bytes(): Uint8Array {
    return new Uint8Array(this.kernels.memory.buffer)
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
    if (at + bytes > held) {
      try {
        this.kernels.memory.grow(Math.ceil((at + bytes - held) / PAGE))
      } catch {
        throw new Problem('too-large', 'There is not enough memory for this picture. The design is safe; close other designs and try again.')
      }
    }
    this.top = at + bytes
    return at
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
