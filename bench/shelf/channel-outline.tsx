'use client'
import { Check } from 'lucide-react'
import type { channelPresets } from '@/core/design/channels'

export type Spec = (typeof channelPresets)[number]

/** A channel to scale, its safe area and clear boxes drawn. */
export function ChannelOutline({
  spec: c,
  on,
  master,
  toggle,
  makeMaster,
}: {
  spec: Spec
  on: boolean
  master: boolean
  toggle: () => void
  makeMaster: () => void
}) {
  const k = Math.min(104 / c.height, 150 / c.width) * Math.min(1, 0.62 + Math.sqrt(c.width * c.height) / 4200)
  const [w, h] = [Math.max(28, Math.round(c.width * k)), Math.round(c.height * k)]
  return (
    <li className="flex flex-col items-center gap-1">
      <button
        type="button"
        aria-pressed={on}
        aria-label={`${c.name}, ${c.width} × ${c.height}`}
        className={`relative rounded-[3px] border ${on ? 'border-accent bg-accent/8 outline-2 -outline-offset-1 outline-accent' : 'border-soft/50 hover:bg-well'}`}
        style={{ width: w, height: h }}
        onClick={toggle}
      >
        <svg viewBox={`0 0 ${c.width} ${c.height}`} className="absolute inset-0 size-full" aria-hidden="true">
          <rect
            x={c.safe.left}
            y={c.safe.top}
            width={c.width - c.safe.left - c.safe.right}
            height={c.height - c.safe.top - c.safe.bottom}
            fill="none"
            stroke="currentColor"
            strokeOpacity={0.28}
            strokeDasharray="12 12"
            strokeWidth={c.width / w}
          />
          {c.clear.map((b) => (
            <rect
              key={`${b.x}${b.y}`}
              x={b.x}
              y={b.y}
              width={b.width}
              height={b.height}
              fill="currentColor"
              fillOpacity={0.16}
            />
          ))}
        </svg>
        {on && (
          <span className="absolute -top-2 -right-2 flex size-5 items-center justify-center rounded-full bg-accent text-white">
            <Check size={12} strokeWidth={3} />
          </span>
        )}
      </button>
      <span className="text-small">{c.name}</span>
      <span className="-mt-1 text-tiny text-soft tabular-nums">
        {c.print ? `${c.print.widthMm} × ${c.print.heightMm} mm` : `${c.width} × ${c.height}`}
      </span>
      {on ? (
        <button
          type="button"
          aria-pressed={master}
          className={`rounded-full px-2 text-tiny ${master ? 'bg-ink text-panel' : 'text-soft underline-offset-2 hover:underline'}`}
          onClick={makeMaster}
        >
          {master ? 'master' : 'make master'}
        </button>
      ) : (
        <span className="h-4" />
      )}
    </li>
  )
}
