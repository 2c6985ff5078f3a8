import type { BlendMode } from '../../basics/blend-modes'
import type { Matrix } from '../../geometry/matrix'
import type { Path } from '../path'
import type { Stroke } from '../stroke-style'

/** A colour of a gradient: a named part, and how much it covers. */
export type ArtStop = { offset: number; part: string; alpha: number }
/** `toUnit` takes the graphic's units to the gradient's own: linear from 0 to 1 along x, radial within the unit circle. */
export type ArtGradient = { form: 'linear' | 'radial'; toUnit: Matrix; stops: readonly ArtStop[] }
/** One painted area of a graphic, in the graphic's own units. */
export type Piece = {
  path: Path
  part: string
  opacity: number
  evenOdd: boolean
  /** Lengths of dash and gap in weights; `gradient` in place of the part's colour. */
  stroke: { weight: number; cap: Stroke['cap']; join: Stroke['join']; dash: readonly number[] } | null
  gradient?: ArtGradient
  /** What it is called in its file. */
  name?: string
}
/** What is shown of a group: within all of these outlines together. */
export type ArtClip = readonly { path: Path; evenOdd: boolean }[]
export type ArtMask = { by: 'lightness' | 'coverage'; children: readonly ArtNode[]; within: Path | null }
/** Several pieces as one closed picture. */
export type ArtGroup = {
  name?: string
  opacity: number
  blend: BlendMode
  clips: readonly ArtClip[]
  mask: ArtMask | null
  children: readonly ArtNode[]
}
export type ArtNode = { piece: Piece; group?: undefined } | { group: ArtGroup; piece?: undefined }

/** Vector artwork as our own paths: named, recolourable parts. */
export type Artwork = {
  width: number
  height: number
  /** Back to front. */
  nodes: readonly ArtNode[]
  /** All pieces there are, masks left out, back to front. */
  pieces: readonly Piece[]
  /** The colour of each part as drawn. */
  parts: Record<string, string>
  /** What of the file could not be held and was left out, by name. */
  beyond: readonly string[]
}

/** All pieces that nodes show. */
export const piecesOf = (nodes: readonly ArtNode[]): Piece[] =>
  nodes.flatMap((n) => (n.piece ? [n.piece] : piecesOf(n.group.children)))

/** What people call a part: the name that the file gives to the first of what it colours, or its own. */
export function partLabels(art: Pick<Artwork, 'pieces' | 'parts'>): Record<string, string> {
  const out: Record<string, string> = {}
  const used = new Set<string>()
  for (const part of Object.keys(art.parts)) {
    const name = /^colour \d+$/.test(part) ? art.pieces.find((p) => p.part === part && p.name)?.name : part
    const label = name && !used.has(name) ? name : part
    used.add(label)
    out[part] = label
  }
  return out
}
/** The weight of the lines that each part draws, in the artwork’s own units; of several the widest. */
export function lineWeights(art: Pick<Artwork, 'pieces'>): Record<string, number> {
  const out: Record<string, number> = {}
  for (const p of art.pieces) if (p.stroke) out[p.part] = Math.max(out[p.part] ?? 0, p.stroke.weight)
  return out
}
