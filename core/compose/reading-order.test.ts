import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { DesignBuilder } from '../../supplies/demo/builder'
import { layerTree } from '../design/tree'
import { allFontFiles } from '../type/catalogue'
import { marksOf } from './marks'
import { read, type Said, sentenceOf } from './read'
import { readingOrder } from './reading-order'

const fonts = openFonts()
beforeAll(() => fonts.open(allFontFiles().filter((f) => /instrument|rubik/.test(f.slug))))
type Words = readonly [string, number, number]
/** Words at places of a square of 1080 px, read. */
function told(all: readonly Words[], said: readonly (readonly string[])[] = [], family = 'Instrument Sans') {
  const b = new DesignBuilder('o', 'O', ['square-post'], 'square-post', '#ffffff', () => ({
    sha: 'a'.repeat(64),
    width: 10,
    height: 10,
  }))
  for (const [text, x, y] of all)
    b.type('message', text, { x, y, width: 300, height: 60 }, { family, weight: 400, size: 40 }, '#111111', {
      name: text,
    })
  const idOf = (text: string) => Object.values(b.design.layers).find((l) => l.name === text)?.id ?? ''
  const reading = read(
    layerTree(b.design, 'page1'),
    { width: 1080, height: 1080 },
    { fonts, lightOf: () => null },
    new Set(),
    said.map((texts): Said => ({ kind: 'order', members: texts.map(idOf) })),
  )
  const names = readingOrder(reading).map((id) => b.design.layers[id]?.name)
  return { reading, names, idOf }
}
const PAGE: readonly Words[] = [
  ['Date', 600, 700],
  ['Title', 100, 100],
  ['Place', 100, 705],
  ['Line', 100, 300],
]

describe('the order in which words are read', () => {
  it('goes by lines, each from its beginning', () => {
    expect(told(PAGE).names).toEqual(['Title', 'Line', 'Place', 'Date'])
  })
  it('of words from right to left begins each line at the right', () => {
    const words: readonly Words[] = [
      ['שמאל', 100, 400],
      ['ימין', 600, 400],
    ]
    expect(told(words, [], 'Rubik').names).toEqual(['ימין', 'שמאל'])
  })
  it('is what people said of those that they spoke of; the others keep their places', () => {
    expect(told(PAGE, [['Date', 'Title']]).names).toEqual(['Date', 'Line', 'Place', 'Title'])
  })
  it('is said of each thing, and drawn from each to the next', () => {
    const { reading, idOf } = told(PAGE, [['Date', 'Title', 'Line']])
    const relation = reading.relations.find((r) => r.kind === 'order')
    if (!relation) throw new Error('It was not understood.')
    expect(sentenceOf(relation, reading.items, idOf('Date'))).toBe('Date is read first')
    expect(sentenceOf(relation, reading.items, idOf('Line'))).toBe('Line is read after Title')
    const inks = new Map(reading.items.map((i) => [i.id, i.ink]))
    const [mark] = marksOf([relation], (id) => inks.get(id) ?? null)
    expect(mark?.lines).toHaveLength(2)
  })
})
