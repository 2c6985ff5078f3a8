'use client'
import { ChevronLeft, Redo2, Undo2 } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import { useStore } from 'zustand'
import { ChecksButton } from './checks/checks-button'
import { keymapStore, keysOf } from './commands/keymap'
import { toolCommands } from './commands/tools'
import { RemarksButton } from './remarks/remarks-button'
import { SaveMark } from './save-mark'
import { useBench, useBenchState } from './state/bench-context'
import { IconButton } from './ui/button'

export function TopBar() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    name: state.design.name,
    campaign: state.campaign,
    id: state.design.id,
    tool: state.tool,
    undo: state.history.done.at(-1)?.name,
    redo: state.history.undone.at(-1)?.name,
  }))
  const map = useStore(keymapStore)
  const [naming, setNaming] = useState(false)
  return (
    <header className="flex h-11 shrink-0 items-center gap-2 border-b border-line bg-panel px-3">
      <Link
        href="/"
        aria-label="Back to the shelf"
        className="flex size-7 items-center justify-center rounded-control text-soft hover:bg-well"
      >
        <ChevronLeft size={17} />
      </Link>
      <p className="flex min-w-0 items-center gap-1.5 text-small">
        <span className="max-w-40 truncate text-soft">{s.campaign}</span>
        <span className="text-soft">/</span>
        {naming ? (
          <input
            aria-label="Name of the design"
            className="field w-44"
            defaultValue={s.name}
            ref={(el) => el?.focus()}
            onBlur={(e) => {
              const name = e.target.value.trim()
              setNaming(false)
              if (name && name !== s.name)
                bench.edit('Rename the design', (d) => {
                  d.name = name.slice(0, 200)
                })
            }}
            onKeyDown={(e) => {
              e.stopPropagation()
              if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
            }}
          />
        ) : (
          <button
            type="button"
            title="Rename"
            className="max-w-48 truncate rounded px-1 font-semibold hover:bg-well"
            onClick={() => setNaming(true)}
          >
            {s.name}
          </button>
        )}
      </p>
      <IconButton label={s.undo ? `Undo: ${s.undo}` : 'Undo'} disabled={!s.undo} onClick={() => bench.undo()}>
        <Undo2 size={15} />
      </IconButton>
      <IconButton label={s.redo ? `Redo: ${s.redo}` : 'Redo'} disabled={!s.redo} onClick={() => bench.redo()}>
        <Redo2 size={15} />
      </IconButton>
      <SaveMark />
      <div role="toolbar" aria-label="Tools" className="mx-auto flex gap-0.5">
        {toolCommands.map((c) => {
          const on = c.id === `tool-${s.tool}`
          const Icon = c.icon
          return (
            <button
              key={c.id}
              type="button"
              aria-pressed={on}
              aria-label={`${c.label} ${keysOf(c, map)[0] ?? ''}`.trim()}
              title={`${c.label} (${keysOf(c, map)[0] ?? ''})`}
              className={`flex h-7 items-center gap-1.5 rounded-control px-2 text-small whitespace-nowrap ${on ? 'bg-ink text-panel' : 'hover:bg-well'}`}
              onClick={() => c.run(bench)}
            >
              {Icon && <Icon size={15} />}
              <span className="max-[1180px]:hidden">{c.label}</span>
              <kbd className={`font-sans max-[1400px]:hidden text-[10px] ${on ? 'opacity-70' : 'text-soft'}`}>
                {keysOf(c, map)[0]}
              </kbd>
            </button>
          )
        })}
      </div>
      <RemarksButton />
      <ChecksButton />
      <Link
        href={`/designs/${s.id}/export`}
        data-export
        className="inline-flex h-7 items-center rounded-control bg-accent px-3 text-small font-semibold text-white hover:bg-accent-deep"
      >
        Export
      </Link>
    </header>
  )
}
