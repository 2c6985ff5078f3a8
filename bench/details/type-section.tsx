'use client'
import { AlignCenter, AlignLeft, AlignRight, CaseLower, CaseSensitive, CaseUpper } from 'lucide-react'
import { useRef } from 'react'
import { usesOf } from '@/core/design/families'
import { onLayer } from '@/core/design/properties/targets'
import type { LayerOf } from '@/core/kinds/list'
import { familyByName } from '@/core/type/catalogue'
import { layoutType, weightsOf } from '@/core/type/layout'
import type { TypeStyle } from '@/core/type/style'
import { bringOwn, facesAtHand, inStyle, setEverywhere } from '../actions/fonts'
import { hugWords, writeType } from '../actions/handled'
import { useBench, useBenchState } from '../state/bench-context'
import { TypefaceList } from '../type/typeface-list'
import { weightNames } from '../type/weight-names'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'
import { PlateFields } from './plate-fields'
import { Section, shared } from './section'

const ALIGNS = [
  ['start', AlignLeft, 'Align text at its start'],
  ['centre', AlignCenter, 'Centre text'],
  ['end', AlignRight, 'Align text at its end'],
] as const
const CASES = [
  ['as-typed', CaseSensitive, 'Letters as typed'],
  ['upper', CaseUpper, 'All capitals'],
  ['lower', CaseLower, 'All small letters'],
] as const

export function TypeSection({ leaves }: { leaves: readonly LayerOf<'type'>[] }) {
  const bench = useBench()
  const smallest = useBenchState((s) => s.resolved.channel.smallestType)
  const onMaster = useBenchState((s) => s.channel === s.design.master)
  const house = useBenchState((s) => s.house.fonts)
  const ids = leaves.map((l) => l.id)
  const write = (style: Partial<TypeStyle>) => (d: Parameters<Parameters<typeof bench.edit>[1]>[0]) => {
    for (const id of ids) writeType(bench, d, id, { style })
  }
  // What was tried last: faces that come late are not shown any more.
  const turn = useRef(0)
  const set = async (name: string, style: Partial<TypeStyle>) => {
    turn.current++
    // Faces that are not here yet are fetched first, so that the box is measured with them.
    const faces = style.family || style.weight || style.italic !== undefined
    const next = leaves.map((l) => inStyle(l, style))
    if (faces && !(await facesAtHand(bench, next))) return bench.cancel()
    bench.commit(name, (d) => {
      write(style)(d)
      if (style.family) bringOwn(bench, d, style.family)
    })
  }
  const peek = async (family: string | null) => {
    const own = ++turn.current
    if (!family) return bench.cancel()
    const here = await bench.fonts.ready(leaves.map((l) => inStyle(l, { family }))).then(
      () => true,
      () => false,
    )
    if (here && turn.current === own) bench.preview(write({ family }))
  }
  const of = <K extends Exclude<keyof TypeStyle, 'stretch'>>(key: K) => shared(leaves, (l) => l.style[key])
  const unknown = leaves.reduce(
    (n, l) => n + layoutType(bench.fonts, l.text, l.style, l.placement.width).unknown,
    0,
  )
  const family = of('family')
  const stretch = shared(leaves, (l) => l.style.stretch ?? 1)
  const hugs = leaves.every((l) => l.hugs !== undefined)
  const hug = (on: boolean) =>
    bench.edit(on ? 'The box hugs the words' : 'A width of its own', (d) => {
      for (const id of ids) hugWords(bench, d, id, on)
    })
  const size = of('size')
  const uses = useBenchState((s) => (family ? usesOf(s.design, family) : 0))
  const weights = (family && (bench.fonts.weightsOfOwn(family) ?? weightsOf(family))) || [400]
  const stands = family !== null && !bench.fonts.knows(family) ? familyByName(family).name : null
  return (
    <Section
      title="Type"
      own={{ of: ids.map(onLayer), keys: ['style', 'text', 'plate'] }}
      aside={
        size !== null && size < smallest - 0.05 ? (
          <span className="rounded bg-warn-ground px-1 text-tiny text-warn">
            below {Math.round(smallest)} px
          </span>
        ) : undefined
      }
    >
      {unknown > 0 && (
        <p className="rounded-control bg-warn-ground px-2 py-1 text-tiny text-warn">
          {unknown} character{unknown === 1 ? ' has' : 's have'} no face here and{' '}
          {unknown === 1 ? 'is' : 'are'} drawn as a placeholder.
        </p>
      )}
      {stands && (
        <p className="rounded-control bg-warn-ground px-2 py-1 text-tiny text-warn">
          {family} is not here; {stands} stands in. Bring its file, or choose another for all uses.
        </p>
      )}
      <TypefaceList
        value={family}
        words={leaves[0]?.text ?? ''}
        house={house}
        uses={uses}
        onTry={(v) => void peek(v)}
        onKeep={(v, all) =>
          void (all && family ? setEverywhere(bench, family, v) : set('Typeface', { family: v }))
        }
      />
      <div className="grid grid-cols-2 gap-1.5">
        <Choice
          label="Weight"
          value={family ? String(nearestWeight(weights, of('weight'))) : null}
          options={weights.map((w) => ({
            value: String(w),
            label: weightNames[w] ?? String(w),
          }))}
          onChange={(v) => void set('Weight', { weight: Number(v) })}
        />
        <NumberField
          label="Size"
          short="size"
          unit="px"
          min={1}
          max={4000}
          value={size}
          digits={1}
          onChange={(v) => void set('Type size', { size: v })}
          onDrag={(v) => bench.preview(write({ size: v }))}
        />
        <NumberField
          label="Leading"
          short="leading"
          value={of('leading')}
          min={0.4}
          max={4}
          step={0.02}
          digits={2}
          onChange={(v) => void set('Leading', { leading: v })}
          onDrag={(v) => bench.preview(write({ leading: v }))}
        />
        <NumberField
          label="Tracking"
          short="tracking"
          value={of('tracking')}
          min={-300}
          max={2000}
          step={5}
          digits={0}
          onChange={(v) => void set('Tracking', { tracking: v })}
          onDrag={(v) => bench.preview(write({ tracking: v }))}
        />
        <NumberField
          label="Width of the letters"
          short="letters"
          unit="%"
          value={stretch === null ? null : stretch * 100}
          min={10}
          max={1000}
          digits={0}
          onChange={(v) => void set('Width of the letters', { stretch: v / 100 })}
          onDrag={(v) => bench.preview(write({ stretch: v / 100 }))}
        />
        {onMaster && (
          <Tick on={hugs} onChange={hug} label="The box hugs the words">
            box hugs
          </Tick>
        )}
      </div>
      <div className="flex justify-between">
        <Toggles
          label="Alignment"
          options={ALIGNS}
          value={of('align')}
          onChange={(v) => void set('Alignment', { align: v })}
        />
        <Toggles
          label="Case"
          options={CASES}
          value={of('case')}
          onChange={(v) => void set('Case', { case: v })}
        />
      </div>
      <PlateFields leaves={leaves} />
    </Section>
  )
}
const nearestWeight = (weights: readonly number[], weight: number | null): number =>
  weights.reduce((a, b) => (Math.abs(b - (weight ?? 400)) < Math.abs(a - (weight ?? 400)) ? b : a))

function Toggles<V extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string
  options: readonly (readonly [V, typeof AlignLeft, string])[]
  value: V | null
  onChange: (v: V) => void
}) {
  return (
    <div role="group" aria-label={label} className="flex rounded-control bg-well">
      {options.map(([v, Icon, name]) => (
        <button
          key={v}
          type="button"
          aria-label={name}
          title={name}
          aria-pressed={value === v}
          className={`flex h-7 w-8 items-center justify-center rounded-control ${value === v ? 'bg-panel ring-1 ring-line' : 'text-soft'}`}
          onClick={() => onChange(v)}
        >
          <Icon size={15} />
        </button>
      ))}
    </div>
  )
}
