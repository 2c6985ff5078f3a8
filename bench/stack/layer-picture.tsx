'use client'
import { useEffect, useState } from 'react'
import { useBenchState } from '../state/bench-context'

const SIDE = 56
let board: HTMLCanvasElement | null = null
const urls = new WeakMap<Uint8ClampedArray, string>()
/** The pixels as an image: many small canvases would each be a layer of their own to the browser. */
function imageOf(data: Uint8ClampedArray<ArrayBuffer>): string {
  const held = urls.get(data)
  if (held) return held
  board ??= Object.assign(document.createElement('canvas'), { width: SIDE, height: SIDE })
  board.getContext('2d')?.putImageData(new ImageData(data, SIDE, SIDE), 0, 0)
  const url = board.toDataURL()
  urls.set(data, url)
  return url
}

/** The layer alone on a checkerboard, from the core. */
export function LayerPicture({ id }: { id: string }) {
  const data = useBenchState((s) => s.layerPictures[id])
  const [src, setSrc] = useState<string | null>(null)
  useEffect(() => {
    if (!data) return
    const wait = setTimeout(() => setSrc(imageOf(data)), 0)
    return () => clearTimeout(wait)
  }, [data])
  return (
    <span className="checker-dim block size-7 shrink-0 overflow-hidden rounded-[3px]" aria-hidden="true">
      {/* biome-ignore lint/performance/noImgElement: pixels of the core */}
      {src && <img src={src} alt="" draggable={false} className="block size-7" />}
    </span>
  )
}
