'use client'
import { Check, ChevronLeft, CircleAlert, LoaderCircle, Redo2, Undo2 } from 'lucide-react'
import Link from 'next/link'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { useStore } from 'zustand'
import { inOrder } from '@/core/basics/order'
import { checks } from '@/core/checks/checks'
import { keymapStore, keysOf } from './commands/keymap'
import { toolCommands } from './commands/tools'
import { SaveMark } from './save-mark'
import { useBench, useBenchState, usePaced } from './state/bench-context'
import { Button, IconButton } from './ui/button'

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
      <ChecksButton />
      <Link
        href={`/designs/${s.id}/export`}
        className="inline-flex h-7 items-center rounded-control bg-accent px-3 text-small font-semibold text-white hover:bg-accent-deep"
      >
        Export
      </Link>
    </header>
  )
}

/** Findings on all pages and channels; a click goes to where one is. */
function ChecksButton() {
  const bench = useBench()
  const s = usePaced('kept', (state) => ({ findings: state.findings, design: state.design }))
  const pages = inOrder(s.design.pages)
  const all = Object.values(s.findings)
    .flat()
    .filter(
      (f) =>
        s.design.channels[f.channel] &&
        s.design.pages[f.page] &&
        (f.layer === null || s.design.layers[f.layer]),
    )
    .sort((a, b) => pages.findIndex((p) => p.id === a.page) - pages.findIndex((p) => p.id === b.page))
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
          className="scroll-thin z-50 max-h-[60vh] w-[380px] overflow-y-auto rounded-lg border border-line bg-panel p-2 text-small shadow-xl"
        >
          {all.length === 0 && (
            <p className="p-2 text-soft">
              {checked
                ? 'Every size of every page was checked: '
                : 'The sizes of all pages are being checked: '}
              {checks.map((c) => c.label.toLowerCase()).join(', ')}.
            </p>
          )}
          {all.map((f) => (
            <button
              key={`${f.page}${f.channel}${f.check}${f.layer}`}
              type="button"
              className="block w-full rounded-control px-2 py-1.5 text-left hover:bg-well"
              onClick={() => {
                bench.show(f.page, f.channel)
                if (f.layer) bench.select([f.layer])
              }}
            >
              <span className="block text-tiny font-semibold text-soft">
                {pages.length > 1 && `${s.design.pages[f.page]?.name} · `}
                {s.design.channels[f.channel]?.name} · {checks.find((c) => c.kind === f.check)?.label}
              </span>
              {f.text}
            </button>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
