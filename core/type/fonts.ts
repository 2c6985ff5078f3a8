import * as hb from 'harfbuzzjs'
import { badInput } from '../basics/errors'
import type { Command, Path } from '../vector/path'
import { type FontFile, fallbackFiles, filesFor, fontFileName, isShipped } from './catalogue'
import { nearestFace, type OwnFace, ownFaceId } from './own-face'

/** One face: shaping and outlines in units of the em. */
export type Face = {
  name: string
  font: hb.Font
  unitsPerEm: number
  /** In shares of the em; descent is positive downward. */
  ascent: number
  descent: number
  /** The file that it comes from and its place there, for who embeds it. */
  bytes: Uint8Array
  index: number
  /** How far a glyph reaches along its line, in shares of the em. */
  advance(glyph: number): number
  has(codePoint: number): boolean
  outline(glyph: number): Path
}

/** Gives the bytes of a font file, or null where it cannot be had. */
export type FontLoader = (file: FontFile) => Promise<Uint8Array | null>

export function openFace(name: string, bytes: Uint8Array, index = 0): Face {
  const signature = String.fromCharCode(...bytes.subarray(0, 4))
  // Raw woff would shape every glyph as 0 without an error.
  if (signature === 'wOFF' || signature === 'wOF2')
    throw badInput(`The font ${name} is a web font and has to be unpacked first.`)
  const face = new hb.Face(new hb.Blob(bytes), index)
  const font = new hb.Font(face)
  const known = new Set(face.collectUnicodes())
  if (known.size === 0) throw badInput(`The file ${name} is not a font.`)
  const extents = font.hExtents()
  const outlines = new Map<number, Path>()
  return {
    name,
    font,
    unitsPerEm: face.upem,
    ascent: extents.ascender / face.upem,
    descent: -extents.descender / face.upem,
    bytes,
    index,
    advance: (glyph) => font.glyphHAdvance(glyph) / face.upem,
    has: (codePoint) => known.has(codePoint),
    outline(glyph) {
      const held = outlines.get(glyph)
      if (held) return held
      const path = drawGlyph(font, glyph, face.upem)
      outlines.set(glyph, path)
      return path
    },
  }
}

type Pen = { out: Command[]; x: number; y: number; k: number }
let draw: hb.DrawFuncs | null = null
function drawFunctions(): hb.DrawFuncs {
  if (draw) return draw
  draw = new hb.DrawFuncs()
  const pen = (data: unknown) => data as Pen
  const to = (p: Pen, x: number, y: number) => {
    p.x = x
    p.y = y
  }
  draw.setMoveToFunc((x, y, data) => {
    const p = pen(data)
    p.out.push(['M', x * p.k, -y * p.k])
    to(p, x, y)
  })
  draw.setLineToFunc((x, y, data) => {
    const p = pen(data)
    p.out.push(['L', x * p.k, -y * p.k])
    to(p, x, y)
  })
  draw.setQuadraticToFunc((cx, cy, x, y, data) => {
    const p = pen(data)
    const [ax, ay, bx, by] = [
      p.x + ((cx - p.x) * 2) / 3,
      p.y + ((cy - p.y) * 2) / 3,
      x + ((cx - x) * 2) / 3,
      y + ((cy - y) * 2) / 3,
    ]
    p.out.push(['C', ax * p.k, -ay * p.k, bx * p.k, -by * p.k, x * p.k, -y * p.k])
    to(p, x, y)
  })
  draw.setCubicToFunc((ax, ay, bx, by, x, y, data) => {
    const p = pen(data)
    p.out.push(['C', ax * p.k, -ay * p.k, bx * p.k, -by * p.k, x * p.k, -y * p.k])
    to(p, x, y)
  })
  draw.setClosePathFunc((data) => pen(data).out.push(['Z']))
  return draw
}

/** A glyph's outline in ems, y downward. */
function drawGlyph(font: hb.Font, glyph: number, unitsPerEm: number): Path {
  const pen: Pen = { out: [], x: 0, y: 0, k: 1 / unitsPerEm }
  font.drawGlyph(glyph, drawFunctions(), pen)
  return pen.out
}

/** Letters in a style, with the capitals or small letters that it shows. */
export type Lettered = { style: { family: string; weight: number; italic: boolean }; letters: string }

/** Faces held open by file; asking twice loads once. */
export class FontBook {
  private readonly faces = new Map<string, Face | null>()
  private readonly pending = new Map<string, Promise<void>>()
  /** Faces that people brought, by their families. */
  private readonly own = new Map<string, OwnFace[]>()
  private readonly adopted = new Set<string>()
  private looked = new WeakMap<object, FontFile[]>()

  constructor(private readonly load: FontLoader) {}

  /** Has the faces of a design, or of a list of those that people brought. */
  adopt(faces: Iterable<OwnFace>): void {
    for (const face of faces) {
      const id = ownFaceId(face)
      if (this.adopted.has(id)) continue
      this.adopted.add(id)
      this.own.set(face.family, [...(this.own.get(face.family) ?? []), face])
      this.looked = new WeakMap()
    }
  }
  /** How many faces were adopted: a style may have other files after that. */
  get brought(): number {
    return this.adopted.size
  }
  /** The files to try for a style, in order: of a family that people brought its nearest face, then the fallbacks. */
  filesFor(style: { family: string; weight: number; italic: boolean }): FontFile[] {
    const held = this.looked.get(style)
    if (held) return held
    const own = nearestFace(this.own.get(style.family) ?? [], style)
    const { weight, italic } = style
    const files = own
      ? [
          { slug: 'own', script: 'own', weight, italic, source: own.source, index: own.index },
          ...fallbackFiles(style),
        ]
      : filesFor(style)
    if (Object.isFrozen(style)) this.looked.set(style, files)
    return files
  }
  /**
   * The files that words still wait for: of the files of their style the first; the family's others where that one
   * lacks a letter of them, and the stand-ins where the family does. Every letter is found where it would be found
   * with all of them open.
   */
  due(style: { family: string; weight: number; italic: boolean }, letters: string): FontFile[] {
    const files = this.filesFor(style)
    const [first] = files
    if (!first) return []
    const closed = (of: readonly FontFile[]) => of.filter((f) => !this.has(f))
    const own = files.filter((f) => f.slug === first.slug)
    for (const [asked, needed] of [
      [[first], own],
      [own, files],
    ] as const) {
      const waiting = closed(asked)
      if (waiting.length > 0) return waiting
      const faces = asked.flatMap((f) => this.face(f) ?? [])
      const drawn = (c: string) => c === '\n' || faces.some((f) => f.has(c.codePointAt(0) as number))
      if (faces.length > 0 && [...letters].every(drawn)) return []
      const more = closed(needed)
      if (more.length > 0) return more
    }
    return []
  }
  /** The weights that a family has; null for a shipped one. */
  weightsOfOwn(family: string): readonly number[] | null {
    const faces = this.own.get(family)
    return faces ? [...new Set(faces.map((f) => f.weight))].sort((a, b) => a - b) : null
  }
  /** Whether a family is here: shipped, or brought with its file. */
  knows(family: string): boolean {
    const faces = this.own.get(family)
    if (!faces) return isShipped(family)
    return faces.some((f) => this.faces.get(`own-${f.source}-${f.index}`) !== null)
  }

  /** The open face of a file, or null where it is not (yet) here. */
  face(file: FontFile): Face | null {
    return this.faces.get(fontFileName(file)) ?? null
  }

  /** Whether a file was opened, or could not be. */
  has(file: FontFile): boolean {
    return this.faces.has(fontFileName(file))
  }
  /** How many were: what was measured before another came may be otherwise now. */
  get count(): number {
    return this.faces.size
  }

  /** Opens all that words wait for. */
  async ready(words: readonly Lettered[]): Promise<void> {
    for (;;) {
      const due = words.flatMap(({ style, letters }) => this.due(style, letters))
      if (due.length === 0) return
      await this.open(due)
    }
  }
  /** Opens all files that are not yet open; throws where the loader does, and can be asked again. */
  async open(files: readonly FontFile[]): Promise<void> {
    await Promise.all(
      files.map((file) => {
        const name = fontFileName(file)
        if (this.faces.has(name)) return undefined
        const held = this.pending.get(name)
        if (held) return held
        const job = this.load(file)
          .then((bytes) => void this.faces.set(name, bytes ? openFace(name, bytes, file.index) : null))
          .finally(() => this.pending.delete(name))
        this.pending.set(name, job)
        return job
      }),
    )
  }
}
