import { describe, expect, it } from 'vitest'
import { readSvg } from './read'

const svg = (inside: string, attributes = 'viewBox="0 0 100 50"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`

describe('reading SVG', () => {
  it('gives parts by their given name, else by colour', () => {
    const art = readSvg(
      svg(
        '<g fill="#c00"><rect data-part="band" width="10" height="5"/><circle r="4" cx="20" cy="20"/></g><path d="M0 0L5 5L0 5Z" fill="rgb(0,0,255)"/>',
      ),
    )
    expect(art.parts).toEqual({ band: '#cc0000', 'colour 1': '#cc0000', 'colour 2': '#0000ff' })
    expect([art.width, art.height, art.pieces.length]).toEqual([100, 50, 3])
  })
  it('carries transforms, opacity and strokes into the pieces', () => {
    const art = readSvg(
      svg(
        '<g transform="translate(10 5) scale(2)" opacity="0.5"><line x1="0" y1="0" x2="10" y2="0" stroke="#111" stroke-width="3" stroke-linecap="round"/></g>',
      ),
    )
    expect(art.pieces[0]).toMatchObject({ opacity: 0.5, stroke: { weight: 6, cap: 'round' } })
    expect(art.pieces[0]?.path).toEqual([
      ['M', 10, 5],
      ['L', 30, 5],
    ])
  })
  it('says by name what it cannot hold, and holds the rest', () => {
    const art = readSvg(
      svg(
        '<rect width="9" height="9"/><text>hello</text><g filter="url(#f)"><rect width="3" height="3"/></g>',
      ),
    )
    expect(art.beyond).toEqual(['text', 'a filter'])
    expect(art.pieces.length).toBe(1)
  })
  it('stops at what is used again by what is used again', () => {
    const bomb = Array.from(
      { length: 12 },
      (_, n) => `<g id="g${n + 1}">${`<use href="#g${n}"/>`.repeat(10)}</g>`,
    ).join('')
    expect(() =>
      readSvg(svg(`<defs><rect id="g0" width="1" height="1"/>${bomb}</defs><use href="#g12"/>`)),
    ).toThrow(expect.objectContaining({ kind: 'unsupported' }))
    expect(() => readSvg(svg('<g id="a"><use href="#a"/><rect width="2" height="2"/></g>'))).toThrow(
      expect.objectContaining({ kind: 'unsupported' }),
    )
  })
  it.each([
    ['a script', svg('<script>alert(1)</script><rect width="9" height="9"/>')],
    ['an event handler', svg('<rect width="9" height="9" onload="x()"/>')],
    ['an outside address', svg('<image href="http://127.0.0.1/x.png"/>')],
    [
      'entities',
      '<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><rect width="9" height="9"/></svg>',
    ],
    ['nothing to draw', svg('<defs><rect width="9" height="9"/></defs>')],
    ['no SVG at all', '<html><body>no</body></html>'],
    ['no size', svg('<rect width="9" height="9"/>', 'viewBox="0 0 0 0"')],
  ])('refuses %s with a text for people', (_, text) => {
    expect(() => readSvg(text)).toThrow(
      expect.objectContaining({ kind: 'bad-input', message: expect.stringContaining('Nothing was stored') }),
    )
  })
})
