import type { ReactNode } from 'react'

type Props = {
  on: boolean
  onChange: (on: boolean) => void
  /** Where it is spoken of otherwise than it is written. */
  label?: string
  children: ReactNode
}
/** Something that is so or not so. */
export const Tick = ({ on, onChange, label, children }: Props) => (
  <label className="flex min-h-6 items-center gap-2 text-small">
    <input
      type="checkbox"
      className="shrink-0 accent-[var(--color-accent)]"
      {...(label ? { 'aria-label': label } : {})}
      checked={on}
      onChange={(e) => onChange(e.target.checked)}
    />
    {children}
  </label>
)
