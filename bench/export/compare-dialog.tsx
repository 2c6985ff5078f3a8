'use client'
import { useQuery } from '@tanstack/react-query'
import { LoaderCircle } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { Settings } from '@/core/outputs/define'
import { DialogFrame } from '../ui/dialog-frame'
import { Segments } from '../ui/segments'
import { Slider } from '../ui/slider'
import { type Look, lookAtBoth } from './compare-picture'
import { nameOfFormat, type Options, sizeLabel } from './delivery'
import { DialChart } from './dial-chart'
import { type Trial, type Tried, trialUrl, writtenNow } from './trials'

const MODES = [
  ['split', 'Split'],
  ['side', 'Side by side'],
  ['difference', 'Difference'],
] as const
const ZOOMS = [
  ['0', 'Fit'],
  ['1', '100 %'],
  ['2', '200 %'],
  ['4', '400 %'],
] as const

const bitmap = async (url: string, signal: AbortSignal): Promise<ImageBitmap> => {
  const answer = await fetch(url, { signal })
  if (!answer.ok) throw new Error(await answer.text())
  return createImageBitmap(await answer.blob())
}

/** A file as it will be delivered against what was designed, at 100 % and more. */
export function CompareDialog({
  design,
  revision,
  file,
  options,
  trial,
  delivered = null,
  set,
  onClose,
}: {
  design: string
  revision: number
  file: Tried | null
  options: Options
  trial: Trial | undefined
  /** Compares what was delivered before instead of what would be now. */
  delivered?: { url: string; told: string } | null
  /** Chooses other settings of the file's format. */
  set: (settings: Settings) => void
  onClose: () => void
}) {
  const written = file && writtenNow(file, options)
  const measured = trial && 'bytes' in trial ? trial : null
  const made = [
    written && nameOfFormat(written.format, measured?.settings ?? written.settings),
    measured && sizeLabel(measured.bytes),
    measured?.likeness && `${(measured.likeness * 100).toFixed(1)} % like`,
  ]
    .filter(Boolean)
    .join(', ')
  const now = delivered?.told ?? made
  return (
    <DialogFrame
      open={file !== null}
      onClose={onClose}
      title={`${file?.channel.name ?? ''}: ${delivered ? 'what was delivered against what is designed now' : 'the file against what was designed'}`}
      note={now}
      className="w-[1120px]"
    >
      {file && (
        <Both
          was={trialUrl(design, revision, file, options, true) ?? ''}
          is={delivered?.url ?? `${trialUrl(design, revision, file, options)}&seen=1`}
          now={now}
        />
      )}
      {file && !delivered && (
        <DialChart design={design} revision={revision} file={file} options={options} set={set} />
      )}
    </DialogFrame>
  )
}

function Both({ was, is, now }: { was: string; is: string; now: string }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const drag = useRef<{ x: number; y: number } | null>(null)
  const [look, setLook] = useState<Look>({ mode: 'split', zoom: 0, share: 0.5, x: 0, y: 0 })
  const both = useQuery({
    queryKey: ['compare', was, is],
    queryFn: async ({ signal }) => {
      const [a, b] = await Promise.all([bitmap(was, signal), bitmap(is, signal)])
      return { was: a, is: b }
    },
    gcTime: 0,
    retry: false,
  })
  useEffect(() => {
    const el = canvas.current
    if (!el || !both.data) return
    const draw = () => lookAtBoth(el, both.data, look)
    draw()
    const watch = new ResizeObserver(draw)
    watch.observe(el)
    return () => watch.disconnect()
  }, [both.data, look])
  const set = (change: Partial<Look>) => setLook((l) => ({ ...l, ...change }))
  return (
    <>
      <div className="flex items-center gap-3 border-b border-line px-4 py-2">
        <Segments
          label="How they are compared"
          value={look.mode}
          options={MODES}
          onChange={(v) => set({ mode: v as Look['mode'] })}
        />
        <Segments
          label="Size"
          value={String(look.zoom)}
          options={ZOOMS}
          onChange={(v) => set({ zoom: Number(v), x: 0, y: 0 })}
        />
        {look.mode === 'split' && (
          <div className="ml-auto w-48">
            <Slider
              label="How much of what was designed is shown"
              value={Math.round(look.share * 100)}
              min={0}
              max={100}
              onChange={(v) => set({ share: v / 100 })}
            />
          </div>
        )}
        {look.mode === 'difference' && (
          <p className="ml-auto text-tiny text-soft">Eight times as strong as it is; black is the same.</p>
        )}
      </div>
      <div className="relative min-h-0 flex-1 bg-stage">
        <canvas
          ref={canvas}
          aria-label="What was designed and the file"
          className="absolute inset-0 size-full touch-none"
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId)
            drag.current = { x: e.clientX - look.x, y: e.clientY - look.y }
          }}
          onPointerMove={(e) => {
            const r = e.currentTarget.getBoundingClientRect()
            if (drag.current && look.zoom > 0)
              set({ x: e.clientX - drag.current.x, y: e.clientY - drag.current.y })
            else if (look.mode === 'split') set({ share: (e.clientX - r.left) / r.width })
          }}
          onPointerUp={() => {
            drag.current = null
          }}
        />
        {look.mode !== 'difference' && both.data && (
          <>
            <Tag className="left-2">as designed</Tag>
            <Tag className="right-2">{now}</Tag>
          </>
        )}
        {both.isError && <Note>This file could not be tried. The design is safe.</Note>}
        {both.isLoading && (
          <LoaderCircle
            className="absolute top-1/2 left-1/2 animate-spin text-soft"
            aria-label="The file is being made"
          />
        )}
      </div>
    </>
  )
}
const Tag = ({ className, children }: { className: string; children: string }) => (
  <span
    className={`pointer-events-none absolute top-2 rounded bg-black/65 px-1.5 py-0.5 text-tiny text-white ${className}`}
  >
    {children}
  </span>
)
const Note = ({ children }: { children: string }) => (
  <p className="absolute inset-x-0 top-1/2 text-center text-small text-soft">{children}</p>
)
