import { useEffect } from 'react'
import type { Channel } from '@/core/design/channel-schema'
import { cellOf, wallPlan } from '../actions/wall'
import { placeOf, places, pxPerMm } from '../at-size/places'
import { stageSize } from '../stage/view'
import type { Bench, BenchState } from '../state/bench'
import { useBench, usePaced } from '../state/bench-context'
import { wallViewOf } from '../wall/layout'
import type { Show } from '../worker/protocol'

/** Pictures in the strip are at most so high, and so many times as wide, CSS px. */
export const STRIP = { height: 50, ratio: 1.9 }
/** Other arrangements beneath a page of the wall, CSS px. */
export const TRIED = { width: 132, height: 96 }
/** While the wall is zoomed pictures are stretched; when it rests so long they are made at the size they are seen. */
const REST_MS = 90
const MOST_SIDE = 2200
/** At full quality a picture is at most so long, px; where it is met it is never made coarser than for its first glances. */
const MOST_FULL = 5000
const LEAST_MET = 200

/** Small pictures are a little finer than they are shown. */
const FINE = 1.5

/** The pictures that the strip and the wall show, the one that is worked on first. */
export function showsOf(
  s: Pick<BenchState, 'design' | 'page' | 'channel' | 'wall' | 'view' | 'atSize'>,
  channels: readonly Channel[],
  ratio: number,
): Show[] {
  const fine = Math.max(FINE, ratio)
  const strip = channels.map((c): Show => {
    const k = Math.min(STRIP.height / c.height, (STRIP.height * STRIP.ratio) / c.width) * fine
    return { page: s.page, channel: c.id, width: c.width * k, height: c.height * k }
  })
  const met = s.atSize && metAt(s, ratio)
  if (met) return [met, ...strip.filter((t) => t.channel !== met.channel)]
  if (!s.wall) return strip
  const plan = wallPlan(s)
  const own = cellOf(plan, s.page, s.channel)
  if (!own) return strip
  const wall = wallViewOf(s.view, own)
  const stage = stageSize()
  const seen = (low: number, size: number, most: number) => low < most && low + size > 0
  const hung = plan.cells.flatMap((c): Show[] => {
    const [x, y] = [wall.x + c.x * wall.zoom, wall.y + c.y * wall.zoom]
    const [w, h] = [c.width * wall.zoom, c.height * wall.zoom]
    if (!seen(x, w, stage.width) || !seen(y, h, stage.height)) return []
    const k = Math.min(Math.max(w, h) * ratio, MOST_SIDE) / Math.max(w, h)
    return [{ page: c.page, channel: c.channel, width: Math.round(w * k), height: Math.round(h * k) }]
  })
  const held = new Set(hung.map((h) => `${h.page}/${h.channel}`))
  const { trying } = s.wall
  const c = s.design.channels[trying?.channel ?? '']
  const k = c ? Math.min(TRIED.width / c.width, TRIED.height / c.height) * fine : 1
  const tried = (c && trying ? trying.arrangements : []).map((arrangement, n): Show => {
    const [width, height] = [(c?.width ?? 1) * k, (c?.height ?? 1) * k]
    return { page: s.page, channel: c?.id ?? '', width, height, as: { key: `other-${n}`, arrangement } }
  })
  return [...tried, ...hung, ...strip.filter((t) => !held.has(`${t.page}/${t.channel}`))]
}
/** The channel that is worked on, as large as it is seen where it is met, or px for px as it will be delivered. */
function metAt(s: Pick<BenchState, 'design' | 'page' | 'channel' | 'atSize'>, ratio: number): Show | null {
  const channel = s.design.channels[s.channel]
  if (!channel || !s.atSize) return null
  const { full, metres, place } = s.atSize
  const seen = places[place ?? placeOf(channel)].seen(channel, { pxPerMm: pxPerMm(), metres })
  const wanted = full ? 1 : (Math.max(seen.width, LEAST_MET) * ratio) / channel.width
  const k = Math.min(wanted, full ? MOST_FULL / Math.max(channel.width, channel.height) : 1)
  return {
    page: s.page,
    channel: channel.id,
    width: Math.round(channel.width * k),
    height: Math.round(channel.height * k),
  }
}
/** Asks for the pictures that are shown, again whenever others or larger ones are. */
export function useShows(channels: readonly Channel[]): void {
  const bench: Bench = useBench()
  const s = usePaced('kept', (state) => ({
    design: state.design,
    page: state.page,
    channel: state.channel,
    wall: state.wall,
    atSize: state.atSize,
    view: state.wall ? state.view : null,
  }))
  useEffect(() => {
    const tell = () =>
      bench.client.setLineup(
        showsOf({ ...s, view: bench.store.getState().view }, channels, window.devicePixelRatio || 1),
      )
    if (!s.wall) return tell()
    const rest = setTimeout(tell, REST_MS)
    return () => clearTimeout(rest)
  }, [bench, s, channels])
}
