import { XMLParser } from 'fast-xml-parser'
import { readColour } from '../colour/colour'
import type { Stroke } from '../design/schema'
import { badInput, Problem } from '../errors'
import { compose, identity, type Matrix, scaling, translation, turning } from '../geometry/matrix'
import { mapPath, type Path, parsePath } from './path'
import { ellipsePath, rectanglePath } from './shapes'

/** One painted area of a graphic, in the graphic's own units. */
export type Piece = {
  path: Path
  part: string
  opacity: number
  evenOdd: boolean
  stroke: { weight: number; cap: Stroke['cap']; join: Stroke['join'] } | null
}
/** Vector artwork as our own paths: named, recolourable parts. */
export type Artwork = { width: number; height: number; pieces: Piece[] /** colour of each part as drawn */; parts: Record<string, string> }

type Node = { tag: string; attributes: Record<string, string>; children: Node[] }
type Raw = Record<string, unknown>
type Style = {
  fill: string
  stroke: string
  weight: number
  opacity: number
  fillOpacity: number
  strokeOpacity: number
  evenOdd: boolean
  cap: Stroke['cap']
  join: Stroke['join']
  part: string | null
  colour: string
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: false,
})
/** Elements that paint nothing by themselves. */
const SILENT = new Set(['title', 'desc', 'metadata', 'defs', '#text', '#comment', '?xml'])
/** What the subset cannot hold: such a file is taken as a picture. */
const BEYOND = new Set([
  'text',
  'image',
  'use',
  'style',
  'filter',
  'mask',
  'clippath',
  'lineargradient',
  'radialgradient',
  'pattern',
  'symbol',
  'switch',
  'marker',
])
const MAX_PIECES = 4000

function nodesOf(raw: unknown): Node[] {
  if (!Array.isArray(raw)) return []
  return (raw as Raw[]).flatMap((entry) => {
    const tag = Object.keys(entry).find((k) => k !== ':@')
    if (!tag) return []
    const attributes = (entry[':@'] ?? {}) as Record<string, string>
    return [{ tag: tag.replace(/^svg:/, ''), attributes, children: nodesOf(entry[tag]) }]
  })
}

/** Throws `bad-input` for files that could run something or reach outside. */
export function refuseActiveSvg(text: string): void {
  if (/<!ENTITY|<!DOCTYPE[^>]*\[/i.test(text))
    throw badInput('This SVG declares entities, which could hide other content. Nothing was stored; save it as plain SVG and try again.')
  if (/<\s*(?:svg:)?(script|foreignObject|iframe|object|embed)\b/i.test(text))
    throw badInput('This SVG holds a script or foreign content. Nothing was stored; remove it and try again.')
  if (/\son[a-z]+\s*=/i.test(text) || /(?:href|src)\s*=\s*["']\s*(?:javascript|https?|file):/i.test(text))
    throw badInput('This SVG reaches outside itself or reacts to events. Nothing was stored; save it as plain SVG and try again.')
}

const number = (text: string | undefined, fallback = 0): number => {
  const v = Number.parseFloat(text ?? '')
  return Number.isFinite(v) ? v : fallback
}

function transformOf(text: string | undefined): Matrix {
  let m: Matrix = identity
  for (const [, name = '', inside = ''] of (text ?? '').matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const v = (inside.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number)
    const at = (n: number, fallback = 0) => v[n] ?? fallback
    const step: Matrix =
      name === 'matrix'
        ? [at(0, 1), at(1), at(2), at(3, 1), at(4), at(5)]
        : name === 'translate'
          ? translation(at(0), at(1))
          : name === 'scale'
            ? scaling(at(0, 1), at(1, at(0, 1)))
            : name === 'rotate'
              ? compose(compose(translation(-at(1), -at(2)), turning(at(0))), translation(at(1), at(2)))
              : name === 'skewX'
                ? [1, 0, Math.tan((at(0) * Math.PI) / 180), 1, 0, 0]
                : name === 'skewY'
                  ? [1, Math.tan((at(0) * Math.PI) / 180), 0, 1, 0, 0]
                  : identity
    m = compose(step, m)
  }
  return m
}

function styleOf(node: Node, from: Style): Style {
  const inline = Object.fromEntries(
    (node.attributes.style ?? '')
      .split(';')
      .map((d) => d.split(':').map((s) => s.trim()))
      .filter((d) => d.length === 2),
  )
  const get = (name: string): string | undefined => inline[name] ?? node.attributes[name]
  const fill = get('fill')
  const stroke = get('stroke')
  if (/url\(/.test(`${fill ?? ''}${stroke ?? ''}`)) throw new Problem('unsupported', 'gradient')
  const [cap, join] = [get('stroke-linecap'), get('stroke-linejoin')]
  return {
    fill: fill && fill !== 'inherit' ? fill : from.fill,
    stroke: stroke && stroke !== 'inherit' ? stroke : from.stroke,
    colour: get('color') ?? from.colour,
    weight: number(get('stroke-width'), from.weight),
    opacity: from.opacity * number(get('opacity'), 1),
    fillOpacity: number(get('fill-opacity'), from.fillOpacity),
    strokeOpacity: number(get('stroke-opacity'), from.strokeOpacity),
    evenOdd: (get('fill-rule') ?? (from.evenOdd ? 'evenodd' : 'nonzero')) === 'evenodd',
    cap: cap === 'round' || cap === 'square' || cap === 'butt' ? cap : from.cap,
    join: join === 'round' || join === 'bevel' || join === 'miter' ? join : from.join,
    part: node.attributes['data-part'] ?? from.part,
  }
}

const points = (text: string | undefined, closed: boolean): Path => {
  const v = (text?.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).join(' ')
  return v ? parsePath(`M${v}${closed ? 'Z' : ''}`) : []
}
const outlines: Record<string, (a: Record<string, string>) => Path> = {
  path: (a) => parsePath(a.d ?? ''),
  rect: (a) => {
    const r = number(a.rx ?? a.ry)
    return mapPath(rectanglePath(number(a.width), number(a.height), [r, r, r, r]), translation(number(a.x), number(a.y)))
  },
  circle: (a) => mapPath(ellipsePath(number(a.r) * 2, number(a.r) * 2), translation(number(a.cx) - number(a.r), number(a.cy) - number(a.r))),
  ellipse: (a) => mapPath(ellipsePath(number(a.rx) * 2, number(a.ry) * 2), translation(number(a.cx) - number(a.rx), number(a.cy) - number(a.ry))),
  line: (a) => [
    ['M', number(a.x1), number(a.y1)],
    ['L', number(a.x2), number(a.y2)],
  ],
  polyline: (a) => points(a.points, false),
  polygon: (a) => points(a.points, true),
}

/**
 * Reads an SVG into our own paths. Parts are named by `data-part`, else by colour. Throws `bad-input` for broken or
 * active files and `unsupported` for what the subset cannot hold (text, pictures, gradients, filters, masks).
 */
export function readSvg(text: string): Artwork {
  refuseActiveSvg(text)
  let tree: Node[]
  try {
    tree = nodesOf(parser.parse(text))
  } catch {
    throw badInput('This SVG is damaged and cannot be read. Nothing was stored.')
  }
  const root = tree.find((n) => n.tag === 'svg')
  if (!root) throw badInput('This file is not an SVG. Nothing was stored.')
  const box = (root.attributes.viewBox ?? '').split(/[\s,]+/).map(Number)
  const [left, top, boxWidth, boxHeight] =
    box.length === 4 && box.every(Number.isFinite)
      ? (box as [number, number, number, number])
      : [0, 0, number(root.attributes.width, 300), number(root.attributes.height, 150)]
  if (!(boxWidth > 0 && boxHeight > 0)) throw badInput('This SVG has no size. Nothing was stored.')
  const art: Artwork = { width: boxWidth, height: boxHeight, pieces: [], parts: {} }
  const names = new Map<string, string>()

  const partFor = (colour: string, named: string | null, current: string): { part: string; alpha: number } | null => {
    if (colour === 'none' || colour === 'transparent') return null
    const hex = readColour(colour === 'currentColor' ? current : colour)
    if (!hex) return null
    const solid = hex.slice(0, 7)
    const alpha = hex.length > 7 ? Number.parseInt(hex.slice(7), 16) / 255 : 1
    const part = named ?? names.get(solid) ?? `colour ${names.size + 1}`
    if (!named) names.set(solid, part)
    art.parts[part] ??= solid
    return { part, alpha }
  }
  const walk = (node: Node, m: Matrix, from: Style): void => {
    const tag = node.tag.toLowerCase()
    if (SILENT.has(tag) || node.attributes.display === 'none') return
    if (BEYOND.has(tag)) throw new Problem('unsupported', tag)
    const style = styleOf(node, from)
    const here = compose(transformOf(node.attributes.transform), m)
    const path = outlines[tag]?.(node.attributes)
    if (path && path.length > 0) {
      if (art.pieces.length >= MAX_PIECES) throw new Problem('unsupported', 'too many outlines')
      const placed = mapPath(path, here)
      const fill = partFor(style.fill, style.part, style.colour)
      if (fill && tag !== 'line')
        art.pieces.push({
          path: placed,
          part: fill.part,
          opacity: style.opacity * style.fillOpacity * fill.alpha,
          evenOdd: style.evenOdd,
          stroke: null,
        })
      const stroke = style.weight > 0 ? partFor(style.stroke, fill ? null : style.part, style.colour) : null
      if (stroke) {
        const scale = Math.sqrt(Math.abs(here[0] * here[3] - here[1] * here[2]))
        art.pieces.push({
          path: placed,
          part: stroke.part,
          opacity: style.opacity * style.strokeOpacity * stroke.alpha,
          evenOdd: false,
          stroke: { weight: style.weight * scale, cap: style.cap, join: style.join },
        })
      }
    }
    if (!path) for (const child of node.children) walk(child, here, style)
  }
  const initial: Style = {
    fill: '#000000',
    stroke: 'none',
    weight: 1,
    opacity: 1,
    fillOpacity: 1,
    strokeOpacity: 1,
    evenOdd: false,
    cap: 'butt',
    join: 'miter',
    part: null,
    colour: '#000000',
  }
  walk({ ...root, tag: 'g' }, translation(-left, -top), initial)
  if (art.pieces.length === 0) throw badInput('This SVG shows nothing that can be drawn. Nothing was stored.')
  return art
}
