import { describe, expect, it } from 'vitest'
import { sampleDesign } from '@/bench/state/bench.test-data'
import { openHost } from '@/host/project'
import { checkDesign } from '../design/edits'
import { boundsOf } from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import { groupLayer } from '../kinds/new'
import { newMask } from '../masks/mask'
import { PIECE, pieceOf } from './piece'
import { flatResolved } from './resolved'

const host = openHost(async () => null)
const how = { id: 'piece', name: 'Badge' }

describe('some layers as a design of their own', () => {
  it('are as they were, on a see-through page of their box, with the swatches that they use', async () => {
    const d = sampleDesign()
    d.swatches.s1 = { id: 's1', name: 'Clay', order: 'a0', colour: '#aa5533' }
    const before = structuredClone(d)
    const [disc] = [d.layers.disc]
    if (!disc) throw new Error('no disc')
    const at = placedBounds(disc.placement)
    const box = boundsOf(at.left - 10, at.top - 20, at.right - at.left + 30, at.bottom - at.top + 50)
    const made = checkDesign(pieceOf(d, ['disc'], box, how))
    expect(made.channels[PIECE.channel]).toMatchObject({
      width: Math.ceil(box.right - box.left),
      height: Math.ceil(box.bottom - box.top),
    })
    const page = await host.resolve(made, PIECE.page, PIECE.channel)
    expect([page.colour, page.swatches.s1?.colour]).toEqual(['transparent', '#aa5533'])
    const [only, ...more] = flatResolved(page.layers)
    expect(more).toEqual([])
    const now = placedBounds(only?.layer.placement ?? disc.placement)
    expect([now.left, now.top]).toEqual([expect.closeTo(10, 6), expect.closeTo(20, 6)])
    expect(d).toEqual(before)
  })
  it('take along what they hold, and leave what they say of others', () => {
    const d = sampleDesign()
    const [disc, card] = [d.layers.disc, d.layers.card]
    if (!disc || !card) throw new Error('no layers')
    d.layers.g = { ...groupLayer({ id: 'g', page: disc.page, plane: disc.plane, order: 'a9' }, 'Group') }
    disc.parent = 'g'
    disc.masks = { m: newMask.layer({ id: 'm', order: 'a0' }, 'card') }
    const made = checkDesign(pieceOf(d, ['g'], boundsOf(0, 0, 100, 100), how))
    expect(Object.keys(made.layers).sort()).toEqual(['disc', 'g'])
    expect([made.layers.disc?.parent, made.layers.disc?.masks]).toEqual(['g', {}])
    const member = checkDesign(pieceOf(d, ['disc'], boundsOf(0, 0, 100, 100), how))
    expect(member.layers.disc?.parent).toBe(null)
  })
})
