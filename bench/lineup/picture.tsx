'use client'
import { useEffect, useRef } from 'react'
import { usePaced } from '../state/bench-context'

/** The live picture of a page on a channel, as large as its frame; `as` tells which of several. */
export function Picture({
  of,
  as,
  className = '',
  style,
}: {
  of: string
  as?: string
  className?: string
  style?: React.CSSProperties
}) {
  const key = as ? `${of}/${as}` : of
  const thumb = usePaced('stage', (s) => s.thumbs[key])
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const c = canvas.current
    if (!c || !thumb) return
    c.width = thumb.width
    c.height = thumb.height
    c.getContext('2d')?.putImageData(
      new ImageData(new Uint8ClampedArray(thumb.data), thumb.width, thumb.height),
      0,
      0,
    )
    c.dataset.revision = String(thumb.revision)
  }, [thumb])
  return <canvas ref={canvas} data-picture={key} className={`bg-line ${className}`} style={style} />
}
