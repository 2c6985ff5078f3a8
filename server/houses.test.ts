import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { noHouse } from '../core/design/house'
import { writePackage } from '../core/formats/vivid-package'
import type { Layer } from '../core/kinds/list'
import { boxAt, shapeLayer } from '../core/kinds/new'
import { newTreatment } from '../core/treatments/list'
import { storeLut, storePacked } from './blobs'
import { createCampaign, createDesign, loadDesign } from './designs'
import { logOf } from './edits'
import { houseOfDesign, keepHouse } from './houses'
import { openTemporaryStore } from './temporary-store.test-data'

openTemporaryStore()
const clay = { id: 'clay', name: 'Clay', order: 'a0', colour: '#c65a36' }
async function begun(id: string, campaign: string) {
  return createDesign(await createCampaign(campaign), blankDesign(id, id, presetSpecs(['square-post'])))
}

describe('a house set', () => {
  it('is followed by the other designs of the campaign, one edit each that can be undone, and by later ones from their start', async () => {
    for (const id of ['one', 'two']) await begun(id, 'Autumn')
    await begun('apart', 'Another')
    expect(await keepHouse('one', { ...noHouse, swatches: { clay } })).toEqual({ followed: 1 })
    expect((await loadDesign('two')).design.swatches.clay).toEqual(clay)
    expect((await logOf('two')).map((l) => l.edit.name)).toEqual(['Follow the house set'])
    expect((await loadDesign('apart')).design.swatches).toEqual({})
    // The design that it came from has it already.
    expect((await logOf('one')).length).toBe(0)
    await begun('three', 'Autumn')
    expect((await loadDesign('three')).design.swatches.clay?.colour).toBe('#c65a36')
    // Changed again, all follow; kept once more as it is, none has anything to do.
    const darker = { ...noHouse, swatches: { clay: { ...clay, colour: '#8c3a20' } } }
    expect(await keepHouse('one', darker)).toEqual({ followed: 2 })
    expect(await keepHouse('one', darker)).toEqual({ followed: 0 })
    expect((await houseOfDesign('three')).swatches.clay?.colour).toBe('#8c3a20')
  })
  it('that is damaged, or names a file that is not here, is refused and changes nothing', async () => {
    await begun('four', 'Winter')
    await expect(
      keepHouse('four', { ...noHouse, swatches: { clay: { ...clay, colour: 'reddish' } } }),
    ).rejects.toThrow(/Nothing was changed/)
    const marks = { m: { id: 'm', name: 'Seal', order: 'a0', source: 'a'.repeat(64) } }
    await expect(keepHouse('four', { ...noHouse, marks })).rejects.toThrow(/not been uploaded/)
    await expect(keepHouse('nowhere', noHouse)).rejects.toThrow(/no such design/)
    expect(await houseOfDesign('four')).toEqual(noHouse)
  })
})

describe('LUT files', () => {
  const text = (s: string) => new TextEncoder().encode(s)
  it('are stored by what is in them, refused where they cannot be used, and taken in with a package', async () => {
    const cube = text('TITLE "Dusk"\nLUT_1D_SIZE 2\n0 0 0\n1 1 1\n')
    const made = await storeLut(cube, 'dusk.cube')
    expect(made.name).toBe('Dusk')
    expect((await storeLut(text('LUT_1D_SIZE 2\n0 0 0\n1 1 0.5\n'), 'other.cube')).name).toBe('other')
    await expect(storeLut(text('LUT_1D_SIZE 3\n0 0 0\n'), 'x.cube')).rejects.toThrow(
      /What was set before stays/,
    )
    const d = blankDesign('packed', 'Packed')
    const shape = shapeLayer(
      { id: 'a', page: 'page1', plane: 'subject', order: 'a0' },
      'A',
      'rectangle',
      boxAt(0, 0, 9, 9),
    )
    d.layers.a = {
      ...shape,
      treatments: { t: { ...newTreatment('lut', { id: 't', order: 'a0' }), file: made } },
    } as Layer
    const packed = writePackage({ design: d, blobs: new Map([[made.source, cube]]) })
    expect((await storePacked(packed, 'packed', null)).design.layers.a?.treatments.t).toMatchObject({
      file: made,
    })
  })
})
