/** How far something is, 0–1. */
export const Progress = ({
  label,
  share,
  wide = false,
}: {
  label: string
  share: number
  wide?: boolean
}) => (
  <span
    className={`block h-1 overflow-hidden rounded-full bg-line ${wide ? 'w-full' : 'w-28'}`}
    role="progressbar"
    aria-label={label}
    aria-valuenow={Math.round(share * 100)}
    aria-valuemin={0}
    aria-valuemax={100}
  >
    <span
      className="block h-full bg-ink transition-[width] duration-300"
      style={{ width: `${share * 100}%` }}
    />
  </span>
)
