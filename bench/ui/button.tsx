'use client'
import type { ComponentProps } from 'react'

const looks = {
  primary: 'bg-accent text-white hover:bg-accent-deep font-semibold',
  plain: 'border border-line bg-panel hover:bg-well font-medium',
  ghost: 'hover:bg-well',
  dark: 'bg-ink text-panel font-medium',
} as const
type Props = ComponentProps<'button'> & { look?: keyof typeof looks; small?: boolean }

export function Button({ look = 'plain', small, className = '', type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex ${small ? 'h-6 px-2 text-tiny' : 'h-7 px-3 text-small'} shrink-0 items-center justify-center gap-1.5 rounded-control whitespace-nowrap disabled:opacity-40 ${looks[look]} ${className}`}
      {...rest}
    />
  )
}

/** A square button with an icon; the label is spoken and shown as a tip, with its key where there is one. */
export function IconButton({
  label,
  hint,
  className = '',
  type = 'button',
  ...rest
}: ComponentProps<'button'> & { label: string; hint?: string | undefined }) {
  return (
    <button
      type={type}
      aria-label={label}
      title={hint ? `${label} (${hint})` : label}
      className={`inline-flex size-7 shrink-0 items-center justify-center rounded-control text-soft hover:bg-well hover:text-ink disabled:opacity-35 disabled:hover:bg-transparent ${className}`}
      {...rest}
    />
  )
}
