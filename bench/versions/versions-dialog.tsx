'use client'
import { useQueryClient } from '@tanstack/react-query'
import { Clock, GitBranch, ShieldCheck, Star, Trash2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import { inOrder } from '@/core/basics/order'
import { ask, wordsOf } from '@/wire/client'
import { keepVersion, readVersion, removeVersion, type Version } from '@/wire/designs'
import type { Bench } from '../state/bench'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { DialogFrame } from '../ui/dialog-frame'
import { SplitView } from './split-view'
import { useVersions, versionsKey } from './use-versions'

const MARKS = { time: Clock, before: ShieldCheck, named: Star, conflict: GitBranch } as const

/** Puts the design back to what a version holds, as one step that can be undone. */
export async function bringBack(bench: Bench, version: Pick<Version, 'id' | 'name'>): Promise<boolean> {
  const { design } = bench.store.getState()
  const told = await ask(readVersion, { params: { id: design.id, version: version.id } }).catch(
    (thrown: unknown) => {
      bench.notify(wordsOf(thrown, 'The design is as it was; try again.'), 'trouble')
      return null
    },
  )
  if (!told) return false
  for (const s of told.sources) bench.addSource(s)
  const { id: _id, version: _version, name: _name, ...content } = told.design
  bench.edit(
    `Bring back “${version.name}”`,
    (d) => Object.assign(d, content),
    `Before bringing back “${version.name}”`.slice(0, 120),
  )
  bench.notify(`“${version.name}” is back. Undo returns to what was here before.`)
  return true
}

/** Kept states of the design, seen as pictures, compared with now, brought back. */
export function VersionsDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'versions')
  return open ? <Versions onClose={() => bench.set({ dialog: null })} /> : null
}

function Versions({ onClose }: { onClose: () => void }) {
  const bench = useBench()
  const s = useBenchState((state) => ({
    design: state.design,
    page: state.page,
    channel: state.channel,
    save: state.save.state,
  }))
  const [chosen, setChosen] = useState<string | null>(null)
  const [name, setName] = useState('')
  const [page, setPage] = useState(s.page)
  const [channel, setChannel] = useState(s.channel)
  const [busy, setBusy] = useState(false)
  const base = `/api/designs/${s.design.id}`
  const queries = useQueryClient()
  const asked = useVersions(s.design.id)
  const list = asked.data?.versions ?? null
  const trouble = asked.isError
  const read = () => queries.invalidateQueries({ queryKey: versionsKey(s.design.id) })
  const first = list?.[0]?.id ?? null
  useEffect(() => setChosen((c) => c ?? first), [first])
  const keep = async () => {
    setBusy(true)
    if (!(await bench.sync.settled())) {
      setBusy(false)
      return bench.notify(
        'Not everything is stored yet, so this version would lack it. Nothing was kept; see beside the design’s name.',
        'trouble',
      )
    }
    try {
      await ask(keepVersion, { params: { id: s.design.id }, body: { name: name.trim() } })
    } catch (thrown) {
      return bench.notify(wordsOf(thrown, 'Nothing was kept; try again.'), 'trouble')
    } finally {
      setBusy(false)
    }
    setName('')
    await read()
    setChosen(
      queries.getQueryData<{ versions: Version[] }>(versionsKey(s.design.id))?.versions[0]?.id ?? null,
    )
  }
  const version = list?.find((v) => v.id === chosen) ?? null
  const picture = (v: Version, side: number) =>
    `${base}/versions/${v.id}/picture?side=${side}&page=${page}&channel=${channel}`
  return (
    <DialogFrame
      open
      onClose={onClose}
      title="Versions"
      note="Kept by name, every ten minutes of work, and before large steps. Looking at one changes nothing."
      className="w-[1080px]"
    >
      <div className="flex min-h-0 flex-1">
        <div className="flex w-[268px] shrink-0 flex-col border-r border-line">
          <form
            className="flex gap-1.5 border-b border-line p-2.5"
            onSubmit={(e) => {
              e.preventDefault()
              if (name.trim()) void keep()
            }}
          >
            <label className="field min-w-0 flex-1">
              <input
                aria-label="Name of the version"
                placeholder="Keep this state as …"
                value={name}
                maxLength={120}
                onChange={(e) => setName(e.target.value)}
                onKeyDown={(e) => e.stopPropagation()}
              />
            </label>
            <Button disabled={busy || !name.trim()}>{busy ? 'Keeping …' : 'Keep'}</Button>
          </form>
          <ul className="scroll-thin min-h-0 flex-1 overflow-y-auto p-1.5" aria-label="Kept versions">
            {trouble && (
              <li className="p-3 text-small text-soft">
                The versions could not be fetched. The design is safe.{' '}
                <Button small onClick={() => void read()}>
                  Try again
                </Button>
              </li>
            )}
            {list === null &&
              !trouble &&
              Array.from({ length: 4 }, (_, n) => (
                <li key={n} className="mb-1 h-[68px] animate-pulse rounded-control bg-well" />
              ))}
            {list?.length === 0 && (
              <li className="p-3 text-small text-soft">
                Nothing kept yet. Give the present state a name above; the first version by the clock comes
                after ten minutes of work.
              </li>
            )}
            {list?.map((v) => {
              const Mark = MARKS[v.reason]
              return (
                <li key={v.id} className="group relative">
                  <button
                    type="button"
                    aria-pressed={v.id === chosen}
                    className={`flex w-full items-center gap-2.5 rounded-control p-1.5 text-left ${v.id === chosen ? 'bg-lit' : 'hover:bg-well'}`}
                    onClick={() => setChosen(v.id)}
                  >
                    <span className="flex size-14 shrink-0 items-center justify-center rounded-[3px] bg-well">
                      {/* biome-ignore lint/performance/noImgElement: a small picture of our own server */}
                      <img
                        src={picture(v, 112)}
                        alt=""
                        loading="lazy"
                        className="max-h-full max-w-full rounded-[2px] shadow-[0_0_0_1px_rgb(0_0_0/0.12)]"
                      />
                    </span>
                    <span className="min-w-0 flex-1">
                      <span className="line-clamp-2 text-small leading-tight font-semibold">{v.name}</span>
                      <span className="mt-0.5 flex items-center gap-1 text-tiny text-soft tabular-nums">
                        <Mark size={11} />
                        {new Date(v.createdAt).toLocaleString(undefined, {
                          day: 'numeric',
                          month: 'short',
                          hour: '2-digit',
                          minute: '2-digit',
                        })}
                        {v.who && ` · ${v.who}`}
                      </span>
                    </span>
                  </button>
                  <IconButton
                    label={`Remove the version ${v.name}`}
                    className="!absolute top-2 right-1 !size-6 bg-panel opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
                    onClick={async () => {
                      await ask(removeVersion, { params: { id: s.design.id, version: v.id } }).catch(
                        () => null,
                      )
                      if (chosen === v.id) setChosen(null)
                      await read()
                    }}
                  >
                    <Trash2 size={13} />
                  </IconButton>
                </li>
              )
            })}
          </ul>
        </div>
        <div className="flex min-w-0 flex-1 flex-col bg-stage">
          <div className="flex h-11 items-center gap-2 border-b border-line bg-panel px-3">
            <Choice
              className="!w-40"
              label="Size to look at"
              value={channel}
              options={inOrder(s.design.channels).map((c) => ({ value: c.id, label: c.name }))}
              onChange={setChannel}
            />
            {Object.keys(s.design.pages).length > 1 && (
              <Choice
                className="!w-28"
                label="Page to look at"
                value={page}
                options={inOrder(s.design.pages).map((p) => ({ value: p.id, label: p.name }))}
                onChange={setPage}
              />
            )}
            <Button
              className="ml-auto"
              disabled={!version}
              onClick={() => {
                if (version)
                  bench.set({ pinned: { url: picture(version, 1200), name: version.name }, dialog: null })
              }}
            >
              Pin beside the stage
            </Button>
            <Button
              look="primary"
              disabled={!version || busy}
              onClick={async () => {
                if (!version) return
                setBusy(true)
                if (await bringBack(bench, version)) onClose()
                else setBusy(false)
              }}
            >
              Bring back
            </Button>
          </div>
          {version ? (
            <SplitView
              key={`${version.id}/${page}/${channel}`}
              before={picture(version, 1600)}
              after={`${base}/thumb?page=${page}&channel=${channel}&side=1600&r=${bench.sync.revision}`}
              beforeLabel={version.name}
              afterLabel="Now"
            />
          ) : (
            <p className="m-auto max-w-72 text-center text-small">
              Choose a version to see it beside the design as it is now.
            </p>
          )}
        </div>
      </div>
    </DialogFrame>
  )
}
