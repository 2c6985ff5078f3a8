import { describe, expect, it } from 'vitest'
import { linkOf } from '../kinds/facts'
import type { Link } from '../kinds/link'
import { boxAt, pictureLayer, slotLayer } from '../kinds/new'
import { blankDesign } from './blank'
import { checkDesign, record } from './edits'
import { linkedDesigns, linksIn, relinked, showTaken, unlink } from './linked'
import type { Design } from './schema'

const link: Link = {
  design: 'card',
  page: 'page1',
  channel: 'postcard',
  name: 'Card',
  revision: 3,
  ground: 'page',
}
const [OLD, NEW] = ['a'.repeat(64), 'b'.repeat(64)]
/** A design that shows another as a picture and in a slot, beside a picture of its own. */
function make(): Design {
  const d = blankDesign('d', 'Poster')
  const at = (id: string) => ({ id, page: 'page1', plane: 'subject', order: `a${id}` }) as const
  const source = { sha: OLD, width: 200, height: 100 }
  d.layers.p = pictureLayer(at('p'), 'Card', { ...source, linked: link }, boxAt(0, 0, 400, 200))
  d.layers.own = pictureLayer(at('own'), 'Bowl', source, boxAt(0, 0, 40, 20))
  const content = {
    source: OLD,
    sourceWidth: 200,
    sourceHeight: 100,
    focal: { x: 0.5, y: 0.5 },
    linked: link,
  }
  d.layers.s = { ...slotLayer(at('s'), 'Slot', 'rectangle', boxAt(0, 0, 90, 90)), picture: content }
  return checkDesign(d)
}
const taken = { source: NEW, width: 300, height: 150, revision: 9, name: 'Gift card' }

describe('a linked design', () => {
  it('is known of pictures and of what is in slots, and stays with the document', () => {
    const d = make()
    expect(linksIn(d).map((l) => l.layer)).toEqual(['p', 's'])
    expect(linkedDesigns(d)).toEqual(['card'])
    expect(checkDesign(JSON.parse(JSON.stringify(d)))).toEqual(d)
  })
  it('is shown as it is now where people say so: place, frame and the rest stay', () => {
    const before = make()
    const { design, inverse } = record(before, (d) => showTaken(d, ['p', 's', 'own'], taken))
    for (const id of ['p', 's']) {
      const found = linkOf(design.layers[id] as Design['layers'][string])
      expect(found).toEqual({ source: NEW, link: { ...link, revision: 9, name: 'Gift card' } })
    }
    expect(design.layers.p?.placement).toEqual(before.layers.p?.placement)
    expect(design.layers.own).toBe(before.layers.own)
    expect(inverse.length).toBeGreaterThan(0)
  })
  it('of another shape keeps its width and is not distorted', () => {
    const { design } = record(make(), (d) => showTaken(d, ['p'], { ...taken, width: 300, height: 300 }))
    expect(design.layers.p?.placement).toMatchObject({ x: 200, y: 100, width: 400, height: 400 })
  })
  it('is a picture like any other once it is unlinked', () => {
    const { design } = record(make(), (d) => unlink(d, ['p', 's', 'own']))
    expect(linksIn(design)).toEqual([])
    expect(design.layers.p).toMatchObject({ source: OLD })
  })
  it('is found under its new id where it came in anew', () => {
    const before = make()
    const made = relinked(before, new Map([['card', 'other']]))
    expect(linkedDesigns(made)).toEqual(['other'])
    expect(linkedDesigns(before)).toEqual(['card'])
    expect(linkedDesigns(relinked(before, new Map()))).toEqual(['card'])
  })
})
