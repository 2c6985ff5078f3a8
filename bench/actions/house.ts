import { newId } from '@/core/basics/ids'
import { inOrder, keyBetween } from '@/core/basics/order'
import { followHouse, type House, houseAfter } from '@/core/design/house'
import { hasParts, isPhoto } from '@/core/kinds/facts'
import { ask, wordsOf } from '@/wire/client'
import { keepHouse, readHouse } from '@/wire/designs'
import type { Bench } from '../state/bench'

/** How long the design stays as it is before the others of its campaign follow, ms. */
const CALM_MS = 700

/** Sends the house set; the other designs of the campaign follow. */
async function send(bench: Bench, house: House): Promise<boolean> {
  bench.set({ house })
  try {
    await ask(keepHouse, { params: { id: bench.store.getState().design.id }, body: house })
    return true
  } catch (thrown) {
    bench.notify(
      wordsOf(thrown, 'The house set was not kept. This design is safe; change it again later.'),
      'trouble',
    )
  }
  return false
}

/** Reads the house set, and sends it again whenever this design changes what is of it. Returns the end of that. */
export function watchHouse(bench: Bench): () => void {
  let due: ReturnType<typeof setTimeout> | undefined
  let ready = false
  void ask(readHouse, { params: { id: bench.store.getState().design.id } })
    .then(({ house, sources }) => {
      for (const source of sources) bench.addSource(source)
      bench.set({ house })
      ready = true
    })
    .catch(() => undefined)
  const quiet = bench.store.subscribe((now, before) => {
    if (
      !ready ||
      (now.design.swatches === before.design.swatches && now.design.recipes === before.design.recipes)
    )
      return
    clearTimeout(due)
    due = setTimeout(() => {
      const { house, design } = bench.store.getState()
      // While the hand still moves nothing is settled.
      const next = bench.inGesture ? null : houseAfter(house, design)
      if (next) void send(bench, next)
    }, CALM_MS)
  })
  return () => {
    clearTimeout(due)
    quiet()
  }
}

const last = (record: Record<string, { id: string; order: string }>) =>
  keyBetween(inOrder(record).at(-1)?.order ?? null, null)
/** Changes what the house set holds; swatches and recipes that it gains are this design's. */
export async function changeHouse(bench: Bench, change: (house: House) => House): Promise<void> {
  const next = change(bench.store.getState().house)
  if (!(await send(bench, next))) return
  bench.edit('Follow the house set', (d) => followHouse(d, next))
}
export const withSwatch = (bench: Bench, id: string, on: boolean): Promise<void> =>
  changeHouse(bench, (house) => {
    const own = bench.store.getState().design.swatches[id]
    const { [id]: _, ...others } = house.swatches
    return { ...house, swatches: on && own ? { ...others, [id]: { ...own, order: last(others) } } : others }
  })
export const withRecipe = (bench: Bench, id: string, on: boolean): Promise<void> =>
  changeHouse(bench, (house) => {
    const own = bench.store.getState().design.recipes[id]
    const { [id]: _, ...others } = house.recipes
    return { ...house, recipes: on && own ? { ...others, [id]: { ...own, order: last(others) } } : others }
  })
export const withFont = (bench: Bench, family: string, on: boolean): Promise<void> =>
  changeHouse(bench, (house) => ({
    ...house,
    fonts: [...house.fonts.filter((f) => f !== family), ...(on ? [family] : [])],
  }))
export const withoutMark = (bench: Bench, id: string): Promise<void> =>
  changeHouse(bench, (house) => ({
    ...house,
    marks: Object.fromEntries(Object.entries(house.marks).filter(([key]) => key !== id)),
  }))
/** Makes the selected pictures and graphics marks of the house. */
export function addMarks(bench: Bench): Promise<void> | undefined {
  const { design, selection, house } = bench.store.getState()
  const held = new Set(Object.values(house.marks).map((m) => m.source))
  const fresh = selection.flatMap((id) => {
    const l = design.layers[id]
    return (isPhoto(l) || hasParts(l)) && !held.has(l.source) ? [l] : []
  })
  if (fresh.length === 0) {
    bench.notify('Select a graphic or a picture on the stage that is to be a mark of the house.')
    return undefined
  }
  return changeHouse(bench, (was) => {
    const marks = { ...was.marks }
    for (const l of fresh) {
      const id = newId()
      marks[id] = { id, name: l.name || 'Mark', order: last(marks), source: l.source }
    }
    return { ...was, marks }
  })
}
