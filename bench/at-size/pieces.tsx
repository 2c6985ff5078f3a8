import type { ReactNode } from 'react'

/** What stands around an adaptation: plain shapes in neutral greys, told to nobody. */

/** A line of writing. */
export const Bar = ({
  width,
  tall = 8,
  strong,
}: {
  width: number | string
  tall?: number
  strong?: boolean
}) => (
  <span
    className={`block shrink-0 rounded-full ${strong ? 'bg-met-ink' : 'bg-met-soft'}`}
    style={{ width, height: tall }}
  />
)
/** Lines of a paragraph, the last one short. */
export const Lines = ({ count, tall = 7, strong }: { count: number; tall?: number; strong?: boolean }) => (
  <span className="flex flex-col gap-2">
    {Array.from({ length: count }, (_, n) => (
      <Bar key={n} width={n === count - 1 ? '62%' : '100%'} tall={tall} {...(strong ? { strong } : {})} />
    ))}
  </span>
)
/** Another picture, of somebody else. */
export const Other = ({ width, height }: { width: number | string; height: number | string }) => (
  <span className="block shrink-0 rounded-[3px] bg-met-soft" style={{ width, height }} />
)
export const Phone = ({
  width,
  height,
  children,
}: {
  width: number
  height: number
  children: ReactNode
}) => (
  <div className="rounded-[28px] bg-met-ink p-[7px] shadow-lg">
    <div
      className="relative overflow-hidden rounded-[22px] bg-met-card"
      style={{ width, height }}
      data-testid="phone"
    >
      {children}
    </div>
  </div>
)
/** A window with a page in it. */
export const Page = ({ width, children }: { width: number; children: ReactNode }) => (
  <div className="overflow-hidden rounded-lg bg-met-card shadow-lg" style={{ width }}>
    <div className="h-3 bg-met-soft" />
    {children}
  </div>
)
