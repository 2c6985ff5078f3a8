'use client'
import { useEffect, useRef } from 'react'
import { useBenchState } from '../state/bench-context'

/** The layer alone on a checkerboard, from the core. */
export function LayerPicture({ id }: { id: string }) {
  const data = useBenchState((s) => s.layerPictures[id])
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (data) canvas.current?.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), 56, 56), 0, 0)
  }, [data])
  return <canvas ref={canvas} width={56} height={56} className="checker-dim size-7 shrink-0 rounded-[3px]" aria-hidden="true" />
}
