import { beforeEach, expect, it, vi } from 'vitest'

const stored = new Map<string, string>()
beforeEach(() => {
  stored.clear()
  vi.resetModules()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => void stored.set(key, value),
  })
})
const opened = () => import('./kept')

it('what is liked is kept for the next visit, the last liked first; a second press takes it back', async () => {
  const { keptSupplies, turnFavourite } = await opened()
  turnFavourite('sofa')
  turnFavourite('apple')
  expect(keptSupplies.getState().favourites).toEqual(['apple', 'sofa'])
  vi.resetModules()
  const again = await opened()
  expect(again.keptSupplies.getState().favourites).toEqual(['apple', 'sofa'])
  again.turnFavourite('apple')
  expect(again.keptSupplies.getState().favourites).toEqual(['sofa'])
})
it('what was used last comes first, each once, at most sixty', async () => {
  const { keptSupplies, noteUsed } = await opened()
  for (let n = 0; n < 70; n++) noteUsed(`s${n}`)
  noteUsed('s20')
  const { used } = keptSupplies.getState()
  expect([used.length, used[0], used.filter((u) => u === 's20').length]).toEqual([60, 's20', 1])
})
it('what cannot be read counts as nothing, and a full store ends nothing', async () => {
  stored.set('vivid-layer-supplies', '{"favourites":"no list","used":[1,"sofa"]}')
  const { keptSupplies, turnFavourite } = await opened()
  expect(keptSupplies.getState()).toEqual({ favourites: [], used: ['sofa'] })
  vi.stubGlobal('localStorage', {
    setItem: () => {
      throw new Error('full')
    },
  })
  turnFavourite('apple')
  expect(keptSupplies.getState().favourites).toEqual(['apple'])
})
