import type { Point } from '@/core/geometry/matrix'

export const path = (points: readonly Point[]): string => `M${points.map((p) => `${p.x} ${p.y}`).join('L')}Z`

/** A line that shows on any artwork: dark casing, light core, the hue on top. */
export const Line = ({ d, colour, dash }: { d: string; colour: string; dash?: string }) => (
  <g fill="none" className="pointer-events-none">
    <path d={d} stroke="rgb(0 0 0 / 0.35)" strokeWidth={4} />
    <path d={d} stroke="#fff" strokeWidth={3} />
    <path d={d} stroke={colour} strokeWidth={1.5} strokeDasharray={dash} />
  </g>
)

const HANDLES = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
] as const

/** Room that a handle keeps from the stage's edge, CSS px. */
const REACH = 22

export type Size = { width: number; height: number }
export function Handles({
  corners,
  colour,
  stage,
  of = '',
}: {
  corners: readonly Point[]
  colour: string
  stage: Size
  /** What the handles are of, where not of the selection itself. */
  of?: '' | 'mask-'
}) {
  const [a, b, c, d] = corners as [Point, Point, Point, Point]
  const [xs, ys] = [corners.map((p) => p.x), corners.map((p) => p.y)]
  // Of a thing larger than the view the handles come in to where they can be reached.
  const large =
    Math.max(...xs) - Math.min(...xs) > stage.width - REACH ||
    Math.max(...ys) - Math.min(...ys) > stage.height - REACH
  const within = (v: number, length: number) => Math.min(length - REACH, Math.max(REACH, v))
  const at = (hx: number, hy: number): Point => {
    const p = onBox(hx, hy)
    return large ? { x: within(p.x, stage.width), y: within(p.y, stage.height) } : p
  }
  const onBox = (hx: number, hy: number): Point => {
    const [u, v] = [(hx + 1) / 2, (hy + 1) / 2]
    const top = { x: a.x + (b.x - a.x) * u, y: a.y + (b.y - a.y) * u }
    const low = { x: d.x + (c.x - d.x) * u, y: d.y + (c.y - d.y) * u }
    return { x: top.x + (low.x - top.x) * v, y: top.y + (low.y - top.y) * v }
  }
  const angle = Math.atan2(b.y - a.y, b.x - a.x)
  const small = Math.hypot(b.x - a.x, b.y - a.y) < 36 || Math.hypot(d.x - a.x, d.y - a.y) < 36
  const cursor = (hx: number, hy: number) => {
    const turn = (((Math.atan2(hy, hx) + angle) * 180) / Math.PI + 360) % 180
    if (turn < 22.5 || turn > 157.5) return 'ew-resize'
    if (turn < 67.5) return 'nwse-resize'
    if (turn < 112.5) return 'ns-resize'
    return 'nesw-resize'
  }
  return (
    <g>
      {HANDLES.filter(([x, y]) => x !== 0 && y !== 0).map(([x, y]) => {
        const p = at(x, y)
        return (
          <circle
            key={`t${x}${y}`}
            data-handle={`${of}turn`}
            cx={p.x + Math.cos(angle) * x * 9 - Math.sin(angle) * y * 9}
            cy={p.y + Math.sin(angle) * x * 9 + Math.cos(angle) * y * 9}
            r={13}
            fill="transparent"
            style={{ cursor: 'grab' }}
          />
        )
      })}
      {HANDLES.filter(([x, y]) => (x !== 0 && y !== 0) || !small).map(([x, y]) => {
        const p = at(x, y)
        return (
          <g
            key={`${x}${y}`}
            data-handle={`${of}size`}
            data-x={x}
            data-y={y}
            style={{ cursor: cursor(x, y) }}
            transform={`translate(${p.x} ${p.y}) rotate(${(angle * 180) / Math.PI})`}
          >
            <rect x={-9} y={-9} width={18} height={18} fill="transparent" />
            {x !== 0 && y !== 0 ? (
              <rect
                x={-4.5}
                y={-4.5}
                width={9}
                height={9}
                rx={2}
                fill="#fff"
                stroke={colour}
                strokeWidth={1.5}
              />
            ) : (
              <rect
                x={x === 0 ? -7 : -2.5}
                y={y === 0 ? -7 : -2.5}
                width={x === 0 ? 14 : 5}
                height={y === 0 ? 14 : 5}
                rx={2.5}
                fill="#fff"
                stroke={colour}
                strokeWidth={1.5}
              />
            )}
          </g>
        )
      })}
    </g>
  )
}
