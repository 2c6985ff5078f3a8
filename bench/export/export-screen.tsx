'use client'
import { ChevronLeft, Download, X } from 'lucide-react'
import Link from 'next/link'
import { useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { inOrder } from '@/core/design/order'
import type { Design } from '@/core/design/schema'
import { Button } from '../ui/button'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'

type File = {
  page: string
  channel: string
  name: string
  width: number
  height: number
  bytes: number
  state: 'waiting' | 'working' | 'done' | 'failed'
  share: number
  message?: string
}
type Delivery = {
  id: string
  state: 'waiting' | 'working' | 'done' | 'failed' | 'stopped'
  files: File[]
  done: number
  total: number
  error: string | null
}
type Finding = { channel: string; page: string; text: string }
type Options = {
  format: 'png' | 'jpeg'
  quality: number
  scale: number
  bleed: boolean
  ground: 'page' | 'transparent'
  pattern: string
  single: boolean
}

const PLAIN: Options = {
  format: 'png',
  quality: 88,
  scale: 1,
  bleed: false,
  ground: 'page',
  pattern: '{design}-{channel}-{width}x{height}',
  single: false,
}
const size = (bytes: number): string =>
  bytes === 0 ? '' : bytes < 1024 * 1024 ? `${Math.round(bytes / 1024)} KB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`

/** Chosen adaptations become files: what comes out, how large, and what the checks say. */
export function ExportScreen({ design, campaign, revision }: { design: Design; campaign: string; revision: number }) {
  const channels = useMemo(() => inOrder(design.channels), [design])
  const pages = useMemo(() => inOrder(design.pages), [design])
  const [ticked, setTicked] = useState<ReadonlySet<string>>(() => new Set(channels.map((c) => c.id)))
  const [onPages, setOnPages] = useState<ReadonlySet<string>>(() => new Set(pages.slice(0, 1).map((p) => p.id)))
  const [options, setOptions] = useState<Options>(PLAIN)
  const [delivery, setDelivery] = useState<Delivery | null>(null)
  const [findings, setFindings] = useState<Finding[]>([])
  const events = useRef<EventSource | null>(null)
  useEffect(() => {
    // The last options are used again.
    try {
      const kept = localStorage.getItem('export')
      if (kept) setOptions({ ...PLAIN, ...(JSON.parse(kept) as Partial<Options>) })
    } catch {
      // Without storage the plain options stand.
    }
    void fetch(`/api/designs/${design.id}/findings`).then(async (r) => r.ok && setFindings(((await r.json()) as { findings: Finding[] }).findings))
    return () => events.current?.close()
  }, [design.id])
  const set = (change: Partial<Options>) => {
    const next = { ...options, ...change }
    setOptions(next)
    try {
      localStorage.setItem('export', JSON.stringify(next))
    } catch {
      // Kept for this visit only.
    }
  }
  const count = [...ticked].length * [...onPages].length
  const running = delivery?.state === 'waiting' || delivery?.state === 'working'
  const start = async () => {
    const r = await fetch('/api/deliveries', {
      method: 'POST',
      body: JSON.stringify({ ...options, design: design.id, channels: [...ticked], pages: [...onPages] }),
    }).catch(() => null)
    const answer = r
      ? ((await r.json()) as Delivery & { message?: string })
      : { message: 'The server does not answer. The design is safe; try again.' }
    if (!r?.ok || !('id' in answer)) {
      toast.error(answer.message ?? 'The export could not be started.')
      return
    }
    setDelivery(answer)
    events.current?.close()
    const source = new EventSource(`/api/deliveries/${answer.id}/events`)
    events.current = source
    source.onmessage = ({ data }) => {
      const next = JSON.parse(data as string) as Delivery
      setDelivery(next)
      if (next.state === 'waiting' || next.state === 'working') return
      source.close()
      if (next.state === 'done') fetchFiles(next, options.single)
      else if (next.error) toast.error(next.error)
    }
  }
  const rows = delivery?.files ?? []
  const total = rows.reduce((sum, f) => sum + f.bytes, 0)
  return (
    <div className="flex h-dvh min-w-[1024px] flex-col">
      <header className="flex h-11 shrink-0 items-center gap-2 border-b border-line bg-panel px-3">
        <Link
          href={`/designs/${design.id}`}
          aria-label="Back to the bench"
          className="flex size-7 items-center justify-center rounded-control text-soft hover:bg-well"
        >
          <ChevronLeft size={17} />
        </Link>
        <h1 className="flex gap-1.5 text-small">
          <span className="text-soft">
            {campaign} / {design.name} /
          </span>
          <span className="font-semibold">Export</span>
        </h1>
        <span className="ml-auto text-small text-soft tabular-nums">
          {ticked.size} of {channels.length} sizes{total > 0 ? ` · ${size(total)}` : ''}
        </span>
        {running ? (
          <Button onClick={() => void fetch(`/api/deliveries/${delivery?.id}`, { method: 'DELETE' })}>
            <X size={14} />
            Stop
          </Button>
        ) : (
          <Button look="primary" disabled={count === 0} onClick={() => void start()}>
            Export {count} file{count === 1 ? '' : 's'}
          </Button>
        )}
      </header>
      <div className="flex min-h-0 flex-1">
        <div className="flex min-w-0 flex-1 flex-col">
          <main className="scroll-thin flex min-h-0 flex-1 flex-wrap content-start items-end gap-5 overflow-y-auto bg-stage p-5">
            {channels.map((c) => {
              const on = ticked.has(c.id)
              const k = Math.min(190 / c.height, 230 / c.width)
              const page = pages.find((p) => onPages.has(p.id)) ?? pages[0]
              return (
                <label key={c.id} className="flex flex-col gap-1.5">
                  {/* biome-ignore lint/performance/noImgElement: rendered by our own server at the size shown */}
                  <img
                    src={`/api/designs/${design.id}/thumb?page=${page?.id}&channel=${c.id}&side=${Math.ceil(Math.max(c.width, c.height) * k * 1.5)}&r=${revision}`}
                    alt={c.name}
                    width={Math.round(c.width * k)}
                    height={Math.round(c.height * k)}
                    className={`rounded-[2px] shadow-md ${on ? '' : 'opacity-45'}`}
                  />
                  <span className="flex items-center gap-1.5 text-small">
                    <input
                      type="checkbox"
                      className="size-3.5 accent-[var(--color-accent)]"
                      checked={on}
                      onChange={() => setTicked((t) => (t.has(c.id) ? new Set([...t].filter((x) => x !== c.id)) : new Set([...t, c.id])))}
                    />
                    <span className="font-medium">{c.name}</span>
                  </span>
                </label>
              )
            })}
          </main>
          <div role="region" aria-label="Files" tabIndex={0} className="scroll-thin h-[232px] shrink-0 overflow-y-auto border-t border-line bg-panel">
            <table className="w-full text-small">
              <thead className="sticky top-0 bg-panel text-left text-tiny text-soft">
                <tr className="border-b border-line [&>th]:px-4 [&>th]:py-1.5 [&>th]:font-normal">
                  <th>Size</th>
                  <th>Pixels</th>
                  <th>File</th>
                  <th className="w-44">Weight</th>
                  <th>Checks</th>
                </tr>
              </thead>
              <tbody>
                {pages
                  .filter((p) => onPages.has(p.id))
                  .flatMap((p) =>
                    channels
                      .filter((c) => ticked.has(c.id))
                      .map((c) => {
                        const file = rows.find((f) => f.page === p.id && f.channel === c.id)
                        const extra = options.bleed ? c.bleed * 2 : 0
                        const found = findings.filter((f) => f.channel === c.id && f.page === p.id)
                        return (
                          <tr key={`${p.id}${c.id}`} className="border-b border-line/60 [&>td]:px-4 [&>td]:py-1.5">
                            <td className="font-medium">
                              {c.name}
                              {onPages.size > 1 && <span className="font-normal text-soft"> · {p.name}</span>}
                            </td>
                            <td className="text-soft tabular-nums">
                              {file
                                ? `${file.width} × ${file.height}`
                                : `${Math.round((c.width + extra) * options.scale)} × ${Math.round((c.height + extra) * options.scale)}`}
                            </td>
                            <td className="max-w-52 truncate text-soft">
                              {file?.state === 'done' && delivery ? (
                                <a
                                  className="inline-flex items-center gap-1 underline underline-offset-2 hover:text-ink"
                                  href={`/api/deliveries/${delivery.id}/files/${encodeURIComponent(file.name)}`}
                                  download
                                >
                                  <Download size={12} />
                                  {file.name}
                                </a>
                              ) : (
                                (file?.name ?? (options.format === 'png' ? 'PNG' : `JPEG ${options.quality}`))
                              )}
                            </td>
                            <td className="tabular-nums">
                              {file?.state === 'done' ? (
                                size(file.bytes)
                              ) : file?.state === 'failed' ? (
                                <span className="text-warn">{file.message}</span>
                              ) : file && running ? (
                                <Progress share={file.share} />
                              ) : (
                                <span className="text-soft">measured on export</span>
                              )}
                            </td>
                            <td className={found.length > 0 ? 'text-warn' : 'text-soft'}>
                              {found.length === 0 ? '—' : found.length === 1 ? found[0]?.text : `${found.length} findings`}
                            </td>
                          </tr>
                        )
                      }),
                  )}
              </tbody>
            </table>
          </div>
        </div>
        <aside aria-label="Options" className="scroll-thin flex w-[304px] shrink-0 flex-col overflow-y-auto border-l border-line bg-panel">
          <Part title="Format">
            <Segments
              label="Format"
              value={options.format}
              options={[
                ['png', 'PNG'],
                ['jpeg', 'JPEG'],
              ]}
              onChange={(v) => set({ format: v as Options['format'] })}
            />
            {options.format === 'jpeg' && (
              <div className="flex items-center gap-3 text-small">
                <span className="text-soft">Quality</span>
                <Slider
                  label="Quality"
                  min={30}
                  max={100}
                  value={options.quality}
                  onChange={(v) => set({ quality: v })}
                  onCommit={(v) => set({ quality: v })}
                />
                <span className="w-7 text-right tabular-nums">{options.quality}</span>
              </div>
            )}
            <NumberField
              label="Size factor"
              short="factor"
              unit="×"
              min={0.1}
              max={4}
              step={0.1}
              digits={2}
              value={options.scale}
              onChange={(v) => set({ scale: v })}
            />
          </Part>
          <Part title="Ground">
            <Segments
              label="Ground"
              value={options.format === 'jpeg' ? 'page' : options.ground}
              options={[
                ['page', 'Page colour'],
                ['transparent', 'Transparent'],
              ]}
              disabled={options.format === 'jpeg'}
              onChange={(v) => set({ ground: v as Options['ground'] })}
            />
            {options.format === 'jpeg' && <p className="text-tiny text-soft">JPEG has no transparency.</p>}
          </Part>
          {pages.length > 1 && (
            <Part title="Pages">
              {pages.map((p) => (
                <label key={p.id} className="flex h-6 items-center gap-2 text-small">
                  <input
                    type="checkbox"
                    className="accent-[var(--color-accent)]"
                    checked={onPages.has(p.id)}
                    onChange={() => setOnPages((t) => (t.has(p.id) ? new Set([...t].filter((x) => x !== p.id)) : new Set([...t, p.id])))}
                  />
                  {p.name}
                </label>
              ))}
            </Part>
          )}
          {channels.some((c) => c.bleed > 0) && (
            <Part title="Print">
              <label className="flex h-6 items-center gap-2 text-small">
                <input
                  type="checkbox"
                  className="accent-[var(--color-accent)]"
                  checked={options.bleed}
                  onChange={(e) => set({ bleed: e.target.checked })}
                />
                With bleed, where a size has one
              </label>
            </Part>
          )}
          <Part title="Names">
            <label className="field">
              <input aria-label="File name pattern" value={options.pattern} onChange={(e) => set({ pattern: e.target.value })} />
            </label>
            <p className="text-tiny text-soft">{'{design} {page} {channel} {width} {height}'}</p>
          </Part>
          <Part title="Package">
            <Segments
              label="Package"
              value={options.single ? 'single' : 'zip'}
              options={[
                ['zip', 'One zip'],
                ['single', 'Single files'],
              ]}
              onChange={(v) => set({ single: v === 'single' })}
            />
          </Part>
          {delivery && !running && delivery.done > 0 && (
            <div className="p-3">
              <Button className="w-full" onClick={() => fetchFiles(delivery, options.single)}>
                <Download size={14} />
                Fetch again
              </Button>
            </div>
          )}
          <p aria-live="polite" className="sr-only">
            {delivery ? `${delivery.done} of ${delivery.total} files made, ${delivery.state}` : ''}
          </p>
        </aside>
      </div>
    </div>
  )
}

function fetchFiles(delivery: Delivery, single: boolean): void {
  const get = (href: string) => {
    const a = document.createElement('a')
    a.href = href
    a.download = ''
    document.body.append(a)
    a.click()
    a.remove()
  }
  if (single)
    delivery.files
      .filter((f) => f.state === 'done')
      .forEach((f, n) => setTimeout(() => get(`/api/deliveries/${delivery.id}/files/${encodeURIComponent(f.name)}`), n * 250))
  else get(`/api/deliveries/${delivery.id}/zip`)
}

const Part = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <section aria-label={title} className="flex flex-col gap-2 border-b border-line px-3 py-3">
    <h2 className="text-small font-semibold">{title}</h2>
    {children}
  </section>
)
const Progress = ({ share }: { share: number }) => (
  <span
    className="block h-1 w-28 overflow-hidden rounded-full bg-line"
    role="progressbar"
    aria-valuenow={Math.round(share * 100)}
    aria-valuemin={0}
    aria-valuemax={100}
  >
    <span className="block h-full bg-ink" style={{ width: `${share * 100}%` }} />
  </span>
)

function Segments({
  label,
  value,
  options,
  onChange,
  disabled,
}: {
  label: string
  value: string
  options: readonly (readonly [string, string])[]
  onChange: (v: string) => void
  disabled?: boolean
}) {
  return (
    <div role="group" aria-label={label} className="flex rounded-control bg-well p-0.5">
      {options.map(([v, text]) => (
        <button
          key={v}
          type="button"
          disabled={disabled}
          aria-pressed={v === value}
          className={`h-6 flex-1 rounded-[5px] text-small disabled:opacity-50 ${v === value ? 'bg-panel font-semibold ring-1 ring-line' : 'text-soft'}`}
          onClick={() => onChange(v)}
        >
          {text}
        </button>
      ))}
    </div>
  )
}
