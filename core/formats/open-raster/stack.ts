import { XMLParser } from 'fast-xml-parser'
import type { BlendMode } from '../../basics/blend-modes'
import { badInput } from '../../basics/errors'
import { escaped } from '../../basics/xml'

/** A picture in the stack; `x`, `y` px from the image's corner, `source` its entry in the zip. */
export type OraLayer = {
  kind: 'layer'
  name: string
  source: string
  x: number
  y: number
  opacity: number
  visible: boolean
  locked: boolean
  operator: string
}
export type OraStack = {
  kind: 'stack'
  name: string
  opacity: number
  visible: boolean
  operator: string
  isolated: boolean
  children: OraNode[]
}
/** A layer or nested stack; `children` lie back to front (the file lists them front first). */
export type OraNode = OraLayer | OraStack
export type OraImage = { width: number; height: number; ppi: number | null; root: OraNode[] }

/** Composite operators of OpenRaster 0.0.6 (*baseline*, from memory) and the mode each is here. */
const OPERATORS: Partial<Record<BlendMode, string>> = {
  normal: 'svg:src-over',
  multiply: 'svg:multiply',
  screen: 'svg:screen',
  overlay: 'svg:overlay',
  darken: 'svg:darken',
  lighten: 'svg:lighten',
  'color-dodge': 'svg:color-dodge',
  'color-burn': 'svg:color-burn',
  'hard-light': 'svg:hard-light',
  'soft-light': 'svg:soft-light',
  difference: 'svg:difference',
  hue: 'svg:hue',
  saturation: 'svg:saturation',
  color: 'svg:color',
  luminosity: 'svg:luminosity',
  'plus-lighter': 'svg:plus',
  'src-atop': 'svg:src-atop',
  'dst-in': 'svg:dst-in',
  'dst-out': 'svg:dst-out',
  'dst-atop': 'svg:dst-atop',
}
export const SOURCE_ATOP = 'svg:src-atop'
/** The operator that says a mode, or null where OpenRaster has none. */
export const operatorOf = (mode: BlendMode): string | null => OPERATORS[mode] ?? null
export const modeOf = (operator: string): BlendMode | null =>
  (Object.entries(OPERATORS).find(([, name]) => name === operator)?.[0] as BlendMode | undefined) ?? null

const MOST_DEPTH = 40
const MOST_NODES = 2000
const MOST_SIDE = 60_000

type Raw = Record<string, unknown>
const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  processEntities: true,
  htmlEntities: true,
  parseAttributeValue: false,
})
const tagOf = (raw: Raw): string => Object.keys(raw).find((k) => k !== ':@') ?? ''
const attributes = (raw: Raw): Record<string, string> =>
  (raw[':@'] as Record<string, string> | undefined) ?? {}
const childrenOf = (raw: Raw): Raw[] => (Array.isArray(raw[tagOf(raw)]) ? (raw[tagOf(raw)] as Raw[]) : [])

function number(
  text: string | undefined,
  fallback: number | null,
  what: string,
  least: number,
  most: number,
): number {
  if (text === undefined || text.trim() === '') {
    if (fallback === null) throw badInput(`stack.xml does not give ${what}. Nothing was stored.`)
    return fallback
  }
  const value = Number(text)
  if (!Number.isFinite(value) || value < least || value > most)
    throw badInput(`stack.xml gives ${what} as “${text.slice(0, 40)}”. Nothing was stored.`)
  return value
}

/** Reads `stack.xml`; throws `bad-input` naming what is wrong. Offsets of nested stacks are added to their members. */
export function readStack(text: string): OraImage {
  let raw: Raw[]
  try {
    raw = parser.parse(text) as Raw[]
  } catch {
    throw badInput('stack.xml cannot be read. Nothing was stored.')
  }
  const image = raw.find((r) => tagOf(r) === 'image')
  const root = image && childrenOf(image).find((r) => tagOf(r) === 'stack')
  if (!image || !root) throw badInput('stack.xml holds no image with a stack. Nothing was stored.')
  const a = attributes(image)
  let count = 0
  const walk = (list: readonly Raw[], depth: number, dx: number, dy: number): OraNode[] => {
    if (depth > MOST_DEPTH)
      throw badInput('The stack is nested more deeply than can be opened here. Nothing was stored.')
    return list
      .flatMap((entry): OraNode[] => {
        const tag = tagOf(entry)
        if (tag !== 'layer' && tag !== 'stack') return []
        if (++count > MOST_NODES)
          throw badInput(`The file holds more than ${MOST_NODES} layers. Nothing was stored.`)
        const at = attributes(entry)
        const name = at.name ?? ''
        const common = {
          name: name.slice(0, 200),
          opacity: number(at.opacity, 1, `the opacity of “${name}”`, 0, 1),
          visible: at.visibility !== 'hidden',
          operator: at['composite-op'] ?? 'svg:src-over',
        }
        const x = dx + number(at.x, 0, `the place of “${name}”`, -MOST_SIDE, MOST_SIDE)
        const y = dy + number(at.y, 0, `the place of “${name}”`, -MOST_SIDE, MOST_SIDE)
        if (tag === 'stack')
          return [
            {
              kind: 'stack',
              ...common,
              isolated: at.isolation === 'isolate',
              children: walk(childrenOf(entry), depth + 1, x, y),
            },
          ]
        if (!at.src) throw badInput(`The layer “${name}” names no picture. Nothing was stored.`)
        return [{ kind: 'layer', ...common, source: at.src, x, y, locked: at['edit-locked'] === 'true' }]
      })
      .reverse()
  }
  return {
    width: number(a.w, null, 'the width', 1, MOST_SIDE),
    height: number(a.h, null, 'the height', 1, MOST_SIDE),
    ppi: a.xres ? number(a.xres, 72, 'the resolution', 1, 10_000) : null,
    root: walk(childrenOf(root), 0, 0, 0),
  }
}

/** `stack.xml` of an image, front first. */
export function writeStack(image: OraImage): string {
  const line = (node: OraNode, indent: string): string => {
    const common = `name="${escaped(node.name)}" opacity="${node.opacity}" visibility="${node.visible ? 'visible' : 'hidden'}" composite-op="${node.operator}"`
    if (node.kind === 'layer')
      return `${indent}<layer ${common} src="${escaped(node.source)}" x="${node.x}" y="${node.y}"${node.locked ? ' edit-locked="true"' : ''}/>`
    const inner = [...node.children].reverse().map((c) => line(c, `${indent}  `))
    return [
      `${indent}<stack ${common} isolation="${node.isolated ? 'isolate' : 'auto'}">`,
      ...inner,
      `${indent}</stack>`,
    ].join('\n')
  }
  const ppi = image.ppi ? ` xres="${image.ppi}" yres="${image.ppi}"` : ''
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<image version="0.0.6" w="${image.width}" h="${image.height}"${ppi}>`,
    '  <stack>',
    ...[...image.root].reverse().map((n) => line(n, '    ')),
    '  </stack>',
    '</image>',
    '',
  ].join('\n')
}

/** A node and where it lies: places in each stack from the back, `2.0` being the lowest member of the third thing. */
export type OraPlace = { path: string; node: OraNode }
export const placesIn = (nodes: readonly OraNode[], under = ''): OraPlace[] =>
  nodes.flatMap((node, n) => {
    const path = `${under}${n}`
    return [{ path, node }, ...(node.kind === 'stack' ? placesIn(node.children, `${path}.`) : [])]
  })

/** Only the layers at these places, shown whatever the file says of them; stacks stay around what is left in them. */
export function chosenFrom(nodes: readonly OraNode[], paths: ReadonlySet<string>, under = ''): OraNode[] {
  return nodes.flatMap((node, n): OraNode[] => {
    const path = `${under}${n}`
    if (node.kind === 'layer') return paths.has(path) ? [{ ...node, visible: true }] : []
    const children = chosenFrom(node.children, paths, `${path}.`)
    return children.length > 0 ? [{ ...node, visible: true, children }] : []
  })
}

/** What a person chooses from: a layer or stack of a file, with a small picture of a layer. */
export type OraChoice = {
  path: string
  kind: OraNode['kind']
  name: string
  depth: number
  visible: boolean
  /** The mode or operator where it is not plain. */
  operator: string | null
  opacity: number
  /** WebP in a data address, see-through where the layer is; null for stacks. */
  picture: string | null
}
