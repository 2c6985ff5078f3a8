'use client'
import type { Point } from '@/core/geometry/matrix'
import { type Kept, keptWay } from '@/core/kinds/group/mirror'
import type { Mirror } from '@/core/kinds/group/schema'
import { resolvedOf } from '../actions/handled'
import { keptInHand, mirrorInHand, setAxis, setMirror, unmirror } from '../actions/mirroring'
import { useBench, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'
import { Section } from './section'

const WAYS: readonly (readonly [Mirror['way'], string])[] = [
  ['across', 'across the axis'],
  ['both', 'across both axes'],
  ['turned', 'turned about a point'],
]

const keptFrom = (value: string): Kept => {
  const [clockwise, ahead] = value.split('/').map((v) => v === 'true')
  return { clockwise: clockwise ?? false, ahead: ahead ?? false }
}
/** Where a part lies, in words: by the way to its middle. */
function wordFor({ x, y }: Point): string {
  let down: '' | 'upper' | 'lower'
  if (Math.abs(y) < 0.38) down = ''
  else if (y > 0) down = 'lower'
  else down = 'upper'
  let across: '' | 'right' | 'left'
  if (Math.abs(x) < 0.38) across = ''
  else if (x > 0) across = 'right'
  else across = 'left'
  return [down, across].filter(Boolean).join(' ')
}
/** The parts that a cut mirror can keep: two, or of both axes four. */
function partsOf(mirror: Mirror, now: Kept, rotation: number): { value: string; label: string }[] {
  const both = [true, false]
  const all =
    mirror.way === 'both' ? both.flatMap((clockwise) => both.map((ahead) => ({ clockwise, ahead }))) : []
  const two =
    mirror.way === 'turned'
      ? both.map((ahead) => ({ ...now, ahead }))
      : both.map((clockwise) => ({ ...now, clockwise }))
  return (all.length > 0 ? all : two).map((kept) => ({
    value: `${kept.clockwise}/${kept.ahead}`,
    label: `keeps the ${wordFor(keptWay(mirror, { rotation }, kept))} part`,
  }))
}

/** How a group is repeated, and where its axis lies. */
export function MirrorSection() {
  const bench = useBench()
  const s = usePaced('kept', (state) => ({
    design: state.design,
    selection: state.selection,
    resolved: state.resolved,
  }))
  const found = mirrorInHand(s)
  if (!found) return null
  const { mirror, axis } = found
  const kept = keptInHand(s)
  const at = axis && resolvedOf(s, axis.id)?.layer.placement
  return (
    <Section title="Mirror">
      <Choice
        label="How it is repeated"
        value={mirror.way}
        options={WAYS.map(([value, label]) => ({ value, label }))}
        onChange={(way) => setMirror(bench, { way: way as Mirror['way'] })}
      />
      {mirror.way === 'turned' && (
        <NumberField
          label="How many in all"
          short="in all"
          min={2}
          max={36}
          digits={0}
          value={mirror.count}
          onChange={(v) => setMirror(bench, { count: Math.round(v) })}
          onDrag={(v) => setMirror(bench, { count: Math.max(2, Math.min(36, Math.round(v))) }, 'shown')}
        />
      )}
      {at ? (
        <div className="grid grid-cols-3 gap-1.5">
          <NumberField label="Axis across" short="x" value={at.x} onChange={(x) => setAxis(bench, { x })} />
          <NumberField label="Axis down" short="y" value={at.y} onChange={(y) => setAxis(bench, { y })} />
          <NumberField
            label="Angle of the axis"
            short="∠"
            unit="°"
            value={at.rotation}
            onChange={(rotation) => setAxis(bench, { rotation })}
          />
        </div>
      ) : (
        <p className="text-tiny text-soft">
          Its axis is gone, so nothing is repeated. Mirror it again to have one.
        </p>
      )}
      <Tick on={mirror.cut} onChange={(on) => setMirror(bench, { cut: on })}>
        What crosses the axis ends there
      </Tick>
      {kept && (
        <Choice
          label="What is kept"
          value={`${kept.kept.clockwise}/${kept.kept.ahead}`}
          options={partsOf(mirror, kept.kept, at?.rotation ?? 0)}
          onChange={(value) => setMirror(bench, { kept: keptFrom(value) })}
        />
      )}
      <div className="flex gap-1.5">
        {axis && (
          <Button small onClick={() => bench.select([axis.id])}>
            Take the axis
          </Button>
        )}
        <Button small onClick={() => unmirror(bench)}>
          Mirror no more
        </Button>
      </div>
    </Section>
  )
}
