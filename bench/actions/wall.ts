import { inOrder } from '@/core/basics/order'
import { openFindings } from '@/core/checks/accepting'
import { likeShaped, twinOn } from '@/core/design/carry'
import { type Change, changeKey } from '@/core/design/change-schema'
import { isPageOn } from '@/core/design/page-channels'
import {
  changeOfCopy,
  changesIn,
  followMaster,
  ofLayers,
  onPageOf,
  setOn,
  setOnLayer,
} from '@/core/design/properties/set'
import { layerOfTarget, onLayer } from '@/core/design/properties/targets'
import { type Arrangement, arrangementKey, type Design } from '@/core/design/schema'
import { lineupOf } from '@/core/design/sizes'
import { stageSize } from '../stage/view'
import type { Bench, BenchState } from '../state/bench'
import { newWall } from '../state/slices/wall'
import {
  type Cell,
  cellAt,
  fitWall,
  keyOfCell,
  planWall,
  viewOfCell,
  type WallPlan,
  wallViewOf,
} from '../wall/layout'

/** The band above the wall, CSS px. */
export const WALL_BAND = 44
/** The room above each for its name, CSS px where all of it is seen. */
const NAME_ROOM = 26

/** The master first, then as in the lineup, or as they were put into order. */
export function wallChannels(design: Pick<Design, 'channels' | 'master'>, order: readonly string[] | null) {
  const all = lineupOf(inOrder(design.channels), design.master)
  const place = (id: string) => (id === design.master ? -1 : (order?.indexOf(id) ?? 0))
  return all.sort((a, b) => place(a.id) - place(b.id))
}
export type Walled = {
  design: Pick<Design, 'channels' | 'pages' | 'master'>
  wall: BenchState['wall']
} & Partial<Pick<BenchState, 'page' | 'channel'>>
/** All pages on all channels as they hang. */
export function wallPlan({ design, wall, page, channel }: Walled): WallPlan {
  const { width, height } = stageSize()
  const channels = wallChannels(design, wall?.order ?? null)
  // The page in the hand hangs too where it is not met, since it is worked on there.
  const hangs = (p: Design['pages'][string], c: string) => isPageOn(p, c) || (p.id === page && c === channel)
  const hung = inOrder(design.pages).flatMap((p) =>
    channels.filter((c) => hangs(p, c.id)).map((c) => ({ page: p.id, channel: c })),
  )
  const [sizes, ratio] = [wall?.sizes ?? 'alike', width / Math.max(1, height - WALL_BAND)] as const
  // Names are as high wherever the wall is hung from: the room above each follows from how large all of it is seen.
  const first = planWall(hung, sizes, ratio)
  const { zoom } = fitWall(first, { width, height }, WALL_BAND)
  return planWall(hung, sizes, ratio, NAME_ROOM / zoom)
}
export const cellOf = (plan: WallPlan, page: string, channel: string): Cell | undefined =>
  plan.cells.find((c) => c.key === keyOfCell(page, channel))

/** The stage's view in which the whole wall is seen. */
export function fittedWallView(s: Walled & Pick<BenchState, 'page' | 'channel'>) {
  const plan = wallPlan(s)
  const cell = cellOf(plan, s.page, s.channel)
  return cell ? { ...viewOfCell(fitWall(plan, stageSize(), WALL_BAND), cell), fitted: true } : null
}
export function toggleWall(bench: Bench): void {
  const s = bench.store.getState()
  bench.set({ wall: s.wall ? null : newWall, view: { ...s.view, fitted: true } })
}
/** Goes on with another page of the wall, which stays where it hangs. */
export function workOn(bench: Bench, page: string, channel: string): void {
  const s = bench.store.getState()
  if (s.page === page && s.channel === channel) return
  const plan = wallPlan(s)
  const [from, to] = [cellOf(plan, s.page, s.channel), cellOf(plan, page, channel)]
  bench.show(page, channel)
  setWall(bench, { trying: null })
  if (from && to) bench.set({ view: viewOfCell(wallViewOf(s.view, from), to) })
}
/** The page under a point of the stage is the one that is worked on; true where it was another. */
export function enterUnder(bench: Bench, at: { x: number; y: number }): boolean {
  const s = bench.store.getState()
  if (!s.wall) return false
  const plan = wallPlan(s)
  const own = cellOf(plan, s.page, s.channel)
  const found = own && cellAt(plan, wallViewOf(s.view, own), at)
  if (!found || found === own) return false
  workOn(bench, found.page, found.channel)
  return true
}
export function setWall(bench: Bench, change: Partial<NonNullable<BenchState['wall']>>): void {
  const { wall, view } = bench.store.getState()
  if (!wall) return
  const hangs = change.sizes !== undefined || change.order !== undefined
  bench.set({ wall: { ...wall, ...change }, ...(hangs ? { view: { ...view, fitted: true } } : {}) })
}
/** Those with most findings first; as it is now, so that nothing jumps while they are mended. */
export function worstFirst(bench: Bench): void {
  const { design, findings, wall } = bench.store.getState()
  if (wall?.order) return setWall(bench, { order: null })
  const count = (channel: string) =>
    Object.keys(design.pages).reduce(
      (sum, page) => sum + openFindings(findings[keyOfCell(page, channel)] ?? [], design).length,
      0,
    )
  const order = inOrder(design.channels)
    .map((c) => c.id)
    .sort((a, b) => count(b) - count(a))
  setWall(bench, { order })
}
export function choose(bench: Bench, channel: string): void {
  const { wall } = bench.store.getState()
  if (!wall) return
  const chosen = wall.chosen.includes(channel)
    ? wall.chosen.filter((c) => c !== channel)
    : [...wall.chosen, channel]
  setWall(bench, { chosen })
}
/** The channels that are treated alike: those that were chosen, else the one that is worked on; never the master. */
export function treatedAlike({
  design,
  wall,
  channel,
}: Pick<BenchState, 'design' | 'wall' | 'channel'>): string[] {
  const chosen = (wall?.chosen ?? []).filter((c) => design.channels[c])
  return (chosen.length > 0 ? chosen : [channel]).filter((c) => c !== design.master)
}
const told = (channels: readonly string[]): string =>
  channels.length === 1 ? '' : ` on ${channels.length} channels`

export function arrangeAgain(bench: Bench, channels: readonly string[]): void {
  const { page } = bench.store.getState()
  bench.edit(`Arrange again${told(channels)}`, (d) => {
    for (const c of channels) delete d.arrangements[arrangementKey(page, c)]
  })
}
export function followAgain(bench: Bench, channels: readonly string[]): void {
  bench.edit(`Follow the master again${told(channels)}`, (d) => {
    for (const channel of channels) followMaster(d, { channel })
  })
}
/** What is selected is not seen on these channels; where it is seen on none of them it is again. */
export function hideHere(bench: Bench, channels: readonly string[]): void {
  const { selection, design } = bench.store.getState()
  if (selection.length === 0 || channels.length === 0) return
  const hides = (channel: string, id: string) =>
    design.changes[changeKey(channel, onLayer(id), 'shown')]?.value === false
  const shows = channels.every((c) => selection.every((id) => hides(c, id)))
  const targets = ofLayers(selection)
  bench.edit(`${shows ? 'Show' : 'Hide'} the selection${told(channels)}`, (d) => {
    for (const channel of channels)
      if (shows) followMaster(d, { channel, targets, property: (p) => p === 'shown' })
      else for (const id of selection) setOnLayer(d, channel, id, 'shown', false)
  })
}
/** Lays a page out by another arrangement. */
export function takeArrangement(bench: Bench, page: string, channel: string, arrangement: Arrangement): void {
  bench.edit('Another arrangement', (d) => {
    d.arrangements[arrangementKey(page, channel)] = arrangement
  })
}
/** Shows the other arrangements of a channel beneath it. */
export function tryOthers(bench: Bench, channel: string | undefined): void {
  const { wall, page } = bench.store.getState()
  if (!wall || !channel) return
  if (wall.trying?.channel === channel) return setWall(bench, { trying: null })
  workOn(bench, page, channel)
  const arrangements = bench.alternatives()
  if (arrangements.length < 2) bench.notify('There is no other arrangement of this channel that would do.')
  else setWall(bench, { trying: { channel, arrangements } })
}
/** What a hand changed on the channel that is worked on: of what is selected, or all of it where nothing is. */
export function changedHere(s: Pick<BenchState, 'design' | 'channel' | 'page' | 'selection'>): Change[] {
  const targets = s.selection.length > 0 ? ofLayers(s.selection) : onPageOf(s.design, s.page)
  return changesIn(s.design, { channel: s.channel, targets })
}
/** Carries what differs here over to others: those that were chosen, else those of like shape; places go by shares, so they fit there. */
export function carryOver(bench: Bench): void {
  const s = bench.store.getState()
  const changes = changedHere(s)
  const chosen = (s.wall?.chosen ?? []).filter(
    (c) => c !== s.design.master && c !== s.channel && s.design.channels[c],
  )
  const to = chosen.length > 0 ? chosen : likeShaped(s.design, s.channel)
  if (to.length === 0) return bench.notify('No other channel has nearly this shape. Choose some on the wall.')
  bench.edit(`Carry over${told(to)}`, (d) => {
    for (const channel of to) for (const c of changes) setOn(d, channel, c.target, c.property, c.value)
  })
  bench.notify(`Carried over to ${to.map((c) => s.design.channels[c]?.name).join(', ')}.`)
}

/** Carries what differs here over to the other pages, on this channel: to the things there of the same name and kind. */
export function carryOverPages(bench: Bench): void {
  const s = bench.store.getState()
  const { design, channel, page } = s
  const made = changedHere(s).flatMap((c) => {
    const layer = layerOfTarget(c.target)
    if (layer === null) return []
    return Object.keys(design.pages).flatMap((other) => {
      const twin = other === page ? null : twinOn(design, layer, design, other)
      return twin
        ? [{ page: other, change: changeOfCopy(c, twin, (id) => twinOn(design, id, design, other) ?? id) }]
        : []
    })
  })
  if (made.length === 0)
    return bench.notify('No other page has a thing of the same name and kind as what was changed here.')
  bench.edit('Carry over to the other pages', (d) => {
    for (const { change: c } of made) setOn(d, channel, c.target, c.property, c.value)
  })
  const pages = new Set(made.map((m) => design.pages[m.page]?.name ?? ''))
  bench.notify(`Carried over to ${[...pages].join(', ')}.`)
}
/** Opens the wall with the other arrangements of a channel beneath the one that it has. */
export function openTries(bench: Bench, channel: string): void {
  if (!bench.store.getState().wall) toggleWall(bench)
  if (bench.store.getState().wall?.trying?.channel !== channel) tryOthers(bench, channel)
}
