'use client'
import { BookOpen, ChevronDown, Copy, Eye, EyeOff, GripVertical, Plus, Trash2 } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { BLEND_MODES, type BlendMode, blendModes } from '@/core/basics/blend-modes'
import { treatedBy } from '@/core/design/follow'
import { onLayer } from '@/core/design/properties/targets'
import type { Layer } from '@/core/kinds/list'
import { kindOf } from '@/core/kinds/list'
import { MASK_NAMES, masksOf } from '@/core/masks/mask'
import type { Definition, Group } from '@/core/treatments/definition'
import { treatmentDefinitions, treatmentKinds } from '@/core/treatments/list'
import { type Treatment, treatmentsOf } from '@/core/treatments/order'
import { setFree } from '../state/areas'
import { useBench, useBenchState } from '../state/bench-context'
import {
  addTreatment,
  changeTreatment,
  copyTreatments,
  dropTreatment,
  endLook,
  exaggerate,
  followRecipe,
  lookWithout,
  moveTreatment,
  type Nth,
  nthOf,
  renameRecipe,
  setTreated,
  targetsOf,
  thickenFirst,
} from '../state/treating'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { intoView } from '../ui/into-view'
import { Menu, MenuItem, MenuPart } from '../ui/menu'
import { NameInput } from '../ui/name-input'
import { Sortable, useSorted } from '../ui/sortable'
import { Own, OwnMark } from './own'
import { RecipesMenu } from './recipes-menu'
import { Section } from './section'
import { SettingField, ShareField } from './setting-field'

const GROUP_NAMES: Record<Group, string> = {
  around: 'Around it',
  light: 'Light',
  hue: 'Hue',
  reduce: 'Fewer colours',
  focus: 'Focus',
  surface: 'Surface',
}

const COLUMNS: readonly (readonly Group[])[] = [
  ['around', 'light'],
  ['hue', 'reduce'],
  ['focus', 'surface'],
]

/** The treatments of what is selected, a card each in the order in which they apply; of several things those of the first. */
export function TreatmentsSection({ layers }: { layers: readonly Layer[] }) {
  const bench = useBench()
  const [open, setOpen] = useState<string | null>(null)
  const recipes = useBenchState((s) => s.design.recipes)
  const [own] = layers
  useOpened(own?.id ?? '', own !== undefined && !kindOf(own).placed, own ? treatmentsOf(own) : [], setOpen)
  if (!own) return null
  const recipe = own.recipe ? recipes[own.recipe] : undefined
  const first = own
  const list = treatmentsOf(first)
  /** A card takes the place of another: before it, or after it where it came from before. */
  const move = (id: string, over: string) => {
    const [from, to] = [list.findIndex((t) => t.id === id), list.findIndex((t) => t.id === over)]
    moveTreatment(bench, first.id, id, (from < to ? list[to + 1] : list[to])?.id ?? null)
  }
  return (
    <Section
      title="Treatments"
      aside={
        <>
          {list.length > 0 && (
            <>
              <Held
                label="Show without treatments while held"
                onDown={() => lookWithout(bench)}
                onUp={() => endLook(bench)}
              >
                <EyeOff size={13} />
              </Held>
              <IconButton
                label="Copy the treatments"
                className="!size-6"
                onClick={() => copyTreatments(bench)}
              >
                <Copy size={13} />
              </IconButton>
            </>
          )}
          <RecipesMenu layer={first} />
          <Menu
            wide
            trigger={
              <IconButton label="Add a treatment" className="!size-6">
                <Plus size={14} />
              </IconButton>
            }
          >
            {COLUMNS.map((groups) => (
              <div key={groups[0]}>
                {groups.map((group) => (
                  <MenuPart key={group} label={GROUP_NAMES[group]}>
                    {treatmentDefinitions
                      .filter((d) => d.group === group)
                      .map((d) => (
                        <MenuItem
                          key={d.kind}
                          onSelect={() => {
                            addTreatment(bench, d.kind)
                            const now = treatedBy(bench.store.getState().design, first.id)
                            setOpen((now && treatmentsOf(now).at(-1)?.id) ?? null)
                          }}
                        >
                          {d.label}
                        </MenuItem>
                      ))}
                  </MenuPart>
                ))}
              </div>
            ))}
          </Menu>
        </>
      }
    >
      {recipe && (
        <div className="flex items-center gap-1.5 rounded-control bg-lit px-1.5 py-1 text-tiny">
          <BookOpen size={13} className="shrink-0 text-soft" />
          <NameInput
            label="Name of the recipe"
            className="min-w-0 flex-1 bg-transparent outline-none"
            value={recipe.name}
            onKeep={(name) => renameRecipe(bench, recipe.id, name)}
          />
          <Button small onClick={() => followRecipe(bench, null)}>
            Let go
          </Button>
        </div>
      )}
      {list.length === 0 && (
        <p className="text-tiny text-soft">
          None. Shadows, light, hue, grain: each can be changed and taken off again.
        </p>
      )}
      {(list.length > 1 || recipe) && (
        <Own of={layers.map((l) => onLayer(l.id))} keys={['treated']}>
          <ShareField
            label="Strength of all treatments"
            short="all"
            value={own.treated}
            onShow={(v) => setTreated(bench, v, 'shown')}
            onKeep={(v) => setTreated(bench, v, 'kept')}
          />
        </Own>
      )}
      <Sortable ids={list.map((t) => t.id)} along="down" onMove={move}>
        {list.map((t) => {
          const definition = treatmentKinds.get(t.kind)
          const which = nthOf(first, t.id)
          return definition && which ? (
            <Card
              key={t.id}
              treatment={t}
              definition={definition}
              which={which}
              layer={first}
              open={open === t.id}
              onOpen={() => setOpen(open === t.id ? null : t.id)}
            />
          ) : null
        })}
      </Sortable>
    </Section>
  )
}

/** Opens what was just added to the same thing, however that was done, and the one treatment that a grade was made for. */
function useOpened(
  layer: string,
  made: boolean,
  list: readonly Treatment[],
  open: (id: string) => void,
): void {
  const before = useRef({ layer: '', ids: [] as string[] })
  const ids = list.map((t) => t.id)
  const key = `${layer}:${ids.join()}`
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the layer and its list
  useEffect(() => {
    const was = before.current
    before.current = { layer, ids }
    const known = was.layer === layer
    const fresh = known ? ids.filter((id) => !was.ids.includes(id)) : ids
    const [only, more] = fresh
    if (only && !more && (known || made)) open(only)
  }, [key])
}

/** That treatment of all that is selected. */
const useTargets = ({ kind, n }: Nth) => useBenchState((s) => targetsOf(s.design, s.selection, { kind, n }))

type CardProps = {
  treatment: Treatment
  definition: Definition
  which: Nth
  layer: Layer
  open: boolean
  onOpen: () => void
}
function Card({ treatment: t, definition, which, layer, open, onOpen }: CardProps) {
  const bench = useBench()
  const targets = useTargets(which)
  const { place, grip } = useSorted(t.id)
  const head = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    if (open) intoView(head.current?.closest('[data-card]') ?? null)
  }, [open])
  const differs = [...Object.keys(definition.fields), 'on', 'strength', 'blend', 'mask']
  return (
    <div
      {...place}
      data-card
      className={`-mx-1.5 flex flex-col gap-1.5 rounded-control border border-line bg-panel p-1 ${t.on ? '' : 'opacity-60'}`}
    >
      <div className="flex items-center gap-0.5">
        <span
          {...grip}
          className="cursor-grab touch-none text-soft"
          title="Drag to another place in the order"
        >
          <GripVertical size={13} />
        </span>
        <button
          ref={head}
          type="button"
          aria-expanded={open}
          aria-label={`Treatment: ${definition.label}`}
          className="flex h-6 min-w-0 flex-1 items-center gap-1 rounded-control px-1 text-left text-small hover:bg-lit"
          onClick={onOpen}
          onKeyDown={(e) => {
            if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return
            e.preventDefault()
            e.stopPropagation()
            const list = treatmentsOf(layer)
            const at = list.findIndex((o) => o.id === t.id)
            moveTreatment(
              bench,
              layer.id,
              t.id,
              (e.key === 'ArrowUp' ? list[at - 1]?.id : list[at + 2]?.id) ??
                (e.key === 'ArrowUp' ? t.id : null),
            )
          }}
        >
          <ChevronDown
            size={13}
            className={`shrink-0 text-soft transition-transform ${open ? '' : '-rotate-90'}`}
          />
          <span className="truncate">{definition.label}</span>
          {t.strength < 1 && (
            <span className="ml-auto shrink-0 text-tiny text-soft tabular-nums">
              {Math.round(t.strength * 100)} %
            </span>
          )}
        </button>
        <OwnMark of={targets} keys={open ? ['on'] : differs} />
        <IconButton
          label={t.on ? `Switch ${definition.label} off` : `Switch ${definition.label} on`}
          className="!size-6"
          onClick={() => changeTreatment(bench, t.on ? 'off' : 'on', which, { on: !t.on })}
        >
          {t.on ? <Eye size={13} /> : <EyeOff size={13} />}
        </IconButton>
        <IconButton
          label={`Remove ${definition.label}`}
          className="!size-6"
          onClick={() => dropTreatment(bench, which)}
        >
          <Trash2 size={13} />
        </IconButton>
      </div>
      {open && <Settings t={t} definition={definition} which={which} layer={layer} />}
    </div>
  )
}

const BLENDS = BLEND_MODES.slice(0, 17).map((mode) => ({ value: mode, label: blendModes[mode].label }))
/** The settings form, drawn from the definition. */
function Settings({
  t,
  definition,
  which,
  layer,
}: {
  t: Treatment
  definition: Definition
  which: Nth
  layer: Layer
}) {
  const bench = useBench()
  const targets = useTargets(which)
  const masks = masksOf(layer)
  const mixes = 'point' in definition || 'near' in definition
  return (
    <div className="flex flex-col gap-1.5 px-0.5 pb-0.5">
      {Object.entries(definition.fields).map(([key, field]) => (
        <Own key={key} of={targets} keys={[key]}>
          <SettingField
            of={definition.label}
            field={field}
            value={t[key]}
            layers={layer}
            onShow={(v) => changeTreatment(bench, '', which, { [key]: v }, 'shown')}
            onKeep={(v) => changeTreatment(bench, field.label.toLowerCase(), which, { [key]: v })}
          />
        </Own>
      ))}
      <Own of={targets} keys={['strength']}>
        <ShareField
          label={`Strength of ${definition.label}`}
          short="strength"
          value={t.strength}
          onShow={(strength) => changeTreatment(bench, '', which, { strength }, 'shown')}
          onKeep={(strength) => changeTreatment(bench, 'strength', which, { strength })}
        />
      </Own>
      <Own of={targets} keys={['blend', 'mask']}>
        <div className="grid grid-cols-2 gap-1.5">
          {mixes && (
            <Choice
              label={`Blend mode of ${definition.label}`}
              value={t.blend ?? 'normal'}
              options={BLENDS}
              onChange={(v) => changeTreatment(bench, 'blend mode', which, { blend: v as BlendMode })}
            />
          )}
          {masks.length > 0 && !('drawn' in definition) && (
            <Choice
              label={`Where ${definition.label} applies`}
              value={t.mask ?? 'all'}
              options={[
                { value: 'all', label: 'everywhere' },
                ...masks.map((m, n) => ({
                  value: m.id,
                  label: m.name ?? `${MASK_NAMES[m.kind]} mask ${n + 1}`,
                })),
              ]}
              onChange={(v) => changeTreatment(bench, 'mask', which, { mask: v === 'all' ? null : v })}
            />
          )}
        </div>
      </Own>
      {t.kind === 'print-edge' && (
        <Button small onClick={() => thickenFirst(bench, which)}>
          Thicken first, so that nothing fine is lost
        </Button>
      )}
      {'around' in definition && !layer.recipe && kindOf(layer).placed && (
        <Button small onClick={() => void setFree(bench, layer.id, t.id)}>
          Set free as a layer
        </Button>
      )}
      <Held
        wide
        label="Exaggerate while held"
        onDown={() => exaggerate(bench, which)}
        onUp={() => endLook(bench)}
      >
        Exaggerate while held
      </Held>
    </div>
  )
}
/** Acts while it is held down, by pointer or key. */
function Held({
  label,
  wide,
  onDown,
  onUp,
  children,
}: {
  label: string
  wide?: boolean
  onDown: () => void
  onUp: () => void
  children: React.ReactNode
}) {
  const handlers = {
    onPointerDown: (e: React.PointerEvent) => {
      e.currentTarget.setPointerCapture(e.pointerId)
      onDown()
    },
    onPointerUp: onUp,
    onPointerCancel: onUp,
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key === ' ' && !e.repeat) onDown()
    },
    onKeyUp: (e: React.KeyboardEvent) => {
      if (e.key === ' ') onUp()
    },
  }
  return wide ? (
    <Button small {...handlers}>
      {children}
    </Button>
  ) : (
    <IconButton label={label} className="!size-6" {...handlers}>
      {children}
    </IconButton>
  )
}
