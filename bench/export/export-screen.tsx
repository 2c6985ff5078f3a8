'use client'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { ChevronLeft, History, MessageSquareText, X } from 'lucide-react'
import Link from 'next/link'
import { useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { inOrder } from '@/core/basics/order'
import { captionOf } from '@/core/design/captions'
import { linksIn } from '@/core/design/linked'
import type { Design } from '@/core/design/schema'
import { rowsOf } from '@/core/design/table'
import { AS_DESIGNED } from '@/core/design/table-schema'
import { deliveryFiles } from '@/core/formats/delivery-files'
import { proposedOutput } from '@/core/formats/proposal'
import type { Credit } from '@/core/outputs/manifest'
import { ask, wordsOf } from '@/wire/client'
import { type Delivery, startDelivery, stopDelivery } from '@/wire/deliveries'
import { readFindings } from '@/wire/designs'
import { linkedNow } from '@/wire/linked'
import { Button } from '../ui/button'
import { Menu, MenuItem } from '../ui/menu'
import { RenderedPicture } from '../ui/rendered-picture'
import { CompareDialog } from './compare-dialog'
import { DeliveriesDialog, deliveriesKey, useDeliveries } from './deliveries-dialog'
import { fetchFiles, isRunning, type Options, optionsIn, PLAIN, settingsIn, sizeLabel } from './delivery'
import { saveProof } from './excerpts'
import { FilesTable } from './files-table'
import { OptionsPanel } from './options-panel'
import { recall, remember } from './remembered'
import { fileKey, type Tried, useTrials } from './trials'

/** So many rows of a table are checked beforehand: each is all sizes once more. */
const MOST_CHECKED = 12
/** Chosen adaptations become files: what comes out, how large, and what the checks say. */
export function ExportScreen({
  design,
  campaign,
  revision,
  credits,
}: {
  design: Design
  campaign: string
  revision: number
  credits: readonly Credit[]
}) {
  const channels = useMemo(() => inOrder(design.channels), [design])
  const pages = useMemo(() => inOrder(design.pages), [design])
  const [ticked, setTicked] = useState<ReadonlySet<string>>(() => new Set(channels.map((c) => c.id)))
  const [onPages, setOnPages] = useState<ReadonlySet<string>>(
    () => new Set(pages.slice(0, 1).map((p) => p.id)),
  )
  const [onRows, setOnRows] = useState<ReadonlySet<string>>(() => {
    const rows = rowsOf(design)
    return new Set(rows.length > 0 ? rows.map((r) => r.id) : [AS_DESIGNED])
  })
  const [options, setOptions] = useState<Options>(PLAIN)
  // What was exported with other choices tells nothing of what would come out now.
  const [deliveredAs, setDeliveredAs] = useState('')
  const [compared, setCompared] = useState<Tried | null>(null)
  const [delivered, setDelivered] = useState<{ url: string; told: string } | null>(null)
  const [listed, setListed] = useState(false)
  const cache = useQueryClient()
  const earlier = useDeliveries(design.id).data?.deliveries ?? []
  const [delivery, setDelivery] = useState<Delivery | null>(null)
  const checkedRows = [...onRows].slice(0, MOST_CHECKED).join(',')
  // Without an answer the checks stay open; the export itself does not need them.
  const checked = useQuery({
    queryKey: ['findings', design.id, revision, checkedRows],
    queryFn: ({ signal }) =>
      ask(readFindings, { params: { id: design.id }, query: { rows: checkedRows }, signal }),
  })
  const findings = checked.data?.findings ?? null
  const linked = useQuery({
    queryKey: ['linked', design.id, revision],
    queryFn: ({ signal }) => ask(linkedNow, { params: { id: design.id }, signal }),
    enabled: linksIn(design).length > 0,
  })
  const changed = (linked.data?.designs ?? []).filter((d) =>
    linksIn(design).some((l) => l.link.design === d.id && (d.revision ?? 0) > l.link.revision),
  )
  const events = useRef<EventSource | null>(null)
  useEffect(() => {
    // The last options are used again.
    try {
      const kept = localStorage.getItem('export')
      if (kept) setOptions(optionsIn(JSON.parse(kept)))
    } catch {
      // Without storage the plain options stand.
    }
    return () => events.current?.close()
  }, [])
  const set = (change: Partial<Options>) => {
    const next = { ...options, ...change }
    setOptions(next)
    try {
      localStorage.setItem('export', JSON.stringify(next))
    } catch {
      // Kept for this visit only.
    }
  }
  /** A size by itself goes out as it did last, wherever that was. */
  const tick = (id: string) => {
    const next = new Set(ticked)
    if (!next.delete(id)) next.add(id)
    setTicked(next)
    const [only] = next
    const size = next.size === 1 ? design.channels[only ?? '']?.name : undefined
    const last = size ? recall(size, options) : null
    if (!last) return
    const before = options
    set(last)
    toast(`As “${size}” was exported last.`, { action: { label: 'Not so', onClick: () => set(before) } })
  }
  const [proofing, setProofing] = useState(false)
  const proof = async (form: 'html' | 'pdf') => {
    setProofing(true)
    await saveProof(design, form).catch((thrown: Error) => toast.error(thrown.message))
    setProofing(false)
  }
  const running = isRunning(delivery)
  const pattern = options.pattern || 'picture'
  const start = async (again?: Delivery) => {
    const { single, ...how } = options
    const answer = await ask(startDelivery, {
      body: again?.options ?? {
        ...how,
        pattern,
        settings: { ...settingsIn(options) },
        chosen: Object.fromEntries(
          options.also.map((id) => [id, { ...settingsIn({ ...options, format: id }) }]),
        ),
        design: design.id,
        channels: [...ticked],
        pages: [...onPages],
        rows: [...onRows],
      },
    }).catch((thrown: unknown) => {
      toast.error(wordsOf(thrown, 'The design is safe; try again.'))
      return null
    })
    if (!answer) return
    if (!again)
      remember(
        [...ticked].flatMap((id) => design.channels[id]?.name ?? []),
        options,
      )
    setDelivery(answer)
    setDeliveredAs(again ? '' : JSON.stringify(options))
    events.current?.close()
    const source = new EventSource(`/api/deliveries/${answer.id}/events`)
    events.current = source
    source.onmessage = ({ data }) => {
      const next = JSON.parse(data as string) as Delivery
      setDelivery(next)
      if (isRunning(next)) return
      source.close()
      void cache.invalidateQueries({ queryKey: deliveriesKey(design.id) })
      const same = next.files.filter((f) => f.kept).length
      if (same > 0) toast(`${next.done - same} made anew, ${same} as delivered before.`)
      if (next.state === 'done') fetchFiles(next, single)
      else if (next.error) toast.error(next.error)
    }
  }
  const { files, warnings } = deliveryFiles(design, {
    ...options,
    settings: settingsIn(options),
    pattern,
    pages: [...onPages],
    rows: [...onRows],
    channels: [...ticked],
  })
  const count = files.length
  const seenRow = [...onRows].find((id) => id !== AS_DESIGNED) ?? AS_DESIGNED
  const trials = useTrials(design.id, revision, files, options, running)
  const total = (delivery?.files ?? []).reduce((sum, f) => sum + f.bytes, 0)
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
          {ticked.size} of {channels.length} sizes{total > 0 ? ` · ${sizeLabel(total)}` : ''}
        </span>
        <Menu
          align="end"
          trigger={
            <Button disabled={proofing}>
              <MessageSquareText size={14} />
              {proofing ? 'Proof being made …' : 'Proof'}
            </Button>
          }
        >
          <MenuItem onSelect={() => void proof('html')}>A page with room for remarks</MenuItem>
          <MenuItem onSelect={() => void proof('pdf')}>A PDF sheet of all sizes</MenuItem>
        </Menu>
        <Button disabled={earlier.length === 0} onClick={() => setListed(true)}>
          <History size={14} />
          Deliveries{earlier.length > 0 ? ` · ${earlier.length}` : ''}
        </Button>
        {running ? (
          <Button
            onClick={() =>
              void ask(stopDelivery, { params: { id: delivery?.id ?? '' } }).catch(() => undefined)
            }
          >
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
                  <RenderedPicture
                    src={`/api/designs/${design.id}/thumb?page=${page?.id}&channel=${c.id}&row=${seenRow}&side=${Math.ceil(Math.max(c.width, c.height) * k * 1.5)}&r=${revision}`}
                    alt=""
                    width={Math.round(c.width * k)}
                    height={Math.round(c.height * k)}
                    className={`rounded-[2px] shadow-md ${on ? '' : 'opacity-45'}`}
                  />
                  <span className="flex items-center gap-1.5 text-small">
                    <input
                      type="checkbox"
                      className="size-3.5 accent-[var(--color-accent)]"
                      checked={on}
                      onChange={() => tick(c.id)}
                    />
                    <span className="font-medium">{c.name}</span>
                  </span>
                </label>
              )
            })}
          </main>
          <FilesTable
            files={files}
            pages={design.pages}
            rows={design.rows}
            options={options}
            delivery={running || deliveredAs === JSON.stringify(options) ? delivery : null}
            findings={findings}
            trials={trials}
            onCompare={setCompared}
          />
        </div>
        <OptionsPanel
          options={options}
          set={set}
          pages={pages}
          onPages={onPages}
          setOnPages={setOnPages}
          rows={rowsOf(design)}
          onRows={onRows}
          setOnRows={setOnRows}
          bleeds={channels.some((c) => c.bleed > 0)}
          rules={channels.some((c) => c.file?.format || c.file?.mostKb)}
          delivery={delivery}
          credits={credits}
          changed={changed.map((d) => d.name)}
          proposed={proposedOutput(design, options.ground)}
          example={files[0]?.name ?? ''}
          warnings={warnings}
          untold={
            [...new Set(files.flatMap((f) => (captionOf(design, f.page, f.channel.id).alt ? [] : [f.page])))]
              .length
          }
        />
      </div>
      <CompareDialog
        design={design.id}
        revision={revision}
        file={compared}
        options={options}
        trial={compared ? trials.get(fileKey(compared)) : undefined}
        delivered={delivered}
        set={(chosen) => compared && set({ chosen: { ...options.chosen, [compared.format]: chosen } })}
        onClose={() => {
          setCompared(null)
          setDelivered(null)
        }}
      />
      <DeliveriesDialog
        design={design}
        open={listed && compared === null}
        onClose={() => setListed(false)}
        onAgain={(d) => {
          setListed(false)
          void start(d)
        }}
        onCompare={(d, f) => {
          const channel = design.channels[f.channel]
          if (!channel) return
          const format = f.format ?? d.options.format
          setDelivered({
            url: `/api/deliveries/${d.id}/files/${encodeURIComponent(f.name)}?seen=1`,
            told: `as delivered, ${f.name}`,
          })
          setCompared({
            page: f.page,
            ...(f.row ? { row: f.row } : {}),
            channel,
            format,
            scale: f.scale ?? d.options.scale,
            bleed: f.bleed ?? d.options.bleed,
          })
        }}
      />
    </div>
  )
}
