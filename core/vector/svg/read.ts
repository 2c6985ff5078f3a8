import { BLEND_MODES, type BlendMode } from '../../basics/blend-modes'
import { badInput, Problem } from '../../basics/errors'
import { readColour } from '../../colour/colour'
import { type Bounds, union } from '../../geometry/bounds'
import {
  compose,
  determinant,
  identity,
  inverse,
  type Matrix,
  scaling,
  translation,
} from '../../geometry/matrix'
import { flatten, mapPath, outlineBounds, type Path } from '../path'
import { dashed, strokeOutlines } from '../stroke'
import type { Stroke } from '../stroke-style'
import {
  type ArtClip,
  type ArtGradient,
  type ArtMask,
  type ArtNode,
  type Artwork,
  type Piece,
  piecesOf,
} from './artwork'
import { gradientIn } from './gradients'
import { outlineOf, type Port } from './outlines'
import {
  declaredFor,
  type Element,
  lengthIn,
  numbersIn,
  parseSvg,
  referenceIn,
  transformIn,
  viewBoxMap,
} from './source'

/** Elements that paint nothing by themselves, and those that hold others. */
const SILENT = new Set([
  'title',
  'desc',
  'metadata',
  'defs',
  'style',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'linearGradient',
  'radialGradient',
  'filter',
  'marker',
  'view',
])
const HOLDERS = new Set(['g', 'a', 'svg', 'use', 'switch'])
/** What the subset cannot hold, as people call it. */
const BEYOND: Record<string, string> = {
  text: 'text',
  image: 'a picture',
  foreignObject: 'foreign content',
  video: 'a film',
  animate: 'motion',
  set: 'motion',
  animateTransform: 'motion',
  animateMotion: 'motion',
}
const MAX_PIECES = 4000
const MAX_DEPTH = 40
/** Elements that are visited at most: one used again by another that is used again soon makes millions. */
const MAX_VISITS = 60_000

type Get = (name: string) => string | undefined
type Style = {
  fill: string
  stroke: string
  weight: number
  fillOpacity: number
  strokeOpacity: number
  evenOdd: boolean
  clipEvenOdd: boolean
  cap: Stroke['cap']
  join: Stroke['join']
  dash: readonly number[]
  dashFrom: number
  visible: boolean
  strokeFirst: boolean
  part: string | null
  name: string | undefined
  colour: string
}
const initial: Style = {
  fill: '#000000',
  stroke: 'none',
  weight: 1,
  fillOpacity: 1,
  strokeOpacity: 1,
  evenOdd: false,
  clipEvenOdd: false,
  cap: 'butt',
  join: 'miter',
  dash: [],
  dashFrom: 0,
  visible: true,
  strokeFirst: false,
  part: null,
  name: undefined,
  colour: '#000000',
}
/** A share from 0 to 1, as a number or in percent. */
function shareIn(text: string | undefined, fallback: number): number {
  const v = Number.parseFloat(text ?? '')
  return Number.isFinite(v) ? Math.min(1, Math.max(0, text?.includes('%') ? v / 100 : v)) : fallback
}
const oneOf = <T extends string>(text: string | undefined, all: readonly T[], fallback: T): T =>
  all.find((v) => v === text) ?? fallback

const dashIn = (dash: string): number[] => (dash === 'none' ? [] : numbersIn(dash))

function styleOf(e: Element, get: Get, from: Style, port: Port): Style {
  const own = (name: string, inherited: string): string => {
    const v = get(name)
    return v === undefined || v === 'inherit' ? inherited : v
  }
  const size = Math.sqrt((port.width ** 2 + port.height ** 2) / 2)
  const dash = get('stroke-dasharray')
  const join = get('stroke-linejoin')
  return {
    fill: own('fill', from.fill),
    stroke: own('stroke', from.stroke),
    colour: own('color', from.colour),
    weight: Math.max(0, lengthIn(get('stroke-width'), from.weight, size)),
    fillOpacity: shareIn(get('fill-opacity'), from.fillOpacity),
    strokeOpacity: shareIn(get('stroke-opacity'), from.strokeOpacity),
    evenOdd: own('fill-rule', from.evenOdd ? 'evenodd' : 'nonzero') === 'evenodd',
    clipEvenOdd: own('clip-rule', from.clipEvenOdd ? 'evenodd' : 'nonzero') === 'evenodd',
    cap: oneOf(get('stroke-linecap'), ['butt', 'round', 'square'], from.cap),
    join: oneOf(
      join === 'miter-clip' || join === 'arcs' ? 'miter' : join,
      ['miter', 'round', 'bevel'],
      from.join,
    ),
    dash: dash === undefined ? from.dash : dashIn(dash),
    dashFrom: lengthIn(get('stroke-dashoffset'), from.dashFrom, size),
    visible: own('visibility', from.visible ? 'visible' : 'hidden') === 'visible',
    strokeFirst: /^\s*(stroke|markers\s+stroke)/.test(
      own('paint-order', from.strokeFirst ? 'stroke' : 'normal'),
    ),
    part: e.attributes['data-part'] ?? from.part,
    name: e.attributes.id ?? from.name,
  }
}

/** Whether a map keeps angles, so that a stroke stays as wide in all directions. */
const keepsAngles = (m: Matrix): boolean => {
  const size = Math.hypot(m[0], m[1]) + Math.hypot(m[2], m[3])
  return (
    Math.abs(Math.hypot(m[0], m[1]) - Math.hypot(m[2], m[3])) < 1e-3 * size &&
    Math.abs(m[0] * m[2] + m[1] * m[3]) < 1e-3 * size * size
  )
}
const boxPath = (x: number, y: number, w: number, h: number): Path => [
  ['M', x, y],
  ['L', x + w, y],
  ['L', x + w, y + h],
  ['L', x, y + h],
  ['Z'],
]
const boundsOfPath = (path: Path, m: Matrix): Bounds | null => outlineBounds(flatten(path, m))

/** Reads one file; holds what is told along the way. */
class Reader {
  readonly parts: Record<string, string> = {}
  readonly beyond = new Set<string>()
  private readonly names = new Map<string, string>()
  private count = 0
  private visits = 0

  constructor(
    private readonly byId: ReadonlyMap<string, Element>,
    private readonly rules: Parameters<typeof declaredFor>[1],
  ) {}

  /** The nodes that an element paints, back to front. */
  build(e: Element, m: Matrix, from: Style, port: Port, depth: number): ArtNode[] {
    if (SILENT.has(e.tag)) return []
    if (++this.visits > MAX_VISITS || depth > MAX_DEPTH)
      throw new Problem('unsupported', 'too much that is used again and again')
    const get = declaredFor(e, this.rules)
    if (get('display') === 'none') return []
    const beyond = BEYOND[e.tag]
    if (beyond || (get('filter') ?? 'none') !== 'none') {
      this.beyond.add(beyond ?? 'a filter')
      return []
    }
    const style = styleOf(e, get, from, port)
    const here = compose(transformIn(get('transform')), m)
    if (['marker', 'marker-start', 'marker-mid', 'marker-end'].some((k) => (get(k) ?? 'none') !== 'none'))
      this.beyond.add('marks along a line')
    const outline = outlineOf(e, port)
    const nodes = outline
      ? this.painted(outline, e, here, style, port, depth)
      : this.held(e, here, style, port, depth)
    return nodes.length === 0 ? [] : this.wrapped(nodes, e, get, here, style, port, depth)
  }

  private held(e: Element, here: Matrix, style: Style, port: Port, depth: number): ArtNode[] {
    if (!HOLDERS.has(e.tag)) return []
    if (e.tag === 'use') return this.used(e, here, style, port, depth)
    if (e.tag === 'svg') return this.framed(e, e, here, style, port, depth)
    const children =
      e.tag === 'switch' ? e.children.filter((c) => !c.attributes.requiredExtensions).slice(0, 1) : e.children
    return children.flatMap((c) => this.build(c, here, style, port, depth + 1))
  }
  private used(e: Element, here: Matrix, style: Style, port: Port, depth: number): ArtNode[] {
    const found = this.byId.get(referenceIn(e.attributes.href) ?? '')
    if (!found) return []
    const at = compose(
      translation(lengthIn(e.attributes.x, 0, port.width), lengthIn(e.attributes.y, 0, port.height)),
      here,
    )
    if (found.tag === 'symbol' || found.tag === 'svg')
      return this.framed(
        found,
        e,
        at,
        styleOf(found, declaredFor(found, this.rules), style, port),
        port,
        depth,
      )
    return this.build(found, at, style, port, depth + 1)
  }
  /** An inner `svg` or a `symbol`: its own view box, cut at its frame. `sized` says how large it is. */
  private framed(e: Element, sized: Element, at: Matrix, style: Style, port: Port, depth: number): ArtNode[] {
    const width = lengthIn(sized.attributes.width ?? e.attributes.width, port.width, port.width)
    const height = lengthIn(sized.attributes.height ?? e.attributes.height, port.height, port.height)
    const own =
      e === sized
        ? translation(lengthIn(e.attributes.x, 0, port.width), lengthIn(e.attributes.y, 0, port.height))
        : identity
    const frame = compose(own, at)
    const box = numbersIn(e.attributes.viewBox)
    const inner =
      box.length === 4
        ? compose(viewBoxMap(box, width, height, e.attributes.preserveAspectRatio), frame)
        : frame
    const innerPort =
      box.length === 4 ? { width: box[2] as number, height: box[3] as number } : { width, height }
    const children = e.children.flatMap((c) => this.build(c, inner, style, innerPort, depth + 1))
    const get = declaredFor(e, this.rules)
    if (children.length === 0 || get('overflow') === 'visible' || get('overflow') === 'auto') return children
    const cut = mapPath(boxPath(0, 0, width, height), frame)
    return this.within(children, cut)
  }
  /** Nodes cut at an outline, where they go beyond its box. */
  private within(children: readonly ArtNode[], cut: Path): ArtNode[] {
    const box = boundsOfPath(cut, identity)
    const inside = piecesOf(children).every((p) => {
      const b = boundsOfPath(p.path, identity)
      const by = p.stroke ? p.stroke.weight * 2 : 0
      return (
        !b ||
        (box &&
          b.left - by >= box.left - 0.01 &&
          b.top - by >= box.top - 0.01 &&
          b.right + by <= box.right + 0.01 &&
          b.bottom + by <= box.bottom + 0.01)
      )
    })
    if (inside) return [...children]
    return [
      {
        group: {
          opacity: 1,
          blend: 'normal',
          clips: [[{ path: cut, evenOdd: false }]],
          mask: null,
          children,
        },
      },
    ]
  }

  /** What opacity, clips, masks and blending make of nodes. */
  private wrapped(
    nodes: ArtNode[],
    e: Element,
    get: Get,
    here: Matrix,
    style: Style,
    port: Port,
    depth: number,
  ): ArtNode[] {
    const opacity = shareIn(get('opacity'), 1)
    const blend = oneOf<BlendMode>(get('mix-blend-mode'), BLEND_MODES, 'normal')
    const clips = this.clipsOf(get('clip-path'), e, here, port, depth)
    if (clips.some((c) => c.length === 0) || opacity === 0) return []
    const mask = this.maskOf(get('mask'), e, here, port, depth)
    const [only] = nodes
    if (clips.length === 0 && !mask && blend === 'normal') {
      if (opacity === 1) return nodes
      if (nodes.length === 1 && only?.piece)
        return [{ piece: { ...only.piece, opacity: only.piece.opacity * opacity } }]
    }
    return [
      {
        group: { ...(style.name ? { name: style.name } : {}), opacity, blend, clips, mask, children: nodes },
      },
    ]
  }

  /** The box around what an element draws, in its own units (SVG 2 §8.10, fills only). */
  private boxOf(e: Element, m: Matrix, port: Port, depth: number): Bounds | null {
    if (depth > MAX_DEPTH || SILENT.has(e.tag)) return null
    const outline = outlineOf(e, port)
    if (outline) return outline.length > 0 ? boundsOfPath(outline, m) : null
    const used = e.tag === 'use' ? this.byId.get(referenceIn(e.attributes.href) ?? '') : undefined
    const at = used
      ? compose(
          translation(lengthIn(e.attributes.x, 0, port.width), lengthIn(e.attributes.y, 0, port.height)),
          m,
        )
      : m
    let children: Element[]
    if (used) {
      if (used.tag === 'symbol') children = used.children
      else children = [used]
    } else children = e.children
    const boxes = children.flatMap(
      (c) =>
        this.boxOf(c, compose(transformIn(declaredFor(c, this.rules)('transform')), at), port, depth + 1) ??
        [],
    )
    return boxes.length > 0 ? boxes.reduce(union) : null
  }
  /** What takes fractions of an element's box to its units; null where it has none. */
  private unitsOf(
    kind: string | undefined,
    plain: string,
    e: Element,
    port: Port,
    depth: number,
  ): Matrix | null {
    if ((kind ?? plain) !== 'objectBoundingBox') return identity
    const b = this.boxOf(e, identity, port, depth)
    return b ? [b.right - b.left, 0, 0, b.bottom - b.top, b.left, b.top] : null
  }

  private clipsOf(value: string | undefined, e: Element, here: Matrix, port: Port, depth: number): ArtClip[] {
    const found = this.byId.get(referenceIn(value) ?? '')
    if (found?.tag !== 'clipPath') {
      if (value && value !== 'none' && !found) this.beyond.add('a clip by a basic shape')
      return []
    }
    if (depth > MAX_DEPTH) throw new Problem('unsupported', 'too much that is used again and again')
    const units = this.unitsOf(found.attributes.clipPathUnits, 'userSpaceOnUse', e, port, depth)
    if (!units) return [[]]
    const get = declaredFor(found, this.rules)
    const at = compose(transformIn(get('transform')), compose(units, here))
    const style = styleOf(found, get, initial, port)
    const own = found.children.flatMap((c) => this.clipPieces(c, at, style, port, depth + 1))
    return [own, ...this.clipsOf(get('clip-path'), found, here, port, depth + 1)]
  }
  private clipPieces(
    e: Element,
    m: Matrix,
    from: Style,
    port: Port,
    depth: number,
  ): { path: Path; evenOdd: boolean }[] {
    const get = declaredFor(e, this.rules)
    if (get('display') === 'none' || depth > MAX_DEPTH) return []
    const style = styleOf(e, get, from, port)
    const here = compose(transformIn(get('transform')), m)
    if (e.tag === 'use') {
      const found = this.byId.get(referenceIn(e.attributes.href) ?? '')
      const at = compose(
        translation(lengthIn(e.attributes.x, 0, port.width), lengthIn(e.attributes.y, 0, port.height)),
        here,
      )
      return found ? this.clipPieces(found, at, style, port, depth + 1) : []
    }
    if (BEYOND[e.tag]) this.beyond.add(`a clip by ${BEYOND[e.tag]}`)
    if (referenceIn(get('clip-path'))) this.beyond.add('a clip within a clip')
    const outline = style.visible ? outlineOf(e, port) : null
    return outline && outline.length > 0 ? [{ path: mapPath(outline, here), evenOdd: style.clipEvenOdd }] : []
  }

  private maskOf(
    value: string | undefined,
    e: Element,
    here: Matrix,
    port: Port,
    depth: number,
  ): ArtMask | null {
    const found = this.byId.get(referenceIn(value) ?? '')
    if (found?.tag !== 'mask') return null
    const a = found.attributes
    const get = declaredFor(found, this.rules)
    const by = get('mask-type') === 'alpha' ? 'coverage' : 'lightness'
    const [region, content] = [
      this.unitsOf(a.maskUnits, 'objectBoundingBox', e, port, depth),
      this.unitsOf(a.maskContentUnits, 'userSpaceOnUse', e, port, depth),
    ]
    if (!region || !content) return { by, children: [], within: null }
    const fractions = (a.maskUnits ?? 'objectBoundingBox') === 'objectBoundingBox'
    const [w, h] = fractions ? [1, 1] : [port.width, port.height]
    const box = boxPath(
      lengthIn(a.x, -0.1 * w, w),
      lengthIn(a.y, -0.1 * h, h),
      lengthIn(a.width, 1.2 * w, w),
      lengthIn(a.height, 1.2 * h, h),
    )
    const at = compose(content, here)
    const style = styleOf(found, get, initial, port)
    const children = found.children.flatMap((c) => this.build(c, at, style, port, depth + 1))
    return { by, children, within: mapPath(mapPath(box, region), here) }
  }

  /** A shape's fill and stroke. */
  private painted(
    outline: Path,
    e: Element,
    here: Matrix,
    style: Style,
    port: Port,
    depth: number,
  ): ArtNode[] {
    if (!style.visible || outline.length === 0) return []
    const fill = e.tag === 'line' ? [] : this.filled(outline, e, here, style, port, depth)
    const stroke = style.weight > 0 ? this.stroked(outline, e, here, style, port, fill.length > 0, depth) : []
    return style.strokeFirst ? [...stroke, ...fill] : [...fill, ...stroke]
  }
  private piece(piece: Omit<Piece, 'name'>, style: Style): ArtNode {
    if (++this.count > MAX_PIECES) throw new Problem('unsupported', 'too many outlines')
    return { piece: { ...piece, ...(style.name ? { name: style.name } : {}) } }
  }
  private filled(
    outline: Path,
    e: Element,
    here: Matrix,
    style: Style,
    port: Port,
    depth: number,
  ): ArtNode[] {
    const pattern = this.byId.get(referenceIn(style.fill) ?? '')
    if (pattern?.tag === 'pattern') return this.patterned(pattern, outline, e, here, style, port, depth)
    const paint = this.paintOf(style.fill, style.part, style, e, here, port, depth)
    if (!paint) return []
    const { alpha, ...own } = paint
    return [
      this.piece(
        {
          ...own,
          path: mapPath(outline, here),
          opacity: style.fillOpacity * alpha,
          evenOdd: style.evenOdd,
          stroke: null,
        },
        style,
      ),
    ]
  }
  private stroked(
    outline: Path,
    e: Element,
    here: Matrix,
    style: Style,
    port: Port,
    filled: boolean,
    depth: number,
  ): ArtNode[] {
    if (this.byId.get(referenceIn(style.stroke) ?? '')?.tag === 'pattern')
      this.beyond.add('a stroke of a pattern')
    const paint = this.paintOf(style.stroke, filled ? null : style.part, style, e, here, port, depth)
    if (!paint) return []
    const { alpha, ...own } = paint
    const opacity = style.strokeOpacity * alpha
    const dash = style.dash.some((d) => d > 0) && style.dash.every((d) => d >= 0) ? style.dash : []
    const scale = Math.sqrt(Math.abs(determinant(here)))
    if (scale === 0) return []
    if (keepsAngles(here) && style.dashFrom === 0) {
      const stroke = {
        weight: style.weight * scale,
        cap: style.cap,
        join: style.join,
        dash: dash.map((d) => d / style.weight),
      }
      return [this.piece({ ...own, path: mapPath(outline, here), opacity, evenOdd: false, stroke }, style)]
    }
    // A stroke that is wider one way than another, or whose dashes begin elsewhere, becomes the area that it covers.
    const k = Math.max(1, scale) * 8
    const fine = flatten(outline, scaling(k))
    const cut = dashed(
      fine,
      dash.map((d) => d * k),
      style.dashFrom * k,
    )
    const area = strokeOutlines(cut, style.weight * k, style).map((o): Path => pathOf(o.points))
    const path = mapPath(area.flat(), compose(scaling(1 / k), here))
    return path.length > 0 ? [this.piece({ ...own, path, opacity, evenOdd: false, stroke: null }, style)] : []
  }

  /** The part that paints in a colour, and how much it covers; null for none. */
  private partFor(
    colour: string,
    named: string | null,
    current: string,
  ): { part: string; alpha: number } | null {
    if (colour === 'none' || colour === 'transparent') return null
    const hex = readColour(/^currentcolor$/i.test(colour) ? current : colour)
    if (!hex) return null
    const solid = hex.slice(0, 7)
    const alpha = hex.length > 7 ? Number.parseInt(hex.slice(7), 16) / 255 : 1
    const part = named ?? this.names.get(solid) ?? `colour ${this.names.size + 1}`
    if (!named) this.names.set(solid, part)
    this.parts[part] ??= solid
    return { part, alpha }
  }
  private paintOf(
    value: string,
    named: string | null,
    style: Style,
    e: Element,
    here: Matrix,
    port: Port,
    depth: number,
  ): { part: string; alpha: number; gradient?: ArtGradient } | null {
    const reference = /^url\(/.test(value) ? referenceIn(value) : null
    if (!reference) return this.partFor(value, named, style.colour)
    const found = this.byId.get(reference)
    const rest = value.slice(value.indexOf(')') + 1).trim()
    if (!found) return rest ? this.partFor(rest, named, style.colour) : null
    if (found.tag !== 'linearGradient' && found.tag !== 'radialGradient') return null
    const read = gradientIn(found, this.byId, this.rules, port, (text) => this.beyond.add(text))
    const units = this.unitsOf(read.units, 'objectBoundingBox', e, port, depth)
    if (!units || read.stops.length === 0 || Math.abs(determinant(units)) < 1e-9) return null
    const stops = read.stops.flatMap((s) => {
      const made = this.partFor(s.colour, null, style.colour)
      return made ? [{ offset: s.offset, part: made.part, alpha: made.alpha * s.alpha }] : []
    })
    const last = stops.at(-1)
    if (!last) return null
    const outline = outlineOf(e, port)
    const box = outline && boundsOfPath(outline, identity)
    const gradient = read.map(stops, units, here, box ? { ...box, by: style.weight } : null)
    return gradient ? { part: last.part, alpha: 1, gradient } : { part: last.part, alpha: last.alpha }
  }

  /** A fill that repeats what a pattern shows, cut at the outline (SVG 2 §14.3). */
  private patterned(
    pattern: Element,
    outline: Path,
    e: Element,
    here: Matrix,
    style: Style,
    port: Port,
    depth: number,
  ): ArtNode[] {
    const chain: Element[] = []
    for (
      let at: Element | undefined = pattern;
      at && chain.length < 8 && !chain.includes(at);
      at = this.byId.get(referenceIn(at.attributes.href) ?? '')
    )
      chain.push(at)
    const own = (name: string) => chain.find((p) => p.attributes[name] !== undefined)?.attributes[name]
    const content = chain.find((p) => p.children.length > 0)
    const box = boundsOfPath(outline, identity)
    const units = this.unitsOf(own('patternUnits'), 'objectBoundingBox', e, port, depth)
    if (!content || !box || !units) return []
    const fractions = (own('patternUnits') ?? 'objectBoundingBox') === 'objectBoundingBox'
    const [pw, ph] = fractions ? [1, 1] : [port.width, port.height]
    const [x, y, w, h] = [
      lengthIn(own('x'), 0, pw),
      lengthIn(own('y'), 0, ph),
      lengthIn(own('width'), 0, pw),
      lengthIn(own('height'), 0, ph),
    ]
    // Of a tile in the units of the shape; patterns in fractions of a box are upright.
    const tile = {
      x: x * units[0] + units[4],
      y: y * units[3] + units[5],
      width: w * units[0],
      height: h * units[3],
    }
    if (!(tile.width > 0 && tile.height > 0)) return []
    const turned = transformIn(own('patternTransform'))
    const back = inverse(turned)
    if (!back) return []
    const seen = boundsOfPath(boxPath(box.left, box.top, box.right - box.left, box.bottom - box.top), back)
    if (!seen) return []
    // As all renderers have it, what a tile shows begins at the tile's own corner.
    const viewBox = numbersIn(own('viewBox'))
    let inner: Matrix
    if (viewBox.length === 4) inner = viewBoxMap(viewBox, tile.width, tile.height, own('preserveAspectRatio'))
    else if (own('patternContentUnits') === 'objectBoundingBox')
      inner = [box.right - box.left, 0, 0, box.bottom - box.top, 0, 0]
    else inner = identity
    const [firstX, lastX] = [
      Math.floor((seen.left - tile.x) / tile.width),
      Math.ceil((seen.right - tile.x) / tile.width),
    ]
    const [firstY, lastY] = [
      Math.floor((seen.top - tile.y) / tile.height),
      Math.ceil((seen.bottom - tile.y) / tile.height),
    ]
    if ((lastX - firstX) * (lastY - firstY) > MAX_PIECES)
      throw new Problem('unsupported', 'a pattern of very many tiles')
    const children: ArtNode[] = []
    for (let row = firstY; row < lastY; row++)
      for (let column = firstX; column < lastX; column++) {
        const at = compose(
          compose(translation(tile.x + column * tile.width, tile.y + row * tile.height), turned),
          here,
        )
        const nodes = content.children.flatMap((c) =>
          this.build(
            c,
            compose(inner, at),
            styleOf(content, declaredFor(content, this.rules), initial, port),
            port,
            depth + 1,
          ),
        )
        children.push(...this.within(nodes, mapPath(boxPath(0, 0, tile.width, tile.height), at)))
      }
    if (children.length === 0) return []
    const clips = [[{ path: mapPath(outline, here), evenOdd: style.evenOdd }]]
    return [
      {
        group: {
          name: style.name ?? 'pattern',
          opacity: style.fillOpacity,
          blend: 'normal',
          clips,
          mask: null,
          children,
        },
      },
    ]
  }
}

const pathOf = (points: Float64Array): Path => {
  const out: Path[number][] = []
  for (let n = 0; n < points.length; n += 2)
    out.push([n === 0 ? 'M' : 'L', points[n] as number, points[n + 1] as number])
  return [...out, ['Z']]
}
/**
 * Reads an SVG into our own paths. Parts are named by `data-part`, else by colour. Clips, masks, opacity of groups, gradients,
 * patterns, symbols and what is used again come in as they are; what cannot be held is left out and named in `beyond`.
 * Throws `bad-input` for broken or active files and `unsupported` for what is beyond all measure.
 */
export function readSvg(text: string): Artwork {
  const { root, byId, rules } = parseSvg(text)
  const box = numbersIn(root.attributes.viewBox)
  const whole =
    box.length === 4 ? { width: box[2] as number, height: box[3] as number } : { width: 300, height: 150 }
  const sized = [root.attributes.width, root.attributes.height].every(
    (v) => v !== undefined && !v.includes('%'),
  )
  const [w, h] = [
    lengthIn(root.attributes.width, whole.width),
    lengthIn(root.attributes.height, whole.height),
  ]
  // A frame of the view box's own proportion says only how large it is shown.
  const framed = box.length !== 4 || (sized && Math.abs((w / h) * (whole.height / whole.width) - 1) > 0.01)
  const size = framed ? { width: w, height: h } : whole
  if (!(size.width > 0 && size.height > 0)) throw badInput('This SVG has no size. Nothing was stored.')
  const m =
    box.length === 4
      ? viewBoxMap(box, size.width, size.height, root.attributes.preserveAspectRatio)
      : identity
  const reader = new Reader(byId, rules)
  const port = box.length === 4 ? whole : size
  const nodes = reader.build(
    { ...root, tag: 'g', attributes: { ...root.attributes, id: '' } },
    m,
    initial,
    port,
    0,
  )
  if (nodes.length === 0 && reader.beyond.size === 0)
    throw badInput('This SVG shows nothing that can be drawn. Nothing was stored.')
  return { ...size, nodes, pieces: piecesOf(nodes), parts: reader.parts, beyond: [...reader.beyond] }
}
