import type { ReactNode } from 'react'
import type { Target } from '@/core/design/properties/targets'
import { OwnMark } from './own'

export const Section = ({
  title,
  aside,
  own,
  children,
}: {
  title: string
  aside?: ReactNode
  /** What of it may differ on a channel. */
  own?: { of: readonly Target[]; keys: readonly string[] }
  children: ReactNode
}) => (
  <section aria-label={title} className="border-b border-line px-3 py-2.5">
    <div className="mb-1.5 flex h-5 items-center justify-between">
      <h3 className="relative flex items-center text-small font-semibold">
        {own && (
          <span className="absolute -left-[13px]">
            <OwnMark {...own} />
          </span>
        )}
        {title}
      </h3>
      {aside && <div className="flex items-center">{aside}</div>}
    </div>
    <div className="flex flex-col gap-1.5">{children}</div>
  </section>
)

/** One value of many: null where they differ. */
export function shared<T, V extends string | number | boolean>(
  list: readonly T[],
  of: (item: T) => V,
): V | null {
  const [first, ...rest] = list
  if (first === undefined) return null
  const value = of(first)
  return rest.every((item) => of(item) === value) ? value : null
}
