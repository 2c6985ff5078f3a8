'use client'
import { DropdownMenu } from 'radix-ui'
import type { ComponentProps, ReactNode } from 'react'

type Align = { align?: 'start' | 'end' }
/** What a menu holds, where its root and trigger lie apart. */
export const MenuBody = ({ align = 'start', children }: Align & { children: ReactNode }) => (
  <DropdownMenu.Portal>
    <DropdownMenu.Content align={align} sideOffset={4} className="z-50 min-w-44 rounded-control border border-line bg-panel p-1 text-small shadow-lg">
      {children}
    </DropdownMenu.Content>
  </DropdownMenu.Portal>
)
/** A menu under what opens it. Not modal: the rest stays within reach of screen readers. */
export const Menu = ({ trigger, align, children }: Align & { trigger: ReactNode; children: ReactNode }) => (
  <DropdownMenu.Root modal={false}>
    <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
    <MenuBody align={align ?? 'start'}>{children}</MenuBody>
  </DropdownMenu.Root>
)
export const MenuItem = (props: ComponentProps<typeof DropdownMenu.Item>) => (
  <DropdownMenu.Item
    className="flex h-7 items-center gap-2 rounded-[4px] px-2 outline-none data-[disabled]:opacity-40 data-[highlighted]:bg-well"
    {...props}
  />
)
