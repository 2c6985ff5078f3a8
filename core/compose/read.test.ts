import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { DesignBuilder, frame, solid } from '../../supplies/demo/builder'
import { layerTree } from '../design/tree'
import { allFontFiles } from '../type/catalogue'
import { read, type Said, sentenceOf } from './read'
import type { RelationKind } from './relation'

const fonts = openFonts()
beforeAll(() => fonts.open(allFontFiles().filter((f) => /instrument|fraunces/.test(f.slug))))
const known = { sha: 'a'.repeat(64), width: 400, height: 500 }
const supply = () => known
const face = { family: 'Instrument Sans', weight: 600 }

/** A square of 1000 px; gives what is told of the layer that was made last. */
function told(draw: (b: DesignBuilder) => void, said: readonly Said[] = []) {
  const b = new DesignBuilder('read', 'Read', ['square-post'], 'square-post', '#ffffff', supply)
  draw(b)
  const reading = read(
    layerTree(b.design, 'page1'),
    { width: 1080, height: 1080 },
    { fonts, lightOf: () => null },
    new Set(),
    said,
  )
  const kinds = (kind: RelationKind) => reading.relations.filter((r) => r.kind === kind)
  return { ...reading, kinds }
}
const card = (b: DesignBuilder, x: number, y: number, width = 300, height = 200) =>
  b.shape('message', 'rectangle', { x, y, width, height }, solid('#224433'), { name: 'Card' })
const words = (b: DesignBuilder, text: string, x: number, y: number, size = 40, width = 900) =>
  b.type('message', text, { x, y, width, height: size * 1.2 }, { ...face, size }, '#111111')

describe('reading a composition', () => {
  it('takes rows of which a later one is longer for no set, and never fails on them', () => {
    const { kinds } = told((b) => {
      words(b, 'One', 100, 100, 40, 300)
      words(b, 'Two', 100, 300, 40, 300)
      words(b, 'Three', 100, 500, 40, 300)
      words(b, 'Four', 600, 500, 40, 300)
    })
    expect(kinds('set')).toEqual([])
  })
  it('tells a label on its button, and not one that only touches it', () => {
    const on = (x: number) =>
      told((b) => {
        card(b, 100, 100)
        words(b, 'Book a place', x, 180, 30)
      }).kinds('on')
    expect(on(140)).toHaveLength(1)
    expect(on(340)).toHaveLength(0)
  })
  it('says whom a thing lies on', () => {
    const { relations, items } = told((b) => {
      card(b, 100, 100)
      words(b, 'Book', 140, 180, 30)
    })
    const r = relations.find((x) => x.kind === 'on')
    expect(r && sentenceOf(r, items)).toBe('Book lies on Card')
  })
  it('tells captions under their pictures, and leaves a headline that stands near one alone', () => {
    const under = (size: number, y: number) =>
      told((b) => {
        words(b, 'Autumn Kiln Opening', 60, 60, 110)
        b.slot('subject', 'Cup', 'rectangle', { x: 100, y: 400, width: 260, height: 260 }, 'cup')
        words(b, 'Blue cup', 100, y, size)
      }).kinds('caption')
    expect(under(30, 672)).toHaveLength(1)
    expect(under(30, 860)).toHaveLength(0)
    expect(under(100, 672)).toHaveLength(0)
  })
  it('gives a caption to nobody where two pictures are as near', () => {
    const { kinds } = told((b) => {
      words(b, 'Autumn Kiln Opening', 60, 60, 110)
      b.slot('subject', 'One', 'rectangle', { x: 100, y: 300, width: 260, height: 200 }, 'cup')
      b.slot('subject', 'Two', 'rectangle', { x: 100, y: 560, width: 260, height: 200 }, 'cup')
      words(b, 'Blue cup', 100, 513, 28, 260)
    })
    expect(kinds('caption')).toHaveLength(0)
  })
  it('tells a seal that rides on a photo’s corner, and not one beside it', () => {
    const seal = (x: number) =>
      told((b) => {
        b.slot('subject', 'Photo', 'rectangle', { x: 100, y: 100, width: 500, height: 400 }, 'cup')
        b.shape('front', 'ellipse', { x, y: 60, width: 150, height: 150 }, solid('#aa3322'), { name: 'Seal' })
      }).kinds('rides')
    expect(seal(540)).toHaveLength(1)
    expect(seal(640)).toHaveLength(0)
  })
  it('keeps a shadow with its subject, and light over the page with nothing', () => {
    const shade = (plane: 'subject' | 'finish') =>
      told((b) => {
        b.picture('subject', 'pot', { x: 300, y: 300, width: 240, height: 300 })
        b.picture(plane, 'shadow', { x: 280, y: 560, width: 280, height: 80 }, { blend: 'multiply' })
      }).kinds('rides')
    expect(shade('subject')).toHaveLength(1)
    expect(shade('finish')).toHaveLength(0)
  })
  it('tells what stands on a board, and not what floats over it', () => {
    const pot = (foot: number) =>
      told((b) => {
        b.shape('setting', 'rectangle', { x: 100, y: 800, width: 800, height: 30 }, solid('#553311'), {
          name: 'Board',
        })
        b.picture('subject', 'pot', { x: 300, y: foot - 300, width: 240, height: 300 })
      }).kinds('stands')
    expect(pot(802)).toHaveLength(1)
    expect(pot(700)).toHaveLength(0)
  })
  it('tells three cards of a set, and not three of different size', () => {
    const three = (last: number) =>
      told((b) => {
        card(b, 60, 300, 280, 300)
        card(b, 400, 300, 280, 300)
        card(b, 740, 300, last, 300)
      }).kinds('set')
    expect(three(280).map((r) => r.of.length)).toEqual([3])
    expect(three(180).filter((r) => r.of.length === 3)).toHaveLength(0)
  })
  it('tells rows and columns of a table with its cells row by row', () => {
    const { kinds } = told((b) => {
      for (let k = 0; k < 4; k++) {
        words(b, `Cup ${k}`, 100, 300 + 70 * k, 32, 300)
        words(b, `€ ${10 + k}`, 700, 300 + 70 * k, 32, 200)
      }
    })
    expect(kinds('table').map((r) => r.to)).toEqual([['2', '2', '2', '2']])
  })
  it('takes lines of one column for no table', () => {
    const { kinds } = told((b) => {
      for (let k = 0; k < 4; k++) words(b, `Line ${k}`, 100, 300 + 70 * k, 32, 300)
    })
    expect(kinds('table')).toHaveLength(0)
    expect(kinds('set').map((r) => r.of.length)).toEqual([4])
  })
  it('tells a rule between what it parts', () => {
    const { kinds } = told((b) => {
      words(b, 'Above', 100, 300)
      b.shape('message', 'rectangle', { x: 100, y: 370, width: 300, height: 4 }, solid('#111111'), {
        name: 'Rule',
      })
      words(b, 'Below', 100, 390)
    })
    expect(kinds('between')).toHaveLength(1)
  })
  it('takes a line above a table that is like those within for its first, and another line for what parts two things', () => {
    const between = (width: number) =>
      told((b) => {
        words(b, 'What it costs', 100, 120, 90)
        b.shape('message', 'rectangle', { x: 100, y: 270, width, height: 3 }, solid('#111111'))
        for (const [n, name] of ['Cup', 'Bowl', 'Plate'].entries()) {
          const y = 300 + n * 70
          words(b, name, 100, y, 36, 300)
          words(b, '24', 700, y, 36, 100)
          if (n > 0)
            b.shape('message', 'rectangle', { x: 100, y: y - 16, width: 700, height: 3 }, solid('#111111'))
        }
      })
        .kinds('between')
        .filter((r) => r.of[0] === 'read-2')
    expect(between(700)).toHaveLength(0)
    expect(between(200)).toHaveLength(1)
  })
  it('tells words that run behind something from words in front of it', () => {
    const at = (plane: 'front' | 'setting') =>
      told((b) => {
        words(b, 'Autumn Kiln', 60, 300, 150)
        b.picture(plane, 'pot', { x: 300, y: 320, width: 240, height: 400 })
      })
    expect(at('front').kinds('through')).toHaveLength(1)
    expect(at('setting').kinds('through')).toHaveLength(0)
  })
  it('tells a frame of the page from an outline round a part of it', () => {
    const outline = (inset: number) =>
      told((b) => {
        b.shape(
          'front',
          'rectangle',
          { x: inset, y: inset, width: 1080 - 2 * inset, height: 1080 - 2 * inset },
          { kind: 'none' },
          { stroke: frame('#111111', 6) },
        )
      }).kinds('frames')
    expect(outline(40)).toHaveLength(1)
    expect(outline(240)).toHaveLength(0)
  })
  it('tells what bleeds, and over which edges', () => {
    const { kinds } = told((b) => b.picture('front', 'leaf', { x: -80, y: 900, width: 260, height: 300 }))
    expect(kinds('bleeds').map((r) => r.to)).toEqual([['left', 'bottom']])
  })
  it('tells halves and bands as ground, and a card as none', () => {
    const { kinds } = told((b) => {
      b.slot('backdrop', 'Half', 'rectangle', { x: -2, y: -2, width: 1084, height: 500 }, 'cup')
      b.shape('setting', 'rectangle', { x: -2, y: 960, width: 1084, height: 122 }, solid('#aa3322'), {
        name: 'Band',
      })
      card(b, 100, 600)
    })
    expect(kinds('ground')).toHaveLength(2)
  })
  it('tells a pair that stands symmetric about the middle', () => {
    const pair = (x: number) =>
      told((b) => {
        b.shape('setting', 'star', { x: 100, y: 500, width: 80, height: 80 }, solid('#aa3322'))
        b.shape('setting', 'star', { x, y: 500, width: 80, height: 80 }, solid('#aa3322'))
      }).kinds('pair')
    expect(pair(900)).toHaveLength(1)
    expect(pair(700)).toHaveLength(0)
  })

  describe('what people say', () => {
    const draw = (b: DesignBuilder) => {
      card(b, 100, 100)
      words(b, 'Book', 140, 180, 30)
    }
    it('takes apart what was told together', () => {
      const { items } = told(draw)
      const members = items.map((i) => i.id)
      expect(told(draw, [{ kind: 'apart', members }]).kinds('on')).toHaveLength(0)
    })
    it('puts together what was not', () => {
      const far = (b: DesignBuilder) => {
        card(b, 100, 100)
        words(b, 'Book', 600, 800, 30)
      }
      const members = told(far).items.map((i) => i.id)
      expect(told(far, [{ kind: 'on', members }]).kinds('on')).toHaveLength(1)
      expect(told(far, [{ kind: 'together', members }]).kinds('together')).toHaveLength(1)
    })
    it('that contradicts itself is not had, and is no error', () => {
      const { items } = told(draw)
      const [a, b] = items.map((i) => i.id) as [string, string]
      const said: Said[] = [
        { kind: 'on', members: [a, b] },
        { kind: 'on', members: [b, a] },
      ]
      expect(told(draw, said).kinds('on').length).toBeLessThan(2)
    })
  })
})
