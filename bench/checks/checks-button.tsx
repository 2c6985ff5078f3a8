'use client'
import { Check, CircleAlert } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { inOrder } from '@/core/basics/order'
import { accept, acceptNoMore } from '@/core/checks/accepting'
import { checks } from '@/core/checks/checks'
import type { Finding } from '@/core/checks/define'
import { type Mend, mendsFor } from '@/core/checks/mends'
import type { Accepted } from '@/core/design/accepted-schema'
import type { Design } from '@/core/design/schema'
import { acceptedFindings, mend, shownFindings } from '../actions/mending'
import { openTries } from '../actions/wall'
import { useBench, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'

/** Findings on all pages and channels, the worst first: each opened where it is, mended there or on all like it. */
export function ChecksButton() {
  const s = usePaced('kept', (state) => ({ findings: state.findings, design: state.design }))
  const pages = inOrder(s.design.pages)
  const all = shownFindings(s)
  const checked = pages.every((p) => Object.keys(s.design.channels).every((c) => s.findings[`${p.id}/${c}`]))
  const none = checked ? 'No findings' : 'Checks'
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button className={all.length > 0 ? '!border-warn/40 text-warn' : ''}>
          {all.length > 0 && <CircleAlert size={14} />}
          {all.length === 0 && checked && <Check size={14} />}
          {all.length > 0 ? `${all.length} finding${all.length === 1 ? '' : 's'}` : none}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Findings"
          className="scroll-thin z-50 max-h-[60vh] w-[420px] overflow-y-auto rounded-lg border border-line bg-panel p-2 text-small shadow-xl"
        >
          {all.length === 0 && (
            <p className="p-2 text-soft">
              {checked
                ? 'Every size of every page was checked: '
                : 'The sizes of all pages are being checked: '}
              {checks.map((c) => c.label.toLowerCase()).join(', ')}.
            </p>
          )}
          <ul>
            {all.map((f, n) => (
              <Row key={`${f.page}${f.channel}${f.check}${f.layer}${n}`} f={f} all={all} design={s.design} />
            ))}
          </ul>
          <Letbe all={acceptedFindings(s)} design={s.design} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function Row({ f, all, design }: { f: Finding; all: readonly Finding[]; design: Design }) {
  const bench = useBench()
  const several = Object.keys(design.pages).length > 1
  const alike = all.filter((o) => o.check === f.check)
  return (
    <li className="rounded-control hover:bg-well">
      <button
        type="button"
        className="block w-full px-2 pt-1.5 pb-1 text-left"
        onClick={() => {
          bench.show(f.page, f.channel)
          if (f.layer) bench.select([f.layer])
        }}
      >
        <span className="block text-tiny font-semibold text-soft">
          {several && `${design.pages[f.page]?.name} · `}
          {design.channels[f.channel]?.name} · {checks.find((c) => c.kind === f.check)?.label}
        </span>
        {f.text}
      </button>
      <p className="flex flex-wrap gap-1 px-2 pb-1.5 empty:hidden">
        {mendsFor(f, design).map((m) => (
          <Offered key={m.id} m={m} f={f} alike={alike.filter((o) => m.fits(o, design))} />
        ))}
        {f.check === 'stale' && (
          <Button
            small
            look="ghost"
            onClick={() => {
              bench.show(f.page, f.channel)
              openTries(bench, f.channel)
            }}
          >
            Now and then
          </Button>
        )}
        <Accept f={f} />
      </p>
    </li>
  )
}
/** Lets a finding be: here, or wherever its rule finds one, with a word why. */
function Accept({ f }: { f: Finding }) {
  const bench = useBench()
  const [open, setOpen] = useState(false)
  const [why, setWhy] = useState('')
  const keep = (everywhere: boolean) =>
    bench.edit('Accept a finding', (d) => accept(d, f, { why, everywhere }))
  if (!open)
    return (
      <Button small look="ghost" onClick={() => setOpen(true)}>
        Accept …
      </Button>
    )
  return (
    <span className="flex w-full items-center gap-1">
      <input
        // biome-ignore lint/a11y/noAutofocus: asked for by a press a moment ago
        autoFocus
        aria-label="Why it may stay"
        placeholder="Why it may stay"
        className="field min-w-0 flex-1"
        maxLength={300}
        value={why}
        onChange={(e) => setWhy(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Enter') keep(false)
          if (e.key === 'Escape') setOpen(false)
        }}
      />
      <Button small onClick={() => keep(false)}>
        Here
      </Button>
      <Button small onClick={() => keep(true)}>
        This rule, everywhere
      </Button>
    </span>
  )
}
/** What was accepted, to be taken back. */
function Letbe({ all, design }: { all: readonly [Finding, Accepted][]; design: Design }) {
  const bench = useBench()
  if (all.length === 0) return null
  return (
    <details className="mt-1 border-t border-line pt-1">
      <summary className="cursor-pointer px-2 py-1 text-tiny text-soft">Accepted: {all.length}</summary>
      <ul aria-label="Accepted findings">
        {all.map(([f, a], n) => (
          <li
            key={`${f.page}${f.channel}${f.check}${f.layer}${n}`}
            className="flex items-start gap-2 px-2 py-1"
          >
            <span className="min-w-0 flex-1 text-tiny">
              <span className="text-soft">{design.channels[f.channel]?.name} · </span>
              {f.text}
              {a.why && <span className="block text-soft">“{a.why}”</span>}
            </span>
            <Button
              small
              look="ghost"
              onClick={() => bench.edit('Accept no more', (d) => acceptNoMore(d, a.id))}
            >
              Take back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}
function Offered({ m, f, alike }: { m: Mend; f: Finding; alike: readonly Finding[] }) {
  const bench = useBench()
  return (
    <span className="inline-flex">
      <Button small className={alike.length > 1 ? 'rounded-r-none' : ''} onClick={() => mend(bench, m, [f])}>
        {m.label}
      </Button>
      {alike.length > 1 && (
        <Button
          small
          className="rounded-l-none border-l-0 text-soft"
          aria-label={`${m.label}, all ${alike.length} alike`}
          onClick={() => mend(bench, m, alike)}
        >
          all {alike.length}
        </Button>
      )}
    </span>
  )
}
