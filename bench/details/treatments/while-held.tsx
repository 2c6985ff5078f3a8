'use client'
import { Button, IconButton } from '../../ui/button'

/** Acts while it is held down, by pointer or key. */
export function WhileHeld({
  label,
  wide,
  onDown,
  onUp,
  children,
}: {
  label: string
  wide?: boolean
  onDown: () => void
  onUp: () => void
  children: React.ReactNode
}) {
  const handlers = {
    onPointerDown: (e: React.PointerEvent) => {
      e.currentTarget.setPointerCapture(e.pointerId)
      onDown()
    },
    onPointerUp: onUp,
    onPointerCancel: onUp,
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key === ' ' && !e.repeat) onDown()
    },
    onKeyUp: (e: React.KeyboardEvent) => {
      if (e.key === ' ') onUp()
    },
  }
  return wide ? (
    <Button small {...handlers}>
      {children}
    </Button>
  ) : (
    <IconButton label={label} className="!size-6" {...handlers}>
      {children}
    </IconButton>
  )
}
