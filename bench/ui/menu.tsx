'use client'
import { DropdownMenu } from 'radix-ui'
import type { ComponentProps, ReactNode } from 'react'

type Align = {
  align?: 'start' | 'end'
  /** In columns, for what offers much. */
  wide?: boolean
}
/** What a menu holds, where its root and trigger lie apart. */
export const MenuBody = ({ align = 'start', wide = false, children }: Align & { children: ReactNode }) => (
  <DropdownMenu.Portal>
    <DropdownMenu.Content
      align={align}
      side={wide ? 'right' : 'bottom'}
      sideOffset={wide ? 12 : 4}
      collisionPadding={8}
      className={`z-50 max-h-[80vh] min-w-44 overflow-y-auto rounded-control border border-line bg-panel p-1 text-small shadow-lg ${wide ? 'grid grid-cols-3 gap-x-1' : ''}`}
    >
      {children}
    </DropdownMenu.Content>
  </DropdownMenu.Portal>
)
/** A menu under what opens it. Not modal: the rest stays within reach of screen readers. */
export const Menu = ({
  trigger,
  align,
  wide,
  children,
}: Align & { trigger: ReactNode; children: ReactNode }) => (
  <DropdownMenu.Root modal={false}>
    <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
    <MenuBody align={align ?? 'start'} wide={wide ?? false}>
      {children}
    </MenuBody>
  </DropdownMenu.Root>
)
export const MenuItem = (props: ComponentProps<typeof DropdownMenu.Item>) => (
  <DropdownMenu.Item
    className="flex h-7 items-center gap-2 rounded-[4px] px-2 outline-none data-[disabled]:opacity-40 data-[highlighted]:bg-well"
    {...props}
  />
)
/** Items under a name of what they have in common. */
export const MenuPart = ({ label, children }: { label: string; children: ReactNode }) => (
  <DropdownMenu.Group className="break-inside-avoid pb-1">
    <DropdownMenu.Label className="px-2 pt-1 pb-0.5 text-tiny text-soft">{label}</DropdownMenu.Label>
    {children}
  </DropdownMenu.Group>
)
