'use client'
import { LoaderCircle } from 'lucide-react'
import { useState } from 'react'

type Props = { before: string; after: string; beforeLabel: string; afterLabel: string }

/** Two pictures of one size under a split that moves with the pointer or the arrow keys. */
export function SplitView({ before, after, beforeLabel, afterLabel }: Props) {
  const [share, setShare] = useState(50)
  const [size, setSize] = useState<{ width: number; height: number } | null>(null)
  const [came, setCame] = useState(0)
  const [failed, setFailed] = useState(false)
  const loaded = () => setCame((n) => n + 1)
  const image = 'absolute inset-0 size-full object-contain'
  return (
    <div className="relative flex min-h-0 flex-1 items-center justify-center p-6">
      <div
        className="relative max-h-full max-w-full touch-none"
        style={
          size
            ? {
                aspectRatio: `${size.width} / ${size.height}`,
                height: size.height >= size.width ? '100%' : 'auto',
                width: size.width > size.height ? '100%' : 'auto',
              }
            : { width: '60%', height: '60%' }
        }
        onPointerMove={(e) => {
          const r = e.currentTarget.getBoundingClientRect()
          if (e.pointerType === 'mouse' || e.buttons > 0)
            setShare(Math.min(100, Math.max(0, ((e.clientX - r.left) / r.width) * 100)))
        }}
      >
        {/* biome-ignore lint/performance/noImgElement: pictures of our own server, shown as they are */}
        <img src={after} alt={afterLabel} className={image} onLoad={loaded} onError={() => setFailed(true)} />
        {/* biome-ignore lint/performance/noImgElement: see above */}
        <img
          src={before}
          alt={beforeLabel}
          className={image}
          style={{ clipPath: `inset(0 ${100 - share}% 0 0)` }}
          onLoad={(e) => {
            setSize({ width: e.currentTarget.naturalWidth, height: e.currentTarget.naturalHeight })
            loaded()
          }}
          onError={() => setFailed(true)}
        />
        {came >= 2 && (
          <>
            <span
              className="pointer-events-none absolute inset-y-0 w-0.5 -translate-x-1/2 bg-white shadow-[0_0_0_1px_rgb(0_0_0/0.4)]"
              style={{ left: `${share}%` }}
            />
            <Tag className="left-2">{beforeLabel}</Tag>
            <Tag className="right-2">{afterLabel}</Tag>
            <input
              type="range"
              aria-label={`How much of ${beforeLabel} is shown`}
              className="absolute inset-x-0 bottom-0 h-6 w-full cursor-ew-resize opacity-0 focus-visible:opacity-100"
              value={Math.round(share)}
              onChange={(e) => setShare(Number(e.target.value))}
            />
          </>
        )}
      </div>
      {failed ? (
        <p className="absolute rounded-control bg-panel px-3 py-2 text-small">
          This picture could not be made. The version itself is kept.
        </p>
      ) : (
        came < 2 && <LoaderCircle className="absolute animate-spin text-soft" aria-label="Rendering" />
      )}
    </div>
  )
}
const Tag = ({ className, children }: { className: string; children: string }) => (
  <span
    className={`pointer-events-none absolute top-2 max-w-[40%] truncate rounded bg-black/65 px-1.5 py-0.5 text-tiny text-white ${className}`}
  >
    {children}
  </span>
)
