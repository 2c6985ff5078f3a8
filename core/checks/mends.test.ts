import { beforeAll, describe, expect, it } from 'vitest'
import { type NodeHost, openHost } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { setOnLayer } from '../design/properties/set'
import { arrangementKey, type Design, designSchema } from '../design/schema'
import { isWorded } from '../kinds/facts'
import { boxAt, shapeLayer, typeLayer } from '../kinds/new'
import { checkPage } from './check-page'
import type { Finding } from './define'
import { mendsFor } from './mends'

let host: NodeHost
let made: Design
beforeAll(async () => {
  host = openHost(async () => null)
  made = blankDesign('mends', 'Mends', presetSpecs(['square-post', 'link-card']))
  const page = Object.keys(made.pages)[0] as string
  const at = (id: string, order: string) => ({ id, page, plane: 'message', order }) as const
  const title = typeLayer(at('title', 'a1'), 'Kiln', boxAt(100, 100, 800, 160), { size: 140 })
  const small = typeLayer(at('hours', 'a2'), 'open on Sunday', boxAt(100, 700, 700, 40), { size: 12 })
  const plate = shapeLayer(at('plate', 'a0'), 'Plate', 'rectangle', boxAt(80, 690, 760, 70))
  for (const l of [title, small, plate]) made.layers[l.id] = l
})
const findings = async (d: Design, channel: string): Promise<Finding[]> =>
  checkPage(await host.resolve(d, Object.keys(d.pages)[0] as string, channel), host)
const changed = (change: (d: Design) => void): Design => {
  const d = structuredClone(made)
  change(d)
  return designSchema.parse(d)
}
const findingOf = (check: string, channel: string, layer: string | null): Finding => ({
  check,
  layer,
  channel,
  page: Object.keys(made.pages)[0] as string,
  at: { left: 0, top: 0, right: 1, bottom: 1 },
  text: '',
})
const mend = (id: string, f: Finding, d: Design) => {
  const found = mendsFor(f, d).find((m) => m.id === id)
  if (!found) throw new Error(`${id} is not offered`)
  return changed((c) => {
    Object.assign(c, structuredClone(d))
    found.apply(c, f)
  })
}

describe('a label that nothing ties to what it lies on', () => {
  const faint = () =>
    changed((d) => {
      const plate = d.layers.plate
      if (plate) Object.assign(plate, { plane: 'setting', opacity: 0.3 })
    })
  it('is told on the master only, and is tied by saying so', async () => {
    const untied = async (d: Design, channel: string) =>
      (await findings(d, channel)).filter((f) => f.check === 'untied')
    expect(await untied(made, 'square-post')).toEqual([])
    const d = faint()
    const [f, ...others] = await untied(d, 'square-post')
    expect([f?.layer, f?.to, others.length]).toEqual(['hours', 'plate', 0])
    expect(await untied(d, 'link-card')).toEqual([])
    if (f) expect(await untied(mend('lies-on', f, d), 'square-post')).toEqual([])
  })
})

describe('mends', () => {
  it('set type that is too small at the smallest size, so that it is found no more', async () => {
    const [f] = (await findings(made, 'square-post')).filter((x) => x.check === 'small-type')
    if (!f) throw new Error('Small type was not found.')
    const after = mend('smallest-size', f, made)
    expect((await findings(after, 'square-post')).filter((x) => x.check === 'small-type')).toEqual([])
  })
  it('arrange again only where something is kept that could be', () => {
    const f = findingOf('safe-type', 'link-card', 'title')
    expect(mendsFor(f, made).map((m) => m.id)).not.toContain('arrange-again')
    const key = arrangementKey(f.page, 'link-card')
    const kept = changed((d) => {
      d.arrangements[key] = {
        solver: 2,
        family: 'whole',
        faults: 0,
        turned: false,
        words: 1,
        choices: {},
        read: [],
        leftOut: [],
      }
    })
    expect(mend('arrange-again', f, kept).arrangements[key]).toBeUndefined()
  })
  it('leave a thing out on its channel, and on no other; never on the master', () => {
    const f = findingOf('covered', 'link-card', 'hours')
    const after = mend('leave-out', f, made)
    expect(Object.values(after.changes)).toMatchObject([
      { channel: 'link-card', property: 'shown', value: false },
    ])
    expect(mendsFor({ ...f, channel: 'square-post' }, made).map((m) => m.id)).not.toContain('leave-out')
  })
  it('follow the master again where a hand changed the thing there', () => {
    const f = findingOf('safe-type', 'link-card', 'title')
    const moved = changed((d) => setOnLayer(d, 'link-card', 'title', 'opacity', 0.4))
    expect(Object.keys(mend('follow-master', f, moved).changes)).toEqual([])
    expect(mendsFor(f, made).map((m) => m.id)).not.toContain('follow-master')
  })
  it('thicken before a print edge takes fine parts away', () => {
    const f = findingOf('vanishing', 'square-post', 'title')
    const after = mend('thicken', f, made)
    expect(Object.values(after.layers.title?.treatments ?? {}).map((t) => t.kind)).toEqual(['thicken'])
  })
})

describe('what belongs together', () => {
  it('is said in a sentence where it fell apart, and no more once a hand has put it right', async () => {
    const page = Object.keys(made.pages)[0] as string
    const resolved = await host.resolve(made, page, 'link-card')
    const [a = '', b = ''] = ['hours', 'title']
    const relation = { kind: 'together', of: [a], to: [b] } as const
    const torn = {
      ...resolved,
      faults: [{ kind: 'torn', ids: [a, b], relation, weight: 1 }],
    } as typeof resolved
    const texts = async (p: typeof resolved) =>
      (await checkPage(p, host)).filter((f) => f.check === 'arrangement').map((f) => f.text)
    expect(await texts(torn)).toEqual(['Not here any more: open on Sunday belongs together with Kiln.'])
    expect(await texts({ ...torn, faults: [{ kind: 'torn', ids: [a, b], relation, weight: 0.1 }] })).toEqual(
      [],
    )
    const moved = changed((d) =>
      setOnLayer(d, 'link-card', a, 'place', {
        anchor: 'c',
        dx: 0,
        dy: 0,
        factorX: 1,
        factorY: 1,
        rotation: 0,
        flipX: false,
        flipY: false,
      }),
    )
    const after = await host.resolve(moved, page, 'link-card')
    expect(await texts({ ...after, faults: torn.faults })).toEqual([])
  })
  it('lays a plate behind words that cannot be read, on that channel alone, and they can', async () => {
    const dim = changed((d) => {
      const title = d.layers.title
      if (title?.kind !== 'type') throw new Error('no title')
      title.fill = { kind: 'solid', colour: '#b9b9b9' }
    })
    const found = (await findings(dim, 'link-card')).find(
      (f) => f.check === 'contrast' && f.layer === 'title',
    )
    if (!found) throw new Error('it can be read')
    const mended = mend('plate', found, dim)
    const left = (await findings(mended, 'link-card')).filter((f) => f.check === 'contrast')
    expect(left.map((f) => f.layer)).not.toContain('title')
    const shown = async (channel: string) =>
      (await host.resolve(mended, found.page, channel)).layers.some(
        (l) => l.layer.id === 'title' && isWorded(l.layer) && l.layer.plate !== null,
      )
    expect([await shown('square-post'), await shown('link-card')]).toEqual([false, true])
  })
  it('puts the short form of words in their place, where they have one', () => {
    const long = changed((d) => {
      const title = d.layers.title
      if (title?.kind === 'type') title.short = 'Kiln!'
    })
    const f = findingOf('small-type', 'link-card', 'title')
    // Where it stands already there is nothing to do.
    expect(mendsFor(f, mend('shorter-text', f, long)).map((m) => m.id)).not.toContain('shorter-text')
    expect(Object.values(mend('shorter-text', f, long).changes)).toMatchObject([
      { channel: 'link-card', property: 'text', value: 'Kiln!' },
    ])
    expect(mendsFor(f, made).map((m) => m.id)).not.toContain('shorter-text')
  })
})
