import { connectedParts, within } from '../geometry/connected'
import type { Dab } from '../masks/mask'
import { binsOf, likelier, oddsOf } from './colour-model'
import type { Lab, Size } from './copies'
import { blurred } from './edges'
import { leastCut, STEPS } from './max-flow'

/** How much a part must be believed in on the mean, and of how many px it must be, to stay beside the main one. */
const PART_BELIEF = 0.35
const PART_SIZE = 6
/** What a cut between like neighbours costs against what a px costs on the wrong side. */
const SMOOTH = 6
/** How much the colours of both sides and what was believed count, in log odds; how often they are told anew. */
const COLOUR = 0.5
const BELIEF = 1.2
const ROUNDS = 2
/** How much of what is believed comes from the first belief and not from the cut before, and how far that is spread, shares of the shorter side. */
const FIRST = 0.7
const SPREAD = 0.012
/** How far a dab goes over plain picture, shares of the shorter side, and how many px of that a step costs to where the opposite is believed. */
const REACH = 0.08
const OTHERWISE = 80
export const KEEP = 1
export const DROP = 2
/** What holds a px to the side that it was told to be of. */
const certain = (side: number): number => (side === KEEP ? 1e4 : -1e4)

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

/** What it costs to cut between neighbours, or between those in `only` and theirs: little where the colour changes. */
function linksOf(p: Lab, smooth: number, only: readonly number[] | null = null): Float32Array {
  const { width, height, l, a, b } = p
  let [sum, count] = [0, 0]
  const difference = (n: number, m: number): number => {
    const light = (l[n] as number) - (l[m] as number)
    const [green, blue] = [(a[n] as number) - (a[m] as number), (b[n] as number) - (b[m] as number)]
    return 0.5 * light * light + 2 * (green * green + blue * blue)
  }
  for (let y = 0; y < height - 1; y++)
    for (let x = 0; x < width - 1; x++) {
      const n = y * width + x
      sum += difference(n, n + 1) + difference(n, n + width)
      count += 2
    }
  const beta = 1 / (2 * Math.max(1e-7, sum / Math.max(1, count)))
  const out = new Float32Array(width * height * 8)
  const across = Int32Array.from(STEPS, ([x]) => x)
  const down = Int32Array.from(STEPS, ([, y]) => y)
  const link = (x: number, y: number, d: number): void => {
    const u = x + (across[d] as number)
    const v = y + (down[d] as number)
    if (u < 0 || v < 0 || u >= width || v >= height) return
    const [n, m] = [y * width + x, v * width + u]
    const cost =
      (smooth * (0.04 + Math.exp(-beta * difference(n, m)))) / (u !== x && v !== y ? Math.SQRT2 : 1)
    out[n * 8 + d] = cost
    out[m * 8 + (d ^ 1)] = cost
  }
  if (only) for (const n of only) for (let d = 0; d < 8; d++) link(n % width, Math.floor(n / width), d)
  // Every second step leads on, the one after it back.
  else
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) for (let d = 0; d < 8; d += 2) link(x, y, d)
  return out
}

/** Leaves the parts that are believed in, of some size or the most of all, and those that a dab keeps. */
function mainParts(
  cut: Uint8Array,
  belief: Float32Array,
  settled: Uint8Array,
  width: number,
  height: number,
): Uint8Array {
  const parts = [...connectedParts(width, height, (n) => cut[n] === 1, within(1))].map((cells) => ({
    cells,
    sum: cells.reduce((s, n) => s + (belief[n] as number), 0),
    kept: cells.some((n) => settled[n] === KEEP),
  }))
  const most = parts.reduce((m, p) => Math.max(m, p.sum), 0)
  const out = new Uint8Array(cut.length)
  for (const { cells, sum, kept } of parts)
    if (kept || sum === most || (sum > cells.length * PART_BELIEF && cells.length > PART_SIZE))
      for (const n of cells) out[n] = 1
  return out
}

/**
 * How far each px is from a dab, by ways that shun edges and what is believed otherwise: px of plain picture, each step over a full
 * edge counting some forty, from one side to the other `OTHERWISE`.
 */
function waysFrom(
  seeds: Uint8Array,
  edges: Float32Array,
  belief: Float32Array,
  width: number,
  height: number,
): Float32Array {
  const out = Float32Array.from(seeds, (s) => (s ? 0 : 1e6))
  const pass = (n: number, m: number, length: number) => {
    const e = Math.min(2.5, edges[n] as number)
    const way =
      (out[m] as number) +
      length * (1 + 8 * e * e) +
      OTHERWISE * Math.abs((belief[n] as number) - (belief[m] as number))
    if (way < (out[n] as number)) out[n] = way
  }
  for (let round = 0; round < 3; round++) {
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

/** What is believed of a picture with a person's dabs: what they lie on goes with them up to its `edges` (`edgesOf`). */
export function heldTo(
  p: Size,
  first: Float32Array,
  dabs: readonly Dab[],
  edges: () => Float32Array,
): Float32Array {
  if (dabs.length === 0) return first
  const { width, height } = p
  const settled = settledBy(dabs, width, height)
  const reach = REACH * Math.min(width, height)
  const [keep, drop] = [KEEP, DROP].map((which) =>
    waysFrom(
      settled.map((s) => (s === which ? 1 : 0)),
      edges(),
      first,
      width,
      height,
    ),
  ) as [Float32Array, Float32Array]
  return first.map((v, n) => {
    const [k, d] = [Math.exp(-(keep[n] as number) / reach), Math.exp(-(drop[n] as number) / reach)]
    const pull = Math.max(k, d)
    return v * (1 - pull) + (k > d ? pull : 0)
  })
}

/**
 * The main thing of a photo, 1, and its ground, 0: from what is believed of each px, a person's dabs included, then by turns the
 * colours of both and the least cut between them (C. Rother et al., “GrabCut”, SIGGRAPH 2004, with densities over OKLab for the
 * mixtures). What dabs lie on is held to.
 */
export function segment(p: Lab, held: Float32Array, dabs: readonly Dab[]): Uint8Array {
  const { width, height } = p
  const count = width * height
  const bins = binsOf(p)
  const settled = settledBy(dabs, width, height)
  const links = linksOf(p, SMOOTH)
  let belief: Float32Array = held
  let cut: Uint8Array = new Uint8Array(count)
  for (let round = 0; round < ROUNDS; round++) {
    const colours = likelier(bins, belief, 5)
    const terminal = new Float32Array(count)
    for (let n = 0; n < count; n++) {
      const s = settled[n]
      const b = Math.min(0.98, Math.max(0.02, belief[n] as number))
      terminal[n] = s ? certain(s) : COLOUR * (colours[n] as number) + BELIEF * Math.log(b / (1 - b))
    }
    cut = mainParts(leastCut(width, height, terminal, links.slice()), held, settled, width, height)
    const near = blurred(
      Float32Array.from(cut),
      width,
      height,
      Math.max(1, Math.round(Math.min(width, height) * SPREAD)),
    )
    belief = near.map((v, n) => (1 - FIRST) * v + FIRST * (held[n] as number))
  }
  return cut
}

/** How far from the contour a cut is looked for anew on a finer picture, px, and what it costs to leave the old contour, by px. */
const BAND = 3
const STAY = 0.25
/** How much colours count there, and how much in doubt a px belongs to the subject: cuts tend to lie inside. */
const FINE_COLOUR = 0.3
const WHOLE = 0.4

/**
 * A cut on twice the size: its contour is looked for anew in a band around the coarser one, by the colours of both sides and
 * the edges of the finer picture. `coarse` has this picture's size, `bins` are its colours (`binsOf`).
 */
export function sharpened(
  p: Lab,
  coarse: Uint8Array,
  settled: Uint8Array | null,
  bins = binsOf(p),
): Uint8Array {
  const { width, height } = p
  const count = width * height
  const odds = oddsOf(bins, coarse)
  // px of the band and how far they are from the contour, those of 0 first.
  const far = BAND + 1
  const away = new Int8Array(count).fill(far)
  const band: number[] = []
  const reach = (n: number, steps: number) => {
    if (n < 0 || n >= count || (away[n] as number) <= steps) return
    away[n] = steps
    band.push(n)
  }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const n = y * width + x
      for (const m of [x > 0 ? n - 1 : n, y > 0 ? n - width : n])
        if (coarse[m] !== coarse[n]) {
          reach(n, 0)
          reach(m, 0)
        }
    }
  for (let k = 0; k < band.length; k++) {
    const n = band[k] as number
    const steps = (away[n] as number) + 1
    if (steps <= BAND) for (const m of [n - 1, n + 1, n - width, n + width]) reach(m, steps)
  }
  const terminal = new Float32Array(count)
  const sideOf = (n: number) => (coarse[n] ? 1 : -1)
  for (const n of band) {
    const s = settled?.[n]
    const colour = Math.max(-4, Math.min(4, odds[bins[n] as number] as number))
    terminal[n] = s ? certain(s) : FINE_COLOUR * colour + sideOf(n) * STAY * (away[n] as number) + WHOLE
    // What lies beside the band holds to its side, all beyond is not asked.
    for (const [dx, dy] of STEPS) {
      const m = n + dy * width + dx
      if ((away[m] as number) === far)
        terminal[m] = settled?.[m] ? certain(settled[m] as number) : 1e4 * sideOf(m)
    }
  }
  const cut = leastCut(width, height, terminal, linksOf(p, SMOOTH, band))
  return coarse.map((side, n) => {
    if ((away[n] as number) <= BAND) return cut[n] as number
    if (settled?.[n]) {
      if (settled[n] === KEEP) return 1
      return 0
    }
    return side
  })
}
