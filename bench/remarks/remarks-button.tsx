'use client'
import { MessageSquareText } from 'lucide-react'
import { Popover } from 'radix-ui'
import { remarksIn } from '@/core/design/remarks'
import { useBench, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'
import { Tick } from '../ui/tick'
import { bringRemarks } from './take'

/** What people said of a proof: each opened where it is, and ticked off. Not there where nobody said anything. */
export function RemarksButton() {
  const bench = useBench()
  const design = usePaced('kept', (s) => s.design)
  const all = remarksIn(design)
  if (all.length === 0) return null
  const open = all.filter((r) => !r.done).length
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button aria-label={`${open} open remark${open === 1 ? '' : 's'}`}>
          <MessageSquareText size={14} />
          {open}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Remarks"
          className="scroll-thin z-50 max-h-[60vh] w-[380px] overflow-y-auto rounded-lg border border-line bg-panel p-2 text-small shadow-xl"
        >
          <ol>
            {all.map((r, n) => (
              <li key={r.id} className="flex gap-2 rounded-control p-1.5 hover:bg-well">
                <Tick
                  on={r.done}
                  label={`Remark ${n + 1} is seen to`}
                  onChange={(done) =>
                    bench.edit(done ? 'Tick off a remark' : 'Open a remark again', (d) => {
                      const own = d.remarks[r.id]
                      if (own) own.done = done
                    })
                  }
                >
                  {null}
                </Tick>
                <button
                  type="button"
                  className="min-w-0 flex-1 text-left"
                  onClick={() => bench.show(r.page, r.channel)}
                >
                  <span className="block text-tiny font-semibold text-soft">
                    {[`${n + 1}`, design.channels[r.channel]?.name, r.by].filter(Boolean).join(' · ')}
                  </span>
                  <span className={r.done ? 'text-soft line-through' : ''}>{r.text}</span>
                </button>
              </li>
            ))}
          </ol>
          <p className="mt-1 flex gap-1 border-t border-line pt-2">
            <Button small look="ghost" onClick={() => void bringRemarks(bench)}>
              Take in more …
            </Button>
            <Button
              small
              look="ghost"
              disabled={open === all.length}
              onClick={() =>
                bench.edit('Remove remarks that are seen to', (d) => {
                  for (const r of all) if (r.done) delete d.remarks[r.id]
                })
              }
            >
              Remove what is ticked off
            </Button>
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
