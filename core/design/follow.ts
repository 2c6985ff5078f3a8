import type { Layer } from '../kinds/list'
import type { Treatment } from '../treatments/list'
import type { Design } from './schema'
import type { LayerNode } from './tree'

type Held = { treatments: Record<string, Treatment> }
/** Where the treatments of a layer are held: in the recipe that it follows, else in itself. */
export function treatedBy(d: Pick<Design, 'layers' | 'recipes'>, id: string): Held | undefined {
  const layer = d.layers[id]
  return (layer?.recipe && d.recipes[layer.recipe]) || layer
}

const made = new WeakMap<Layer, { recipe: Held; layer: Layer }>()
/** A layer with the treatments that it shows; the same object for the same recipe, so that what is kept by layer stays valid. */
export function withFollowed<L extends Layer>(layer: L, recipes: Design['recipes']): L {
  const recipe = layer.recipe ? recipes[layer.recipe] : undefined
  if (!recipe) return layer
  const held = made.get(layer)
  if (held?.recipe === recipe) return held.layer as L
  const shown = { ...layer, treatments: recipe.treatments }
  if (!Object.isFrozen(recipe)) return shown
  Object.freeze(shown)
  made.set(layer, { recipe, layer: shown })
  return shown
}
/** A page's layers with the treatments of the recipes that they follow. */
export function inRecipes(tree: LayerNode[], design: Pick<Design, 'layers' | 'recipes'>): LayerNode[] {
  if (!Object.values(design.layers).some((l) => l.recipe)) return tree
  return tree.map((n) => ({
    layer: withFollowed(n.layer, design.recipes),
    children: inRecipes(n.children, design),
    insides: inRecipes(n.insides, design),
  }))
}
