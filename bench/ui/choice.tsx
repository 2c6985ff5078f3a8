'use client'
import { Check, ChevronDown } from 'lucide-react'
import { Select } from 'radix-ui'
import { type ReactNode, useState } from 'react'

type Option = { value: string; label: ReactNode }
type Props = {
  label: string
  value: string | null
  options: readonly Option[]
  onChange: (value: string) => void
  onPeek?: (value: string | null) => void
  className?: string
  /** Shown where nothing is chosen; “mixed” if it is left out. */
  placeholder?: string
}

/** A drop-down list. `onPeek` is told what the pointer or keys rest on, so that it can be tried before it is taken. */
export function Choice({
  label,
  value,
  options,
  onChange,
  onPeek,
  className = '',
  placeholder = 'mixed',
}: Props) {
  const [open, setOpen] = useState(false)
  const chosen = options.find((o) => o.value === value)
  const turn = (to: boolean) => {
    setOpen(to)
    if (!to) onPeek?.(null)
  }
  return (
    <Select.Root value={value ?? ''} open={open} onValueChange={onChange} onOpenChange={turn}>
      <Select.Trigger aria-label={label} className={`field w-full justify-between ${className}`}>
        <span className="truncate">
          <Select.Value placeholder={placeholder}>{chosen?.label}</Select.Value>
        </span>
        <ChevronDown size={13} className="shrink-0 text-soft" />
      </Select.Trigger>
      {/* The list is made when it opens: there are many of them. */}
      {open && (
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={4}
            className="z-50 max-h-80 min-w-40 overflow-hidden rounded-control border border-line bg-panel text-small shadow-lg"
          >
            <Select.Viewport className="p-1">
              {options.map((o) => (
                <Select.Item
                  key={o.value}
                  value={o.value}
                  onFocus={() => onPeek?.(o.value)}
                  className="flex h-7 items-center gap-2 rounded-[4px] px-2 outline-none data-[highlighted]:bg-well"
                >
                  <Select.ItemText>{o.label}</Select.ItemText>
                  <Select.ItemIndicator className="ml-auto">
                    <Check size={12} />
                  </Select.ItemIndicator>
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      )}
    </Select.Root>
  )
}
