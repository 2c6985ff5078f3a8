'use client'
import { Command as Base } from 'cmdk'
import { Dialog } from 'radix-ui'
import { useStore } from 'zustand'
import { fitAll, wordsIn } from '@/core/text/near'
import { useBench, useBenchState } from '../state/bench-context'
import { ALSO_KNOWN } from './also-known'
import { keyLabel, lackOf } from './define'
import { keymapStore, keysOf } from './keymap'
import { commands } from './list'

/** Every command with its key, searchable. */
export function Palette() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'palette')
  const map = useStore(keymapStore)
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
          <Base label="Commands" filter={(value, asked) => fitAll(wordsIn(asked), wordsIn(value))}>
            <Base.Input
              autoFocus
              placeholder="What do you want to do?"
              className="h-11 w-full border-b border-line bg-transparent px-4 outline-none"
            />
            <Base.List className="scroll-thin max-h-[46vh] overflow-y-auto p-1.5">
              <Base.Empty className="px-3 py-6 text-center text-soft">No command by that name.</Base.Empty>
              {(['Tools', 'Edit', 'Select', 'Arrange', 'View', 'Design'] as const).map((section) => (
                <Base.Group
                  key={section}
                  heading={section}
                  className="text-small [&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-tiny [&_[cmdk-group-heading]]:text-soft"
                >
                  {commands
                    .filter((c) => c.section === section && !c.end)
                    .map((c) => {
                      const lack = lackOf(c, bench.store.getState())
                      const [key] = keysOf(c, map)
                      return (
                        <Base.Item
                          key={c.id}
                          value={`${c.label} ${c.id} ${c.words ?? ''} ${ALSO_KNOWN[c.id] ?? ''}`}
                          disabled={lack !== null}
                          className="group flex h-7 items-center justify-between gap-4 rounded-[4px] px-2 whitespace-nowrap data-[selected=true]:bg-well"
                          onSelect={() => {
                            onOpenChange(false)
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
                    })}
                </Base.Group>
              ))}
            </Base.List>
          </Base>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
