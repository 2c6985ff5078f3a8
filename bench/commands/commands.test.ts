import { beforeEach, describe, expect, it, vi } from 'vitest'
import { inOrder } from '@/core/basics/order'
import { group } from '@/core/design/commands'
import { groupLayer } from '@/core/kinds/new'
import { setStageSize } from '../stage/view'
import type { Bench } from '../state/bench'
import { layer, openBench } from '../state/bench.test-data'
import { keyLabel, keyName, lackOf } from './define'
import { isSingle, keysOf, shippedKeys } from './keymap'
import { commandById, commands } from './list'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
  setStageSize({ width: 800, height: 600 })
})
const run = (id: string, selection?: string[]) => {
  if (selection) bench.select(selection)
  const command = commandById(id)
  if (lackOf(command, bench.store.getState())) throw new Error(`${id} cannot be run now`)
  command.run(bench)
}
const state = () => bench.store.getState()
const inPlane = (plane: string) =>
  inOrder(state().design.layers)
    .filter((l) => l.plane === plane && l.parent === null)
    .map((l) => l.id)

describe('the list of commands', () => {
  it('has no id twice and no key twice', () => {
    expect(new Set(commands.map((c) => c.id)).size).toBe(commands.length)
    const keys = commands.flatMap((c) => c.keys ?? [])
    expect(keys.filter((k, n) => keys.indexOf(k) !== n)).toEqual([])
  })
  it('keeps the conventions of operating systems (common practice)', () => {
    const key = (id: string) => keysOf(commandById(id), shippedKeys)
    expect(key('undo')).toContain('Mod+Z')
    expect(key('redo')).toContain('Mod+Shift+Z')
    expect(
      [key('copy'), key('cut'), key('select-all'), key('duplicate'), key('save')].map((k) => k[0]),
    ).toEqual(['Mod+C', 'Mod+X', 'Mod+A', 'Mod+D', 'Mod+S'])
    expect(key('delete')).toContain('Delete')
  })
  it('without the single-letter keys still reaches everything from the list of commands', () => {
    const without = { ...shippedKeys, singleKeys: false }
    expect(commands.flatMap((c) => keysOf(c, without)).some(isSingle)).toBe(false)
    expect(keysOf(commandById('commands'), without)).toEqual(['Mod+K'])
  })
  it('says of every command what it is called', () => {
    for (const c of commands) expect(c.label.trim().length).toBeGreaterThan(1)
  })
  it('refuses to know one that is not there', () => {
    expect(() => commandById('make-coffee')).toThrow(/make-coffee/)
  })
})

describe('the name of a pressed key', () => {
  const press = (more: Partial<KeyboardEvent>) =>
    keyName({ key: '', code: '', ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...more })
  it('is the same on layouts where the modifier changes the character', () => {
    expect(press({ key: '!', code: 'Digit1', shiftKey: true })).toBe('Shift+1')
    expect(press({ key: '˙', code: 'KeyH', altKey: true, metaKey: true })).toBe('Mod+Alt+H')
    expect(press({ key: 'ü', code: 'BracketLeft' })).toBe('[')
  })
  it('is the character itself without modifiers, and Ctrl and Cmd are one', () => {
    expect(press({ key: 'f', code: 'KeyF' })).toBe('F')
    expect(press({ key: 'z', code: 'KeyY', ctrlKey: true })).toBe('Mod+Y')
    expect(press({ key: 'd', code: 'KeyD', metaKey: true })).toBe(
      press({ key: 'd', code: 'KeyD', ctrlKey: true }),
    )
    expect(press({ key: 'ArrowLeft', code: 'ArrowLeft', shiftKey: true })).toBe('Shift+ArrowLeft')
  })
  it('is told to people in words', () => {
    expect(keyLabel('Mod+Shift+G')).toBe('Ctrl + Shift + G')
    expect(keyLabel('Shift+ArrowUp')).toBe('Shift + ↑')
  })
})

describe('editing', () => {
  it('duplicate lays a copy directly above, a little beside, and selects it', () => {
    run('duplicate', ['disc'])
    const [copy = ''] = state().selection
    expect(inPlane('subject')).toEqual(['disc', copy, 'card'])
    expect(layer(bench, copy).placement).toMatchObject({ x: 422, y: 622 })
  })
  it('delete leaves what is locked, and says so', () => {
    run('lock', ['card'])
    run('delete', ['disc', 'card'])
    expect(inPlane('subject')).toEqual(['card'])
    expect(state().notice?.text).toMatch(/Locked layers/)
    run('undo')
    expect(inPlane('subject')).toEqual(['disc', 'card'])
  })
  it('nudges by one, with Shift by ten', () => {
    run('nudge-right', ['disc'])
    run('nudge-far-down')
    expect(layer(bench, 'disc').placement).toMatchObject({ x: 401, y: 610 })
    expect(state().history.done.map((e) => e.name)).toEqual(['Nudge', 'Nudge'])
  })
  it('select all takes what is shown and free', () => {
    run('lock', ['card'])
    bench.edit('Hide', (d) => {
      const t = d.layers.title
      if (t) t.shown = false
    })
    run('select-all')
    expect([...state().selection].sort()).toEqual(['disc', 'photo'])
  })
  it('group and ungroup give back what was there', () => {
    run('group', ['disc', 'card'])
    const [id = ''] = state().selection
    expect(layer(bench, id)).toMatchObject({ kind: 'group', plane: 'subject' })
    expect(inPlane('subject')).toEqual([id])
    run('ungroup')
    expect(inPlane('subject')).toEqual(['disc', 'card'])
    expect([...state().selection].sort()).toEqual(['card', 'disc'])
  })
  it('cannot be run on nothing', () => {
    bench.select([])
    for (const id of ['delete', 'duplicate', 'copy', 'group', 'ungroup', 'lock', 'align-left', 'forward'])
      expect(lackOf(commandById(id), state())).not.toBeNull()
    expect(lackOf(commandById('undo'), state())).not.toBeNull()
  })
  it('say what they need where they cannot be run', () => {
    bench.select([])
    expect(lackOf(commandById('group'), state())).toBe('something selected')
    bench.select(['photo'])
    expect(lackOf(commandById('cut-out'), state())).toBeNull()
    run('lock')
    expect(lackOf(commandById('cut-out'), state())).toBe('a selected picture that is not locked')
    expect(lackOf(commandById('tie'), state())).toBe('two or more selected things')
  })
})

describe('arranging', () => {
  it('steps back and forward in the plane, and to its ends', () => {
    run('to-back', ['card'])
    expect(inPlane('subject')).toEqual(['card', 'disc'])
    run('forward')
    expect(inPlane('subject')).toEqual(['disc', 'card'])
    run('forward')
    expect(inPlane('subject')).toEqual(['disc', 'card'])
  })
  it('to the next plane: forward to its back, back to its front', () => {
    run('plane-forward', ['card'])
    expect(inPlane('message')).toEqual(['card', 'title'])
    run('plane-back')
    expect(inPlane('subject')).toEqual(['disc', 'card'])
  })
  it('aligns one thing with the page, several with each other', () => {
    run('align-left', ['disc'])
    expect(layer(bench, 'disc').placement.x).toBe(100)
    run('undo')
    run('align-bottom', ['disc', 'card'])
    expect(layer(bench, 'disc').placement.y).toBe(700)
    expect(layer(bench, 'card').placement.y).toBe(650)
  })
  it('keeps a group together when it is aligned', () => {
    bench.edit('Group', (d) =>
      group(d, ['disc', 'card'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G')),
    )
    run('align-right', ['g'])
    expect(layer(bench, 'card').placement.x + 100).toBe(1080)
    expect(layer(bench, 'card').placement.x - layer(bench, 'disc').placement.x).toBe(300)
  })
  it('flips about the middle of what is selected, and twice is nothing', () => {
    run('flip-across', ['disc', 'card'])
    expect(layer(bench, 'disc').placement).toMatchObject({ x: 700, flipX: true })
    expect(layer(bench, 'card').placement.x).toBe(400)
    run('flip-across')
    expect(layer(bench, 'disc').placement).toMatchObject({ x: 400, flipX: false })
  })
  it('turns by quarters', () => {
    for (let n = 0; n < 4; n++) run('turn-quarter', ['card'])
    expect(layer(bench, 'card').placement.rotation).toBe(0)
    run('turn-quarter-back')
    expect(layer(bench, 'card').placement.rotation).toBe(-90)
  })
  it('fills the page without leaving a gap', () => {
    run('fit-page', ['card'])
    expect(layer(bench, 'card')).toMatchObject({
      plane: 'backdrop',
      placement: { x: 540, y: 540, width: 1080, height: 1080 },
    })
  })
  it('hides and shows; on another channel only there', () => {
    run('hide', ['disc'])
    expect(layer(bench, 'disc').shown).toBe(false)
    run('hide')
    expect(layer(bench, 'disc').shown).toBe(true)
    bench.show('page1', 'link-card')
    run('hide', ['disc'])
    expect(layer(bench, 'disc').shown).toBe(true)
    expect(state().resolved.layers.find((l) => l.layer.id === 'disc')?.layer.shown).toBe(false)
    run('follow-master')
    expect(state().design.changes).toEqual({})
  })
})

describe('the view', () => {
  it('shows at 100 % about the middle of the stage, on whole pixels', () => {
    run('zoom-full')
    expect(state().view).toMatchObject({ zoom: 1, fitted: false })
    expect([state().view.x % 1, state().view.y % 1].map(Math.abs)).toEqual([0, 0])
  })
  it('zooms in steps, and fits again on request', () => {
    run('zoom-full')
    run('zoom-in')
    expect(state().view.zoom).toBe(1.25)
    run('zoom-out')
    expect(state().view.zoom).toBe(1)
    run('zoom-fit')
    expect(state().view.fitted).toBe(true)
  })
  it('hides the overlays, and opens its dialogs', () => {
    run('overlays')
    expect(state().overlays.hidden).toBe(true)
    run('commands')
    expect(state().dialog).toBe('palette')
    run('keys')
    expect(state().dialog).toBe('keys')
  })
})

describe('tools', () => {
  it('shape goes on to its next kind when it is chosen again', () => {
    run('tool-shape')
    expect([state().tool, state().shapeForm]).toEqual(['shape', 'rectangle'])
    run('tool-shape')
    expect(state().shapeForm).toBe('ellipse')
    for (let n = 0; n < 4; n++) run('tool-shape')
    expect(state().shapeForm).toBe('rectangle')
    run('tool-pick')
    expect(state().tool).toBe('pick')
  })
})

describe('pages and channels', () => {
  it('are added, copied independently, cleared and removed; the last stays', () => {
    run('duplicate-page')
    const second = state().page
    expect(second).not.toBe('page1')
    expect(Object.values(state().design.layers).filter((l) => l.page === second)).toHaveLength(4)
    run('clear-page')
    expect(Object.values(state().design.layers).every((l) => l.page === 'page1')).toBe(true)
    run('remove-page')
    expect(state().page).toBe('page1')
    expect(lackOf(commandById('remove-page'), state())).not.toBeNull()
    run('add-page')
    expect(Object.keys(state().design.pages)).toHaveLength(2)
  })
  it('arrange again forgets the stored arrangement of this channel only', () => {
    const a = {
      solver: 1,
      text: { x: 0, y: 0, width: 1, height: 1 },
      align: 'start',
      hang: 0,
      typeScale: 1,
      subject: { x: 0, y: 0, width: 1, height: 1 },
      leftOut: [],
    } as never
    bench.keepArrangement('page1', 'link-card', a)
    expect(lackOf(commandById('arrange-again'), state())).not.toBeNull()
    bench.show('page1', 'link-card')
    run('arrange-again')
    expect(state().design.arrangements).toEqual({})
  })
})

describe('what things are to each other', () => {
  it('is said of the selected things, back to front, and taken back as one step', () => {
    const two = state().design.layers
    const ids = Object.values(two)
      .filter((l) => l.parent === null)
      .slice(0, 2)
      .map((l) => l.id)
    run('belongs-together', ids)
    const [said] = Object.values(state().design.said)
    expect(said).toMatchObject({ kind: 'together', page: 'page1' })
    expect(new Set(said?.members)).toEqual(new Set(ids))
    bench.undo()
    expect(state().design.said).toEqual({})
  })
  it('takes the place of what was said of them before', () => {
    const ids = Object.values(state().design.layers)
      .filter((l) => l.parent === null)
      .slice(0, 2)
      .map((l) => l.id)
    run('belongs-together', ids)
    run('not-together', ids)
    expect(Object.values(state().design.said).map((s) => s.kind)).toEqual(['apart'])
  })
  it('wants more than one thing', () => {
    bench.select(['disc'])
    expect(lackOf(commandById('on-this'), state())).not.toBeNull()
  })
})

describe('other arrangements', () => {
  it('are there on other channels only, and are stored as an edit that can be undone', () => {
    expect(lackOf(commandById('another-arrangement'), state())).not.toBeNull()
    bench.show('page1', 'link-card')
    const before = state().design.arrangements
    run('another-arrangement')
    if (bench.alternatives().length > 1) {
      expect(Object.keys(state().design.arrangements)).toContain('page1.link-card')
      bench.undo()
    }
    expect(state().design.arrangements).toEqual(before)
  })
})
