'use client'
import { useState } from 'react'
import { readSizes } from '@/core/design/sizes'
import { addSizes } from '../actions/channels'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'

/** Own sizes, typed or pasted, one a line. */
export function SizesDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'sizes')
  const close = () => bench.set({ dialog: null })
  return (
    <DialogFrame
      open={open}
      onClose={close}
      title="Own sizes"
      note="One a line, with a name before or after it: 728x90 · Newsletter header: 1200 × 400 · 85 x 55 mm"
      className="!bottom-auto w-[460px]"
    >
      {open && <Sizes close={close} />}
    </DialogFrame>
  )
}
function Sizes({ close }: { close: () => void }) {
  const bench = useBench()
  const [text, setText] = useState('')
  const { channels, unread } = readSizes(text, String)
  const add = () => {
    if (channels.length === 0) return
    addSizes(bench, text)
    close()
  }
  return (
    <form
      className="flex flex-col gap-3 p-4"
      onSubmit={(e) => {
        e.preventDefault()
        add()
      }}
    >
      <textarea
        aria-label="Sizes"
        rows={4}
        value={text}
        placeholder={'728x90\n300 × 250'}
        className="field h-auto w-full resize-y py-1.5 leading-5"
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) add()
        }}
      />
      {channels.length > 0 && (
        <ul aria-label="Channels that are added" className="flex flex-wrap items-end gap-3">
          {channels.slice(0, 12).map((c) => {
            const k = Math.min(44 / c.height, 84 / c.width)
            return (
              <li key={c.id} className="flex flex-col items-center gap-1 text-tiny text-soft">
                <span
                  className="rounded-[2px] border border-soft/60 bg-well"
                  style={{ width: Math.max(2, c.width * k), height: Math.max(2, c.height * k) }}
                />
                <span className="tabular-nums">
                  {c.width} × {c.height}
                </span>
              </li>
            )
          })}
        </ul>
      )}
      {unread.map((u) => (
        <p key={u.text} className="text-tiny text-warn">
          “{u.text}”: {u.why}.
        </p>
      ))}
      <div className="flex justify-end gap-2">
        <Button onClick={close}>Cancel</Button>
        <Button type="submit" look="primary" disabled={channels.length === 0}>
          {channels.length > 1 ? `Add ${channels.length} channels` : 'Add the channel'}
        </Button>
      </div>
    </form>
  )
}
