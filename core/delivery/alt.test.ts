import { describe, expect, it } from 'vitest'
import { boxAt, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import type { ResolvedLayer } from '../resolve/resolved'
import { altFrom } from './alt'

const at = { id: 'a', page: 'p', plane: 'subject' as const, parent: null, order: 'a' }
const shown = (layer: ResolvedLayer['layer']): ResolvedLayer => ({
  layer,
  children: [],
  insides: [],
  changed: [],
  base: layer.placement,
})

describe('words beside a picture', () => {
  it('begin with what is there: the largest words first, then what is shown, once each', () => {
    const style = (size: number) => ({ size })
    const photo = { sha: 'a'.repeat(64), width: 9, height: 9 }
    const box = boxAt(0, 0, 9, 9)
    const layers = [
      typeLayer(at, 'Sunday\n10 to 17', box, style(20)),
      typeLayer(at, 'Kiln opening', box, style(90)),
      { ...typeLayer(at, 'Hidden', box, style(200)), shown: false },
      pictureLayer(at, 'Vase', photo, box),
      pictureLayer(at, 'Blue cup', photo, box),
      pictureLayer(at, 'Vase 2', photo, box),
      shapeLayer(at, 'Disc', 'ellipse', box),
    ].map(shown)
    expect(altFrom(layers)).toBe('Kiln opening. Sunday 10 to 17. Vase and Blue cup')
    expect(altFrom([])).toBe('')
  })
})
