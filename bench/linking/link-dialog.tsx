'use client'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { LinkTarget } from '@/core/design/linked'
import { fitAll, wordsIn } from '@/core/text/near'
import { ask, wordsOf } from '@/wire/client'
import { type Linkable, listLinkable } from '@/wire/linked'
import { linkDesign, retarget } from '../actions/linking'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Choice } from '../ui/choice'
import { DialogFrame } from '../ui/dialog-frame'
import { RenderedPicture } from '../ui/rendered-picture'
import { Tick } from '../ui/tick'

/** Another design as a picture in this one: which of them, which page, on which size. */
export function LinkDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'link')
  const close = () => bench.set({ dialog: null, linking: [] })
  return (
    <DialogFrame
      open={open}
      onClose={close}
      title="Link a design"
      note="It is shown as a picture here. When it changes, this design says so and can take it over."
      className="!bottom-auto max-h-[84vh] w-[760px]"
    >
      {open && <Inside close={close} />}
    </DialogFrame>
  )
}

function Inside({ close }: { close: () => void }) {
  const bench = useBench()
  const id = useBenchState((s) => s.design.id)
  const linking = useBenchState((s) => s.linking)
  const asked = useQuery({
    queryKey: ['linkable', id],
    queryFn: ({ signal }) => ask(listLinkable, { params: { id }, signal }),
    staleTime: 0,
  })
  const [words, setWords] = useState('')
  const [chosen, setChosen] = useState<LinkTarget | null>(null)
  const [busy, setBusy] = useState(false)
  if (asked.isPending) return <p className="p-6 text-soft">Looking what there is …</p>
  if (asked.isError) return <p className="p-6 text-warn">{wordsOf(asked.error, 'Try again.')}</p>
  const sought = wordsIn(words)
  const found = asked.data.designs.filter(
    (d) => sought.length === 0 || fitAll(sought, wordsIn(`${d.name} ${d.campaign}`)) > 0,
  )
  const of = asked.data.designs.find((d) => d.id === chosen?.design)
  const set = (change: Partial<LinkTarget>) => setChosen((now) => now && { ...now, ...change })
  const link = async () => {
    if (!chosen) return
    setBusy(true)
    await (linking.length > 0 ? retarget(bench, linking, chosen) : linkDesign(bench, chosen))
    close()
  }
  return (
    <>
      <div className="px-4 pt-3">
        <label className="field">
          <input
            aria-label="Find a design"
            placeholder="Find a design …"
            value={words}
            onChange={(e) => setWords(e.target.value)}
            onKeyDown={(e) => e.stopPropagation()}
          />
        </label>
      </div>
      <ul className="scroll-thin grid min-h-40 flex-1 auto-rows-min grid-cols-4 gap-2 overflow-y-auto p-4">
        {found.map((d) => (
          <li key={d.id}>
            <Offer design={d} on={d.id === chosen?.design} choose={() => setChosen(firstOf(d))} />
          </li>
        ))}
        {found.length === 0 && (
          <li className="col-span-4 p-4 text-center text-small text-soft">No other design.</li>
        )}
      </ul>
      <footer className="flex items-center gap-2 border-t border-line px-4 py-2.5">
        {of && chosen && (
          <>
            {of.pages.length > 1 && (
              <Choice
                label="Which page"
                className="!w-36"
                value={chosen.page}
                options={of.pages.map((p) => ({ value: p.id, label: p.name }))}
                onChange={(page) => set({ page })}
              />
            )}
            <Choice
              label="On which size"
              className="!w-52"
              value={chosen.channel}
              options={of.channels.map((c) => ({
                value: c.id,
                label: `${c.name}, ${c.width} × ${c.height}`,
              }))}
              onChange={(channel) => set({ channel })}
            />
            <Tick
              on={chosen.ground === 'nothing'}
              onChange={(on) => set({ ground: on ? 'nothing' : 'page' })}
            >
              without its page colour
            </Tick>
          </>
        )}
        <Button look="primary" className="ml-auto" disabled={!chosen || busy} onClick={() => void link()}>
          {busy ? 'Linking …' : 'Link'}
        </Button>
      </footer>
    </>
  )
}
const firstOf = (d: Linkable): LinkTarget => ({
  design: d.id,
  page: d.pages[0]?.id ?? '',
  channel: d.channels[0]?.id ?? '',
  ground: 'page',
})
function Offer({ design: d, on, choose }: { design: Linkable; on: boolean; choose: () => void }) {
  const [c] = d.channels
  const k = c ? Math.min(150 / c.width, 110 / c.height) : 0
  return (
    <button
      type="button"
      aria-pressed={on}
      disabled={d.circle}
      title={d.circle ? 'It shows this design itself' : `${d.name}, ${d.campaign}`}
      className={`flex w-full flex-col items-center gap-1 rounded-control border p-2 text-small disabled:opacity-40 ${on ? 'border-accent' : 'border-line hover:bg-well'}`}
      onClick={choose}
    >
      <span className="grid h-[112px] place-items-center">
        {c && (
          <RenderedPicture
            src={`/api/designs/${d.id}/thumb?page=${d.pages[0]?.id}&channel=${c.id}&side=${Math.ceil(Math.max(c.width, c.height) * k * 1.5)}&r=${d.revision}`}
            alt=""
            width={Math.round(c.width * k)}
            height={Math.round(c.height * k)}
            className="rounded-[2px] shadow"
          />
        )}
      </span>
      <span className="max-w-full truncate font-medium">{d.name}</span>
      <span className="max-w-full truncate text-tiny text-soft">{d.campaign}</span>
    </button>
  )
}
