'use client'
import { BookOpen, ClipboardPaste, Copy, EyeOff, Plus } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { onLayer } from '@/core/design/properties/targets'
import type { Layer } from '@/core/kinds/list'
import { kindOf } from '@/core/kinds/list'
import type { Group } from '@/core/treatments/definition'
import { treatmentDefinitions, treatmentKinds } from '@/core/treatments/list'
import { type Treatment, treatmentsOf } from '@/core/treatments/order'
import {
  addTreatment,
  copyTreatments,
  endLook,
  followRecipe,
  lookWithout,
  moveTreatment,
  nthOf,
  pasteTreatments,
  renameRecipe,
  setTreated,
} from '../actions/treating'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Menu, MenuItem, MenuPart } from '../ui/menu'
import { NameInput } from '../ui/name-input'
import { Sortable } from '../ui/sortable'
import { Own } from './own'
import { RecipesMenu } from './recipes-menu'
import { counted, Section } from './section'
import { ShareField } from './setting-field'
import { Card } from './treatments/card'
import { WhileHeld } from './treatments/while-held'

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
      says={counted(list.length, 'treatment')}
      aside={
        <>
          {list.length > 0 && (
            <>
              <WhileHeld
                label="Show without treatments while held"
                onDown={() => lookWithout(bench)}
                onUp={() => endLook(bench)}
              >
                <EyeOff size={13} />
              </WhileHeld>
              <IconButton
                label="Copy the treatments"
                className="!size-6"
                onClick={() => copyTreatments(bench)}
              >
                <Copy size={13} />
              </IconButton>
            </>
          )}
          <IconButton label="Paste treatments" className="!size-6" onClick={() => pasteTreatments(bench)}>
            <ClipboardPaste size={13} />
          </IconButton>
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
                        <MenuItem key={d.kind} onSelect={() => addTreatment(bench, d.kind)}>
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
    const newest = fresh.at(-1)
    if (newest && (known || (made && fresh.length === 1))) open(newest)
  }, [key])
}
