/** One of a few, all in sight. */
export function Segments({
  label,
  value,
  options,
  onChange,
  disabled,
}: {
  label: string
  value: string
  options: readonly (readonly [string, string])[]
  onChange: (v: string) => void
  disabled?: boolean
}) {
  return (
    <div role="group" aria-label={label} className="flex rounded-control bg-well p-0.5">
      {options.map(([v, text]) => (
        <button
          key={v}
          type="button"
          disabled={disabled}
          aria-pressed={v === value}
          className={`h-6 flex-1 whitespace-nowrap rounded-[5px] px-2 text-small disabled:opacity-50 ${v === value ? 'bg-panel font-semibold ring-1 ring-line' : 'text-soft'}`}
          onClick={() => onChange(v)}
        >
          {text}
        </button>
      ))}
    </div>
  )
}
