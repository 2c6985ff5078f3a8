import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../design/blank'
import { setOnLayer } from '../design/properties/set'
import { type Design, designSchema } from '../design/schema'
import { boxAt, typeLayer } from '../kinds/new'
import { accept, acceptedAs, acceptNoMore, openFindings } from './accepting'
import type { Finding } from './define'

const design = (): Design => {
  const d = blankDesign('accepting', 'Accepting', presetSpecs(['square-post', 'link-card']))
  const at = (id: string) => ({ id, page: 'page1', plane: 'message', order: id }) as const
  for (const id of ['a', 'b']) d.layers[id] = typeLayer(at(id), id, boxAt(0, 0, 300, 50), { size: 20 })
  return d
}
const finding = (layer: string, channel = 'square-post', text = 'Too small.'): Finding => ({
  check: 'small-type',
  layer,
  channel,
  page: 'page1',
  at: { left: 0, top: 0, right: 1, bottom: 1 },
  text,
})
describe('a finding that is accepted', () => {
  it('is let be at its place, with the word why, and the design can be stored so', () => {
    const d = design()
    accept(d, finding('a'), { why: 'the legal line', everywhere: false })
    const all = [finding('a'), finding('a', 'link-card'), finding('b')]
    expect(openFindings(all, designSchema.parse(d))).toEqual(all.slice(1))
    expect(acceptedAs(finding('a'), d)?.why).toBe('the legal line')
  })
  it('is back when what it says or its thing changes, on its channel too', () => {
    const changes: ((d: Design) => void)[] = [
      (d) => void (d.layers.a && (d.layers.a.opacity = 0.5)),
      (d) => setOnLayer(d, 'link-card', 'a', 'opacity', 0.5),
    ]
    for (const change of changes) {
      const d = design()
      accept(d, finding('a', 'link-card'), { why: '', everywhere: false })
      expect(openFindings([finding('a', 'link-card')], d)).toEqual([])
      change(d)
      expect(openFindings([finding('a', 'link-card')], d)).toHaveLength(1)
    }
    const d = design()
    accept(d, finding('a'), { why: '', everywhere: false })
    expect(openFindings([finding('a', 'square-post', 'Far too small.')], d)).toHaveLength(1)
  })
  it('of its whole rule is let be everywhere until it is taken back; once for each place or rule', () => {
    const d = design()
    accept(d, finding('a'), { why: 'one', everywhere: true })
    accept(d, finding('a'), { why: 'two', everywhere: true })
    expect(Object.values(d.accepted).map((a) => a.why)).toEqual(['two'])
    expect(openFindings([finding('a'), finding('b', 'link-card', 'Other.')], d)).toEqual([])
    acceptNoMore(d, Object.keys(d.accepted)[0] as string)
    expect(openFindings([finding('a')], d)).toHaveLength(1)
  })
})
