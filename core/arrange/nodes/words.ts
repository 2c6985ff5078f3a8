import { carriedNode, typesetLayer } from '../../adapt/place'
import type { Item } from '../../compose/item'
import { widthOf } from '../../geometry/bounds'
import { cosine, sine } from '../../geometry/exact'
import { isWorded } from '../../kinds/facts'
import { type Measure, wrapMeasured } from '../../type/layout'
import type { NodeDefinition, Shape, WordsNode, Wrap } from '../node'

/** Letters that change with their neighbours make a line a little wider alone than within its paragraph. */
export const slackOf = (size: number): number => size * 0.08
/** A line more than the author saw costs so much of words of the largest letters, so much of others; a line less this. */
const LARGER = 0.34
const SMALLER = 0.05
const FEWER = 0.04
/** One word a line is read badly. */
const WORD_BY_WORD = 0.25
const MOST_LINES = 9

const counted = new WeakMap<Measure, readonly Wrap[]>()
/** Ways to break measured words into lines of nearly one length, at size 1. */
export function wrapsOf(measure: Measure): readonly Wrap[] {
  const held = counted.get(measure)
  if (held) return held
  const whole = wrapMeasured(measure, 1, 1e9)
  const out: Wrap[] = [{ lines: whole.lines, width: whole.widest }]
  const piece = Math.max(0.1, ...measure.paragraphs.flatMap((p) => p.map((s) => s.width - s.trailing)))
  for (let lines = whole.lines + 1; lines <= whole.lines + MOST_LINES; lines++) {
    let [low, high] = [piece, out.at(-1)?.width ?? whole.widest]
    if (wrapMeasured(measure, 1, piece).lines < lines) break
    for (let n = 0; n < 14; n++) {
      const middle = (low + high) / 2
      if (wrapMeasured(measure, 1, middle).lines <= lines) high = middle
      else low = middle
    }
    const set = wrapMeasured(measure, 1, high)
    if (set.lines <= lines && high < (out.at(-1)?.width ?? 0) - 0.01)
      out.push({ lines: set.lines, width: set.widest })
  }
  counted.set(measure, out)
  return out
}
/** Where the lines of words begin in a wider box: 0 at its left, 1 at its right. */
export function readingShare(i: Item): number {
  const { align } = i.types[0]?.style ?? { align: 'start' }
  if (align === 'centre') return 0.5
  return (align === 'end') !== (i.layout?.lines[0]?.rtl ?? false) ? 1 : 0
}
/** The upright box round a turned one. */
function turned(b: { width: number; height: number }, degrees: number): { width: number; height: number } {
  if (degrees === 0) return b
  const angle = (Math.abs(degrees) * Math.PI) / 180
  const [c, s] = [cosine(angle), sine(angle)]
  return { width: b.width * c + b.height * s, height: b.width * s + b.height * c }
}
const heightAt = (node: WordsNode, lines: number, size: number): number => lines * node.leading * size

export const words: NodeDefinition<WordsNode> = {
  shapes(node, { scale, words: by, smallest }) {
    const wanted = node.fixed ? node.size : scale * by * node.size
    const size = Math.max(wanted, smallest * node.level)
    const slack = slackOf(size)
    const long = node.wraps.length
    return node.wraps.map((wrap, n): Shape => {
      const more = wrap.lines - node.lines
      const cost =
        (more > 0 ? more * (node.headline ? LARGER : SMALLER) : -more * FEWER) +
        (n === long - 1 && n > 1 ? WORD_BY_WORD * (node.headline ? 1 : Math.min(1, (n - 1) / 3)) : 0)
      const own = {
        width: wrap.width * size + slack + 2 * node.plate.across * size,
        height: heightAt(node, wrap.lines, size) + 2 * node.plate.down * size,
      }
      const { width, height } = turned(own, node.turn)
      const extra = [wrap.lines, own.width]
      return { width, height, cost, node, choice: '', kids: [], scale: size / node.size, extra }
    })
  },
  place(node, shape, box, { out }) {
    const { layer } = node.item.node
    if (!isWorded(layer)) return
    const size = node.size * shape.scale
    const [lines = 1, width = shape.width] = shape.extra ?? []
    const height = heightAt(node, lines, size)
    // Its lines stay as they were told: a wider box is not filled.
    const left = box.left + Math.max(0, widthOf(box) - shape.width) * readingShare(node.item)
    const c = { x: left + shape.width / 2, y: box.top + shape.height / 2 }
    const lined = width - 2 * node.plate.across * size
    const own = {
      left: c.x - lined / 2,
      right: c.x + lined / 2,
      top: c.y - height / 2,
      bottom: c.y + height / 2,
    }
    const set = typesetLayer(layer, own, size, layer.style.align, node.turn)
    out.set(node.item.id, carriedNode(node.item.node, set))
  },
}
