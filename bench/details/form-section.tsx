'use client'
import { ChevronRight, RotateCcw } from 'lucide-react'
import { onLayer } from '@/core/design/properties/targets'
import { type BendKind, kindOfBend } from '@/core/geometry/bend'
import type { Bend } from '@/core/geometry/placement-schema'
import { withCorner } from '@/core/geometry/warp'
import { hasMembers } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { bendAs, setBend } from '../actions/bending'
import { useBench } from '../state/bench-context'
import { layerAtStart, setThings } from '../state/properties'
import { IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { OwnMark } from './own'

const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left'] as const
/** In the order they are read: the lower corners of a row left before right. */
const READ = [0, 1, 3, 2] as const

const KINDS: readonly (readonly [BendKind | 'none', string])[] = [
  ['none', 'not bent'],
  ['arc', 'along an arc'],
  ['curve', 'along a curve'],
  ['two', 'between two curves'],
  ['net', 'by a net'],
]
/** The kind of bend and its numbers; its handles lie on the stage. */
function BendFields({ bend }: { bend: Bend | undefined }) {
  const bench = useBench()
  const kind = kindOfBend(bend)
  const count = (label: string, short: string, value: number, onChange: (v: number) => void) => (
    <NumberField
      label={label}
      short={short}
      min={2}
      max={6}
      digits={0}
      value={value}
      onChange={(v) => onChange(Math.round(v))}
    />
  )
  return (
    <>
      <div className="col-span-2">
        <Choice
          label="How it is bent"
          value={kind ?? 'none'}
          options={KINDS.map(([value, label]) => ({ value, label }))}
          onChange={(v) => bendAs(bench, v === 'none' ? null : (v as BendKind))}
        />
      </div>
      {bend?.kind === 'arc' && (
        <div className="col-span-2">
          <NumberField
            label="Arc"
            short="arc"
            unit="°"
            min={-360}
            max={360}
            digits={0}
            value={bend.angleDegrees}
            onChange={(v) => setBend(bench, v === 0 ? undefined : { kind: 'arc', angleDegrees: v })}
            onDrag={(v) => setBend(bench, { kind: 'arc', angleDegrees: v }, 'shown')}
          />
        </div>
      )}
      {bend?.kind === 'curve' && (
        <div className="col-span-2">
          {count('Handles on each curve', 'handles', bend.upper.length, (v) => bendAs(bench, kind, v))}
        </div>
      )}
      {bend?.kind === 'net' && (
        <>
          {count('Handles across', 'across', bend.columns, (v) => bendAs(bench, 'net', v, bend.rows))}
          {count('Handles down', 'down', bend.rows, (v) => bendAs(bench, 'net', bend.columns, v))}
        </>
      )}
    </>
  )
}

/** What a layer's box is bent and pulled to: an arc, and the four corners of a perspective. */
export function FormSection({ layer }: { layer: Layer }) {
  const bench = useBench()
  const { placement, id: own } = layer
  const of = [onLayer(own)]
  /** A corner pulled, told from where it was when the hand took hold; what would fold over is left as it was. */
  const corner = (n: 0 | 1 | 2 | 3, axis: 'x' | 'y', percent: number, only?: 'shown') => {
    const p = layerAtStart(bench, own)?.placement
    const made = p && withCorner(p, n, { ...(p.corners?.[n] ?? { x: 0, y: 0 }), [axis]: percent / 100 })
    if (made)
      setThings(bench, 'Move a corner', [[of[0] as string, { perspective: made.corners ?? null }]], only)
  }
  const formed = placement.corners !== undefined || placement.bend !== undefined
  return (
    <details aria-label="Bend and perspective" className="group border-b border-line" open={formed}>
      <summary className="flex h-8 cursor-pointer items-center px-3 text-small font-semibold select-none">
        <ChevronRight size={13} className="mr-1 text-soft group-open:rotate-90" aria-hidden="true" />
        Bend and perspective
        <OwnMark of={of} keys={['bend', 'perspective']} />
        {formed && (
          <IconButton
            label="Straighten"
            className="ml-auto"
            onClick={(e) => {
              e.preventDefault()
              setThings(bench, 'Straighten', [[of[0] as string, { bend: null, perspective: null }]])
            }}
          >
            <RotateCcw size={13} />
          </IconButton>
        )}
      </summary>
      <div className="grid grid-cols-2 gap-1.5 px-3 pb-3">
        <BendFields bend={placement.bend} />
        {!hasMembers(layer) &&
          READ.flatMap((n) =>
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
                onChange={(v) => corner(n, axis, v)}
                onDrag={(v) => corner(n, axis, v, 'shown')}
              />
            )),
          )}
      </div>
    </details>
  )
}
