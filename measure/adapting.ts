import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { arrange, contained } from '../core/arrange/arrange'
import { FAULTS, type Fault, type FaultKind } from '../core/arrange/faults/fault'
import { afterOf, beforeOf, faultsOf } from '../core/arrange/faults/list'
import type { Source } from '../core/arrange/source'
import { type Made, trainingDesigns } from '../core/arrange/structures/made.test-data'
import { inOrder } from '../core/basics/order'
import { itemsOf } from '../core/compose/item'
import { read } from '../core/compose/read'
import type { Channel } from '../core/design/channel-schema'
import type { Design } from '../core/design/schema'
import { layerTree } from '../core/design/tree'
import { pageBounds } from '../core/render/plan'
import { renderPage } from '../core/render/render-page'
import { allFontFiles } from '../core/type/catalogue'
import { pngOf } from '../host/encode'
import { type NodeHost, openHost } from '../host/project'
import { type LoadedSupply, lookupIn } from '../host/supplies'
import { median, note, share } from './report'

/** Faults that nobody can post a page with. */
const HARD: readonly FaultKind[] = [
  'torn',
  'straddling',
  'on a subject',
  'flattened',
  'left out',
  'headline',
  'cut',
  'unsafe',
  'too small',
  'clear box',
  'no longer bleeds',
  'rule through words',
  'uneven',
  'unreadable',
  'covered',
]
const COUNT = 120
/** Beyond this ratio of the two pages' ratios a page is extreme. */
const EXTREME = 2.6

type Page = {
  made: Made
  channel: Channel
  faults: Fault[]
  contained: Fault[]
  ms: number
  torn: number
  relations: number
}
const ratioBetween = (a: { width: number; height: number }, b: { width: number; height: number }): number => {
  const r = a.width / a.height / (b.width / b.height)
  return Math.max(r, 1 / r)
}
const isHard = (f: Fault): boolean => HARD.includes(f.kind) && f.weight >= 0.3

/** Adapts the training designs to seventeen sizes each and tells what is wrong with them; with `--pictures` walls to look at. */
export async function measureAdapting(loaded: ReadonlyMap<string, LoadedSupply>): Promise<void> {
  const bySha = new Map([...loaded.values()].map((s) => [s.sha, s.bytes]))
  const host = openHost(async (sha) => bySha.get(sha) ?? null)
  await host.fonts.open(allFontFiles())
  const made = trainingDesigns(COUNT, host.fonts, lookupIn(loaded))
  const pages: Page[] = []
  for (const m of made) {
    await host.resolve(m.design, 'page1', m.design.master)
    pages.push(...pagesOf(m, host))
  }
  tell(pages)
  note(
    'An edit of one word followed on twelve channels',
    median(made.map((m) => followed(m, host))),
    'ms',
    60,
  )
  if (process.argv.includes('--pictures')) await walls(made, host)
}
function sourceOf(design: Design): Source {
  for (const layer of Object.values(design.layers)) Object.freeze(layer)
  return {
    nodes: layerTree(design, 'page1'),
    master: design.channels[design.master] as Channel,
    swatches: design.swatches,
    colour: design.pages.page1?.colour ?? '#ffffff',
    said: [],
  }
}
/** How long twelve channels take to follow when one word of a text becomes another, ms. */
function followed({ design }: Made, host: NodeHost): number {
  const source = sourceOf(design)
  const channels = inOrder(design.channels)
    .filter((c) => c.id !== design.master)
    .slice(0, 12)
  const chosen = channels.map((c) => arrange(source, c, null, host).chosen)
  const text = Object.values(design.layers).find((l) => l.kind === 'type' && l.text.includes(' '))
  if (text?.kind !== 'type') return 0
  const edited = { ...text, text: text.text.replace(/\S+$/u, 'stoneware') }
  const after = sourceOf({ ...design, layers: { ...design.layers, [text.id]: edited } })
  const from = performance.now()
  channels.forEach((c, n) => {
    arrange(after, c, chosen[n] ?? null, host)
  })
  return performance.now() - from
}
function pagesOf(m: Made, host: NodeHost): Page[] {
  const { design } = m
  const source = sourceOf(design)
  const { master } = source
  const before = beforeOf(read(source.nodes, master, host), master)
  return inOrder(design.channels).flatMap((channel): Page[] => {
    if (channel.id === design.master) return []
    const from = performance.now()
    const laid = arrange(source, channel, null, host)
    const ms = performance.now() - from
    const faults = faultsOf(
      before,
      afterOf(itemsOf(laid.nodes, host.fonts, host.lightOf), channel, laid.leftOut),
    )
    const even = contained(source, channel, host)
    const torn = faults.filter((f) => f.relation && (f.kind === 'torn' || f.kind === 'straddling')).length
    const relations = before.relations.filter(
      (r) => !['ground', 'frames', 'in-line', 'bleeds'].includes(r.kind),
    ).length
    return [
      {
        made: m,
        channel,
        faults: [...faults, ...laid.faults.filter((f) => f.kind === 'unreadable')],
        contained: [...even.faults],
        ms,
        torn,
        relations,
      },
    ]
  })
}
function tell(pages: readonly Page[]): void {
  const times = pages.map((p) => p.ms)
  const masterOf = (p: Page) => p.made.design.channels[p.made.design.master] as Channel
  const extreme = pages.filter((p) => ratioBetween(masterOf(p), p.channel) > EXTREME)
  const near = pages.filter((p) => !extreme.includes(p))
  const hard = (list: readonly Page[]) =>
    (100 * list.filter((p) => p.faults.some(isHard)).length) / Math.max(1, list.length)
  const weigh = (list: readonly Fault[]) => list.reduce((sum, f) => sum + FAULTS[f.kind] * f.weight, 0)
  note(
    'Torn relations',
    (100 * pages.reduce((s, p) => s + p.torn, 0)) /
      Math.max(
        1,
        pages.reduce((s, p) => s + p.relations, 0),
      ),
    '%',
    3,
  )
  note('Pages with a hard fault', hard(near), '%', 20)
  note('Pages with a hard fault beyond 1 : 2.6', hard(extreme), '%', 35)
  note(
    'Pages with a hard fault where all is contained evenly',
    (100 * pages.filter((p) => p.contained.some(isHard)).length) / pages.length,
    '%',
  )
  note(
    'Pages worse than contained',
    pages.filter((p) => weigh(p.faults) > weigh(p.contained) + 0.5).length,
    'pages',
    0,
  )
  note('Arranging a channel, median', median(times), 'ms', 15)
  note('Arranging a channel, 95th percentile', share(times, 0.95), 'ms', 60)
  if (process.argv.includes('--json')) return
  for (const kind of Object.keys(FAULTS) as FaultKind[]) {
    const of = (list: readonly Page[]) => list.filter((p) => p.faults.some((f) => f.kind === kind)).length
    if (of(pages) > 0)
      console.log(
        `  ${kind.padEnd(20)} ${String(of(near)).padStart(5)} of ${near.length}   ${String(of(extreme)).padStart(5)} of ${extreme.length} extreme`,
      )
  }
  const byStructure = new Map<string, Page[]>()
  for (const p of pages)
    for (const s of p.made.structures) byStructure.set(s, [...(byStructure.get(s) ?? []), p])
  for (const [s, list] of [...byStructure].sort()) {
    const kinds = new Map<string, number>()
    for (const p of list)
      for (const f of p.faults.filter(isHard))
        kinds.set(
          f.relation ? `${f.kind} ${f.relation.kind}` : f.kind,
          (kinds.get(f.relation ? `${f.kind} ${f.relation.kind}` : f.kind) ?? 0) + 1,
        )
    const top = [...kinds]
      .sort((a, b) => b[1] - a[1])
      .slice(0, 5)
      .map(([k, n]) => `${k} ${n}`)
    console.log(
      `  ${s.padEnd(12)} ${hard(list).toFixed(0).padStart(3)} % of ${list.length}: ${top.join(', ')}`,
    )
  }
}

const CELL = 190
/** One picture a design: its master large, its adaptations beside it. */
async function walls(made: readonly Made[], host: NodeHost): Promise<void> {
  const folder = join('.cache', 'walls')
  mkdirSync(folder, { recursive: true })
  const wanted = process.argv.includes('--designs')
    ? (process.argv[process.argv.indexOf('--designs') + 1] ?? '').split(',').map(Number)
    : null
  for (const [n, m] of made.entries())
    if (!wanted || wanted.includes(n))
      await wallOf(m.design, host, join(folder, `${String(n).padStart(3, '0')}.png`))
}
/** All channels of a design, to equal areas, in one picture. */
export async function wallOf(design: Design, host: NodeHost, path: string): Promise<void> {
  const channels = inOrder(design.channels).sort(
    (a, b) => Number(b.id === design.master) - Number(a.id === design.master),
  )
  const columns = 6
  const parts: { input: Buffer; left: number; top: number }[] = []
  for (const [n, c] of channels.entries()) {
    const page = await host.resolve(design, Object.keys(design.pages)[0] as string, c.id)
    const k = Math.min((CELL - 10) / c.width, (CELL - 10) / c.height)
    const picture = await renderPage(page, k, pageBounds(page, k), host)
    const png = Buffer.from(await pngOf(picture))
    parts.push({ input: png, left: (n % columns) * CELL + 5, top: Math.floor(n / columns) * CELL + 5 })
  }
  const height = Math.ceil(channels.length / columns) * CELL
  const wall = sharp({ create: { width: columns * CELL, height, channels: 3, background: '#8a8a8a' } })
  writeFileSync(path, await wall.composite(parts).png().toBuffer())
}
