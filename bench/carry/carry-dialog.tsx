'use client'
import { useQuery } from '@tanstack/react-query'
import { LoaderCircle } from 'lucide-react'
import { useState } from 'react'
import { carriedInto, takeCarried } from '@/core/design/carry'
import { type Changed, listCarried, seeCarried, takeCarriedOver } from '@/wire/carrying'
import { ask, wordsOf } from '@/wire/client'
import { changedHere } from '../actions/wall'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'

/** Where else what was changed by hand could go: each place seen before, taken or left one by one. */
export function CarryDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'carry')
  const close = () => bench.set({ dialog: null })
  return (
    <DialogFrame
      open={open}
      onClose={close}
      title="Carry over"
      note="What was changed by hand here, as it would look elsewhere. Tick what takes it."
      className="!bottom-auto max-h-[84vh] w-[860px]"
    >
      {open && <Places close={close} />}
    </DialogFrame>
  )
}
type Place = { design: string; page: string; channel: string }
const keyOf = (p: Place): string => `${p.design}/${p.page}/${p.channel}`

function Places({ close }: { close: () => void }) {
  const bench = useBench()
  const [changed] = useState((): Changed & { design: string } => {
    const s = bench.store.getState()
    return { design: s.design.id, page: s.page, channel: s.channel, changes: changedHere(s) }
  })
  const { design: id, ...body } = changed
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const [busy, setBusy] = useState(false)
  const asked = useQuery({
    queryKey: ['carried', changed],
    queryFn: ({ signal }) => ask(listCarried, { params: { id }, body, signal }),
    staleTime: 0,
  })
  const places = asked.data?.places ?? []
  const toggle = (key: string) =>
    setTicked((now) => {
      const next = new Set(now)
      if (!next.delete(key)) next.add(key)
      return next
    })
  const take = async () => {
    setBusy(true)
    const chosen = places.filter((p) => ticked.has(keyOf(p)))
    const [here, there] = [chosen.filter((p) => p.design === id), chosen.filter((p) => p.design !== id)]
    const told: string[] = []
    if (here.length > 0) {
      const wanted = new Set(here.map((p) => `${p.page}/${p.channel}`))
      bench.edit('Carry over', (d) => {
        const all = carriedInto(d, body, body.changes, d)
        takeCarried(
          d,
          all.filter((c) => wanted.has(`${c.page}/${c.channel}`)),
        )
      })
      told.push(`${here.length} ${here.length > 1 ? 'places' : 'place'} here`)
    }
    if (there.length > 0) {
      const to = there.map(({ design, page, channel }) => ({ design, page, channel }))
      try {
        const { designs } = await ask(takeCarriedOver, { params: { id }, body: { ...body, to } })
        const failed = designs.filter((d) => d.message !== null)
        told.push(...designs.filter((d) => d.message === null).map((d) => `“${d.name}”`))
        for (const f of failed) bench.notify(`“${f.name}” was not changed: ${f.message}`, 'trouble')
      } catch (thrown) {
        bench.notify(wordsOf(thrown, 'The other designs were not changed; try again.'), 'trouble')
      }
    }
    if (told.length > 0) bench.notify(`Carried over to ${told.join(', ')}. Each can be undone where it is.`)
    close()
  }
  if (asked.isPending)
    return (
      <p className="flex items-center gap-2 p-6 text-soft">
        <LoaderCircle size={14} className="animate-spin" /> Looking where it could go …
      </p>
    )
  if (asked.isError)
    return <p className="p-6 text-warn">{wordsOf(asked.error, 'Nothing was changed; try again.')}</p>
  if (places.length === 0)
    return (
      <p className="p-6 text-soft">
        No other channel of nearly this shape, here or in the campaign, has a thing of the same name and kind.
      </p>
    )
  return (
    <>
      <ul className="scroll-thin grid min-h-0 flex-1 auto-rows-min grid-cols-2 gap-3 overflow-y-auto p-4">
        {places.map((p) => (
          <li key={keyOf(p)}>
            <label
              className={`flex h-full flex-col gap-2 rounded-control border p-2.5 ${ticked.has(keyOf(p)) ? 'border-accent' : 'border-line hover:bg-well'}`}
            >
              <Seen id={id} changed={body} place={p} />
              <span className="flex items-start gap-2 text-small">
                <input
                  type="checkbox"
                  className="mt-0.5 accent-[var(--color-accent)]"
                  checked={ticked.has(keyOf(p))}
                  onChange={() => toggle(keyOf(p))}
                />
                <span className="min-w-0">
                  {p.design === id ? p.channelName : `${p.name}, ${p.channelName}`}
                  <span className="block truncate text-tiny text-soft">
                    {p.pageName} · {p.changes} change{p.changes === 1 ? '' : 's'}
                  </span>
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      <footer className="flex items-center gap-2 border-t border-line px-4 py-2.5">
        <Button
          small
          look="ghost"
          onClick={() => setTicked(ticked.size === places.length ? new Set() : new Set(places.map(keyOf)))}
        >
          {ticked.size === places.length ? 'Tick none' : 'Tick all'}
        </Button>
        <span className="ml-auto text-tiny text-soft">
          {ticked.size} of {places.length} ticked
        </span>
        <Button look="dark" disabled={ticked.size === 0 || busy} onClick={() => void take()}>
          Carry over
        </Button>
      </footer>
    </>
  )
}
/** A place now and then, beside each other. */
function Seen({
  id,
  changed,
  place,
}: {
  id: string
  changed: Changed
  place: Place & { width: number; height: number }
}) {
  const { design, page, channel, width, height } = place
  const asked = useQuery({
    queryKey: ['carried-picture', id, changed, keyOf(place)],
    queryFn: ({ signal }) =>
      ask(seeCarried, { params: { id }, body: { ...changed, to: { design, page, channel } }, signal }),
    staleTime: 60_000,
  })
  const frame = 'flex min-w-0 flex-1 flex-col items-center gap-1'
  const box = { aspectRatio: `${width} / ${height}`, maxHeight: 150 }
  return (
    <span className="flex gap-2">
      {(['before', 'after'] as const).map((when) => (
        <span key={when} className={frame}>
          {asked.data ? (
            // biome-ignore lint/performance/noImgElement: a picture that was just made
            <img
              src={asked.data[when]}
              alt={when === 'before' ? 'As it is' : 'As it would be'}
              className="max-w-full rounded-[2px] shadow-[0_0_0_1px_rgb(0_0_0/0.12)]"
              style={box}
            />
          ) : (
            <span
              className="flex w-full items-center justify-center rounded-[2px] bg-well text-tiny text-soft"
              style={box}
            >
              {asked.isError ? 'Could not be shown' : '…'}
            </span>
          )}
          <span className="text-tiny text-soft">{when === 'before' ? 'now' : 'then'}</span>
        </span>
      ))}
    </span>
  )
}
