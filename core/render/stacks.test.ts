import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openHost } from '../../host/project'
import { BLEND_MODES, type BlendMode } from '../basics/blend-modes'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer } from '../kinds/new'
import { blendPixel, type Pixel } from '../pixels/blend-reference.test-data'
import { prepare, renderRegion } from './render-page'

const SIDE = 12
type Rect = {
  kind: 'rect'
  x: number
  y: number
  w: number
  h: number
  colour: [number, number, number]
  alpha: number
}
type Common = { opacity: number; mode: BlendMode; shown: boolean }
type Leaf = Rect & Common
type Tree =
  | Leaf
  | (Common & { kind: 'group'; open: boolean; children: Tree[] })
  | (Common & { kind: 'held'; holder: Rect; body: number; insides: Leaf[] })

// Dodge and burn jump at their equality tests, where floats may fall on either side; they have tests of their own.
const modes = BLEND_MODES.filter((m) => m !== 'color-dodge' && m !== 'color-burn')
const plain = modes.filter((m) => !['src-atop', 'dst-in', 'dst-out', 'dst-atop'].includes(m))
const level = fc.integer({ min: 0, max: 255 }).map((v) => v / 255)
const rect = fc.record<Rect>({
  kind: fc.constant('rect'),
  x: fc.integer({ min: -3, max: 9 }),
  y: fc.integer({ min: -3, max: 9 }),
  w: fc.integer({ min: 1, max: 14 }),
  h: fc.integer({ min: 1, max: 14 }),
  colour: fc.tuple(level, level, level),
  alpha: level,
})
const common = (of: readonly BlendMode[]) =>
  fc.record<Common>({ opacity: level, mode: fc.constantFrom(...of), shown: fc.nat(9).map((n) => n > 0) })
const leaf = (of: readonly BlendMode[] = modes): fc.Arbitrary<Leaf> =>
  fc.tuple(rect, common(of)).map(([r, c]) => ({ ...r, ...c }))
const { tree } = fc.letrec<{ tree: Tree }>((tie) => ({
  tree: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    leaf(),
    fc
      .tuple(common(modes), fc.boolean(), fc.array(tie('tree'), { minLength: 1, maxLength: 4 }))
      .map(([c, open, children]): Tree => ({ ...c, kind: 'group', open, children })),
    fc
      .tuple(common(modes), rect, level, fc.array(leaf(plain), { minLength: 1, maxLength: 3 }))
      .map(([c, holder, body, insides]): Tree => ({ ...c, kind: 'held', holder, body, insides })),
  ),
}))

/** What lies at a pixel, premultiplied, double precision. */
type P = Pixel
const clear: P = [0, 0, 0, 0]
const covers = (r: Rect, x: number, y: number): boolean =>
  x >= r.x && y >= r.y && x < r.x + r.w && y < r.y + r.h
const premultiplied = (r: Rect, x: number, y: number, k: number): P =>
  covers(r, x, y)
    ? [r.colour[0] * r.alpha * k, r.colour[1] * r.alpha * k, r.colour[2] * r.alpha * k, r.alpha * k]
    : clear
const straight = ([r, g, b, a]: P): P => (a > 0 ? [r / a, g / a, b / a, a] : clear)
const scaled = (p: P, k: number): P => p.map((v) => v * k) as P
/** Compositing and Blending 1, §5 and §10: a source onto what lies beneath, both premultiplied. */
const onto = (mode: BlendMode, beneath: P, source: P): P =>
  blendPixel(mode, straight(beneath), straight(source))

function compose(list: readonly Tree[], beneath: P, x: number, y: number): P {
  return list.reduce((b, node): P => {
    if (!node.shown) return b
    if (node.kind === 'rect') return onto(node.mode, b, premultiplied(node, x, y, node.opacity))
    // An open group with a mode of its own is closed (§3.3).
    if (node.kind === 'group' && node.open && node.mode === 'normal') {
      const through = compose(node.children, b, x, y)
      return b.map((v, k) => v + ((through[k] as number) - v) * node.opacity) as P
    }
    const own = node.kind === 'group' ? compose(node.children, clear, x, y) : held(node, x, y)
    return onto(node.mode, b, scaled(own, node.opacity))
  }, beneath)
}
/** Source-atop with blending (§9.1.10) on a holder whose body may be weaker than its coverage. */
function held(node: Extract<Tree, { kind: 'held' }>, x: number, y: number): P {
  const cover = premultiplied(node.holder, x, y, 1)[3]
  return node.insides.reduce(
    (v, i): P => {
      if (!i.shown) return v
      const s = premultiplied(i, x, y, i.opacity)
      const r = onto(i.mode, v, s)
      return r.map((value, k) => cover * value + (1 - cover) * (1 - s[3]) * (v[k] as number)) as P
    },
    premultiplied(node.holder, x, y, node.body),
  )
}

const hex = (v: number) =>
  Math.round(v * 255)
    .toString(16)
    .padStart(2, '0')
function designOf(list: readonly Tree[]): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const design = blankDesign('s', 'S', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#e9cdb0' })
  let n = 0
  const where = (parent: string | null) => {
    n++
    return {
      id: `l${n}`,
      page: 'page1',
      plane: 'subject' as const,
      parent,
      order: `a${String(n).padStart(4, '0')}x`,
    }
  }
  const shape = (r: Rect, parent: string | null, more: Partial<Layer>): Layer =>
    ({
      ...shapeLayer(where(parent), 'R', 'rectangle', boxAt(r.x, r.y, r.w, r.h), {
        kind: 'solid',
        colour: `#${r.colour.map(hex).join('')}${hex(r.alpha)}`,
      }),
      ...more,
    }) as Layer
  const add = (layer: Layer) => {
    design.layers[layer.id] = layer
    return layer.id
  }
  const put = (nodes: readonly Tree[], parent: string | null): void => {
    for (const t of nodes) {
      const more = { opacity: t.opacity, blend: t.mode, shown: t.shown }
      if (t.kind === 'rect') add(shape(t, parent, more))
      else if (t.kind === 'group')
        put(t.children, add({ ...groupLayer(where(parent), 'G'), ...more, open: t.open }))
      else {
        const inside = add(shape(t.holder, parent, { ...more, body: t.body }))
        for (const i of t.insides)
          add(shape(i, parent, { opacity: i.opacity, blend: i.mode, shown: i.shown, inside }))
      }
    }
  }
  put(list, null)
  return design
}

const host = openHost(async () => null)
const GROUND: P = [0xe9 / 255, 0xcd / 255, 0xb0 / 255, 1]

describe('random stacks of groups, holders, modes and operators', () => {
  it('are what the standard’s formulas give in double precision, within one level', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(tree, { minLength: 1, maxLength: 6 }), async (list) => {
        const page = await host.resolve(designOf(list), 'page1', 'square-post')
        const { data } = await renderRegion(
          await prepare(page, 1, host),
          { left: 0, top: 0, right: SIDE, bottom: SIDE },
          host.renderer,
        )
        for (let y = 0; y < SIDE; y += 2)
          for (let x = 0; x < SIDE; x += 3) {
            const exact = compose(list, GROUND, x, y)
            const at = (y * SIDE + x) * 4
            const alpha = data[at + 3] as number
            expect(Math.abs(alpha - exact[3] * 255)).toBeLessThanOrEqual(0.6)
            // Straight colours are rounded at their own strength: what is left of that counts by coverage.
            for (let k = 0; k < 3; k++)
              expect(
                Math.abs(((data[at + k] as number) * alpha) / 255 - (exact[k] as number) * 255),
              ).toBeLessThanOrEqual(1.05)
          }
      }),
      { numRuns: 150, seed: 5, endOnFailure: true },
    )
  })
  it('hidden layers, and layers wholly off the page, change nothing', async () => {
    const base: Leaf = {
      kind: 'rect',
      x: 0,
      y: 0,
      w: 12,
      h: 12,
      colour: [0.2, 0.5, 0.7],
      alpha: 0.8,
      opacity: 1,
      mode: 'normal',
      shown: true,
    }
    const bytes = async (list: Tree[]) => {
      const page = await host.resolve(designOf(list), 'page1', 'square-post')
      return (
        await renderRegion(
          await prepare(page, 1, host),
          { left: 0, top: 0, right: SIDE, bottom: SIDE },
          host.renderer,
        )
      ).data
    }
    const alone = await bytes([base])
    expect(
      await bytes([
        base,
        { ...base, shown: false, mode: 'difference' },
        { ...base, x: 400, mode: 'multiply' },
      ]),
    ).toEqual(alone)
  })
})
