'use client'
import { BookOpen, Save } from 'lucide-react'
import { inOrder } from '@/core/design/order'
import type { Layer } from '@/core/design/schema'
import { looks, treatmentsIn } from '@/core/treatments/recipes'
import { useBench, useBenchState } from '../state/bench-context'
import { followRecipe, keepRecipe, putOn } from '../state/treating'
import { IconButton } from '../ui/button'
import { Menu, MenuItem, MenuPart } from '../ui/menu'

const COLUMNS = [['Paper and print'], ['Light and film'], ['Colour', 'Clean']] as const

/** Recipes to put on what is selected: those that ship, and the design's own. */
export function RecipesMenu({ layer }: { layer: Layer }) {
  const bench = useBench()
  const recipes = useBenchState((s) => s.design.recipes)
  const own = inOrder(recipes)
  const some = Object.keys(layer.treatments).length > 0
  return (
    <Menu
      wide
      trigger={
        <IconButton label="Recipes" className="!size-6">
          <BookOpen size={13} />
        </IconButton>
      }
    >
      {COLUMNS.map((groups, n) => (
        <div key={groups[0]}>
          {groups.map((group) => (
            <MenuPart key={group} label={group}>
              {looks
                .filter((l) => l.group === group)
                .map((l) => (
                  <MenuItem key={l.name} onSelect={() => putOn(bench, `Recipe ${l.name}`, treatmentsIn(l))}>
                    {l.name}
                  </MenuItem>
                ))}
            </MenuPart>
          ))}
          {n === 0 && (
            <MenuPart label="Of this design, followed">
              {own.map((r) => (
                <MenuItem key={r.id} onSelect={() => followRecipe(bench, r.id)}>
                  {r.name}
                </MenuItem>
              ))}
              <MenuItem disabled={!some} onSelect={() => keepRecipe(bench, layer.id)}>
                <Save size={13} className="text-soft" />
                Keep these as a recipe
              </MenuItem>
            </MenuPart>
          )}
        </div>
      ))}
    </Menu>
  )
}
