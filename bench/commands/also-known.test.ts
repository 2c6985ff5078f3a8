import { describe, expect, it } from 'vitest'
import { fitAll, wordsIn } from '@/core/text/near'
import { WITH_PAGE, WITH_THING } from '../ui/context-menu'
import { ALSO_KNOWN } from './also-known'
import { commandById, commands } from './list'

/** The commands that are found by some words, best first, as the palette tells them. */
const found = (asked: string): string[] =>
  commands
    .map((c) => ({
      id: c.id,
      fit: fitAll(wordsIn(asked), wordsIn(`${c.label} ${c.id} ${c.words ?? ''} ${ALSO_KNOWN[c.id] ?? ''}`)),
    }))
    .filter((c) => c.fit > 0)
    .sort((a, b) => b.fit - a.fit)
    .map((c) => c.id)

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
    ['crop', 'reframe'],
    ['remove background', 'cut-out'],
    ['clipping mask', 'keep-inside'],
    ['dark mode', 'theme'],
    ['shortcuts', 'keys'],
    ['font', 'details-type'],
    ['custom size', 'own-sizes'],
    ['flip horizontal', 'flip-across'],
    ['background', 'fit-page'],
  ])('“%s” finds it among the first', (asked, id) => expect(found(asked).slice(0, 6)).toContain(id))
  it('are of commands that there are', () => {
    for (const id of [...Object.keys(ALSO_KNOWN), ...WITH_PAGE.flat(), ...WITH_THING.flat()])
      expect(() => commandById(id), id).not.toThrow()
  })
})
