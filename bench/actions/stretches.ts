import { newId } from '@/core/basics/ids'
import { keysBetween } from '@/core/basics/order'
import { addLayers } from '@/core/design/commands'
import type { Point } from '@/core/geometry/matrix'
import type { Placement } from '@/core/geometry/placement-schema'
import type { Layer } from '@/core/kinds/list'
import { boxAt, groupLayer, plainStyle, typeLayer, type Where } from '@/core/kinds/new'
import { layoutType } from '@/core/type/layout'
import type { SvgWords } from '@/core/vector/svg'
import type { Stretch } from '@/wire/sources'
import type { Bench, BenchState } from '../state/bench'
import { facesAtHand } from './fonts'
import { layerOfSource, type Spot } from './landing'

/** Where it goes in the stack, and what takes a box of the channel shown to the master. */
type Going = { spot: Spot; toMaster: (s: BenchState, box: Placement) => Placement }

/** A vector file in stretches: a group of graphics, of words, and of pictures of what cannot be outlines, fitted into the page. */
export async function placeStretches(
  bench: Bench,
  stretches: readonly Stretch[],
  name: string,
  size: { width: number; height: number },
  { spot, toMaster }: Going,
  at?: Point,
): Promise<void> {
  const words = stretches.flatMap((t) =>
    'words' in t ? [{ style: styleOf(t.words, 1), letters: t.words.text }] : [],
  )
  if (!(await facesAtHand(bench, words))) return
  const s = bench.store.getState()
  const page = s.resolved
  const k = Math.min((0.6 * page.width) / size.width, (0.6 * page.height) / size.height)
  const [w, h] = [size.width * k, size.height * k]
  const corner = at
    ? { x: at.x - w / 2, y: at.y - h / 2 }
    : { x: (page.width - w) / 2, y: (page.height - h) / 2 }
  const group = groupLayer({ id: newId(), ...spot }, name)
  const keys = keysBetween(null, null, stretches.length)
  const layers = stretches.map((stretch, n): Layer => {
    const where: Where = {
      id: newId(),
      page: group.page,
      plane: group.plane,
      parent: group.id,
      order: keys[n] as string,
    }
    if ('words' in stretch)
      return wordsLayer(bench, (box) => toMaster(s, box), where, stretch.words, corner, k)
    const { info, name: own, box } = stretch
    const place = toMaster(
      s,
      boxAt(corner.x + box.x * w, corner.y + box.y * h, box.width * w, box.height * h),
    )
    return layerOfSource(where, { info, label: own }, place)
  })
  for (const stretch of stretches) if ('info' in stretch) bench.addSource(stretch.info)
  bench.edit('Place', (d) => addLayers(d, [group, ...layers]))
  bench.select([group.id])
}

const styleOf = ({ family, weight, italic, size, leading, tracking, align }: SvgWords, k: number) => ({
  ...plainStyle,
  family,
  weight,
  italic,
  size: size * k,
  leading,
  tracking,
  align,
})
/** Words of a file as type, their first baseline where it was; `k` px of the page are one of the file. */
function wordsLayer(
  bench: Bench,
  toMaster: (box: Placement) => Placement,
  where: Where,
  words: SvgWords,
  corner: Point,
  k: number,
): Layer {
  const style = styleOf(words, k)
  const { lines, height } = layoutType(bench.fonts, words.text, style, 1e6)
  // A hair more than the widest line, that none breaks by a rounding.
  const width = lines.reduce((most, l) => Math.max(most, l.width), style.size) * 1.002 + 0.5
  const baseline = lines[0]?.baseline ?? style.size
  const share = { start: 0, centre: 0.5, end: 1 }[words.align]
  // From where the first baseline begins to the middle of the box, turned with it.
  const [dx, dy] = [width * (0.5 - share), height / 2 - baseline]
  const r = (words.turnDegrees * Math.PI) / 180
  const middle = {
    x: corner.x + words.x * k + dx * Math.cos(r) - dy * Math.sin(r),
    y: corner.y + words.y * k + dx * Math.sin(r) + dy * Math.cos(r),
  }
  const box = boxAt(middle.x - width / 2, middle.y - height / 2, width, height)
  const place = toMaster({ ...box, rotation: words.turnDegrees })
  const perPx = place.width / width
  const made = typeLayer(where, words.text, place, { ...style, size: style.size * perPx }, words.colour)
  return {
    ...made,
    hugs: Math.max(place.width, bench.store.getState().resolved.width * perPx),
    opacity: words.opacity,
  }
}
