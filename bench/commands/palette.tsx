'use client'
import { Command as Base } from 'cmdk'
import { Dialog } from 'radix-ui'
import { useState } from 'react'
import { useStore } from 'zustand'
import { useBench, useBenchState } from '../state/bench-context'
import { type Command, keyLabel, lackOf } from './define'
import { findCommands } from './find'
import { keymapStore, keysOf } from './keymap'
import { commands } from './list'

/** Every command with its key, searchable. */
export function Palette() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'palette')
  const onOpenChange = (next: boolean) => bench.set({ dialog: next ? 'palette' : null })
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/25" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[14vh] left-1/2 z-50 w-[520px] max-w-[92vw] -translate-x-1/2 overflow-hidden rounded-lg border border-line bg-panel shadow-2xl"
        >
          <Dialog.Title className="sr-only">Commands</Dialog.Title>
          {open && <Found onRun={() => onOpenChange(false)} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

const SECTIONS = ['Tools', 'Edit', 'Select', 'Arrange', 'View', 'Design'] as const
/** What is asked for, best first; by sections where nothing is. */
function Found({ onRun }: { onRun: () => void }) {
  const bench = useBench()
  const [asked, setAsked] = useState('')
  const all = commands.filter((c) => !c.end)
  const found = findCommands(asked, all, bench.store.getState())
  const row = (c: Command) => <Row key={c.id} command={c} onRun={onRun} />
  return (
    <Base label="Commands" shouldFilter={false}>
      <Base.Input
        autoFocus
        value={asked}
        onValueChange={setAsked}
        placeholder="What do you want to do?"
        className="h-11 w-full border-b border-line bg-transparent px-4 outline-none"
      />
      <Base.List className="scroll-thin max-h-[46vh] overflow-y-auto p-1.5">
        {found.length === 0 && (
          <p className="px-3 py-6 text-center text-soft" role="status">
            No command by that name.
          </p>
        )}
        {asked.trim()
          ? found.map(row)
          : SECTIONS.map((section) => (
              <Base.Group
                key={section}
                heading={section}
                className="text-small [&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-tiny [&_[cmdk-group-heading]]:text-soft"
              >
                {found.filter((c) => c.section === section).map(row)}
              </Base.Group>
            ))}
      </Base.List>
    </Base>
  )
}
function Row({ command: c, onRun }: { command: Command; onRun: () => void }) {
  const bench = useBench()
  const map = useStore(keymapStore)
  const lack = lackOf(c, bench.store.getState())
  const [key] = keysOf(c, map)
  return (
    <Base.Item
      value={c.id}
      disabled={lack !== null}
      className="group flex h-7 items-center justify-between gap-4 rounded-[4px] px-2 text-small whitespace-nowrap data-[selected=true]:bg-well"
      onSelect={() => {
        onRun()
        c.run(bench)
      }}
    >
      <span className="group-data-[disabled=true]:opacity-40">{c.label}</span>
      {lack ? (
        <span className="truncate text-tiny text-soft">needs {lack}</span>
      ) : (
        key && <kbd className="font-sans text-tiny text-soft">{keyLabel(key)}</kbd>
      )}
    </Base.Item>
  )
}
