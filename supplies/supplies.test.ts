import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { inOrder } from '../core/basics/order'
import { checkPage } from '../core/checks/check-page'
import { fromHex } from '../core/colour/colour'
import { toOklab } from '../core/colour/oklab'
import { leadingColour } from '../core/colour/palette'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { checkDesign } from '../core/design/edits'
import { PLANES } from '../core/kinds/planes'
import { openingsOf, viewsOf } from '../core/render/openings'
import { prepare } from '../core/render/render-page'
import { wordsIn } from '../core/text/near'
import { families, MANNERS } from '../core/type/catalogue'
import { readSvg } from '../core/vector/svg'
import { intakeCalls } from '../host/intake'
import { openHost } from '../host/project'
import { loadSupplies, lookupIn } from '../host/supplies'
import { everySupply } from './catalogue'
import { DesignBuilder, solid } from './demo/builder'
import { samples } from './demo/designs'
import { graphics, isTrimmed, svgOf } from './draw/graphics'
import { moreOverlays } from './draw/lights'
import { fractal, noise, random } from './draw/random'
import { rasterFile } from './draw/raster-file'
import { trimmed } from './draw/trimmed'
import { pairings } from './pairings'
import { OCCASIONS, SHELVES, sharedWords } from './shelves'
import { known, supplies } from './shipped'
import type { SupplyKind } from './supply'

const of = (kind: SupplyKind) => supplies.filter((s) => s.kind === kind)
const path = (file: string) => join('supplies/generated', file)
const loaded = await loadSupplies()
const lookup = lookupIn(loaded)

describe('the shipped supplies', () => {
  it('are as many as promised, each under one name', () => {
    expect(of('photo').length).toBeGreaterThanOrEqual(8 + 20)
    expect(of('cutout').length).toBeGreaterThanOrEqual(80)
    expect(of('texture').length).toBeGreaterThanOrEqual(30)
    expect(of('overlay').length).toBeGreaterThanOrEqual(36)
    expect(of('graphic').length).toBeGreaterThanOrEqual(200)
    expect(supplies.length).toBeGreaterThanOrEqual(66 + 320)
    expect(pairings.length).toBeGreaterThanOrEqual(20)
    expect(new Set(supplies.map((s) => s.id)).size).toBe(supplies.length)
    expect(new Set(supplies.map((s) => s.label)).size).toBeGreaterThan(supplies.length * 0.97)
  })
  it('are all there, and known by what they are', async () => {
    expect(everySupply.filter((s) => !known[s.id]).map((s) => s.id)).toEqual([])
    // Some are read anew: the index says what reading them says.
    for (const s of supplies.filter((_, n) => n % 29 === 0)) {
      const { info } = await intakeCalls.upload({
        bytes: new Uint8Array(readFileSync(path(s.file))),
        name: s.file,
      })
      expect(known[s.id], s.id).toMatchObject({
        sha: info.sha,
        width: info.width,
        height: info.height,
        opaque: info.opaque,
      })
    }
  })
  it('lie each on a shelf, and every shelf and occasion has enough', () => {
    const wordsOf = (s: (typeof supplies)[number]) => new Set(wordsIn(`${s.label} ${s.words} ${s.kind}`))
    for (const { label, words } of Object.values(SHELVES))
      expect(supplies.filter((s) => sharedWords(wordsOf(s), words) > 0).length, label).toBeGreaterThanOrEqual(
        12,
      )
    for (const { label, words } of Object.values(OCCASIONS))
      expect(supplies.filter((s) => sharedWords(wordsOf(s), words) > 0).length, label).toBeGreaterThanOrEqual(
        15,
      )
    const nowhere = supplies.filter(
      (s) =>
        s.kind !== 'texture' &&
        !Object.values(SHELVES).some(({ words }) => sharedWords(wordsOf(s), words) > 0),
    )
    expect(nowhere.map((s) => s.id)).toEqual([])
  })
  it('are drawn the same every time: a sample gives the same bytes again', async () => {
    for (const g of graphics.filter((_, n) => n % 17 === 0 || n === 40))
      expect(readFileSync(path(`graphics/${g.name}.svg`), 'utf8'), g.name).toBe(
        isTrimmed(g) ? trimmed(g) : svgOf(g),
      )
    const shadow = moreOverlays.find((o) => o.name === 'floor-shadow-small')
    if (!shadow) throw new Error('no such overlay')
    const shipped = readFileSync(path('overlays/floor-shadow-small.webp'))
    expect(Buffer.compare(await rasterFile(shadow), shipped)).toBe(0)
  })
  it('have frames, devices and windows whose openings are found: the largest is most of what they hold', async () => {
    const panes: Record<string, number> = {
      'window-with-panes': 6,
      'window-arched': 6,
      'window-round': 4,
      'window-wide-open': 3,
    }
    const framed = of('cutout').filter((s) => /\b(frame|device|window)\b/.test(s.words))
    expect(framed.length).toBeGreaterThanOrEqual(15)
    const host = openHost(async (sha) => [...loaded.values()].find((l) => l.sha === sha)?.bytes ?? null)
    for (const s of framed) {
      const b = new DesignBuilder('o', 'O', ['square-post'], 'square-post', '#ffffff', lookup)
      const id = b.picture('subject', s.id, { x: 140, y: 60, width: 700 })
      const plan = await prepare(await host.resolve(checkDesign(b.design), 'page1', 'square-post'), 0.5, host)
      const found = openingsOf(plan.nodes, id, host.renderer)
      expect(found.length, s.id).toBeGreaterThanOrEqual(panes[s.id] ?? 1)
      // One thing is seen through the panes of a window.
      if (panes[s.id]) expect(viewsOf(found)[0]?.length, s.id).toBe(found.length)
    }
  }, 60_000)
  it('can all be had in other colours: enough of each cutout is of the colour that it is called by', async () => {
    // What *Swap a colour* reaches as it begins: distances in OKLab, lightness at half.
    const REACH = 0.15
    for (const s of of('cutout')) {
      const { data, info } = await sharp(path(s.file))
        .resize(96, 96, { fit: 'inside' })
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true })
      const leads = leadingColour({ width: info.width, height: info.height, data })
      const is = toOklab(fromHex(leads ?? '#000000'))
      let [covered, reached] = [0, 0]
      for (let k = 0; k < data.length; k += 4) {
        const [r, g, b, a] = [0, 1, 2, 3].map((c) => (data[k + c] as number) / 255) as [
          number,
          number,
          number,
          number,
        ]
        const px = toOklab({ r, g, b })
        covered += a
        if (Math.hypot(0.5 * (px.l - is.l), px.a - is.a, px.b - is.b) < REACH) reached += a
      }
      expect(reached / covered, s.id).toBeGreaterThan(0.1)
    }
  }, 60_000)
  it('are whole, with soft edges without a fringe: nothing is cut off by its picture’s border, on black and on white no edge is beyond what lies within it', async () => {
    const isWhole = (data: Uint8Array, width: number, height: number) => {
      const covers = (n: number) => (data[n * 4 + 3] as number) > 8
      for (let x = 0; x < width; x++) if (covers(x) || covers((height - 1) * width + x)) return false
      for (let y = 0; y < height; y++) if (covers(y * width) || covers(y * width + width - 1)) return false
      return true
    }
    for (const s of of('cutout')) {
      const { data, info } = await sharp(path(s.file))
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true })
      const { width, height } = info
      expect(isWhole(data, width, height), `${s.id} is whole`).toBe(true)
      // Of clouds and glass everything is edge.
      if (/cloud|glass/.test(s.words)) continue
      let beyond = 0
      let edge = 0
      for (let y = 2; y < height - 2; y += 3)
        for (let x = 2; x < width - 2; x += 3) {
          const at = (y * width + x) * 4
          const a = data[at + 3] as number
          if (a < 90 || a > 165) continue
          // The lightness of the covered neighbours; a fringe would be lighter or darker than all of them.
          let [low, high] = [255, 0]
          for (let j = -2; j <= 2; j++)
            for (let i = -2; i <= 2; i++) {
              const o = at + (j * width + i) * 4
              if ((data[o + 3] as number) < 240) continue
              const v = ((data[o] as number) + 2 * (data[o + 1] as number) + (data[o + 2] as number)) / 4
              low = Math.min(low, v)
              high = Math.max(high, v)
            }
          if (high === 0) continue
          edge++
          const v = ((data[at] as number) + 2 * (data[at + 1] as number) + (data[at + 2] as number)) / 4
          if (v > high + 70 || v < low - 70) beyond++
        }
      if (edge > 200) expect(beyond / edge, s.id).toBeLessThan(0.04)
    }
  }, 60_000)
  it('have photos large enough: three upright of 1800 × 2600 and more, the others 2400 wide and more', async () => {
    const sizes = await Promise.all(of('photo').map(async (s) => sharp(path(s.file)).metadata()))
    const upright = sizes.filter((m) => (m.height ?? 0) > (m.width ?? 0))
    expect(
      upright.filter((m) => (m.width ?? 0) >= 1800 && (m.height ?? 0) >= 2600).length,
    ).toBeGreaterThanOrEqual(3)
    for (const m of sizes) expect((m.width ?? 0) >= 2400 || (m.width ?? 0) >= 1800).toBe(true)
    for (const m of sizes.filter((x) => !upright.includes(x))) expect(m.width).toBeGreaterThanOrEqual(2400)
  })
  it('have photos without noise at 100 %: hardly a px is darker than all that lies five px around it', async () => {
    const AROUND = 5
    for (const s of of('photo')) {
      const { data, info } = await sharp(path(s.file)).greyscale().raw().toBuffer({ resolveWithObject: true })
      const { width, height } = info
      const ring = [
        [AROUND, 0],
        [-AROUND, 0],
        [0, AROUND],
        [0, -AROUND],
        [4, 4],
        [-4, 4],
        [4, -4],
        [-4, -4],
      ].map(([x = 0, y = 0]) => y * width + x)
      let [lone, all] = [0, 0]
      for (let y = AROUND; y < height - AROUND; y += 4)
        for (let x = AROUND; x < width - AROUND; x += 4) {
          const at = y * width + x
          const least = Math.min(...ring.map((by) => data[at + by] as number))
          all++
          if ((data[at] as number) < least * 0.9 - 2) lone++
        }
      expect(lone / all, s.id).toBeLessThan(0.005)
    }
  }, 60_000)
  it('have photos with a spread of tones, not flat fields', async () => {
    for (const s of of('photo')) {
      const { channels } = await sharp(path(s.file)).resize(200).stats()
      expect(Math.max(...channels.map((c) => c.stdev)), s.id).toBeGreaterThan(18)
    }
  })
  it('have cutouts with soft edges and free corners', async () => {
    for (const s of of('cutout')) {
      const { data, info } = await sharp(path(s.file))
        .ensureAlpha()
        .extractChannel(3)
        .raw()
        .toBuffer({ resolveWithObject: true })
      const soft = data.reduce((n, a) => n + Number(a > 8 && a < 247), 0)
      const full = data.reduce((n, a) => n + Number(a >= 247), 0)
      expect(soft, s.id).toBeGreaterThan(info.width)
      expect(full + soft, s.id).toBeGreaterThan(info.width * info.height * 0.01)
      for (const corner of [0, info.width - 1, data.length - info.width, data.length - 1])
        expect(data[corner], s.id).toBeLessThan(40)
    }
  })
  it('have overlays that add or take light: see-through, or black to be screened', async () => {
    for (const s of of('overlay')) {
      const { hasAlpha } = await sharp(path(s.file)).metadata()
      expect(hasAlpha || ['screen', 'plus-lighter'].includes(s.blend), s.id).toBe(true)
    }
  })
  it('have graphics of at most 6 named parts, 24 and more of them of several, that the reader takes as paths', () => {
    for (const s of of('graphic')) {
      const art = readSvg(readFileSync(path(s.file), 'utf8'))
      const parts = Object.keys(art.parts)
      expect(parts.length >= 1 && parts.length <= 6, `${s.id}: ${parts.join()}`).toBe(true)
      expect(art.pieces.length, s.id).toBeGreaterThan(0)
      for (const colour of Object.values(art.parts))
        expect(colour, s.id).toMatch(/^#[0-9a-f]{6}([0-9a-f]{2})?$/)
      for (const piece of art.pieces) expect(parts).toContain(piece.part)
    }
    const several = of('graphic').filter(
      (s) => Object.keys(readSvg(readFileSync(path(s.file), 'utf8')).parts).length >= 2,
    )
    expect(several.length).toBeGreaterThanOrEqual(24)
  })
  it('are found by words, and stay small enough to ship', () => {
    for (const s of supplies) expect(s.words.split(' ').length, s.id).toBeGreaterThanOrEqual(2)
    const total = supplies.reduce((sum, s) => sum + statSync(path(s.file)).size, 0)
    expect(total).toBeLessThan(100 * 2 ** 20)
  })
  it('pair faces that are shipped', () => {
    const names = families.map((f) => f.name)
    for (const p of pairings) {
      expect(names).toContain(p.head.family)
      expect(names).toContain(p.small.family)
      expect(p.head.family).not.toBe(p.small.family)
    }
    expect(families.length).toBeGreaterThanOrEqual(16)
    expect(new Set(families.map((f) => f.kind))).toEqual(new Set(MANNERS))
  })
})

describe('the sample designs', () => {
  const all = samples.map((s) => ({ campaign: s.campaign, design: checkDesign(s.make(lookup)) }))
  it('are four campaigns; the first has all eight channels, one design a second page', () => {
    expect(new Set(all.map((a) => a.campaign)).size).toBe(4)
    expect(Math.max(...all.map((a) => Object.keys(a.design.channels).length))).toBe(8)
    expect(all.some((a) => Object.keys(a.design.pages).length === 2)).toBe(true)
    expect(all.length).toBeGreaterThanOrEqual(4)
  })
  it('are composed in depth: several planes, type and pictures or graphics', () => {
    for (const { design } of all)
      for (const page of inOrder(design.pages)) {
        const layers = Object.values(design.layers).filter((l) => l.page === page.id)
        expect(new Set(layers.map((l) => l.plane)).size, design.name).toBeGreaterThanOrEqual(3)
        expect(
          layers.some((l) => l.kind === 'type') &&
            layers.some((l) => l.kind === 'picture' || l.kind === 'graphic'),
          design.name,
        ).toBe(true)
        for (const l of layers) expect(PLANES).toContain(l.plane)
      }
  })
  it('are the same every time they are made', () => {
    for (const [n, s] of samples.entries()) expect(s.make(lookup)).toEqual(all[n]?.design)
  })
  it('have no open findings but the two left on purpose', async () => {
    const bytes = new Map([...loaded.values()].map((s) => [s.sha, s.bytes]))
    const host = openHost(async (sha) => bytes.get(sha) ?? null)
    const found: string[] = []
    for (const { design } of all)
      for (const page of inOrder(design.pages))
        for (const channel of inOrder(design.channels))
          for (const f of await checkPage(await host.resolve(design, page.id, channel.id), host))
            found.push(`${design.name}, ${channel.name}: ${f.check}`)
    expect(found.sort()).toEqual(['Bowls for soup, Link card: contrast', 'Opening day, A3 poster: enlarged'])
  }, 240_000)
})

describe('the builder of samples', () => {
  it('lays each thing above the last of its plane', () => {
    const b = new DesignBuilder('b', 'B', ['square-post'], 'square-post', '#ffffff', lookup)
    for (const x of [0, 10, 20])
      b.shape('setting', 'rectangle', { x, y: 0, width: 10, height: 10 }, solid('#123456'))
    expect(inOrder(b.design.layers).map((l) => l.placement.x)).toEqual([5, 15, 25])
  })
  it('refuses a supply that is not there', () => {
    const b = new DesignBuilder('b', 'B', ['square-post'], 'square-post', '#ffffff', lookup)
    expect(() => b.picture('subject', 'no-such-cup', { x: 0, y: 0, width: 10 })).toThrow(/no-such-cup/)
    expect(b.design.layers).toEqual(blankDesign('b', 'B', presetSpecs(['square-post'])).layers)
  })
})

describe('seeded randomness', () => {
  it('is the same for the same seed, spread evenly over 0 to 1', () => {
    const [a, b] = [random(7), random(7)]
    const list = Array.from({ length: 10_000 }, () => a())
    expect(list.slice(0, 20)).toEqual(Array.from({ length: 20 }, () => b()))
    expect(list.every((v) => v >= 0 && v < 1)).toBe(true)
    expect(list.reduce((s, v) => s + v, 0) / list.length).toBeCloseTo(0.5, 1)
    for (let n = 0; n < 10; n++)
      expect(list.filter((v) => Math.floor(v * 10) === n).length).toBeGreaterThan(850)
    expect(random(8)()).not.toBe(random(7)())
  })
  it('noise is smooth, stays in 0 to 1 and repeats at its period', () => {
    for (let n = 0; n < 400; n++) {
      const [x, y] = [n * 0.137, n * 0.071]
      const v = noise(x, y, 3, 8)
      expect(v >= 0 && v <= 1).toBe(true)
      expect(Math.abs(noise(x + 1e-4, y, 3, 8) - v)).toBeLessThan(1e-3)
      expect(noise(x + 8, y, 3, 8)).toBeCloseTo(v, 9)
      const f = fractal(x, y, 5)
      expect(f >= 0 && f <= 1).toBe(true)
    }
  })
})
