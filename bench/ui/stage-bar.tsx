import type { ReactNode } from 'react'

type Props = { label: string; children: ReactNode }
/** What can be done in a way of working, at the foot of the stage; presses on it are none on the stage. */
export const StageBar = ({ label, children }: Props) => (
  <div
    role="toolbar"
    aria-label={label}
    className="absolute bottom-3 left-1/2 flex -translate-x-1/2 items-center gap-1 rounded-control bg-panel p-1 shadow"
    onPointerDown={(e) => e.stopPropagation()}
    onDoubleClick={(e) => e.stopPropagation()}
  >
    {children}
  </div>
)
