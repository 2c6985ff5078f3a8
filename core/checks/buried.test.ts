import { describe, expect, it } from 'vitest'
import { openHost } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import { boxAt, shapeLayer } from '../kinds/new'
import { checkPage } from './check-page'

const host = openHost(async () => null)
const design = (): Design => {
  const d = blankDesign('buried', 'Buried', presetSpecs(['square-post']))
  const put = (id: string, order: string, box: ReturnType<typeof boxAt>) => {
    d.layers[id] = shapeLayer({ id, page: 'page1', plane: 'subject', order }, id, 'rectangle', box, {
      kind: 'solid',
      colour: '#336655',
    })
  }
  put('cup', 'a0', boxAt(300, 300, 200, 200))
  put('card', 'a1', boxAt(250, 250, 400, 400))
  return d
}
const found = async (change: (d: Design) => void = () => undefined) => {
  const d = design()
  change(d)
  const page = await host.resolve(d, 'page1', 'square-post')
  return (await checkPage(page, host)).filter((f) => f.check === 'buried').map((f) => f.layer)
}
const card = (change: object) => (d: Design) => void (d.layers.card && Object.assign(d.layers.card, change))

describe('a thing that others lie over', () => {
  it('is told of where nothing of it is seen', async () => expect(await found()).toEqual(['cup']))
  it('is none where some of it is seen, or it is seen through', async () => {
    for (const change of [
      { opacity: 0.8 },
      { blend: 'multiply' },
      { shown: false },
      { placement: boxAt(250, 250, 200, 400) },
    ])
      expect(await found(card(change)), JSON.stringify(change)).toEqual([])
  })
})
