import type { Dab } from '../design/mask'
import { edgesOf } from './edges'
import { furtherLook } from './features'
import { judge, type Network } from './network'
import type { Lab } from './picture'

export const KEEP = 1
export const DROP = 2

/** px that dabs settle: 1 kept, 2 dropped, 0 open; a later dab lies over an earlier one. */
export function settledBy(dabs: readonly Dab[], width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height)
  for (const dab of dabs) {
    const r = Math.max(0.7, dab.radius * Math.min(width, height))
    const [cx, cy] = [dab.x * width - 0.5, dab.y * height - 0.5]
    for (let y = Math.max(0, Math.ceil(cy - r)); y <= Math.min(height - 1, cy + r); y++)
      for (let x = Math.max(0, Math.ceil(cx - r)); x <= Math.min(width - 1, cx + r); x++)
        if ((x - cx) ** 2 + (y - cy) ** 2 <= r * r) out[y * width + x] = dab.keep ? KEEP : DROP
  }
  return out
}

/** How far each px is from a dab, by ways that shun edges: px of plain picture, each step over a full edge counting some forty. */
function waysFrom(seeds: Uint8Array, edges: Float32Array | null, width: number, height: number): Float32Array {
  const out = Float32Array.from(seeds, (s) => (s ? 0 : 1e6))
  const pass = (n: number, m: number, length: number) => {
    const e = edges ? Math.min(2.5, edges[n] as number) : 0
    const way = (out[m] as number) + length * (1 + 8 * e * e)
    if (way < (out[n] as number)) out[n] = way
  }
  for (let round = 0; round < (edges ? 3 : 1); round++) {
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const n = y * width + x
        if (x > 0) pass(n, n - 1, 1)
        if (y > 0) pass(n, n - width, 1)
        if (x > 0 && y > 0) pass(n, n - width - 1, Math.SQRT2)
        if (x < width - 1 && y > 0) pass(n, n - width + 1, Math.SQRT2)
      }
    for (let y = height - 1; y >= 0; y--)
      for (let x = width - 1; x >= 0; x--) {
        const n = y * width + x
        if (x < width - 1) pass(n, n + 1, 1)
        if (y < height - 1) pass(n, n + width, 1)
        if (x < width - 1 && y < height - 1) pass(n, n + width + 1, Math.SQRT2)
        if (x > 0 && y < height - 1) pass(n, n + width - 1, Math.SQRT2)
      }
  }
  return out
}

/** How far what a dab says is taken to reach: on ways that shun edges and in a straight line, shares of the shorter side. */
const WAYS = [0.06, 0.25]
const STRAIGHT = [0.08, 0.3]

/** What a person's dabs tell of each px: how near it lies to what is kept and to what is dropped, and how like it is to them. */
function dabPlanes(p: Lab, edges: Float32Array, dabs: readonly Dab[]): Float32Array[] {
  const { width, height } = p
  const short = Math.min(width, height)
  const settled = settledBy(dabs, width, height)
  const tint = (plane: Float32Array, n: number) => (plane[n] as number) / Math.max(0.12, p.l[n] as number)
  return [KEEP, DROP].flatMap((kind) => {
    const seeds = settled.map((s) => (s === kind ? 1 : 0))
    const nearness = (ways: Float32Array, reach: number) => ways.map((way) => 2 * Math.exp(-way / (reach * short)))
    const [around, across] = [waysFrom(seeds, edges, width, height), waysFrom(seeds, null, width, height)]
    const touched = dabs
      .filter((d) => (kind === KEEP) === d.keep)
      .map((d) => {
        const n = Math.min(height - 1, Math.floor(d.y * height)) * width + Math.min(width - 1, Math.floor(d.x * width))
        return { l: p.l[n] as number, a: p.a[n] as number, b: p.b[n] as number, ta: tint(p.a, n), tb: tint(p.b, n) }
      })
    const like = (difference: (c: (typeof touched)[0], n: number) => number) =>
      Float32Array.from(p.l, (_, n) => touched.reduce((m, c) => Math.max(m, 2 * Math.exp(-difference(c, n))), 0))
    return [
      ...WAYS.map((reach) => nearness(around, reach)),
      ...STRAIGHT.map((reach) => nearness(across, reach)),
      like((c, n) => 400 * (((p.l[n] as number) - c.l) ** 2 + 2.5 * (((p.a[n] as number) - c.a) ** 2 + ((p.b[n] as number) - c.b) ** 2))),
      like((c, n) => 300 * ((tint(p.a, n) - c.ta) ** 2 + (tint(p.b, n) - c.tb) ** 2)),
    ]
  })
}

/** How far a dab goes over plain picture, shares of the shorter side. */
const REACH = 0.18
/** What is believed, and what lies under a dab or is near it without an edge between as the dab says. */
export function pulled(p: Lab, belief: Float32Array, settled: Uint8Array): Float32Array {
  const { width, height } = p
  const { edges } = edgesOf([p.l, p.a, p.b], [1, 1.6, 1.6], width, height)
  const reach = REACH * Math.min(width, height)
  const [keep, drop] = [KEEP, DROP].map((kind) =>
    waysFrom(
      settled.map((s) => (s === kind ? 1 : 0)),
      edges,
      width,
      height,
    ),
  ) as [Float32Array, Float32Array]
  return belief.map((v, n) => {
    const [k, d] = [Math.exp(-(keep[n] as number) / reach), Math.exp(-(drop[n] as number) / reach)]
    const pull = Math.max(k, d)
    return v * (1 - pull) + (k > d ? pull : 0)
  })
}

/** All that a correcting network is told: the picture, what is believed of it so far, and the dabs. */
export function correctionPlanes(p: Lab, features: readonly Float32Array[], belief: Float32Array, dabs: readonly Dab[]): Float32Array[] {
  const { edges } = edgesOf([p.l, p.a, p.b], [1, 1.6, 1.6], p.width, p.height)
  return [...features, ...furtherLook(p, belief), ...dabPlanes(p, edges, dabs)]
}

/** How far around a dab what it says is heeded, shares of the shorter side: a third of it at this distance. */
const SAYS = 0.2
/** What is believed of each px once a person has corrected it. */
export function corrected(
  p: Lab,
  features: readonly Float32Array[],
  first: Float32Array,
  dabs: readonly Dab[],
  networks: readonly Network[],
): Float32Array {
  const whole = networks.reduce((belief, net) => judge(net, correctionPlanes(p, features, belief, dabs)), first)
  // A dab says nothing of what is far from it: there the first belief stays.
  const { width, height } = p
  const ways = waysFrom(
    settledBy(dabs, width, height).map((s) => (s ? 1 : 0)),
    null,
    width,
    height,
  )
  const near = SAYS * Math.min(width, height)
  return whole.map((v, n) => {
    const w = Math.exp(-(((ways[n] as number) / near) ** 2))
    return (first[n] as number) * (1 - w) + v * w
  })
}
