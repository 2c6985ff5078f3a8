import { describe, expect, it } from 'vitest'
import { lineWeights, partLabels, readSvg } from '../svg'

const art = readSvg(
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><g id="handle"><path d="M0 0L50 0L50 50Z" fill="#c00"/></g><circle id="glaze" r="10" cx="50" cy="50" fill="#00c"/><circle id="rim" r="5" cx="20" cy="20" fill="#00c"/><path d="M0 90H80" fill="none" stroke="#000" stroke-width="3"/><path id="thread" d="M0 95H80" fill="none" stroke="#000" stroke-width="6"/><rect data-part="band" width="9" height="9"/></svg>',
)

describe('what people call the parts of a graphic', () => {
  it('is what the file calls the first thing of each colour, else the part’s own name', () => {
    const labels = partLabels(art)
    const of = (colour: string) =>
      labels[Object.keys(art.parts).find((p) => art.parts[p] === colour && p !== 'band') ?? ''] ?? ''
    expect(of('#cc0000')).toBe('handle')
    expect(of('#0000cc')).toBe('glaze')
    expect(labels.band).toBe('band')
  })
  it('is never the same for two', () => {
    const labels = Object.values(partLabels(art))
    expect(new Set(labels).size).toBe(labels.length)
  })
  it('goes with the weight of the heaviest line of each', () => {
    const [weight, ...others] = Object.values(lineWeights(art))
    expect(weight).toBe(6)
    expect(others).toEqual([])
  })
})
