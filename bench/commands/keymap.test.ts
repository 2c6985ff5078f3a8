import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Command } from './define'
import { assign, commandFor, isSingle, type Keymap, keysOf, restore, shippedKeys } from './keymap'

const command = (id: string, ...keys: string[]): Command => ({
  id,
  label: id,
  section: 'Edit',
  keys,
  run: () => undefined,
})
const list = [
  command('fit', 'F'),
  command('undo', 'Mod+Z'),
  command('redo', 'Mod+Shift+Z', 'Mod+Y'),
  command('bare'),
]
const [fit, undo, redo, bare] = list as [Command, Command, Command, Command]

describe('own keys', () => {
  it('are the shipped ones until someone says otherwise', () => {
    expect(list.map((c) => keysOf(c, shippedKeys))).toEqual([['F'], ['Mod+Z'], ['Mod+Shift+Z', 'Mod+Y'], []])
  })
  it('go before the shipped ones, which are free then', () => {
    const { map, lost } = assign(shippedKeys, fit, 'Mod+J', list)
    expect(lost).toBeNull()
    expect(keysOf(fit, map)).toEqual(['Mod+J'])
    expect(commandFor('F', list, map)).toBeUndefined()
    expect(commandFor('Mod+J', list, map)).toBe(fit)
  })
  it('taken from another command leave it its other keys, and say which it was', () => {
    const { map, lost } = assign(shippedKeys, bare, 'Mod+Y', list)
    expect(lost).toBe(redo)
    expect(keysOf(redo, map)).toEqual(['Mod+Shift+Z'])
    expect(commandFor('Mod+Y', list, map)).toBe(bare)
  })
  it('are never two commands’ at once', () => {
    let map: Keymap = shippedKeys
    for (const [c, key] of [
      [fit, 'Mod+Z'],
      [bare, 'Mod+Z'],
      [undo, 'F'],
      [redo, 'Mod+Z'],
    ] as const)
      map = assign(map, c, key, list).map
    for (const key of ['Mod+Z', 'F', 'Mod+Y'])
      expect(list.filter((c) => keysOf(c, map).includes(key)).length).toBeLessThanOrEqual(1)
    expect(commandFor('Mod+Z', list, map)).toBe(redo)
  })
  it('put back are the shipped ones again', () => {
    const { map } = assign(shippedKeys, fit, 'Mod+J', list)
    expect(restore(map, 'fit')).toEqual(shippedKeys)
  })
})

describe('single-letter keys (WCAG 2.2, 2.1.4)', () => {
  it('are letters, digits and signs alone or with Shift', () => {
    expect(['F', '1', '[', 'Shift+]', '+'].every(isSingle)).toBe(true)
    expect(['Mod+F', 'Alt+[', 'ArrowLeft', 'Delete', 'F2', 'Shift+ArrowUp'].some(isSingle)).toBe(false)
  })
  it('do nothing once they are switched off; the others go on', () => {
    const off = { ...shippedKeys, singleKeys: false }
    expect(commandFor('F', list, off)).toBeUndefined()
    expect(commandFor('Mod+Z', list, off)).toBe(undo)
  })
  it('given while they are off still count as taken', () => {
    const { lost } = assign({ ...shippedKeys, singleKeys: false }, undo, 'F', list)
    expect(lost).toBe(fit)
  })
})

describe('the browser’s storage', () => {
  const stored = new Map<string, string>()
  beforeEach(() => {
    vi.resetModules()
    stored.clear()
    vi.stubGlobal('localStorage', {
      getItem: (k: string) => stored.get(k) ?? null,
      setItem: (k: string, v: string) => void stored.set(k, v),
    })
  })
  const fresh = () => import('./keymap')
  it('keeps them from one visit to the next', async () => {
    const one = await fresh()
    one.setKeymap({ own: { fit: 'Mod+J' }, singleKeys: false })
    vi.resetModules()
    expect((await fresh()).keymapStore.getState()).toEqual({ own: { fit: 'Mod+J' }, singleKeys: false })
  })
  it.each(['{', '[]', '{"own":{"fit":7},"singleKeys":true}', 'null'])(
    'with %s in it gives the shipped keys',
    async (text) => {
      stored.set('keys', text)
      expect((await fresh()).keymapStore.getState()).toEqual(shippedKeys)
    },
  )
  it('that refuses is no reason to fail', async () => {
    vi.stubGlobal('localStorage', {
      getItem: () => {
        throw new Error('no storage')
      },
      setItem: () => {
        throw new Error('no storage')
      },
    })
    const map = await fresh()
    map.setKeymap({ own: {}, singleKeys: false })
    expect(map.keymapStore.getState().singleKeys).toBe(false)
  })
})
