'use client'
import { Check, CircleAlert, LoaderCircle } from 'lucide-react'
import { Popover } from 'radix-ui'
import { inOrder } from '@/core/basics/order'
import { checks } from '@/core/checks/checks'
import type { Finding } from '@/core/checks/define'
import { type Mend, mendsFor } from '@/core/checks/mends'
import type { Design } from '@/core/design/schema'
import { mend, shownFindings } from '../actions/mending'
import { useBench, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'

/** Findings on all pages and channels, the worst first: each opened where it is, mended there or on all like it. */
export function ChecksButton() {
  const s = usePaced('kept', (state) => ({ findings: state.findings, design: state.design }))
  const pages = inOrder(s.design.pages)
  const all = shownFindings(s)
  const checked = pages.every((p) => Object.keys(s.design.channels).every((c) => s.findings[`${p.id}/${c}`]))
  const none = checked ? 'No findings' : 'Checking …'
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button className={all.length > 0 ? '!border-warn/40 text-warn' : ''}>
          {all.length > 0 && <CircleAlert size={14} />}
          {all.length === 0 && checked && <Check size={14} />}
          {all.length === 0 && !checked && <LoaderCircle size={14} className="animate-spin" />}
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
      </p>
    </li>
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
