import type { PDFRef } from 'pdf-lib'
import { type Matrix, translation } from '../../geometry/matrix'
import type { Letters } from '../../render/nodes'
import { mapPath, type Path } from '../../vector/path'
import { ellipsePath } from '../../vector/shapes'
import { type Content, nums } from './content'
import type { Inks } from './inks'

/** Room around the bleed for print marks, points. */
export const MARGIN = 28
/** Length and distance of crop marks, points. */
const [CROP, OFF] = [18, 6]

/** Crop marks, register marks, steps of grey and a line of words around the page (*common practice*). */
export function printMarks(
  to: Content,
  { w, h, around, bleed, slug }: { w: number; h: number; around: number; bleed: number; slug: Letters },
  inks: Inks,
  inSpace: PDFRef,
): void {
  const all: readonly number[] = inks.channels === 4 ? [1, 1, 1, 1] : [0, 0, 0]
  const space = to.name('ColorSpace', inSpace)
  const [left, bottom, right, top] = [around, around, around + w, around + h]
  const start = bleed + OFF / 2
  to.add('/Artifact BMC', 'q', `/${space} CS ${nums(...all)} SC 0.25 w`)
  for (const x of [left, right])
    for (const [y, way] of [
      [bottom, -1],
      [top, 1],
    ] as const)
      to.add(`${nums(x, y + way * start)} m ${nums(x, y + way * (start + CROP))} l S`)
  for (const y of [bottom, top])
    for (const [x, way] of [
      [left, -1],
      [right, 1],
    ] as const)
      to.add(`${nums(x + way * start, y)} m ${nums(x + way * (start + CROP), y)} l S`)
  const far = bleed + MARGIN / 2
  for (const [x, y] of [
    [left - far, (bottom + top) / 2],
    [right + far, (bottom + top) / 2],
    [(left + right) / 2, top + far],
  ] as const) {
    to.add(`${nums(x - 6, y)} m ${nums(x + 6, y)} l ${nums(x, y - 6)} m ${nums(x, y + 6)} l S`)
    to.path(circle(x, y, 3.5)).add('S')
  }
  // A bar of every ink and of greys.
  const bars: (readonly number[])[] =
    inks.channels === 4
      ? [
          [1, 0, 0, 0],
          [0, 1, 0, 0],
          [0, 0, 1, 0],
          [0, 0, 0, 1],
          [0, 0, 0, 0.75],
          [0, 0, 0, 0.5],
          [0, 0, 0, 0.25],
        ]
      : [
          [1, 0, 0],
          [0, 1, 0],
          [0, 0, 1],
          [0, 0, 0],
          [0.25, 0.25, 0.25],
          [0.5, 0.5, 0.5],
          [0.75, 0.75, 0.75],
        ]
  bars.forEach((colour, n) => {
    to.add(`/${space} cs ${nums(...colour)} sc ${nums(left + 12 + n * 10, top + far - 4, 9, 8)} re f`)
  })
  to.add('Q')
  to.saved(() => {
    to.add(`/${space} cs ${nums(...all)} sc`)
    for (const { glyphs } of slug.lines)
      for (const g of glyphs) {
        // Outlines in ems run downwards.
        const at: Matrix = [slug.size, 0, 0, -slug.size, left + 12 + g.x, bottom - far - g.y]
        to.path(mapPath(g.face.outline(g.glyph), at)).add('f')
      }
  })
  to.add('EMC')
}

const circle = (x: number, y: number, r: number): Path =>
  mapPath(ellipsePath(2 * r, 2 * r), translation(x - r, y - r))
