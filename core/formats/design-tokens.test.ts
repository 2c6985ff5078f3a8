import { describe, expect, it } from 'vitest'
import { readTokens, writeTokens } from './design-tokens'

describe('design tokens', () => {
  it('come back as they went, names made fit for the format and told apart', () => {
    const colours = [
      { name: 'Clay', colour: '#c65a36' },
      { name: 'Ink.dark', colour: '#142e2a80' },
      { name: 'Clay', colour: '#fbeeda' },
    ]
    const text = writeTokens(colours)
    expect(JSON.parse(text).Clay).toEqual({
      $type: 'color',
      $value: { colorSpace: 'srgb', components: [0.77647, 0.35294, 0.21176], hex: '#c65a36' },
    })
    expect(readTokens(text)).toEqual([
      { name: 'Clay', colour: '#c65a36' },
      { name: 'Ink dark', colour: '#142e2a80' },
      { name: 'Clay 2', colour: '#fbeeda' },
    ])
  })
  it('are read as the format describes them: types of groups, aliases, other colour spaces, codes of older files', () => {
    // The example of the Color Module of the W3C community group's Design Tokens specification, from memory: hot pink.
    const text = JSON.stringify({
      $description: 'made for a test',
      brand: {
        $type: 'color',
        'hot pink': { $value: { colorSpace: 'srgb', components: [1, 0, 1], alpha: 1, hex: '#ff00ff' } },
        same: { $value: '{brand.hot pink}' },
        deep: { inner: { $value: '#00f' } },
      },
      wide: { $type: 'color', $value: { colorSpace: 'oklch', components: [0.627955, 0.257683, 29.2339] } },
      hue: { $type: 'color', $value: { colorSpace: 'hsl', components: [120, 100, 50] } },
      space: { $type: 'dimension', $value: { value: 4, unit: 'px' } },
    })
    expect(readTokens(text)).toEqual([
      { name: 'brand hot pink', colour: '#ff00ff' },
      { name: 'brand same', colour: '#ff00ff' },
      { name: 'brand deep inner', colour: '#0000ff' },
      { name: 'wide', colour: '#ff0000' },
      { name: 'hue', colour: '#00ff00' },
    ])
  })
  it.each([
    ['is no JSON', '{', /not JSON/],
    ['is a list', '[]', /object of named tokens/],
    ['has no colour', '{"a":{"$type":"dimension","$value":"4px"}}', /no token of the type/],
    ['stands for itself', '{"a":{"$type":"color","$value":"{a}"}}', /stands for itself/],
    ['stands for nothing', '{"a":{"$type":"color","$value":"{b}"}}', /“b”, which is not in the file/],
    ['is no colour', '{"a":{"$type":"color","$value":"red-ish"}}', /no colour that can be read/],
  ])('that %s are refused, and nothing is changed', (_, text, says) => {
    expect(() => readTokens(text)).toThrow(says)
    expect(() => readTokens(text)).toThrow(/Nothing was changed/)
  })
})
