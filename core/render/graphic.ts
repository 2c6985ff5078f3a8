import { blendModeNumber } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import { lookUp } from '../colour/colour'
import type { Paint } from '../colour/paint'
import { intersect, isEmpty } from '../geometry/bounds'
import { compose, type Matrix, scaling } from '../geometry/matrix'
import type { LayerOf } from '../kinds/list'
import { mapPath } from '../vector/path'
import type { ArtGradient, ArtGroup, ArtNode, Artwork, Piece } from '../vector/svg'
import { type Context, type FillSpec, fillNode, groupNode } from './makers'
import { coverStep, type MaskStep, type PlanNode } from './nodes'

const WHITE: Paint = { kind: 'solid', colour: '#ffffff' }

/** A graphic's artwork as nodes: runs of pieces as one fill each, groups as closed pictures within their clips and masks. */
export function graphicNode(layer: LayerOf<'graphic'>, art: Artwork, c: Context): PlanNode | null {
  const fit = scaling(layer.placement.width / art.width, layer.placement.height / art.height)
  const plain = { ...layer, blend: 'normal' as const, opacity: 1 }
  const fills = (
    specs: readonly FillSpec[],
    of: Pick<typeof layer, 'blend' | 'opacity'> = plain,
  ): PlanNode | null => fillNode({ ...layer, ...of }, specs, c, layer.placement.width, layer.placement.height)
  const specOf = (piece: Piece): FillSpec => drawnSpec(piece, layer, art, fit, c)
  const nodesOf = (list: readonly ArtNode[]): PlanNode[] => {
    const out: PlanNode[] = []
    let run: FillSpec[] = []
    const close = () => {
      const node = run.length > 0 ? fills(run) : null
      if (node) out.push(node)
      run = []
    }
    for (const { piece, group } of list) {
      if (piece) run.push(specOf(piece))
      else {
        close()
        const node = groupOf(group)
        if (node) out.push(node)
      }
    }
    close()
    return out
  }
  const groupOf = (group: ArtGroup): PlanNode | null => {
    const inner = groupNode({ id: layer.id, blend: 'normal', opacity: 1 }, nodesOf(group.children), true)
    if (!inner) return null
    const cover = (pieces: readonly { path: Piece['path']; evenOdd: boolean }[]) =>
      fills(
        pieces.map(({ path, evenOdd }) => ({ path: mapPath(path, fit), evenOdd, opacity: 1, paint: WHITE })),
      )
    const nodes = group.clips.map(
      (clip): Pick<MaskStep, 'node' | 'by'> => ({ node: cover(clip), by: 'coverage' }),
    )
    if (group.mask) {
      const { within, by, children } = group.mask
      if (within) nodes.push({ node: cover([{ path: within, evenOdd: false }]), by: 'coverage' })
      nodes.push({
        node: groupNode({ id: layer.id, blend: 'normal', opacity: 1 }, nodesOf(children), true),
        by,
      })
    }
    const how = { mode: blendModeNumber(group.blend), opacity: group.opacity }
    if (nodes.length === 0) return { ...inner, ...how }
    const masks = nodes.flatMap((s): MaskStep[] => (s.node ? [{ ...coverStep(s.node), by: s.by }] : []))
    const bounds = masks.reduce((b, m) => (m.node ? intersect(b, m.node.bounds) : b), inner.bounds)
    if (masks.length < nodes.length || isEmpty(bounds)) return null
    const key = quickHash(`clipped${inner.key}|${masks.map((m) => `${m.node?.key}/${m.by}`).join('|')}`)
    return { kind: 'masked', id: layer.id, key, bounds, fine: false, inner, masks, ...how }
  }
  // What has neither groups nor clips is one fill, with outlines to go around.
  if (art.nodes.every((n) => n.piece)) return fills(art.pieces.map(specOf), layer)
  return groupNode(layer, nodesOf(art.nodes), true)
}

function drawnSpec(piece: Piece, layer: LayerOf<'graphic'>, art: Artwork, fit: Matrix, c: Context): FillSpec {
  const colour = (part: string) => lookUp(layer.parts[part] ?? art.parts[part] ?? '#000000', c.swatches)
  const weight = Math.sqrt(Math.abs(fit[0] * fit[3])) * (layer.weights[piece.part] ?? 1)
  return {
    path: mapPath(piece.path, fit),
    evenOdd: piece.evenOdd,
    opacity: piece.opacity,
    ...(piece.gradient
      ? gradientSpec(piece.gradient, colour, fit)
      : { paint: { kind: 'solid' as const, colour: colour(piece.part) } }),
    ...(piece.stroke
      ? { stroke: { ...piece.stroke, weight: piece.stroke.weight * weight, dash: [...piece.stroke.dash] } }
      : {}),
  }
}
/** A gradient in units of its own: linear along x from 0 to 1, radial within the unit circle. */
function gradientSpec(
  { form, toUnit, stops }: ArtGradient,
  colour: (part: string) => string,
  fit: Matrix,
): Pick<FillSpec, 'paint' | 'toUnit'> {
  const list = stops.map(({ offset, part, alpha }) => {
    const hex = colour(part)
    const own = hex.length > 7 ? Number.parseInt(hex.slice(7), 16) / 255 : 1
    const cover = Math.round(own * alpha * 255)
      .toString(16)
      .padStart(2, '0')
    return { offset, colour: `${hex.slice(0, 7)}${cover}` }
  })
  const record = Object.fromEntries(list.map((s, n) => [`s${String(n).padStart(4, '0')}`, s]))
  const paint: Paint =
    form === 'linear'
      ? { kind: 'linear', angleDegrees: 0, stops: record }
      : { kind: 'radial', x: 0, y: 0, radius: 2, stops: record }
  return { paint, toUnit: compose(scaling(1 / fit[0], 1 / fit[3]), toUnit) }
}
