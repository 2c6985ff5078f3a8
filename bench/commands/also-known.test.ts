import { beforeAll, describe, expect, it, vi } from 'vitest'
import type { Bench } from '../state/bench'
import { openBench } from '../state/bench.test-data'
import { WITH_PAGE, WITH_THING } from '../ui/context-menu'
import { ALSO_KNOWN } from './also-known'
import { findCommands } from './find'
import { commandById, commands } from './list'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))
let bench: Bench
beforeAll(async () => {
  bench = await openBench()
  bench.select(['photo'])
})
/** The commands that are found by some words, best first, as the palette tells them. */
const found = (asked: string): string[] =>
  findCommands(asked, commands, bench.store.getState()).map((c) => c.id)

describe('words that people look for', () => {
  it.each([
    ['bring forward', 'forward'],
    ['send to back', 'to-back'],
    ['transparency', 'details-blend'],
    ['copy effects', 'treatments-copy'],
    ['paste style', 'treatments-paste'],
    ['next page', 'next-page'],
    ['compare', 'versions'],
    ['preview', 'at-size'],
    ['export', 'export'],
    ['download', 'export'],
    ['crop', 'crop'],
    ['straighten', 'crop'],
    ['remove background', 'cut-out'],
    ['clipping mask', 'keep-inside'],
    ['dark mode', 'theme'],
    ['shortcuts', 'keys'],
    ['font', 'details-type'],
    ['custom size', 'own-sizes'],
    ['flip horizontal', 'flip-across'],
    ['background', 'fit-page'],
    ['keep a version', 'versions'],
    ['add a shadow', 'treat-shadow'],
    ['drop shadow', 'treat-shadow'],
    ['text outline', 'treat-rim'],
    ['neon glow', 'treat-halo'],
    ['black and white', 'treat-grey-mix'],
    ['center on page', 'align-centre'],
    ['rotate 90', 'turn-quarter'],
    ['curve text', 'details-bend-and-perspective'],
    ['perspective', 'details-bend-and-perspective'],
    ['skew', 'details-bend-and-perspective'],
    ['round corners', 'weights-follow'],
    ['invert mask', 'brush-other'],
    ['feather', 'mask-linear'],
    ['new page', 'add-page'],
    ['delete page', 'remove-page'],
    ['deselect', 'select-none'],
    ['eyedropper', 'tool-sample'],
    ['pick a colour', 'tool-sample'],
    ['replace the photo', 'swap-picture'],
    ['upload', 'bring'],
    ['open file', 'bring'],
    ['icons', 'supplies-graphic'],
    ['arrow', 'supplies-graphic'],
    ['emoji', 'supplies-graphic'],
    ['triangle', 'tool-shape'],
    ['brand colours', 'house'],
    ['palette', 'details-swatches'],
    ['comments', 'take-remarks'],
    ['crop marks', 'export'],
    ['share', 'export'],
    ['resize', 'own-sizes'],
    ['copy to all sizes', 'carry-over'],
    ['change the font', 'details-type'],
    ['grid', 'columns'],
  ])('“%s” finds it among the first', (asked, id) => expect(found(asked).slice(0, 3)).toContain(id))
  it('put what is called so first, whatever section it is of', () => expect(found('crop')[0]).toBe('crop'))
  it('are of commands that there are', () => {
    for (const id of [...Object.keys(ALSO_KNOWN), ...WITH_PAGE.flat(), ...WITH_THING.flat()])
      expect(() => commandById(id), id).not.toThrow()
  })
})
