import { describe, expect, it } from 'vitest'
import { newTreatment } from '../treatments/list'
import { blankDesign } from './blank'
import { record } from './edits'
import { followHouse, type House, houseAfter, houseSchema, noHouse } from './house'

const swatch = (id: string, colour: string, order = 'a0') => ({ id, name: id, order, colour })
const house: House = {
  ...noHouse,
  swatches: { clay: swatch('clay', '#c65a36'), ink: swatch('ink', '#142e2a', 'a1') },
  recipes: {
    film: {
      id: 'film',
      name: 'Film',
      order: 'a0',
      treatments: { t: newTreatment('grain', { id: 't', order: 'a0' }) },
    },
  },
}

describe('a house set', () => {
  it('is written into a design: added behind what it has, changed under the same id, else left alone', () => {
    const design = blankDesign('d', 'D')
    design.swatches = { own: swatch('own', '#ffffff'), ink: swatch('ink', '#000000', 'a5') }
    const made = record(design, (d) => followHouse(d, house))
    expect(made.design.swatches.own).toEqual(design.swatches.own)
    expect(made.design.swatches.ink).toEqual({ ...swatch('ink', '#142e2a'), order: 'a5' })
    expect(Object.keys(made.design.swatches).sort()).toEqual(['clay', 'ink', 'own'])
    expect((made.design.swatches.clay?.order ?? '') > 'a5').toBe(true)
    expect(made.design.recipes.film?.treatments.t?.kind).toBe('grain')
    // A second time there is nothing to do.
    expect(record(made.design, (d) => followHouse(d, house)).patches).toEqual([])
  })
  it('takes over what a design made of it, and nothing else', () => {
    const design = blankDesign('d', 'D')
    followHouse(design, house)
    expect(houseAfter(house, design)).toBeNull()
    design.swatches.clay = { ...swatch('clay', '#aa3311'), order: 'zz' }
    design.swatches.mine = swatch('mine', '#00ff00')
    delete design.swatches.ink
    const next = houseAfter(house, design)
    expect(next?.swatches).toEqual({ clay: swatch('clay', '#aa3311'), ink: swatch('ink', '#142e2a', 'a1') })
    expect(houseSchema.safeParse(next).success).toBe(true)
  })
  it('is refused with recipes of kinds that are not known here', () => {
    const newer = {
      ...noHouse,
      recipes: {
        x: { id: 'x', name: 'X', order: 'a0', treatments: { t: { id: 't', kind: 'of-tomorrow' } } },
      },
    }
    expect(houseSchema.safeParse(newer).error?.issues[0]?.message).toMatch(/may come from a newer version/)
  })
})
