import { TILE } from '@/core/pixels/memory'
import type { FromWorker, Tile } from '../worker/protocol'

type Frame = Extract<FromWorker, { kind: 'frame' }>
export type PaintView = {
  page: string
  channel: string
  scale: number
  /** the trim corner, device px */
  originX: number
  originY: number
}

/** Shows finished tiles on the stage's canvas; while a new scale is being rendered the old picture is stretched. */
export class Painter {
  private readonly tiles = new Map<string, ImageData>()
  private view: PaintView | null = null
  private stretched = false

  constructor(private readonly canvas: HTMLCanvasElement) {}

  private get context(): CanvasRenderingContext2D {
    const c = this.canvas.getContext('2d', { willReadFrequently: false })
    if (!c) throw new Error('This browser gives no canvas.')
    return c
  }

  resize(width: number, height: number): void {
    if (this.canvas.width === width && this.canvas.height === height) return
    this.canvas.width = width
    this.canvas.height = height
    this.redraw()
  }

  setView(view: PaintView): void {
    const before = this.view
    this.view = view
    if (!before || before.page !== view.page || before.channel !== view.channel) {
      this.tiles.clear()
      this.stretched = before !== null && before.channel === view.channel
      if (!this.stretched) this.context.clearRect(0, 0, this.canvas.width, this.canvas.height)
      return
    }
    if (before.scale !== view.scale) {
      this.tiles.clear()
      this.stretch(before, view)
    } else if (before.originX !== view.originX || before.originY !== view.originY) {
      if (this.stretched) this.stretch(before, view)
      else this.redraw()
    }
  }

  private stretch(from: PaintView, to: PaintView): void {
    const k = to.scale / from.scale
    const copy = document.createElement('canvas')
    copy.width = this.canvas.width
    copy.height = this.canvas.height
    copy.getContext('2d')?.drawImage(this.canvas, 0, 0)
    const c = this.context
    c.clearRect(0, 0, this.canvas.width, this.canvas.height)
    c.drawImage(
      copy,
      to.originX - from.originX * k,
      to.originY - from.originY * k,
      copy.width * k,
      copy.height * k,
    )
    this.stretched = true
  }

  /** Takes a frame; false when it is for a view that is no longer shown. What it needs no longer goes to `spent`. */
  take(frame: Frame, spent: (buffers: ArrayBuffer[]) => void): boolean {
    const { view } = this
    if (!view || frame.scale !== view.scale || frame.page !== view.page || frame.channel !== view.channel) {
      spent(frame.tiles.map((t) => t.data.buffer))
      return false
    }
    const unused = frame.tiles.map((t) => this.keep(t))
    if (this.stretched && this.complete()) {
      this.stretched = false
      this.redraw()
    } else
      for (const t of frame.tiles) {
        const held = this.tiles.get(`${t.column},${t.row}`)
        if (held)
          this.context.putImageData(
            held,
            view.originX + t.column * TILE,
            view.originY + t.row * TILE,
            t.x,
            t.y,
            t.width,
            t.height,
          )
      }
    spent(unused)
    this.canvas.dataset.view = `${frame.page}/${frame.channel}@${frame.scale}`
    this.canvas.dataset.revision = String(frame.revision)
    this.canvas.dataset.whole = frame.whole ? 'yes' : 'no'
    return true
  }

  /** A whole tile is taken for what it is, a part is written into the tile that is here; gives the buffer that is spent. */
  private keep(t: Tile): ArrayBuffer {
    const key = `${t.column},${t.row}`
    const held = this.tiles.get(key)
    if (held && t.width === TILE) held.data.set(t.data, t.y * TILE * 4)
    else if (held)
      for (let y = 0; y < t.height; y++)
        held.data.set(t.data.subarray(y * t.width * 4, (y + 1) * t.width * 4), ((t.y + y) * TILE + t.x) * 4)
    else if (t.width === TILE && t.height === TILE)
      this.tiles.set(key, new ImageData(t.data.slice(), TILE, TILE))
    return t.data.buffer
  }

  private complete(): boolean {
    const v = this.view
    if (!v) return false
    for (let row = Math.floor(-v.originY / TILE); row * TILE < this.canvas.height - v.originY; row++)
      for (
        let column = Math.floor(-v.originX / TILE);
        column * TILE < this.canvas.width - v.originX;
        column++
      )
        if (!this.tiles.has(`${column},${row}`)) return false
    return true
  }

  private redraw(): void {
    const { view } = this
    const c = this.context
    c.clearRect(0, 0, this.canvas.width, this.canvas.height)
    if (!view) return
    for (const [key, image] of this.tiles) {
      const [column, row] = key.split(',').map(Number) as [number, number]
      const [x, y] = [view.originX + column * TILE, view.originY + row * TILE]
      if (x <= this.canvas.width && y <= this.canvas.height && x >= -TILE && y >= -TILE)
        c.putImageData(image, x, y)
    }
  }
}
