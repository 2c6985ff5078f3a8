'use client'

type Props<V> = {
  options: readonly (readonly [V, string])[]
  value: V | null
  onChange: (value: V) => void
  disabled?: (value: V) => boolean
}
/** Two or three ways side by side, one of them in force; null where none is. */
export function Either<V extends string | boolean>({ options, value, onChange, disabled }: Props<V>) {
  return (
    <div className="grid auto-cols-fr grid-flow-col gap-1">
      {options.map(([own, label]) => (
        <button
          key={String(own)}
          type="button"
          aria-pressed={value === own}
          disabled={disabled?.(own)}
          className={`h-7 rounded-control border border-line text-small disabled:opacity-40 ${value === own ? 'bg-ink text-panel' : 'bg-panel hover:bg-lit'}`}
          onClick={() => onChange(own)}
        >
          {label}
        </button>
      ))}
    </div>
  )
}
