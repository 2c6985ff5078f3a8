'use client'
import { changesIn, ofLayers } from '@/core/design/properties/set'
import type { Target } from '@/core/design/properties/targets'
import { BEHAVIOURS, type Behaviour } from '@/core/kinds/common'
import { isOnlyHere, toggleOnlyHere } from '../actions/only-here'
import { useBench, usePaced } from '../state/bench-context'
import { Choice } from '../ui/choice'
import { CarrierFields } from './carrier-fields'
import { Differences } from './differences'
import { Section, shared } from './section'
import { ShortForm } from './short-form'
import { ReadingPlace, SeenFields } from './steering-fields'
import { Understood } from './understood'

const told: Record<Behaviour['kind'], string> = {
  auto: 'As its kind and place suggest.',
  cover: 'Fills the page, its focal point kept in view.',
  edge: 'Stays on its edge and still bleeds.',
  anchor: 'Keeps its place and weight in the composition.',
  reads: 'Re-wraps inside the safe area, never below the smallest type.',
  ride: 'Stays on what it lies on.',
  span: 'Stretches with the page without turning thicker.',
}
const KEEPS = {
  keepsSize: 'Keeps its size',
  keepsRatio: 'Keeps its proportions',
  keepsClear: 'Keeps clear of others',
} as const
/** What the selection does on other sizes, and what it does differently where. */
export function ChannelSection({ ids }: { ids: readonly string[] }) {
  const bench = useBench()
  const s = usePaced('kept', (state) => ({
    design: state.design,
    channel: state.channel,
    leftOut: state.resolved.leftOut,
    own: isOnlyHere(state),
  }))
  const layers = ids.flatMap((id) => s.design.layers[id] ?? [])
  const kind = shared(layers, (l) => l.behaviour.kind)
  const importance = shared(layers, (l) => l.behaviour.importance)
  const recipes = layers.flatMap((l) => (l.recipe ? [`recipes/${l.recipe}/`] : []))
  const mineAlone = ofLayers(ids)
  // Of a recipe that it follows too.
  const mine = (target: Target) => mineAlone(target) || recipes.some((r) => target.startsWith(r))
  const changed = changesIn(s.design, { channel: s.channel, targets: mine }).length
  const set = (name: string, change: Partial<Behaviour>) =>
    bench.edit(name, (d) => {
      for (const id of ids) {
        const l = d.layers[id]
        if (l) Object.assign(l.behaviour, change)
      }
    })
  return (
    <Section title="On channels" says={changed > 0 ? `changed here: ${changed}` : ''}>
      <div className="grid grid-cols-[2fr_3fr] gap-1.5">
        <Choice
          label="Behaviour"
          value={kind}
          options={['auto', ...BEHAVIOURS].map((b) => ({ value: b, label: b }))}
          onChange={(v) => set('Behaviour', { kind: v as Behaviour['kind'] })}
        />
        <Choice
          label="Importance"
          value={importance}
          options={['must', 'should', 'may'].map((i) => ({ value: i, label: `${i} be there` }))}
          onChange={(v) => set('Importance', { importance: v as Behaviour['importance'] })}
        />
      </div>
      <p className="text-tiny leading-4 text-soft">{kind ? told[kind] : 'Different things.'}</p>
      {(['keepsSize', 'keepsRatio', 'keepsClear'] as const).map((key) => (
        <label key={key} className="flex h-6 items-center gap-2 text-small">
          <input
            type="checkbox"
            className="accent-[var(--color-accent)]"
            checked={layers.every((l) => l.behaviour[key] ?? false)}
            onChange={(e) => set(KEEPS[key], { [key]: e.target.checked })}
          />
          {KEEPS[key]}
        </label>
      ))}
      <SeenFields layers={layers} />
      <CarrierFields ids={ids} />
      {ids.length === 1 && <ReadingPlace id={ids[0] as string} />}
      {ids.length === 1 && <ShortForm id={ids[0] as string} />}
      <label className="flex h-6 items-center gap-2 text-small">
        <input
          type="checkbox"
          className="accent-[var(--color-accent)]"
          checked={s.own}
          onChange={() => toggleOnlyHere(bench)}
        />
        Only on this channel
      </label>
      {ids.some((id) => s.leftOut.includes(id)) && (
        <p className="rounded-control bg-warn-ground px-2 py-1 text-tiny text-warn">
          Left out here: there is no room for it at a size that can be read.
        </p>
      )}
      {ids.length === 1 && <Understood id={ids[0] as string} />}
      <Differences targets={(target) => mine(target)} several={ids.length > 1} />
    </Section>
  )
}
