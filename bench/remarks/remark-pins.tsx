'use client'
import { Popover } from 'radix-ui'
import { memo } from 'react'
import { remarksIn } from '@/core/design/remarks'
import { toStage } from '../stage/view'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'

/** Open remarks on the page that is shown, each a pin where it was set. */
export const RemarkPins = memo(function RemarkPins() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    remarks: state.design.remarks,
    page: state.page,
    channel: state.channel,
    view: state.view,
    width: state.resolved.width,
    height: state.resolved.height,
    hidden: state.overlays.hidden || state.inHand || state.editingType !== null,
  }))
  if (s.hidden) return null
  return remarksIn({ remarks: s.remarks }).map((r, n) => {
    if (r.done || r.page !== s.page || r.channel !== s.channel) return null
    const at = toStage(s.view, { x: r.x * s.width, y: r.y * s.height })
    return (
      <Popover.Root key={r.id}>
        <Popover.Trigger asChild>
          <button
            type="button"
            aria-label={`Remark ${n + 1}: ${r.text}`}
            className="absolute z-10 -mt-3 -ml-3 grid size-6 place-items-center rounded-full border-2 border-white bg-accent text-tiny font-bold text-white shadow-md"
            style={{ left: at.x, top: at.y }}
            onPointerDown={(e) => e.stopPropagation()}
          >
            {n + 1}
          </button>
        </Popover.Trigger>
        <Popover.Portal>
          {/* What is pressed in it is no press on the stage that its pin lies on. */}
          <Popover.Content
            onPointerDown={(e) => e.stopPropagation()}
            onDoubleClick={(e) => e.stopPropagation()}
            onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
            sideOffset={8}
            className="z-50 w-72 rounded-lg border border-line bg-panel p-3 text-small shadow-xl"
          >
            {r.by && <p className="text-tiny font-semibold text-soft">{r.by}</p>}
            <p className="mb-2 whitespace-pre-wrap">{r.text}</p>
            <Button
              small
              onClick={() =>
                bench.edit('Tick off a remark', (d) => {
                  const own = d.remarks[r.id]
                  if (own) own.done = true
                })
              }
            >
              Seen to
            </Button>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    )
  })
})
