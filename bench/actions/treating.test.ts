import { beforeEach, describe, expect, it, vi } from 'vitest'
import { addPage, duplicateLayers } from '@/core/design/commands'
import { checkDesign } from '@/core/design/edits'
import { layerName } from '@/core/kinds/facts'
import { newMask } from '@/core/masks/mask'
import { findResolved } from '@/core/resolve/resolved'
import { newTreatment } from '@/core/treatments/list'
import { treatmentsOf } from '@/core/treatments/order'
import type { Bench } from '../state/bench'
import { layer, openBench } from '../state/bench.test-data'
import { copySelection, pasteText } from './clipboard'
import {
  addGrade,
  addTreatment,
  changeTreatment,
  copyTreatments,
  endLook,
  exaggerate,
  followRecipe,
  keepRecipe,
  lookWithout,
  moveTreatment,
  pasteTreatments,
} from './treating'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
let clipboard = ''
beforeEach(async () => {
  bench = await openBench()
  vi.stubGlobal('navigator', {
    clipboard: {
      writeText: async (text: string) => {
        clipboard = text
      },
      readText: async () => clipboard,
    },
  })
})
const kinds = (id: string) => treatmentsOf(layer(bench, id)).map((t) => t.kind)
const first = (id: string) => treatmentsOf(layer(bench, id))[0]
/** The same as it is on the channel shown. */
const seen = (id: string) => {
  const shown = findResolved(bench.store.getState().resolved.layers, id)
  return shown ? treatmentsOf(shown.layer)[0] : undefined
}
const recipeOf = (id: string) => bench.store.getState().design.recipes[layer(bench, id).recipe ?? '']

describe('treatments on several things', () => {
  it('are given to all that is selected, changed on all, and the next begins as the last was left', () => {
    bench.select(['disc', 'card'])
    addTreatment(bench, 'blur')
    changeTreatment(bench, 'radius', { kind: 'blur', n: 0 }, { radius: 21 })
    expect([first('disc')?.radius, first('card')?.radius]).toEqual([21, 21])
    bench.undo()
    expect([first('disc')?.radius, first('card')?.radius]).toEqual([6, 6])
    bench.select(['disc'])
    addTreatment(bench, 'blur')
    expect(treatmentsOf(layer(bench, 'disc'))[1]?.radius).toBe(21)
  })
  it('that recolour go by the colour that each thing has itself', async () => {
    bench.edit('Colours', (d) => {
      for (const [id, colour] of [
        ['disc', '#204080'],
        ['card', '#e0a020'],
      ] as const) {
        const l = d.layers[id]
        if (l && 'fill' in l) l.fill = { kind: 'solid', colour }
      }
    })
    bench.select(['disc', 'card'])
    addTreatment(bench, 'recolour')
    await vi.waitFor(() => expect(treatmentsOf(layer(bench, 'card'))).toHaveLength(1))
    expect(treatmentsOf(layer(bench, 'disc'))[0]?.from).toBe('#204080')
    expect(treatmentsOf(layer(bench, 'card'))[0]?.from).toBe('#e0a020')
  })
  it('are put in another order, each place once', () => {
    bench.select(['disc'])
    for (const kind of ['blur', 'invert', 'grain']) addTreatment(bench, kind)
    const ids = treatmentsOf(layer(bench, 'disc')).map((t) => t.id)
    moveTreatment(bench, 'disc', ids[2] as string, ids[0] as string)
    expect(kinds('disc')).toEqual(['grain', 'blur', 'invert'])
    moveTreatment(bench, 'disc', ids[0] as string, null)
    expect(kinds('disc')).toEqual(['grain', 'invert', 'blur'])
  })
  it('pasted on another thing lose a mask that is not its own, and a grade takes all of them', () => {
    bench.edit('Mask', (d) => {
      const disc = d.layers.disc
      if (!disc) return
      disc.masks.m = newMask.shape({ id: 'm', order: 'a0' }, 'rectangle')
      disc.treatments.t = { ...newTreatment('invert', { id: 't', order: 'a0' }), mask: 'm' }
      disc.treatments.s = newTreatment('shadow', { id: 's', order: 'a1' })
    })
    bench.select(['disc'])
    copyTreatments(bench)
    pasteTreatments(bench)
    expect(first('disc')?.mask).toBe('m')
    bench.select(['card'])
    pasteTreatments(bench)
    expect([kinds('card'), first('card')?.mask]).toEqual([['invert', 'shadow'], null])
    addGrade(bench)
    const [grade = ''] = bench.store.getState().selection
    pasteTreatments(bench)
    expect(kinds(grade)).toEqual(['invert', 'shadow'])
  })
  it('make a grade for one thing, called by what it does until it is given a name', () => {
    const nameNow = () => layerName(layer(bench, bench.store.getState().selection[0] ?? ''))
    addGrade(bench, { kind: 'gradient-map' })
    expect(nameNow()).toBe('Dusk blue to straw')
    expect(kinds(bench.store.getState().selection[0] ?? '')).toEqual(['gradient-map'])
    changeTreatment(bench, 'reversed', { kind: 'gradient-map', n: 0 }, { reversed: true })
    expect(nameNow()).toBe('Straw to dusk blue')
    addTreatment(bench, 'blur')
    addTreatment(bench, 'grain')
    expect(nameNow()).toBe('Straw to dusk blue, blur and 1 more')
  })
  it('are looked at exaggerated or left out, and nothing of that stays', () => {
    bench.select(['disc'])
    addTreatment(bench, 'shadow')
    const before = bench.store.getState().design
    const { distance, angle } = first('disc') as unknown as { distance: number; angle: number }
    exaggerate(bench)
    expect(first('disc')).toMatchObject({ strength: 1, distance: 2 * distance, angle })
    endLook(bench)
    lookWithout(bench)
    expect(kinds('disc')).toEqual([])
    endLook(bench)
    expect(bench.store.getState().design).toBe(before)
  })
  it('exaggerated on a channel go by what differs there', () => {
    bench.select(['disc'])
    addTreatment(bench, 'shadow')
    bench.show('page1', 'link-card')
    changeTreatment(bench, 'distance', { kind: 'shadow', n: 0 }, { distance: 30 })
    exaggerate(bench)
    expect(seen('disc')).toMatchObject({ strength: 1, distance: 60 })
    endLook(bench)
    expect(seen('disc')).toMatchObject({ distance: 30 })
  })
})

describe('a recipe of the design', () => {
  beforeEach(() => {
    bench.select(['disc'])
    addTreatment(bench, 'tint')
    changeTreatment(bench, 'amount', { kind: 'tint', n: 0 }, { amount: 0.35 })
    keepRecipe(bench, 'disc')
    bench.select(['card'])
    followRecipe(bench, layer(bench, 'disc').recipe)
  })
  it('is changed by a change on any that follows it, in one step', () => {
    changeTreatment(bench, 'amount', { kind: 'tint', n: 0 }, { amount: 0.9 })
    const shown = Object.values(recipeOf('disc')?.treatments ?? {})
    expect([shown[0]?.amount, recipeOf('card')]).toEqual([0.9, recipeOf('disc')])
    bench.undo()
    expect(Object.values(recipeOf('disc')?.treatments ?? {})[0]?.amount).toBe(0.35)
  })
  it('let go, what was shown is the thing’s own and no longer changes with the others', () => {
    followRecipe(bench, null)
    changeTreatment(bench, 'amount', { kind: 'tint', n: 0 }, { amount: 0.9 })
    expect(first('card')?.amount).toBe(0.9)
    expect(Object.values(recipeOf('disc')?.treatments ?? {})[0]?.amount).toBe(0.35)
  })
  it('takes along what differs on a channel, into it and out of it again', () => {
    const which = { kind: 'tint', n: 0 }
    const on = (channel: string, id: string) => {
      bench.show('page1', channel)
      return seen(id)?.amount
    }
    followRecipe(bench, null)
    bench.show('page1', 'link-card')
    changeTreatment(bench, 'amount', which, { amount: 0.8 })
    keepRecipe(bench, 'card')
    expect([on('link-card', 'card'), on('square-post', 'card')]).toEqual([0.8, 0.35])
    bench.show('page1', 'link-card')
    changeTreatment(bench, 'amount', which, { amount: 0.6 })
    followRecipe(bench, null)
    expect([on('link-card', 'card'), on('square-post', 'card')]).toEqual([0.6, 0.35])
    const { design } = bench.store.getState()
    expect(checkDesign(JSON.parse(JSON.stringify(design)))).toEqual(design)
  })
  it('goes along to a design that does not have it, as the treatments it shows', async () => {
    bench.show('page1', 'link-card')
    changeTreatment(bench, 'amount', { kind: 'tint', n: 0 }, { amount: 0.7 })
    bench.show('page1', 'square-post')
    await copySelection(bench)
    const other = await openBench()
    other.edit('Another design', (d) => {
      d.recipes = {}
    })
    await pasteText(other, clipboard, true)
    const [id = ''] = other.store.getState().selection
    expect([layer(other, id).recipe, treatmentsOf(layer(other, id)).map((t) => t.kind)]).toEqual([
      null,
      ['tint'],
    ])
    // What differs of it there goes along too.
    other.show('page1', 'link-card')
    const there = findResolved(other.store.getState().resolved.layers, id)?.layer
    expect(there && treatmentsOf(there)[0]?.amount).toBe(0.7)
    await pasteText(bench, clipboard, true)
    const [own = ''] = bench.store.getState().selection
    expect(layer(bench, own).recipe).toBe(layer(bench, 'card').recipe)
  })
})

describe('a treatment that goes by another layer', () => {
  it('goes by the copy of that layer where both are copied, on a page of copies too', () => {
    bench.edit('Shadow', (d) => {
      const disc = d.layers.disc
      if (disc) disc.treatments.s = { ...newTreatment('shadow', { id: 's', order: 'a0' }), within: 'card' }
    })
    let n = 0
    const newId = () => `n${n++}`
    bench.edit('Copies', (d) => {
      duplicateLayers(d, ['disc'], newId, { x: 0, y: 0 })
      duplicateLayers(d, ['disc', 'card'], newId, { x: 0, y: 0 })
      addPage(d, 'page9', 'Copy', 'page1', newId, true)
    })
    const { layers } = bench.store.getState().design
    const named = Object.values(layers).filter((l) => l.name.startsWith('Disc') && l.id !== 'disc')
    const ends = named.map((l) => layers[treatmentsOf(l)[0]?.within as string])
    expect(ends.map((l) => l?.name.startsWith('Card'))).toEqual(named.map(() => true))
    // Alone it keeps to the original, with it it goes by the copy; on the new page only by what is there.
    expect(ends.filter((l) => l?.id === 'card')).toHaveLength(1)
    for (const [k, l] of named.entries()) if (l.page === 'page9') expect(ends[k]?.page).toBe('page9')
  })
})
