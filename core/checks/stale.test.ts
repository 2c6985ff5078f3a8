import { beforeAll, describe, expect, it } from 'vitest'
import { type NodeHost, openHost } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { arrangementKey, type Design } from '../design/schema'
import { boxAt, shapeLayer, typeLayer } from '../kinds/new'
import { alternativesOn } from '../resolve/readings'
import { acceptedAs } from './accepting'
import { checkPage } from './check-page'
import { mendsFor } from './mends'

let host: NodeHost
let design: Design
beforeAll(async () => {
  host = openHost(async () => null)
  design = blankDesign('stale', 'Stale', presetSpecs(['square-post', 'wide-header']))
  const at = (id: string, plane: 'message' | 'subject') => ({ id, page: 'page1', plane, order: `a${id}` })
  const cards = [0, 1, 2].flatMap((n) => [
    shapeLayer(at(`c${n}`, 'subject'), `Card ${n}`, 'rectangle', boxAt(60 + n * 330, 480, 300, 420)),
    typeLayer(
      at(`w${n}`, 'message'),
      ['Throw', 'Glaze', 'Fire'][n] ?? '',
      boxAt(90 + n * 330, 760, 240, 70),
      {
        size: 54,
      },
    ),
  ])
  const title = typeLayer(at('t', 'message'), 'Three evenings in clay', boxAt(60, 80, 960, 260), {
    size: 120,
  })
  for (const l of [title, ...cards]) design.layers[l.id] = l
  await host.ready(design)
})
const key = arrangementKey('page1', 'wide-header')
const found = async (d: Design) => {
  const page = await host.resolve(d, 'page1', 'wide-header')
  const all = await checkPage(page, host, { design: d, lightOf: host.lightOf })
  return all.filter((f) => f.check === 'stale')
}
const keeping = (n: number): Design => {
  const all = alternativesOn(design, 'page1', 'wide-header', host)
  const kept = all.at(n)?.arrangement
  if (kept?.solver !== 2) throw new Error('no arrangement')
  return { ...design, arrangements: { [key]: { ...kept, faults: 1000 } } }
}
describe('an arrangement that was chosen before', () => {
  it('is told of where another would be better now, and is arranged again by a press', async () => {
    const d = keeping(-1)
    const [f] = await found(d)
    expect(f?.text).toContain('Arranged before this change')
    if (!f) return
    expect(acceptedAs(f, d)).toBeNull()
    const again = structuredClone(d)
    mendsFor(f, d)
      .find((m) => m.id === 'arrange-again')
      ?.apply(again, f)
    expect(again.arrangements).toEqual({})
    expect(await found(again)).toEqual([])
  })
  it('is not told of where it is as good as any', async () => {
    expect(await found(keeping(0))).toEqual([])
    expect(await found(design)).toEqual([])
  })
})
