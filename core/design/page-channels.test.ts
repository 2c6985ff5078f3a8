import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from './blank'
import { removeChannel } from './commands'
import { isPageOn, setPageOnly } from './page-channels'
import { designSchema } from './schema'

const made = () => blankDesign('pages', 'Pages', presetSpecs(['square-post', 'tall-story']))
const first = (d: ReturnType<typeof made>) => Object.values(d.pages)[0] as (typeof d.pages)[string]

describe('pages of some channels only', () => {
  it('are met on all unless they say where, and are stored so', () => {
    const d = made()
    expect(isPageOn(first(d), 'tall-story')).toBe(true)
    setPageOnly(d, first(d).id, 'tall-story')
    const stored = designSchema.parse(JSON.parse(JSON.stringify(d)))
    expect(['square-post', 'tall-story'].map((c) => isPageOn(first(stored), c))).toEqual([false, true])
    setPageOnly(d, first(d).id, null)
    expect('only' in first(d)).toBe(false)
  })
  it('are on all again when their only channel is removed', () => {
    const d = made()
    setPageOnly(d, first(d).id, 'tall-story')
    removeChannel(d, 'tall-story')
    expect(isPageOn(first(d), 'square-post')).toBe(true)
  })
})
