import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { inOrder } from '../basics/order'
import { linesOf } from '../compose/item'
import type { Channel } from '../design/channel-schema'
import { arrangementKey, type Design } from '../design/schema'
import { layerTree } from '../design/tree'
import { areaOf, contains, overlapArea, overlaps, unionOf } from '../geometry/bounds'
import { apply } from '../geometry/matrix'
import { matrixOf, placedBounds } from '../geometry/placement'
import { boundsOfPolygon, mapPolygon, overlapOfPolygons, type Polygon } from '../geometry/polygon'
import { shapeLayer } from '../kinds/new'
import { resolve } from '../resolve/resolve'
import { flatResolved, type ResolvedPage } from '../resolve/resolved'
import { allFontFiles } from '../type/catalogue'
import { layoutType } from '../type/layout'
import { makeDesign } from './made-designs.test-data'
import { edgesCrossed, nodeBounds, unitsOf } from './units'

const fonts = openFonts()
const context = { fonts, lightOf: () => null }
beforeAll(() =>
  fonts.open(
    allFontFiles().filter((f) => /fraunces|anton|karla|caveat|zilla|noto-sans|instrument/.test(f.slug)),
  ),
)

const COUNT = 300
type Case = { design: Design; page: ResolvedPage; name: string }
const cases = (): Case[] =>
  Array.from({ length: COUNT }, (_, seed) => makeDesign(seed, fonts)).flatMap((design) =>
    inOrder(design.channels).map((c) => ({
      design,
      page: resolve(design, { page: 'page1', channel: c.id }, context),
      name: `${design.id} on ${c.id}`,
    })),
  )
const typeOn = (page: ResolvedPage) =>
  flatResolved(page.layers).flatMap(({ layer }) => {
    if (layer.kind !== 'type') return []
    const layout = layoutType(fonts, layer.text, layer.style, layer.placement.width)
    // What is seen of it: its lines from the capitals to the foot.
    const lines = linesOf(layout).map((p) => mapPolygon(matrixOf(layer.placement), p))
    const box = lines.length > 0 ? unionOf(lines.map(boundsOfPolygon)) : placedBounds(layer.placement)
    return [{ layer, layout, lines, box, top: layer.parent === null }]
  })
const shared = (a: readonly Polygon[], b: readonly Polygon[]): number =>
  a.reduce((sum, p) => sum + b.reduce((more, q) => more + overlapOfPolygons(p, q), 0), 0)

describe(`${COUNT} made designs on eight channels`, () => {
  let all: Case[] = []
  beforeAll(() => {
    all = cases()
  }, 240_000)
  const every = (what: string, faults: (c: Case) => string[]) =>
    it(what, () => {
      const found = all.flatMap((c) => faults(c).map((f) => `${c.name}: ${f}`))
      expect(found.slice(0, 16), `${found.length} faults`).toEqual([])
    })
  const adapted = (c: Case) => c.page.channel.id !== c.design.master

  every('keep type inside the safe area', (c) =>
    adapted(c)
      ? typeOn(c.page)
          .filter((t) => !contains(c.page.safe, t.box, 1.5))
          .map((t) => `${t.layer.name} at ${JSON.stringify(t.box)}`)
      : [],
  )
  every('keep type off the clear boxes', (c) =>
    adapted(c)
      ? typeOn(c.page)
          .filter((t) => c.page.clear.some((b) => overlaps(b, t.box)))
          .map((t) => `${t.layer.name}`)
      : [],
  )
  every('set no type below the channel’s smallest', (c) =>
    adapted(c)
      ? typeOn(c.page)
          .filter((t) => t.layer.style.size < c.page.channel.smallestType - 0.05)
          .map((t) => `${t.layer.name} ${t.layer.style.size}`)
      : [],
  )
  every('cut no text: every line fits its box, every box its lines', (c) =>
    adapted(c)
      ? typeOn(c.page)
          .filter(
            ({ layout, layer, top }) =>
              layout.height > layer.placement.height + 1 ||
              (top && layout.lines.some((l) => l.width > layer.placement.width + 1)),
          )
          .map(({ layout, layer }) => `${layer.name} ${layout.height} in ${layer.placement.height}`)
      : [],
  )
  every('lay no type over type that was not so on the master', (c) => {
    const types = typeOn(c.page)
    return adapted(c)
      ? types.flatMap((a, n) =>
          types.slice(n + 1).flatMap((b) => {
            if (shared(a.lines, b.lines) <= 1) return []
            const [ma, mb] = [c.design.layers[a.layer.id], c.design.layers[b.layer.id]]
            return ma && mb && overlapArea(placedBounds(ma.placement), placedBounds(mb.placement)) > 1
              ? []
              : [`${a.layer.name} over ${b.layer.name}`]
          }),
        )
      : []
  })
  every('keep what bled bleeding over the same edges', (c) => {
    const master = c.design.channels[c.design.master] as Channel
    const units = unitsOf(layerTree(c.design, 'page1'), master)
    return units
      .filter((u) => u.kind === 'edge')
      .flatMap((u) => {
        const to = c.page.layers.find((l) => l.layer.id === u.id)
        const box = to ? placedBounds(to.layer.placement) : null
        if (!box) return [`${u.id} is gone`]
        const [was, is] = [
          edgesCrossed(u.bounds, master.width, master.height),
          edgesCrossed(box, c.page.width, c.page.height),
        ]
        return (['left', 'right', 'top', 'bottom'] as const)
          .filter((e) => was[e] && !is[e])
          .map((e) => `${u.node.layer.name} left the ${e} edge`)
      })
  })
  every('cover the page with its bleed and keep focal points in view', (c) =>
    c.page.layers.flatMap(({ layer }) => {
      if (layer.kind !== 'picture' || layer.plane !== 'backdrop') return []
      const box = placedBounds(layer.placement)
      const outer = {
        left: -c.page.bleed,
        top: -c.page.bleed,
        right: c.page.width + c.page.bleed,
        bottom: c.page.height + c.page.bleed,
      }
      const focal = apply(matrixOf(layer.placement), {
        x: layer.placement.width * layer.focal.x,
        y: layer.placement.height * layer.focal.y,
      })
      const inView = focal.x >= 0 && focal.y >= 0 && focal.x <= c.page.width && focal.y <= c.page.height
      return [
        ...(contains(box, outer, 0.5) ? [] : ['the photo does not cover']),
        ...(inView ? [] : [`focal point at ${focal.x}, ${focal.y}`]),
      ]
    }),
  )
  every('neither merely scale nor letterbox where the ratio differs by more than 15 %', (c) => {
    const master = c.design.channels[c.design.master] as Channel
    const [r, s] = [c.page.width / c.page.height, master.width / master.height]
    if (Math.max(r, s) / Math.min(r, s) <= 1.15) return []
    const k = Math.min(c.page.width / master.width, c.page.height / master.height)
    const [dx, dy] = [(c.page.width - master.width * k) / 2, (c.page.height - master.height * k) / 2]
    const short = Math.min(c.page.width, c.page.height)
    const moved = layerTree(c.design, 'page1').some((node) => {
      const [from, to] = [nodeBounds(node), c.page.layers.find((l) => l.layer.id === node.layer.id)]
      const box = to ? nodeBounds(to) : null
      return (
        from &&
        box &&
        Math.max(Math.abs(box.left - from.left * k - dx), Math.abs(box.top - from.top * k - dy)) >
          short * 0.01
      )
    })
    return moved ? [] : ['only scaled']
  })
  every('leave a text its turn, or set it upright where the channel is too small for it', (c) =>
    typeOn(c.page).flatMap(({ layer, top }) => {
      const was = c.design.layers[layer.id]?.placement.rotation ?? 0
      const is = layer.placement.rotation
      if (!top || is === was) return []
      return Math.abs(was) > 30 && is === 0 ? [] : [`${layer.name} turned from ${was} to ${is}`]
    }),
  )
  every('keep type clear of a subject that asks for it, where it was clear on the master', (c) => {
    if (!adapted(c)) return []
    const subject = c.page.layers.find((l) => l.layer.behaviour.keepsClear)
    const from = subject && c.design.layers[subject.layer.id]
    if (!subject || !from) return []
    const [at, was] = [placedBounds(subject.layer.placement), placedBounds(from.placement)]
    const free = !Object.values(c.design.layers).some(
      (l) => l.kind === 'type' && overlapArea(placedBounds(l.placement), was) > 1,
    )
    // What must be there stays, even where there is no room around the subject.
    const spare = typeOn(c.page).some((t) => t.top && t.layer.behaviour.importance !== 'must')
    return free && spare
      ? typeOn(c.page).flatMap((t) =>
          overlapArea(t.box, at) > areaOf(t.box) * 0.01 ? [`${t.layer.name} meets it`] : [],
        )
      : []
  })
  every('scale pictures evenly', (c) =>
    c.page.layers.flatMap(({ layer }) => {
      const from = c.design.layers[layer.id]
      if (layer.kind !== 'picture' || !from) return []
      const [a, b] = [
        layer.placement.width / from.placement.width,
        layer.placement.height / from.placement.height,
      ]
      return Math.abs(a / b - 1) < 1e-6 ? [] : [`${layer.name} ${a} × ${b}`]
    }),
  )
  it('leave out only what is said to matter less, and leave little out', () => {
    const left = all.flatMap((c) => c.page.leftOut.map((id) => c.design.layers[id]?.behaviour.importance))
    const shown = all.reduce((n, c) => n + typeOn(c.page).length, 0)
    expect(left.length / (left.length + shown)).toBeLessThan(0.08)
    for (const c of all) {
      const ranks = { may: 0, should: 1, must: 2 }
      const out = c.page.leftOut.map((id) => ranks[c.design.layers[id]?.behaviour.importance ?? 'must'])
      const kept = typeOn(c.page)
        .filter((t) => t.top)
        .map((t) => ranks[t.layer.behaviour.importance])
      if (out.length > 0 && kept.length > 0)
        expect(Math.max(...out)).toBeLessThanOrEqual(Math.min(2, Math.max(...kept)))
    }
  })
})

describe('arrangements', () => {
  const first = () => makeDesign(5, fonts)
  const on = (design: Design, channel: string) => resolve(design, { page: 'page1', channel }, context)
  const stored = (design: Design): Design => ({
    ...design,
    arrangements: Object.fromEntries(
      inOrder(design.channels).flatMap((c) => {
        const { arrangement } = on(design, c.id)
        return arrangement ? [[arrangementKey('page1', c.id), arrangement]] : []
      }),
    ),
  })

  it('are the same for the same design', () => {
    const design = first()
    expect(on(design, 'wide-header').arrangement).toEqual(
      on(structuredClone(design), 'wide-header').arrangement,
    )
  })
  it('stay while things are dragged on the master: no layout flips', () => {
    const design = stored(first())
    const subject = Object.values(design.layers).find((l) => l.name === 'Subject 1')
    if (!subject) throw new Error('no subject')
    for (const c of inOrder(design.channels)) {
      if (c.id === design.master) continue
      let before = on(design, c.id)
      for (let step = 1; step <= 12; step++) {
        const moved: Design = {
          ...design,
          layers: {
            ...design.layers,
            [subject.id]: {
              ...subject,
              placement: { ...subject.placement, x: subject.placement.x + step * 9 },
            },
          },
        }
        const after = on(moved, c.id)
        expect(after.chosenAnew).toBe(false)
        // Small steps of the hand make small steps everywhere.
        for (const l of after.layers) {
          const was = before.layers.find((b) => b.layer.id === l.layer.id)
          if (was && l.layer.kind === 'type')
            expect(
              Math.hypot(
                l.layer.placement.x - was.layer.placement.x,
                l.layer.placement.y - was.layer.placement.y,
              ),
            ).toBeLessThan(Math.min(c.width, c.height) * 0.12)
        }
        before = after
      }
    }
  })
  it('give way where a hard rule breaks: a text that no longer fits is arranged anew', () => {
    const design = stored(first())
    const text = Object.values(design.layers).find((l) => l.name === 'Text 1')
    if (text?.kind !== 'type') throw new Error('no text')
    const long: Design = {
      ...design,
      layers: { ...design.layers, [text.id]: { ...text, text: 'Incomprehensibilities '.repeat(9) } },
    }
    const page = on(long, 'video-thumbnail')
    for (const t of typeOn(page)) expect(contains(page.safe, t.box, 1.5)).toBe(true)
  })
  it('keep a plate behind its text', () => {
    const design = first()
    const title = Object.values(design.layers).find((l) => l.name === 'Text 1')
    if (!title) throw new Error('no text')
    const p = title.placement
    const spot = { id: 'plate', page: 'page1', plane: 'message', parent: null, order: 'Zz' } as const
    const box = { ...p, width: p.width + 40, height: p.height + 24 }
    const made = shapeLayer(spot, 'Plate', 'rectangle', box, { kind: 'solid', colour: '#ffffff' })
    const page = on({ ...design, layers: { ...design.layers, plate: made } }, 'link-card')
    const [back, text] = [
      page.layers.find((l) => l.layer.id === 'plate'),
      page.layers.find((l) => l.layer.id === title.id),
    ]
    expect(text).toBeDefined()
    if (!text) return
    expect(back && contains(placedBounds(back.layer.placement), placedBounds(text.layer.placement), 1)).toBe(
      true,
    )
    expect(areaOf(placedBounds(back?.layer.placement ?? p))).toBeLessThan(
      areaOf(placedBounds(text.layer.placement)) * 3,
    )
  })
})
