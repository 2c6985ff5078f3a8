import { describe, expect, it } from 'vitest'
import { wordsIn } from './words'

const file = (inner: string, more = 'viewBox="0 0 200 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`
const read = (inner: string) => wordsIn(file(inner), { width: 400, height: 200 })

describe('text of an SVG', () => {
  it('is words with their place, size, face and colour, in px of the file', () => {
    expect(
      read(
        '<g font-family="\'Instrument Sans\', sans-serif" fill="#c2412a"><text x="20" y="50" font-size="24" font-weight="bold" letter-spacing="1.2">Kiln &amp; cup</text></g>',
      ),
    ).toMatchObject({
      text: 'Kiln & cup',
      x: 40,
      y: 100,
      size: 48,
      family: 'Instrument Sans',
      weight: 700,
      italic: false,
      colour: '#c2412a',
      align: 'start',
      turnDegrees: 0,
    })
    expect(read('<text x="1" y="2" font-size="24" letter-spacing="1.2">a</text>')?.tracking).toBeCloseTo(
      50,
      9,
    )
  })
  it('is turned, aligned and weakened as it says', () => {
    const words = read(
      '<text transform="translate(50 50) rotate(90)" text-anchor="middle" font-style="italic" fill-opacity="0.5" style="fill: rebeccapurple">Up</text>',
    )
    expect(words).toMatchObject({ align: 'centre', italic: true, opacity: 0.5, colour: '#663399' })
    expect(words?.turnDegrees).toBeCloseTo(90, 9)
    expect([words?.x, words?.y]).toEqual([100, 100])
  })
  it('keeps lines that spans make, and what a single span says of all', () => {
    const lines = read(
      '<text x="10" y="20" font-size="10">\n<tspan x="10">One</tspan><tspan x="10" dy="15">two</tspan><tspan> more</tspan>\n</text>',
    )
    expect(lines).toMatchObject({ text: 'One\ntwo more', leading: 1.5 })
    expect(read('<text><tspan x="5" y="6" font-size="9">Only</tspan></text>')).toMatchObject({
      x: 10,
      y: 12,
      size: 18,
      text: 'Only',
    })
  })
  it('is none where words cannot say it', () => {
    for (const svg of [
      '<text transform="skewX(20)">a</text>',
      '<text transform="scale(2 1)">a</text>',
      '<text fill="url(#g)">a</text>',
      '<text stroke="#000">a</text>',
      '<text><tspan fill="red">a</tspan><tspan fill="blue">b</tspan></text>',
      '<text><textPath href="#p">a</textPath></text>',
      '<g clip-path="url(#c)"><text>a</text></g>',
      '<g opacity="0.5"><text>a</text></g>',
      '<text>a</text><text>b</text>',
      '<text>  </text>',
    ])
      expect(read(svg), svg).toBeNull()
  })
})
