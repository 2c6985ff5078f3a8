'use client'
import { ContextMenu as Base } from 'radix-ui'
import { type MouseEvent, type ReactNode, useState } from 'react'
import { useStore } from 'zustand'
import { keyLabel, lackOf } from '../commands/define'
import { keymapStore, keysOf } from '../commands/keymap'
import { commandById } from '../commands/list'
import { useBench, useBenchState } from '../state/bench-context'

/** Commands in parts, by their ids. What cannot be done now is not offered, but for the first part, which is always there. */
export type Offered = readonly (readonly string[])[]

/** What can be done with a selected thing. */
export const WITH_THING: Offered = [
  ['cut', 'copy', 'paste-in-place', 'duplicate', 'delete'],
  ['go-in', 'crop', 'reframe', 'cut-out', 'slot-in-opening', 'make-slot', 'exchange-pictures', 'fit-page'],
  ['forward', 'back', 'to-front', 'to-back'],
  ['group', 'ungroup', 'tie', 'untie', 'keep-inside', 'release'],
  ['treatments-copy', 'treatments-paste', 'mask-copy', 'mask-paste'],
  ['follow-master', 'only-here'],
  ['copy-picture', 'export-selection'],
  ['lock', 'hide', 'peek-list'],
]
/** What can be done with the page where nothing is selected. */
export const WITH_PAGE: Offered = [
  ['paste-in-place', 'select-all'],
  ['add-page', 'duplicate-page'],
  ['zoom-fit', 'zoom-full', 'strong-ground', 'bare-lines', 'understood'],
  ['unlock-all', 'clear-guides', 'commands'],
]

/**
 * The menu of what it is opened on: by a press of the right button, a long press of a finger or the menu key. `before` makes
 * what lies there the selection.
 */
export function WithContextMenu({
  before,
  children,
}: {
  before?: (e: MouseEvent) => void
  children: ReactNode
}) {
  const bench = useBench()
  const [open, setOpen] = useState(false)
  return (
    <Base.Root modal={false} onOpenChange={setOpen}>
      <Base.Trigger
        asChild
        // The finger that opened it goes up: that is no press beside it.
        onTouchEnd={(e) => open && e.preventDefault()}
        onContextMenu={(e: MouseEvent) => {
          // Words that are written have the browser's own menu.
          if ((e.target as Element).closest('input, textarea, [contenteditable="true"]')) e.preventDefault()
          // The menu key is about what is selected, not about where the pointer happens to be.
          else if (e.button === 2) before?.(e)
        }}
      >
        {children}
      </Base.Trigger>
      <Base.Portal>
        <Base.Content
          collisionPadding={8}
          aria-label="What can be done with this"
          className="z-50 min-w-56 rounded-control border border-line bg-panel p-1 text-small shadow-lg"
          onCloseAutoFocus={(e) => {
            e.preventDefault()
            document.querySelector<HTMLElement>('[data-stage]')?.focus({ preventScroll: true })
          }}
        >
          {open && <Items run={(id) => commandById(id).run(bench)} />}
        </Base.Content>
      </Base.Portal>
    </Base.Root>
  )
}
function Items({ run }: { run: (id: string) => void }) {
  const state = useBenchState((s) => s)
  const map = useStore(keymapStore)
  const parts = (state.selection.length > 0 ? WITH_THING : WITH_PAGE)
    .map((ids, n) => ids.map(commandById).filter((c) => n === 0 || lackOf(c, state) === null))
    .filter((part) => part.length > 0)
  return parts.map((part, n) => (
    <Base.Group key={part[0]?.id} className={n > 0 ? 'mt-1 border-t border-line pt-1' : ''}>
      {part.map((c) => {
        const [key] = keysOf(c, map)
        return (
          <Base.Item
            key={c.id}
            disabled={lackOf(c, state) !== null}
            className="flex h-7 items-center justify-between gap-6 rounded-[4px] px-2 outline-none data-[disabled]:opacity-40 data-[highlighted]:bg-well"
            onSelect={() => run(c.id)}
          >
            {c.label}
            {key && <kbd className="font-sans text-tiny text-soft">{keyLabel(key)}</kbd>}
          </Base.Item>
        )
      })}
    </Base.Group>
  ))
}
