import { Pin, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { useBench, useBenchState } from '../state/bench-context'
import { IconButton } from '../ui/button'

const [LEAST, MOST] = [120, 560]

/** The reference picture, pinned in view beside the stage, never over the page: seen while building, never delivered. */
export function PinnedPicture() {
  const bench = useBench()
  const reference = useBenchState((s) => s.design.reference)
  const pinned = useBenchState((s) => s.pinned)
  const hidden = useBenchState((s) => s.overlays.hidden)
  const [width, setWidth] = useState(220)
  const drag = useRef<{ x: number; from: number } | null>(null)
  const shown =
    pinned ?? (reference && { url: `/api/blobs/${reference.source}/preview?side=1200`, name: reference.name })
  if (!shown || hidden) return null
  const size = (next: number) => setWidth(Math.min(MOST, Math.max(LEAST, next)))
  return (
    <figure
      aria-label={`Reference picture: ${shown.name}`}
      className="relative m-2 shrink-0 self-start overflow-hidden rounded-control border border-line bg-panel shadow-lg"
      style={{ width }}
      onPointerDown={(e) => e.stopPropagation()}
    >
      <figcaption className="flex h-7 items-center gap-1.5 pr-1 pl-2 text-tiny text-soft">
        <Pin size={11} />
        <span className="min-w-0 flex-1 truncate">{shown.name}</span>
        <IconButton
          label="Take the reference picture away"
          className="!size-5"
          onClick={() => {
            if (pinned) bench.set({ pinned: null })
            else
              bench.edit('Take the reference picture away', (d) => {
                d.reference = null
              })
          }}
        >
          <X size={12} />
        </IconButton>
      </figcaption>
      {/* biome-ignore lint/performance/noImgElement: a picture of our own server, shown as it is */}
      <img src={shown.url} alt={shown.name} draggable={false} className="block w-full" />
      <div
        role="slider"
        tabIndex={0}
        aria-label="Width of the reference picture"
        aria-valuemin={LEAST}
        aria-valuemax={MOST}
        aria-valuenow={width}
        className="absolute bottom-0 left-0 size-4 cursor-nesw-resize outline-offset-[-2px]"
        style={{ clipPath: 'polygon(0 0, 100% 100%, 0 100%)', background: 'var(--color-accent)' }}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          drag.current = { x: e.clientX, from: width }
        }}
        onPointerMove={(e) => drag.current && size(drag.current.from + drag.current.x - e.clientX)}
        onPointerUp={() => {
          drag.current = null
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowLeft' || e.key === 'ArrowUp') size(width + 20)
          else if (e.key === 'ArrowRight' || e.key === 'ArrowDown') size(width - 20)
          else return
          e.preventDefault()
          e.stopPropagation()
        }}
      />
    </figure>
  )
}
