import { describe, expect, it } from 'vitest'
import { openHost, sha256 } from '@/host/project'
import { boxAt, graphicLayer } from '../kinds/new'
import { difference, rendered } from '../render/compared.test-data'
import { readSvg } from '../vector/svg'
import { corpus, fileOf } from '../vector/svg/corpus.test-data'
import { blankDesign, presetSpecs } from './blank'
import { freeEverything } from './free'
import { designSchema } from './schema'
import { checkStructure } from './structure'

const blobs = new Map<string, Uint8Array>()
const host = openHost(async (sha) => blobs.get(sha) ?? null)
function designOf(text: string) {
  const bytes = new TextEncoder().encode(text)
  const sha = sha256(bytes)
  blobs.set(sha, bytes)
  const art = readSvg(text)
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('s', 'S', [{ ...spec, width: 240, height: 240 }], { colour: '#ead9c0' })
  d.layers.g = {
    ...graphicLayer(
      { id: 'g', page: 'page1', plane: 'subject', order: 'a0' },
      'G',
      sha,
      art.parts,
      boxAt(20, 20, 200, 200),
    ),
  }
  let n = 0
  return { d, open: { art: new Map([[sha, art]]), newId: () => `n${n++}` } }
}
const all = Object.entries(corpus).flatMap(([chapter, files]) =>
  Object.entries(files).map(([name, inside]) => [`${chapter}: ${name}`, inside] as const),
)
const structured = all.filter(([, inside]) =>
  /gradient|clip-path|mask|pattern|opacity|symbol|<svg x/i.test(inside),
)

describe('a graphic that is opened', () => {
  it('looks as it did, in layers of its own, for all of the files that can be', async () => {
    const stayed: string[] = []
    let opened = 0
    for (const [name, inside] of structured) {
      const { d, open } = designOf(fileOf(inside))
      const before = await rendered(d, 1, host)
      const came = freeEverything(d, ['g'], open)
      checkStructure(designSchema.parse(d))
      if (d.layers.g) {
        if (came.left.some((l) => l.id === 'g')) stayed.push(`${name}: ${came.left[0]?.why}`)
        continue
      }
      opened++
      const off = difference(before, await rendered(d, 1, host))
      expect({
        name,
        mean: off.mean < 0.6 ? 'near' : off.mean,
        over: off.over < 0.01 ? 'few' : off.over,
      }).toEqual({
        name,
        mean: 'near',
        over: 'few',
      })
    }
    expect(opened).toBeGreaterThan(60)
    // What has no layer that looks the same stays, and says why.
    expect(stayed.every((s) => /line of it has a gradient|slanted|made in two ways/.test(s))).toBe(true)
    expect(stayed.length).toBeLessThan(4)
  }, 120_000)
  it('has clips as holders and masks as hidden groups, and only what draws is counted', () => {
    const { d, open } = designOf(
      fileOf(
        '<clipPath id="a"><rect x="10" y="10" width="100" height="50"/></clipPath><clipPath id="b"><circle cx="60" cy="60" r="45"/></clipPath><g id="card" clip-path="url(#a)"><g id="seal" clip-path="url(#b)"><rect id="ground" width="120" height="120" fill="#8a3f7c"/><path id="leaf" d="M20 20L80 90L30 100Z"/></g></g>',
      ),
    )
    const came = freeEverything(d, ['g'], open)
    const named = Object.values(d.layers).map((l) => l.name)
    expect(named).toEqual(expect.arrayContaining(['ground', 'leaf', 'card, clip', 'seal, clip']))
    const holders = Object.values(d.layers).filter((l) =>
      Object.values(d.layers).some((i) => i.inside === l.id),
    )
    expect(holders.map((h) => [h.kind, h.body])).toEqual([
      ['shape', 0],
      ['shape', 0],
    ])
    expect(came.left.map((l) => l.why)).toContain('what is kept inside is cut to a shape')
    expect(came.freed.map((id) => d.layers[id]?.name)).toEqual(expect.arrayContaining(['ground', 'leaf']))
  })
})
