import { z } from 'zod'
import { paintSchema } from '../../colour/paint'
import type { Bounds } from '../../geometry/bounds'
import { translation } from '../../geometry/matrix'
import type { TypeLayout } from '../../type/layout'
import { mapPath, type Path } from '../../vector/path'
import { rectanglePath } from '../../vector/shapes'

export const PLATES = ['block', 'band', 'pill'] as const
const em = z.number().min(0).max(4)
/** What lies behind words and follows them: one area, a band for each line, or bands with round ends. Lengths in multiples of the type size. */
export const plateSchema = z.object({
  kind: z.enum(PLATES),
  fill: paintSchema,
  /** Room at both sides of the lines, and above and below them. */
  across: em,
  down: em,
  /** Of its corners; round ends have their own. */
  radius: em,
})
export type Plate = z.infer<typeof plateSchema>

/** What of a line a plate encloses: from over its capitals to under its descenders, of the size (*common practice*). */
const RISE = 0.74
const FALL = 0.2

/** The areas of a plate in the box of its words, px: one, or one for each line that has letters. */
export function plateBoxes(plate: Plate, layout: TypeLayout): Bounds[] {
  const { size } = layout
  const [across, down] = [plate.across * size, plate.down * size]
  const lines = layout.lines
    .filter((l) => l.width > 0)
    .map((l) => ({
      left: l.left - across,
      right: l.left + l.width + across,
      top: l.baseline - RISE * size - down,
      bottom: l.baseline + FALL * size + down,
    }))
  if (plate.kind !== 'block' || lines.length === 0) return lines
  const side = (pick: (...all: number[]) => number, of: keyof Bounds) => pick(...lines.map((l) => l[of]))
  return [
    {
      left: side(Math.min, 'left'),
      right: side(Math.max, 'right'),
      top: side(Math.min, 'top'),
      bottom: side(Math.max, 'bottom'),
    },
  ]
}
/** The outline of a plate in the box of its words, px. */
export function platePath(plate: Plate, layout: TypeLayout): Path {
  return plateBoxes(plate, layout).flatMap((b) => {
    const [width, height] = [b.right - b.left, b.bottom - b.top]
    const r = plate.kind === 'pill' ? height / 2 : plate.radius * layout.size
    return mapPath(rectanglePath(width, height, [r, r, r, r]), translation(b.left, b.top))
  })
}
