import { messageOf } from '@/core/basics/errors'
import type { Design } from '@/core/design/schema'
import { writeGreyPng } from '@/core/formats/grey-png'
import { type Bounds, grow, mapBounds, union } from '@/core/geometry/bounds'
import { compose, scaling } from '@/core/geometry/matrix'
import { MASK_TILE, type MaskOf } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import { frameOf } from '@/core/render/masked'
import type { SourceBook } from '@/core/render/sources'
import { findResolved, type ResolvedPage } from '@/core/resolve/resolved'
import type { FromWorker, PaintMessage } from './protocol'

type Target = { layer: string; mask: MaskOf<'painted'> }

const hexOf = (bytes: ArrayBuffer): string =>
  [...new Uint8Array(bytes)].map((b) => b.toString(16).padStart(2, '0')).join('')

/** Strokes on masks, one at a time, in the order in which they are told. */
export class Painting {
  private work: Promise<void> = Promise.resolve()
  private target: Target | null = null
  /** px of the mask that changed since a frame last showed them. */
  private dirty: Bounds | null = null
  /** The last message that is in what is shown. */
  shown = 0

  constructor(
    private readonly sources: SourceBook,
    private readonly post: (message: FromWorker) => void,
    private readonly changed: () => void,
  ) {}

  get busy(): boolean {
    return this.target !== null
  }

  take(message: PaintMessage, design: () => Design | null): void {
    this.work = this.work
      .then(() => this.act(message, design()))
      .catch((thrown: unknown) => {
        this.target = null
        this.sources.dropStroke()
        this.post({ kind: 'trouble', message: messageOf(thrown) })
        this.changed()
      })
  }

  private async act(message: PaintMessage, design: Design | null): Promise<void> {
    switch (message.act) {
      case 'start': {
        const mask = design?.layers[message.layer]?.masks[message.mask]
        if (mask?.kind !== 'painted') return
        await this.sources.beginStroke(`${message.layer}/${mask.id}`, mask, message.brush)
        this.target = { layer: message.layer, mask }
        return
      }
      case 'to': {
        if (!this.target) return
        const box = this.sources.strokeTo(message.points)
        if (box) this.dirty = this.dirty ? union(this.dirty, box) : box
        this.shown = message.n
        this.changed()
        return
      }
      case 'end':
        await this.end(message.name)
        return
      case 'drop':
        this.target = null
        this.dirty = null
        this.sources.dropStroke()
        this.changed()
        return
      case 'kept':
        this.sources.strokeKept()
    }
  }

  private async end(name: string): Promise<void> {
    const { target } = this
    const made = this.sources.endStroke()
    this.target = null
    if (!target || !made) return
    const tiles: Record<string, string> = {}
    const blobs: { sha: string; png: Uint8Array<ArrayBuffer> }[] = []
    for (const [place, bytes] of made.tiles) {
      const flat = flatOf(bytes, place, made.width, made.height)
      if (flat) {
        tiles[place] = flat
        continue
      }
      const png = writeGreyPng(bytes, MASK_TILE, MASK_TILE)
      const sha = hexOf(await crypto.subtle.digest('SHA-256', png))
      this.sources.knowTile(sha, bytes)
      tiles[place] = sha
      blobs.push({ sha, png })
    }
    this.sources.nameStroke(tiles as MaskOf<'painted'>['tiles'])
    this.post({ kind: 'painted', name, layer: target.layer, mask: target.mask.id, tiles, blobs })
    this.changed()
  }

  /** The px of the view that paint changed since the last frame, where that can be told; null where it cannot. */
  takeDirty(page: ResolvedPage, scale: number): Bounds | null {
    const { target, dirty } = this
    this.dirty = null
    const own = target && findResolved(page.layers, target.layer)
    const frame = own && target && frameOf(target.mask, own, page)
    if (!dirty || !frame || !target || frame.corners || frame.bend) return null
    const k = [frame.width / target.mask.width, frame.height / target.mask.height] as const
    const box = {
      left: dirty.left * k[0],
      top: dirty.top * k[1],
      right: dirty.right * k[0],
      bottom: dirty.bottom * k[1],
    }
    const unit = compose(
      scaling(1 / frame.width, 1 / frame.height),
      compose(frameMatrix(frame), scaling(scale)),
    )
    const soft = target.mask.softness * Math.min(frame.width, frame.height) * scale
    const b = grow(mapBounds(unit, box), 3 + soft * 2)
    return {
      left: Math.floor(b.left),
      top: Math.floor(b.top),
      right: Math.ceil(b.right),
      bottom: Math.ceil(b.bottom),
    }
  }
}

/** `full` or `none` where a tile is one of them all over, as far as it lies in the mask. */
function flatOf(bytes: Uint8Array, place: string, width: number, height: number): 'full' | 'none' | null {
  const [column, row] = place.split(',').map(Number) as [number, number]
  const [w, h] = [
    Math.min(MASK_TILE, width - column * MASK_TILE),
    Math.min(MASK_TILE, height - row * MASK_TILE),
  ]
  const first = bytes[0]
  if (first !== 0 && first !== 255) return null
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) if (bytes[y * MASK_TILE + x] !== first) return null
  return first === 255 ? 'full' : 'none'
}
