import { beforeEach, expect, it, vi } from 'vitest'
import { PLAIN } from './delivery'
import { recall, remember } from './remembered'

const stored = new Map<string, string>()
beforeEach(() => {
  stored.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => void stored.set(key, value),
  })
})
const webp = { ...PLAIN, format: 'webp', mostKb: 200 } as const

it('a size is exported again as it was last, wherever it is met', () => {
  remember(['Tall story', 'Link card'], webp)
  remember(['Link card'], { ...PLAIN, format: 'jpeg' })
  expect(recall('Tall story', PLAIN)).toEqual(webp)
  expect(recall('Link card', PLAIN)).toMatchObject({ format: 'jpeg' })
  // As it is now, or never exported: nothing to say.
  expect(recall('Tall story', webp)).toBeNull()
  expect(recall('Postcard', PLAIN)).toBeNull()
})
it('the last sixty sizes are remembered; what is damaged counts as nothing', () => {
  for (let n = 0; n < 65; n++) remember([`Size ${n}`], webp)
  expect(recall('Size 4', PLAIN)).toBeNull()
  expect(recall('Size 5', PLAIN)).toEqual(webp)
  stored.set('export-sizes', 'no json')
  expect(recall('Size 5', PLAIN)).toBeNull()
})
