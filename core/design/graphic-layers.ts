import { keysBetween } from '../basics/order'
import { lookUp } from '../colour/colour'
import type { Paint } from '../colour/paint'
import { apply, compose, inverse, type Matrix, scaling } from '../geometry/matrix'
import type { Placement } from '../geometry/placement-schema'
import { layerName } from '../kinds/facts'
import type { Layer, LayerOf } from '../kinds/list'
import { groupLayer, shapeLayer, solidStroke } from '../kinds/new'
import { newMask } from '../masks/mask'
import { mapPath, type Path } from '../vector/path'
import { mapPoints, pathData, pathOf, pointBounds, pointsOf } from '../vector/points'
import type { Stroke } from '../vector/stroke-style'
import type { ArtGradient, ArtGroup, ArtNode, Artwork, Piece } from '../vector/svg'
import type { Design } from './schema'

/** The most characters of path data that one shape holds. */
const MOST_DATA = 60_000

/** A path in a box of its own, turned and flipped about the box of the layer it comes from; null where it has no extent. */
export function boxedPath(
  path: Path,
  from: Placement,
): { d: string; placement: Placement; left: number; top: number } | null {
  const outlines = pointsOf(path)
  const box = pointBounds(outlines)
  if (!box) return null
  const [w, h] = [Math.max(0.01, box.right - box.left), Math.max(0.01, box.bottom - box.top)]
  const toBox: Matrix = [1 / w, 0, 0, 1 / h, -box.left / w, -box.top / h]
  const d = pathData(pathOf(mapPoints(outlines, toBox)))
  const [dx, dy] = [(box.left + box.right) / 2 - from.width / 2, (box.top + box.bottom) / 2 - from.height / 2]
  const [fx, fy] = [from.flipX ? -dx : dx, from.flipY ? -dy : dy]
  const r = (from.rotation * Math.PI) / 180
  const middle = {
    x: from.x + fx * Math.cos(r) - fy * Math.sin(r),
    y: from.y + fx * Math.sin(r) + fy * Math.cos(r),
  }
  return { d, placement: { ...from, ...middle, width: w, height: h }, left: box.left, top: box.top }
}

/** Whether a graphic has more to it than pieces of one colour each, one over the other. */
export const isStructured = (art: Artwork): boolean => art.nodes.some((n) => n.group || n.piece?.gradient)

/** What came of opening a graphic; `kept` says by name what has no layer that looks the same, so that it stays a graphic. */
export type Opened = { layers: Layer[]; unlike: string | null }

/**
 * The layers that draw what a graphic draws, in a group with its place in the stack `order`: pieces as shapes, clips as
 * holders with what they cut kept inside, masks as hidden groups that masks go by. Without layers where they would look otherwise.
 */
export function graphicLayers(
  layer: LayerOf<'graphic'>,
  order: string,
  art: Artwork,
  swatches: Design['swatches'],
  newId: () => string,
): Opened {
  const { placement } = layer
  if (placement.bend || placement.corners || placement.skew)
    return { layers: [], unlike: 'it is bent or slanted' }
  const fit = scaling(placement.width / art.width, placement.height / art.height)
  if (Math.abs(fit[0] / fit[3] - 1) > 0.01 && art.pieces.some((p) => p.stroke))
    return { layers: [], unlike: 'its lines are stretched one way' }
  const made: Layer[] = []
  let unlike: string | null = null
  const where = (parent: string, key: string, inside: string | null = null) => ({
    id: newId(),
    page: layer.page,
    plane: layer.plane,
    parent,
    inside,
    order: key,
  })
  const colourOf = (part: string): string => layer.parts[part] ?? art.parts[part] ?? '#000000'
  const shapeFor = (
    path: Path,
    at: ReturnType<typeof where>,
    name: string,
    fill: Paint,
    stroke: Stroke = solidStroke,
  ): LayerOf<'shape'> | null => {
    const boxed = boxedPath(mapPath(path, fit), placement)
    if (!boxed) return null
    if (boxed.d.length > MOST_DATA) {
      unlike = 'it is too rich in detail'
      return null
    }
    return { ...shapeLayer(at, name, 'path', boxed.placement, fill), d: boxed.d, stroke }
  }
  const put = (piece: Piece, parent: string, key: string, inside: string | null): void => {
    const name = piece.name ?? piece.part
    const colour = colourOf(piece.part)
    const heavier = layer.weights[piece.part] ?? 1
    const weight = piece.stroke ? piece.stroke.weight * Math.sqrt(Math.abs(fit[0] * fit[3])) * heavier : 0
    const stroke: Stroke = piece.stroke
      ? { ...piece.stroke, colour, weight, dash: [...piece.stroke.dash] }
      : solidStroke
    if (piece.gradient && piece.stroke) unlike = 'a line of it has a gradient'
    const path = mapPath(piece.path, fit)
    const boxed = boxedPath(path, placement)
    const graded =
      piece.gradient && boxed
        ? gradientPaint(piece.gradient, boxed, fit, (part) => lookUp(colourOf(part), swatches))
        : null
    const solid: Paint = piece.stroke ? { kind: 'none' } : { kind: 'solid', colour }
    const shape = shapeFor(piece.path, where(parent, key, inside), name, graded ?? solid, stroke)
    if (!shape) return
    const radial = piece.gradient?.form === 'radial' && !graded && boxed ? piece.gradient : null
    made.push({
      ...shape,
      opacity: piece.opacity,
      ...(piece.evenOdd ? { evenOdd: true } : {}),
      ...(radial ? { body: 0 } : {}),
    })
    if (!radial || !boxed) return
    const ground = radialGround(
      radial,
      boxed,
      fit,
      placement,
      (part) => lookUp(colourOf(part), swatches),
      where(parent, `${key}V`, shape.id),
    )
    if (ground) made.push(ground)
    else unlike = 'a gradient of it is slanted'
  }
  const putAll = (
    nodes: readonly ArtNode[],
    parent: string,
    inside: string | null = null,
    from: string | null = null,
  ): void => {
    const keys = keysBetween(from, null, nodes.length)
    nodes.forEach((node, n) => {
      if (node.piece) put(node.piece, parent, keys[n] as string, inside)
      else putGroup(node.group, parent, keys[n] as string, inside)
    })
  }
  const putGroup = (group: ArtGroup, parent: string, key: string, inside: string | null): void => {
    const name = group.name ?? 'Group'
    const box = {
      ...groupLayer(where(parent, key, inside), name),
      open: false,
      opacity: group.opacity,
      blend: group.blend,
    }
    made.push(box)
    // Each clip holds the next, the last one what they all cut.
    let at = box.id
    for (const clip of group.clips) {
      if (new Set(clip.map((c) => c.evenOdd)).size > 1) unlike = 'a clip of it is made in two ways'
      const holder = shapeFor(
        clip.flatMap((c) => [...c.path]),
        where(at, 'a0'),
        `${name}, clip`,
        { kind: 'solid', colour: '#000000' },
      )
      if (!holder) return
      made.push({ ...holder, body: 0, ...(clip[0]?.evenOdd ? { evenOdd: true } : {}) })
      const held = { ...groupLayer(where(at, 'a1', holder.id), name), open: false }
      made.push(held)
      at = held.id
    }
    if (group.mask) {
      const hidden = { ...groupLayer(where(parent, `${key}M`), `${name}, mask`), open: false, shown: false }
      made.push(hidden)
      putAll(group.mask.children, hidden.id)
      const mask = newMask.layer({ id: newId(), order: 'a0' }, hidden.id)
      box.masks = { [mask.id]: { ...mask, by: group.mask.by } }
      if (group.mask.within) {
        const cut = shapeFor(group.mask.within, where(at, 'a0'), `${name}, region`, {
          kind: 'solid',
          colour: '#000000',
        })
        if (!cut) return
        made.push({ ...cut, body: 0 })
        const held = { ...groupLayer(where(at, 'a1', cut.id), name), open: false }
        made.push(held)
        at = held.id
      }
    }
    putAll(group.children, at)
  }
  const whole = {
    ...groupLayer(
      {
        id: newId(),
        page: layer.page,
        plane: layer.plane,
        parent: layer.parent,
        inside: layer.inside,
        order,
      },
      `${layerName(layer)}, pieces`,
    ),
    open: false,
    blend: layer.blend,
    opacity: layer.opacity,
    shown: layer.shown,
  }
  putAll(art.nodes, whole.id)
  return unlike ? { layers: [], unlike } : { layers: [whole, ...made], unlike: null }
}

type Colour = (part: string) => string
const hexOf = (part: string, alpha: number, colour: Colour): string => {
  const hex = colour(part)
  const own = hex.length > 7 ? Number.parseInt(hex.slice(7), 16) / 255 : 1
  const byte = Math.round(own * alpha * 255)
  return byte === 255 ? hex.slice(0, 7) : `${hex.slice(0, 7)}${byte.toString(16).padStart(2, '0')}`
}
const mixed = (a: string, b: string, t: number): string => {
  const at = (hex: string, k: number) => Number.parseInt(hex.padEnd(9, 'f').slice(1 + 2 * k, 3 + 2 * k), 16)
  return `#${[0, 1, 2, 3]
    .map((k) =>
      Math.round(at(a, k) + (at(b, k) - at(a, k)) * t)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}

/** A linear gradient as a shape's own fill: along a line of its box, with the stops that lie on it; null for a radial one. */
function gradientPaint(
  gradient: ArtGradient,
  boxed: { placement: Placement; left: number; top: number },
  fit: Matrix,
  colour: Colour,
): Paint | null {
  if (gradient.form !== 'linear') return null
  const toUnit = compose(scaling(1 / fit[0], 1 / fit[3]), gradient.toUnit)
  const { width, height } = boxed.placement
  // t = a x + c y + e, x and y px of the shape's box.
  const [a, c] = [toUnit[0], toUnit[2]]
  const e = toUnit[4] + a * boxed.left + c * boxed.top
  const size = Math.hypot(a, c)
  if (size < 1e-9) return null
  const [ux, uy] = [a / size, c / size]
  const length = Math.abs(width * ux) + Math.abs(height * uy)
  // Where the line of the box begins and ends in the gradient (CSS Images 3 §3.1).
  const middle = a * (width / 2) + c * (height / 2) + e
  const [from, to] = [middle - (size * length) / 2, middle + (size * length) / 2]
  const stops = gradient.stops.map((s) => ({
    offset: (s.offset - from) / (to - from),
    colour: hexOf(s.part, s.alpha, colour),
  }))
  const at = (t: number): string => {
    const after = stops.findIndex((s) => s.offset >= t)
    const [low, high] = [stops[after - 1], stops[after]]
    if (!high) return stops.at(-1)?.colour ?? '#000000'
    if (!low) return high.colour
    return mixed(low.colour, high.colour, (t - low.offset) / Math.max(1e-9, high.offset - low.offset))
  }
  const inner = stops.filter((s) => s.offset > 0 && s.offset < 1)
  const all = [{ offset: 0, colour: at(0) }, ...inner, { offset: 1, colour: at(1) }]
  return {
    kind: 'linear',
    angleDegrees: (Math.atan2(uy, ux) * 180) / Math.PI,
    stops: Object.fromEntries(all.map((s, n) => [`s${String(n).padStart(3, '0')}`, s])),
  }
}

/** A radial gradient as a rectangle of its own that covers a shape, to be kept inside it; null where it is slanted. */
function radialGround(
  gradient: ArtGradient,
  boxed: { placement: Placement; left: number; top: number },
  fit: Matrix,
  from: Placement,
  colour: Colour,
  at: Parameters<typeof shapeLayer>[0],
): LayerOf<'shape'> | null {
  const toUnit = compose(scaling(1 / fit[0], 1 / fit[3]), gradient.toUnit)
  const back = inverse(toUnit)
  if (!back || from.flipX || from.flipY) return null
  const [wide, tall] = [Math.hypot(back[0], back[1]), Math.hypot(back[2], back[3])]
  if (Math.abs(back[0] * back[2] + back[1] * back[3]) > 0.01 * wide * tall) return null
  const { left, top } = boxed
  const [right, bottom] = [left + boxed.placement.width, top + boxed.placement.height]
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ].map((p) => apply(toUnit, p))
  // So many radii reach beyond all of the shape.
  const reach = Math.max(1, ...corners.flatMap((p) => [Math.abs(p.x), Math.abs(p.y)])) * 1.05
  const centre = apply(back, { x: 0, y: 0 })
  const r = (from.rotation * Math.PI) / 180
  const [dx, dy] = [centre.x - from.width / 2, centre.y - from.height / 2]
  const placement: Placement = {
    x: from.x + dx * Math.cos(r) - dy * Math.sin(r),
    y: from.y + dx * Math.sin(r) + dy * Math.cos(r),
    width: 2 * wide * reach,
    height: 2 * tall * reach,
    rotation: from.rotation + (Math.atan2(back[1], back[0]) * 180) / Math.PI,
    flipX: false,
    flipY: false,
  }
  const stops = Object.fromEntries(
    gradient.stops.map((s, n) => [
      `s${String(n).padStart(3, '0')}`,
      { offset: s.offset, colour: hexOf(s.part, s.alpha, colour) },
    ]),
  )
  return shapeLayer(at, 'Gradient', 'rectangle', placement, {
    kind: 'radial',
    x: 0.5,
    y: 0.5,
    radius: 1 / reach,
    stops,
  })
}
