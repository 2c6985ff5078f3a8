import { contrastRatio, luminance } from '../colour/colour'
import { type Bounds, union } from '../geometry/bounds'
import { shownBounds, shownPoint } from '../geometry/warp'
import { TILE } from '../pixels/memory'
import { flatten, mapPath, type Outline } from '../vector/path'
import type { CheckContext } from './define'
import type { SetType } from './typesetting'

/** One letter as it stands out from what lies around it. */
export type LetterContrast = {
  /** Index in the text, UTF-16. */
  index: number
  /** WCAG 2.2 contrast ratio of the worse third of its outline. */
  ratio: number
  /** Around it, px of the page. */
  at: Bounds
}
/** Letters that are smaller on the checked picture, px, have no px of their own colour alone. */
export const SMALLEST = 13
/** At most so many letters of a text are looked at, evenly, and so many places of each. */
const LETTERS = 240
const PLACES = 40
/** How deep within the outline a letter's colour is read, and how far without what it stands out from, of the size. */
const WITHIN = 0.035
const WITHOUT = [0.03, 0.055, 0.085, 0.12]
/** So much of the outline may stand out less. */
const WORSE = 0.3
/** Fewer places tell nothing. */
const FEWEST = 4

type Light = (x: number, y: number) => number | null
/** Reads relative luminances off a rendered page, px of the check. */
function lights({ plan, host }: CheckContext): Light {
  const tiles = new Map<string, Uint8ClampedArray>()
  const { page } = plan
  return (x, y) => {
    const [px, py] = [Math.floor(x), Math.floor(y)]
    if (px < page.left || py < page.top || px >= page.right || py >= page.bottom) return null
    const [column, row] = [Math.floor(px / TILE), Math.floor(py / TILE)]
    const key = `${column} ${row}`
    const bytes = tiles.get(key) ?? host.renderer.tileBytes(plan, column, row, 'check')
    tiles.set(key, bytes)
    const k = ((py - row * TILE) * TILE + (px - column * TILE)) * 4
    return luminance({
      r: (bytes[k] as number) / 255,
      g: (bytes[k + 1] as number) / 255,
      b: (bytes[k + 2] as number) / 255,
    })
  }
}
/** Letters below this, px of the checked picture, have strokes of hardly more than a px. */
const FINE = 44
type Seen = { own: number; around: readonly number[] }
/** The lightness that letters are drawn in: of the letter that stands out most where it is farthest from what lies around it. */
function inkOf(letters: readonly (readonly Seen[])[]): number {
  let [ink, most] = [0, 0]
  for (const places of letters) {
    const all = places.flatMap((p) => p.around).sort((a, b) => a - b)
    const middle = all[all.length >> 1] as number
    for (const { own } of places) {
      const ratio = contrastRatio(own, middle)
      if (ratio > most) [ink, most] = [own, ratio]
    }
  }
  return ink
}
/** Whether a point lies within outlines by the nonzero winding rule. */
function within(outlines: readonly Outline[], x: number, y: number): boolean {
  let winding = 0
  for (const { points } of outlines) {
    const n = points.length
    for (let k = 0; k < n; k += 2) {
      const [ax, ay] = [points[k] as number, points[k + 1] as number]
      const [bx, by] = [points[(k + 2) % n] as number, points[(k + 3) % n] as number]
      if (ay <= y === by <= y) continue
      const side = (bx - ax) * (y - ay) - (x - ax) * (by - ay)
      if (ay <= y && side > 0) winding++
      if (ay > y && side < 0) winding--
    }
  }
  return winding !== 0
}
type Place = { x: number; y: number; nx: number; ny: number }
/** Places along outlines, evenly, each with the direction across it. */
function placesOn(outlines: readonly Outline[]): Place[] {
  const length = outlines.reduce((sum, o) => sum + lengthOf(o), 0)
  const step = Math.max(0.001, length / PLACES)
  const out: Place[] = []
  for (const { points } of outlines) {
    const n = points.length
    let left = step / 2
    for (let k = 0; k < n; k += 2) {
      const [ax, ay] = [points[k] as number, points[k + 1] as number]
      const [dx, dy] = [(points[(k + 2) % n] as number) - ax, (points[(k + 3) % n] as number) - ay]
      const long = Math.hypot(dx, dy)
      for (; left < long; left += step)
        out.push({ x: ax + (dx * left) / long, y: ay + (dy * left) / long, nx: -dy / long, ny: dx / long })
      left -= long
    }
  }
  return out
}
function lengthOf({ points }: Outline): number {
  let sum = 0
  const n = points.length
  for (let k = 0; k < n; k += 2)
    sum += Math.hypot(
      (points[(k + 2) % n] as number) - (points[k] as number),
      (points[(k + 3) % n] as number) - (points[k + 1] as number),
    )
  return sum
}

/**
 * How each letter stands out, as people see it: along its outline the letter's own lightness against the strongest that lies
 * close by, so that rims, halos, shadows and plates count. Empty where letters are too small to be told so.
 */
export function letterContrasts(c: CheckContext, { layer, layout }: SetType): LetterContrast[] {
  const { size, stretch } = layout
  if (size * c.scale < SMALLEST) return []
  const light = lights(c)
  const onPage = shownPoint(layer.placement)
  const at = (x: number, y: number) => {
    const p = onPage({ x, y })
    return light(p.x * c.scale, p.y * c.scale)
  }
  /** At least a px of the checked picture. */
  const far = (share: number, px: number) => Math.max(share * size, px / c.scale)
  const deep = far(WITHIN, 0.9)
  const glyphs = layout.lines.flatMap((line) => line.glyphs.filter((g) => g.face.outline(g.glyph).length > 0))
  const every = Math.max(1, Math.ceil(glyphs.length / LETTERS))
  const letters = glyphs.flatMap((g, n): { index: number; places: Seen[]; box: Bounds }[] => {
    if (n % every !== 0) return []
    const outlines = flatten(
      mapPath(g.face.outline(g.glyph), [size * stretch, 0, 0, size, g.x, g.y]),
      [1, 0, 0, 1, 0, 0],
      0.02 * size,
    )
    const places = placesOn(outlines).flatMap((p): Seen[] => {
      const into = [1, -1].find((s) => within(outlines, p.x + p.nx * s * deep, p.y + p.ny * s * deep))
      // A stroke that is thinner on both sides tells nothing there.
      if (!into || within(outlines, p.x - p.nx * into * deep, p.y - p.ny * into * deep)) return []
      const own = at(p.x + p.nx * into * deep, p.y + p.ny * into * deep)
      if (own === null) return []
      const around = WITHOUT.flatMap((share, k) => {
        const away = -into * far(share, 0.9 + k * 0.7)
        return at(p.x + p.nx * away, p.y + p.ny * away) ?? []
      })
      return around.length > 0 ? [{ own, around }] : []
    })
    return places.length < FEWEST
      ? []
      : [{ index: g.cluster, places, box: outlines.map((o) => boxOf(o)).reduce(union) }]
  })
  // Thin strokes of small letters are nowhere of their own colour alone: the purest place of all of them tells it.
  const ink = size * c.scale < FINE && letters.length > 0 ? inkOf(letters.map((l) => l.places)) : null
  return letters.map(({ index, places, box }): LetterContrast => {
    const ratios = places
      .map(({ own, around }) => Math.max(...around.map((l) => contrastRatio(ink ?? own, l))))
      .sort((a, b) => a - b)
    return {
      index,
      ratio: ratios[Math.floor(ratios.length * WORSE)] as number,
      at: shownBounds(layer.placement, box),
    }
  })
}
function boxOf({ points }: Outline): Bounds {
  const out = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (let k = 0; k < points.length; k += 2) {
    const [x, y] = [points[k] as number, points[k + 1] as number]
    out.left = Math.min(out.left, x)
    out.right = Math.max(out.right, x)
    out.top = Math.min(out.top, y)
    out.bottom = Math.max(out.bottom, y)
  }
  return out
}
