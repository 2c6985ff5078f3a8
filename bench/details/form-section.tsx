'use client'
import { ChevronRight, RotateCcw } from 'lucide-react'
import type { Placement } from '@/core/design/schema'
import { withArc, withCorner } from '@/core/geometry/warp'
import type { Leaf } from '../state/acts'
import { useBench } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { NumberField } from '../ui/number-field'

const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left'] as const
/** In the order they are read: the lower corners of a row left before right. */
const READ = [0, 1, 3, 2] as const

/** What a layer's box is bent and pulled to: an arc, and the four corners of a perspective. */
export function FormSection({ leaf }: { leaf: Leaf }) {
  const bench = useBench()
  const { placement } = leaf
  const write = (next: (p: Placement) => Placement | null) => (d: { layers: Record<string, { placement: Placement }> }) => {
    const layer = d.layers[leaf.id]
    const made = layer && next(layer.placement)
    if (layer && made) layer.placement = made
  }
  const corner = (n: 0 | 1 | 2 | 3, axis: 'x' | 'y') => (percent: number) =>
    write((p) => withCorner(p, n, { ...(p.corners?.[n] ?? { x: 0, y: 0 }), [axis]: percent / 100 }))
  const arc = (degrees: number) => write((p) => withArc(p, degrees))
  const formed = placement.corners !== undefined || placement.bend !== undefined
  return (
    <details className="group border-b border-line" open={formed}>
      <summary className="flex h-8 cursor-pointer items-center px-3 text-small font-semibold select-none">
        <ChevronRight size={13} className="mr-1 text-soft group-open:rotate-90" aria-hidden="true" />
        Bend and perspective
        {formed && (
          <IconButton
            label="Straighten"
            className="ml-auto"
            onClick={(e) => {
              e.preventDefault()
              bench.edit(
                'Straighten',
                write(({ corners: _c, bend: _b, ...plain }) => plain),
              )
            }}
          >
            <RotateCcw size={13} />
          </IconButton>
        )}
      </summary>
      <div className="grid grid-cols-2 gap-1.5 px-3 pb-3">
        <div className="col-span-2">
          <NumberField
            label="Arc"
            short="arc"
            unit="°"
            min={-360}
            max={360}
            digits={0}
            value={placement.bend?.kind === 'arc' ? placement.bend.angleDegrees : 0}
            onChange={(v) => bench.commit('Bend along an arc', arc(v))}
            onDrag={(v) => bench.preview(arc(v))}
          />
        </div>
        {READ.flatMap((n) =>
          (['x', 'y'] as const).map((axis) => (
            <NumberField
              key={`${n}${axis}`}
              label={`Corner ${CORNERS[n]}, ${axis}`}
              short={`${axis === 'x' ? '↔' : '↕'} ${CORNERS[n]
                .split(' ')
                .map((w) => w[0])
                .join('')}`}
              unit="%"
              min={-2000}
              max={2000}
              value={(placement.corners?.[n][axis] ?? 0) * 100}
              onChange={(v) => bench.commit('Move a corner', corner(n, axis)(v))}
              onDrag={(v) => bench.preview(corner(n, axis)(v))}
            />
          )),
        )}
      </div>
    </details>
  )
}
