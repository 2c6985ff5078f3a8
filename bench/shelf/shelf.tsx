'use client'
import { useQuery } from '@tanstack/react-query'
import {
  Archive,
  ArchiveRestore,
  CircleAlert,
  Copy,
  Download,
  Ellipsis,
  Plus,
  Search,
  Upload,
  X,
} from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { ask, wordsOf } from '@/wire/client'
import { archiveDesign, duplicateDesign, openPackage, readFindings } from '@/wire/designs'
import { ChooseLayers } from '../import/choose-layers'
import { recoverUnsent } from '../state/recovery'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { Mark } from '../ui/mark'
import { Menu, MenuItem } from '../ui/menu'
import { openOwnMenu } from '../ui/own-menu'
import { inTurn } from '../ui/turns'
import { ContactSheet } from './contact-sheet'
import { NewDesign } from './new-design'
import type { SheetChannel } from './sheet-layout'

export type ShelfDesign = {
  id: string
  campaign: string
  name: string
  revision: number
  updatedAt: string
  findings: number | null
  archived: boolean
  channels: SheetChannel[]
  page: string
  pages: number
  words: string
  unreadable?: boolean
}

const SORTS = { newest: 'Newest first', name: 'By name', sizes: 'Most sizes first' } as const
const ago = (iso: string): string => {
  const minutes = Math.round((Date.now() - new Date(iso).getTime()) / 60_000)
  if (minutes < 1) return 'just now'
  if (minutes < 60) return `${minutes} min ago`
  if (minutes < 60 * 24) return `${Math.round(minutes / 60)} h ago`
  return new Intl.DateTimeFormat('en', { day: 'numeric', month: 'short' }).format(new Date(iso))
}

/** Where designs are found and begun. */
export function Shelf({ designs, stored }: { designs: readonly ShelfDesign[]; stored: number | null }) {
  const router = useRouter()
  const [query, setQuery] = useState('')
  const [sort, setSort] = useState<keyof typeof SORTS>('newest')
  const [archived, setArchived] = useState(false)
  const [layered, setLayered] = useState<File | null>(null)
  const [fresh, setFresh] = useState<string | null>(null)
  const chooser = useRef<HTMLInputElement>(null)
  const campaigns = useMemo(() => {
    const words = query.toLowerCase().split(/\s+/).filter(Boolean)
    const found = designs.filter(
      (d) =>
        d.archived === archived &&
        words.every((w) => `${d.name} ${d.campaign} ${d.words}`.toLowerCase().includes(w)),
    )
    let sorted: ShelfDesign[]
    if (sort === 'name') sorted = [...found].sort((a, b) => a.name.localeCompare(b.name))
    else if (sort === 'sizes') sorted = [...found].sort((a, b) => b.channels.length - a.channels.length)
    else sorted = found
    const groups = new Map<string, ShelfDesign[]>()
    for (const d of sorted) groups.set(d.campaign, [...(groups.get(d.campaign) ?? []), d])
    return [...groups]
  }, [designs, query, sort, archived])
  const call: Asking = async (job, done) => {
    try {
      done(await job())
    } catch (thrown) {
      toast.error(wordsOf(thrown, 'Nothing was changed; try again.'))
    }
  }
  const openFile = (file: File, choice = '') =>
    call(
      () => ask(openPackage, { file, query: choice }),
      ({ id, notes }) => {
        for (const note of notes?.slice(0, 5) ?? []) toast(note, { duration: 9000 })
        router.push(`/designs/${id}`)
      },
    )
  const count = designs.filter((d) => d.archived).length
  // What closed tabs left unsent goes out, whichever design it is of.
  useEffect(() => {
    void recoverUnsent().then(({ text }) => {
      if (!text) return
      toast(text, { duration: 9000 })
      router.refresh()
    })
  }, [router])
  return (
    <div className="min-h-dvh">
      <header className="sticky top-0 z-10 flex h-14 items-center gap-6 border-b border-line bg-panel px-7">
        <h1 className="flex items-center gap-2 font-display text-[17px]">
          <Mark /> Vivid Layer
        </h1>
        <label className="field h-8 w-80">
          <Search size={14} className="text-soft" />
          <input
            aria-label="Search the shelf"
            placeholder="designs, campaigns, words in a picture …"
            value={query}
            onChange={(e) => setQuery(e.target.value)}
          />
          {query && (
            <button type="button" aria-label="Clear the search" onClick={() => setQuery('')}>
              <X size={13} />
            </button>
          )}
        </label>
        <div className="ml-auto flex items-center gap-2">
          {count > 0 && (
            <Button
              look={archived ? 'dark' : 'ghost'}
              aria-pressed={archived}
              onClick={() => setArchived(!archived)}
            >
              Archive ({count})
            </Button>
          )}
          <div className="w-36">
            <Choice
              label="Sort"
              value={sort}
              options={Object.entries(SORTS).map(([value, label]) => ({ value, label }))}
              onChange={(v) => setSort(v as keyof typeof SORTS)}
            />
          </div>
          <IconButton
            label="Open a .vivid package or an OpenRaster file"
            onClick={() => chooser.current?.click()}
          >
            <Upload size={15} />
          </IconButton>
          <input
            ref={chooser}
            type="file"
            accept=".vivid,.ora,image/openraster"
            hidden
            onChange={(e) => {
              const file = e.target.files?.[0]
              e.target.value = ''
              if (file && /\.ora$/i.test(file.name)) setLayered(file)
              else if (file) void openFile(file)
            }}
          />
          <Button look="primary" className="h-8 px-4" onClick={() => setFresh('')}>
            New design
          </Button>
        </div>
      </header>
      {stored !== null && (
        <p className="flex items-center gap-2 border-b border-warn/30 bg-warn-ground px-7 py-2 text-small text-warn">
          <CircleAlert size={14} />
          {(stored / 1e9).toFixed(1)} GB are stored on this server. Remove versions that nobody needs, or make
          room and raise VIVID_WARN_GB.
        </p>
      )}
      <ChooseLayers
        file={layered}
        onClose={() => setLayered(null)}
        onOwn={() => {
          if (layered) void openFile(layered)
          setLayered(null)
        }}
        onChosen={async ({ layers, as }) => {
          if (layered) await openFile(layered, `?layers=${layers.join(',')}&as=${as}`)
          setLayered(null)
        }}
      />
      <main className="flex flex-col gap-9 px-7 py-7">
        {campaigns.map(([campaign, list]) => (
          <section key={campaign} aria-label={campaign}>
            <div className="mb-3 flex items-baseline gap-3">
              <h2 className="font-display text-xl">{campaign}</h2>
              <p className="text-small text-soft">
                {list.length} design{list.length === 1 ? '' : 's'} ·{' '}
                {list.reduce((n, d) => n + d.channels.length, 0)} sizes
              </p>
            </div>
            <ul className="flex flex-wrap items-stretch gap-4">
              {list.map((d) => (
                <Card key={d.id} design={d} call={call} refresh={() => router.refresh()} />
              ))}
              {!archived && (
                <li>
                  <button
                    type="button"
                    className="flex h-full min-h-32 w-28 flex-col items-center justify-center gap-1 rounded-[10px] border border-dashed border-soft/40 text-small text-soft hover:bg-panel hover:text-ink"
                    onClick={() => setFresh(campaign)}
                  >
                    <Plus size={17} />
                    New design
                  </button>
                </li>
              )}
            </ul>
          </section>
        ))}
        {campaigns.length === 0 && (
          <div className="flex flex-col items-center gap-3 py-24 text-center">
            <h2 className="font-display text-xl">
              {query ? 'Nothing matches' : `The ${archived ? 'archive' : 'shelf'} is empty`}
            </h2>
            <p className="max-w-sm text-soft">
              {query
                ? 'No design, campaign or text holds these words.'
                : 'Compose once, and every size follows.'}
            </p>
            {query ? (
              <Button onClick={() => setQuery('')}>Clear the search</Button>
            ) : (
              <Button look="primary" onClick={() => setFresh('')}>
                Begin a design
              </Button>
            )}
          </div>
        )}
      </main>
      <NewDesign
        open={fresh !== null}
        campaign={fresh ?? ''}
        campaigns={[...new Set(designs.map((d) => d.campaign))]}
        designs={designs}
        onClose={() => setFresh(null)}
      />
    </div>
  )
}

/** Makes a call and goes on with its answer; what went wrong is said. */
type Asking = <T>(job: () => Promise<T>, done: (answer: T) => void) => Promise<void>

function Card({ design: d, call, refresh }: { design: ShelfDesign; call: Asking; refresh: () => void }) {
  const checked = useQuery({
    queryKey: ['findings', d.id, d.updatedAt],
    queryFn: ({ signal }) =>
      inTurn(signal, () => ask(readFindings, { params: { id: d.id }, signal }), 'checked'),
    enabled: d.findings === null && !d.unreadable,
  })
  const findings = d.findings ?? checked.data?.findings.length ?? null
  const [when, setWhen] = useState('')
  useEffect(() => setWhen(ago(d.updatedAt)), [d.updatedAt])
  if (d.unreadable)
    return (
      <li className="flex w-72 flex-col gap-2 rounded-[10px] border border-warn/40 bg-warn-ground p-4 text-small">
        <span className="flex items-center gap-2 font-semibold text-warn">
          <CircleAlert size={15} /> {d.name} cannot be read
        </span>
        <span className="text-soft">
          What is stored of this one design is damaged; all others are untouched. Save what is there, then
          bring back a backup as docs/safety.md tells.
        </span>
        <a
          className="mt-auto flex items-center gap-1.5 pt-2 font-semibold underline-offset-2 hover:underline"
          href={`/api/designs/${d.id}/stored`}
        >
          <Download size={13} /> Save what is there
        </a>
      </li>
    )
  return (
    <li
      className="group relative flex flex-col rounded-[10px] border border-line bg-panel p-3 hover:border-soft/50"
      onContextMenu={openOwnMenu}
    >
      <Link
        href={`/designs/${d.id}`}
        className="flex flex-1 flex-col outline-offset-4"
        aria-label={`Open ${d.name}`}
      >
        <ContactSheet design={d.id} page={d.page} revision={d.revision} channels={d.channels} />
        <span className="mt-auto flex items-baseline gap-2 pt-3 text-small">
          <span className="font-semibold">{d.name}</span>
          <span className="text-soft">
            {d.channels.length} size{d.channels.length === 1 ? '' : 's'}
            {d.pages > 1 ? ` · ${d.pages} pages` : ''}
          </span>
          {findings !== null && findings > 0 && (
            <span className="rounded-full border border-warn/30 bg-warn-ground px-2 text-tiny text-warn">
              {findings} finding{findings === 1 ? '' : 's'}
            </span>
          )}
          <span className="ml-auto pr-7 text-tiny text-soft">{when}</span>
        </span>
      </Link>
      <Menu
        align="end"
        trigger={
          <IconButton label={`More for ${d.name}`} className="absolute right-2 bottom-1.5">
            <Ellipsis size={15} />
          </IconButton>
        }
      >
        <MenuItem onSelect={() => void call(() => ask(duplicateDesign, { params: { id: d.id } }), refresh)}>
          <Copy size={13} />
          Duplicate
        </MenuItem>
        <MenuItem
          onSelect={() => {
            window.location.href = `/api/designs/${d.id}/package`
          }}
        >
          <Download size={13} />
          Download as .vivid
        </MenuItem>
        <MenuItem
          onSelect={() =>
            void call(
              () => ask(archiveDesign, { params: { id: d.id }, body: { archived: !d.archived } }),
              refresh,
            )
          }
        >
          {d.archived ? <ArchiveRestore size={13} /> : <Archive size={13} />}
          {d.archived ? 'Take out of the archive' : 'Archive'}
        </MenuItem>
      </Menu>
    </li>
  )
}
