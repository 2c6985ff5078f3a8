import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Finding } from '@/core/checks/define'
import { likeShaped } from '@/core/design/carry'
import { channelPresets } from '@/core/design/channels'
import { addChannel } from '@/core/design/commands'
import { changesIn, ofLayers, setOnLayer } from '@/core/design/properties/set'
import { arrangementKey } from '@/core/design/schema'
import { setStageSize } from '../stage/view'
import type { Bench } from '../state/bench'
import { openBench } from '../state/bench.test-data'
import { wallViewOf } from '../wall/layout'
import {
  arrangeAgain,
  carryOver,
  carryOverPages,
  cellOf,
  changedHere,
  choose,
  enterUnder,
  fittedWallView,
  followAgain,
  hideHere,
  setWall,
  toggleWall,
  treatedAlike,
  tryOthers,
  wallPlan,
  workOn,
  worstFirst,
} from './wall'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
const state = () => bench.store.getState()
const others = () => Object.keys(state().design.channels).filter((c) => c !== state().design.master)
beforeEach(async () => {
  bench = await openBench()
  setStageSize({ width: 900, height: 600 })
  bench.edit('Add channels', (d) => {
    for (const { group: _, ...channel } of channelPresets) if (!d.channels[channel.id]) addChannel(d, channel)
  })
  toggleWall(bench)
  const view = fittedWallView(state())
  if (view) bench.set({ view })
})
const wallNow = () => {
  const own = cellOf(wallPlan(state()), state().page, state().channel)
  if (!own) throw new Error('What is worked on does not hang.')
  return wallViewOf(state().view, own)
}

describe('the wall', () => {
  it('hangs the master first, and all of it is in view', () => {
    const { cells } = wallPlan(state())
    expect(cells[0]?.channel).toBe(state().design.master)
    const wall = wallNow()
    for (const c of cells) {
      expect(wall.x + (c.x + c.width) * wall.zoom).toBeLessThanOrEqual(900)
      expect(wall.y + (c.y + c.height) * wall.zoom).toBeLessThanOrEqual(600)
    }
  })
  it('stays where it is when another page is worked on, with the selection', () => {
    const id = Object.keys(state().design.layers)[0] ?? ''
    bench.select([id])
    const before = wallNow()
    workOn(bench, state().page, others()[0] ?? '')
    expect(state().channel).toBe(others()[0])
    expect(state().selection).toEqual([id])
    const after = wallNow()
    expect(after.zoom).toBeCloseTo(before.zoom, 9)
    expect(after.x).toBeCloseTo(before.x, 6)
    expect(after.y).toBeCloseTo(before.y, 6)
  })
  it('goes on with what a press meets, and with nothing else', () => {
    const cell = wallPlan(state()).cells.find((c) => c.channel === others()[0])
    const wall = wallNow()
    if (!cell) throw new Error('The channel does not hang.')
    const middle = {
      x: wall.x + (cell.x + cell.width / 2) * wall.zoom,
      y: wall.y + (cell.y + cell.height / 2) * wall.zoom,
    }
    expect(enterUnder(bench, { x: 2, y: 2 })).toBe(false)
    expect(enterUnder(bench, middle)).toBe(true)
    expect(state().channel).toBe(cell.channel)
    expect(enterUnder(bench, middle)).toBe(false)
    toggleWall(bench)
    expect(enterUnder(bench, middle)).toBe(false)
  })
  it('puts those with most findings first and keeps that order until asked again', () => {
    const [, worst = ''] = others()
    const finding: Finding = {
      check: 'type-size',
      layer: null,
      at: { left: 0, top: 0, right: 1, bottom: 1 },
      text: '',
      channel: worst,
      page: state().page,
    }
    bench.set({ findings: { [`${state().page}/${worst}`]: [finding] } })
    worstFirst(bench)
    expect(wallPlan(state()).cells.map((c) => c.channel)[1]).toBe(worst)
    bench.set({ findings: {} })
    expect(wallPlan(state()).cells.map((c) => c.channel)[1]).toBe(worst)
    worstFirst(bench)
    expect(wallPlan(state()).cells.map((c) => c.channel)[1]).toBe(others()[0])
  })
})

describe('channels that are treated alike', () => {
  it('are those that were chosen, never the master; else the one that is worked on', () => {
    expect(treatedAlike(state())).toEqual([])
    choose(bench, others()[0] ?? '')
    choose(bench, state().design.master)
    expect(treatedAlike(state())).toEqual([others()[0]])
    choose(bench, others()[0] ?? '')
    setWall(bench, { chosen: [] })
    workOn(bench, state().page, others()[1] ?? '')
    expect(treatedAlike(state())).toEqual([others()[1]])
  })
  it('hide the selection as one step, and show it again where it is seen on none', () => {
    const id = Object.keys(state().design.layers)[0] ?? ''
    bench.select([id])
    const two = others().slice(0, 2)
    hideHere(bench, two)
    const hidden = () =>
      Object.values(state().design.changes).filter((c) => c.property === 'shown' && c.value === false)
    expect(
      hidden()
        .map((c) => c.channel)
        .sort(),
    ).toEqual([...two].sort())
    expect(state().design.layers[id]?.shown).toBe(true)
    hideHere(bench, two)
    expect(hidden()).toEqual([])
    bench.undo()
    bench.undo()
    expect(state().design.changes).toEqual({})
  })
  it('are arranged again, and follow the master again', () => {
    const [one = '', two = ''] = others()
    const id = Object.keys(state().design.layers)[0] ?? ''
    bench.edit('Fade', (d) => {
      for (const c of [one, two]) setOnLayer(d, c, id, 'opacity', 0.5)
    })
    const arrangement = bench.resolveOf(state().design).arrangement
    workOn(bench, state().page, one)
    const own = arrangement ?? bench.resolveOf(state().design).arrangement
    if (!own) throw new Error('The channel was not arranged.')
    for (const c of [one, two]) bench.keepArrangement(state().page, c, own)
    arrangeAgain(bench, [one, two])
    expect(state().design.arrangements[arrangementKey(state().page, two)]).toBeUndefined()
    followAgain(bench, [one])
    expect(Object.values(state().design.changes).map((c) => c.channel)).toEqual([two])
  })
  it('take over what was changed by hand on one of them: the chosen, else those of like shape', () => {
    const id = Object.keys(state().design.layers)[0] ?? ''
    expect(likeShaped(state().design, 'tall-story')).not.toContain('wide-header')
    expect(likeShaped(state().design, 'link-card')).toContain('video-thumbnail')
    workOn(bench, state().page, 'link-card')
    const place = {
      anchor: 'c',
      dx: 0.1,
      dy: 0,
      factorX: 2,
      factorY: 2,
      rotation: 0,
      flipX: false,
      flipY: false,
    } as const
    bench.edit('Move', (d) => setOnLayer(d, 'link-card', id, 'place', place))
    expect(changedHere(state())).toHaveLength(1)
    carryOver(bench)
    const on = () => Object.values(state().design.changes).map((c) => c.channel)
    expect(on().sort()).toEqual(['link-card', ...likeShaped(state().design, 'link-card')].sort())
    bench.undo()
    choose(bench, 'tall-story')
    carryOver(bench)
    expect(on().sort()).toEqual(['link-card', 'tall-story'])
    expect(
      Object.values(state().design.changes).every((c) => JSON.stringify(c.value) === JSON.stringify(place)),
    ).toBe(true)
    bench.undo()
    bench.select([Object.keys(state().design.layers)[1] ?? ''])
    expect(changedHere(state())).toEqual([])
  })
  it('say so where there is no other arrangement, and show the others where there are', () => {
    const [one = ''] = others()
    bench.alternatives = () => []
    tryOthers(bench, one)
    expect(state().wall?.trying).toBeNull()
    expect(state().notice?.text).toMatch(/no other arrangement/)
    const own = bench.resolveOf(state().design).arrangement
    if (!own) throw new Error('The channel was not arranged.')
    bench.alternatives = () => [own, { ...own }]
    tryOthers(bench, one)
    expect(state().wall?.trying).toMatchObject({ channel: one })
    tryOthers(bench, one)
    expect(state().wall?.trying).toBeNull()
  })
  it('carries what was changed on one page over to what has its name on the others', () => {
    const { page, design } = state()
    const [first] = Object.values(design.layers).filter((l) => l.page === page)
    const channel = others()[0] as string
    if (!first) throw new Error('nothing on the page')
    bench.edit('Another page', (d) => {
      d.pages.second = { id: 'second', name: 'Second', order: 'z0', colour: '#ffffff' }
      d.layers.twin = { ...structuredClone(first), id: 'twin', page: 'second', name: 'Same name' }
      const held = d.layers[first.id]
      if (held) held.name = 'Same name'
      setOnLayer(d, channel, first.id, 'opacity', 0.4)
    })
    bench.show(page, channel)
    carryOverPages(bench)
    expect(changesIn(state().design, { channel, targets: ofLayers(['twin']) })).toMatchObject([
      { property: 'opacity', value: 0.4 },
    ])
    // Where nothing there has its name nothing is carried.
    bench.undo()
    bench.edit('Rename', (d) => {
      const held = d.layers.twin
      if (held) held.name = 'Another'
    })
    carryOverPages(bench)
    expect(changesIn(state().design, { channel, targets: ofLayers(['twin']) })).toEqual([])
  })
})
