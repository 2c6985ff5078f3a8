'use client'
import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'
import { IconButton } from './button'

type Props = {
  open: boolean
  onClose: () => void
  title: string
  note: string
  /** its width, as classes */
  className: string
  children: ReactNode
}

/** A dialog in the middle of the window: its title with a note, a way out, and what it holds, which scrolls by itself. */
export function DialogFrame({ open, onClose, title, note, className, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/25" />
        <Dialog.Content
          className={`fixed inset-y-[8vh] left-1/2 z-50 flex max-w-[92vw] -translate-x-1/2 flex-col overflow-hidden rounded-lg border border-line bg-panel shadow-2xl ${className}`}
        >
          <header className="flex items-start gap-3 border-b border-line px-4 pt-3 pb-2.5">
            <div className="min-w-0 flex-1">
              <Dialog.Title className="truncate text-body font-semibold">{title}</Dialog.Title>
              <Dialog.Description className="text-tiny text-soft">{note}</Dialog.Description>
            </div>
            <Dialog.Close asChild>
              <IconButton label="Close">
                <X size={15} />
              </IconButton>
            </Dialog.Close>
          </header>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
