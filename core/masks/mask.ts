import { z } from 'zod'
import { idSchema as id, unitSchema as unit } from '../basics/values'

const share = z.number().min(-20).max(20)
const extent = z.number().min(0.0001).max(40)
const point = z.object({ x: share, y: share })
const sha = z.string().regex(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal')

/** Tiles of painted masks are so large a side, px. */
export const MASK_TILE = 256
/** The longest side of a painted mask, px. */
export const MAX_MASK_SIDE = 16_384

/** What all masks can be set to. */
const settings = {
  /** Switched off it hides nothing. */
  on: z.boolean(),
  /** How much it takes away where it covers nothing: 1 all of it. */
  strength: unit,
  /** Twice the standard deviation of the Gaussian it is softened with, in fractions of its frame's shorter side. */
  softness: z.number().min(0).max(2),
  /** Shows what it would hide. */
  swap: z.boolean(),
  /**
   * What its places are fractions of: the layer's own box, with which it moves, sizes and turns; or the page, where it
   * stays. On other channels a mask of the page is stretched with it, or keeps its proportion about the middle.
   */
  frame: z.enum(['layer', 'page-stretched', 'page-kept']),
}
const common = {
  id,
  /** What the part that it shows is called; by its kind where it is left out. */
  name: z.string().max(60).optional(),
  order: z.string().min(1).max(200),
  ...settings,
}
const area = {
  x: share,
  y: share,
  width: extent,
  height: extent,
  turnDegrees: z.number().min(-3600).max(3600),
}

export const MASK_FORMS = ['rectangle', 'ellipse', 'polygon'] as const
const shape = {
  form: z.enum(MASK_FORMS),
  /** Radius of a rectangle's corners as a share of half its shorter side. */
  round: unit,
  corners: z.number().int().min(3).max(64),
  ...area,
}
const shapeMask = z.object({ ...common, kind: z.literal('shape'), ...shape })
/** SVG path data in fractions of the frame; outlines within outlines are holes. */
const path = { d: z.string().min(1).max(60_000) }
const pathMask = z.object({ ...common, kind: z.literal('path'), ...path })
/** Hides all at `from`, nothing at `to`; a radial one has its middle at `from`. */
const gradient = { form: z.enum(['linear', 'radial']), from: point, to: point }
const gradientMask = z.object({ ...common, kind: z.literal('gradient'), ...gradient })
const byLayer = { layer: id, by: z.enum(['coverage', 'lightness']) }
const layerMask = z.object({ ...common, kind: z.literal('layer'), ...byLayer })
/** `full` and `none` are tiles that show or hide everything. */
const tile = z.union([sha, z.enum(['full', 'none'])])
const tileKey = z.string().regex(/^\d{1,3},\d{1,3}$/)
const picked = {
  /** What of the layer's own pixels is picked by: their distance from a colour, or how light they are. */
  by: z.enum(['colour', 'lightness']),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i, 'a picked colour is #rrggbb'),
  /** Distance up to which a colour is picked wholly, and over which it then fades; black to white is 1. */
  tolerance: unit,
  fade: z.number().min(0.002).max(1),
  /** Picked by lightness: nothing at `from`, all at `to`. */
  from: unit,
  to: unit,
  /** Takes the colour that is hidden out of what is left, so that no fringe of it remains. */
  clean: z.boolean(),
}
const pickedMask = z
  .object({
    ...common,
    kind: z.literal('picked'),
    ...picked,
    /**
     * Only what hangs together with a point of the picture (fractions of its sides): tiles of what is picked, at the
     * picture's own px, `for` what they were made for.
     */
    touching: z
      .object({
        x: unit,
        y: unit,
        width: z.number().int().min(1).max(100_000),
        height: z.number().int().min(1).max(100_000),
        tiles: z.record(tileKey, tile),
        for: z.string().max(200),
      })
      .optional(),
  })
  .refine((m) => m.to - m.from >= 0.002, 'lightness is picked from a darker to a lighter tone')
/** The most dabs that correct one cut out. */
const MOST_DABS = 400
/** A dab of a person: what lies under it is kept or dropped. Middle in fractions of the picture's sides, radius of its shorter side. */
const dabSchema = z.object({ x: unit, y: unit, radius: z.number().min(0.0005).max(0.5), keep: z.boolean() })
export type Dab = z.infer<typeof dabSchema>
export const dabsSchema = z.array(dabSchema).max(MOST_DABS)
const paintedMask = z
  .object({
    ...common,
    kind: z.literal('painted'),
    /** px of the mask over its frame. */
    width: z.number().int().min(1).max(MAX_MASK_SIDE),
    height: z.number().int().min(1).max(MAX_MASK_SIDE),
    /** What tiles that are not listed are, and all beyond the frame. */
    ground: z.enum(['full', 'none']),
    /** By `column,row`; grey PNGs of 256 × 256 px, white shows. */
    tiles: z.record(tileKey, tile),
    /**
     * Where it was cut out of its picture: the corrections in their order, and the subject's own colours along its edge,
     * which with `clean` half-covered px show instead of what was behind them.
     */
    /** Where specks were cleaned: the size up to which, px of the mask, and the tiles as they were before. */
    specks: z
      .object({
        size: z.number().min(1).max(2000),
        ground: z.enum(['full', 'none']),
        before: z.record(tileKey, tile),
      })
      .optional(),
    cut: z.object({ dabs: dabsSchema, colours: sha.nullable(), clean: z.boolean() }).optional(),
  })
  .refine(
    (m) =>
      Object.keys(m.tiles).every((key) => {
        const [column, row] = key.split(',').map(Number) as [number, number]
        return column * MASK_TILE < m.width && row * MASK_TILE < m.height
      }),
    'a tile of a painted mask lies outside of it',
  )

/** What can be set of all masks and of each kind, beside what is painted, cut or found. */
export const maskSettings = { all: settings, shape, path, gradient, layer: byLayer, picked }

export const maskSchema = z.discriminatedUnion('kind', [
  shapeMask,
  pathMask,
  gradientMask,
  layerMask,
  pickedMask,
  paintedMask,
])
export type Mask = z.infer<typeof maskSchema>
export type MaskKind = Mask['kind']
export type MaskOf<K extends MaskKind> = Extract<Mask, { kind: K }>

type Start = { id: string; order: string; frame?: Mask['frame'] }
const start = ({ id, order, frame = 'layer' }: Start) => ({
  id,
  order,
  on: true,
  strength: 1,
  softness: 0,
  swap: false,
  frame,
})

/** New masks as a person gets them: visible at once, easy to take hold of. */
export const newMask = {
  shape: (at: Start, form: MaskOf<'shape'>['form']): MaskOf<'shape'> => ({
    ...start(at),
    kind: 'shape',
    form,
    round: 0,
    corners: 6,
    x: 0.5,
    y: 0.5,
    width: 0.7,
    height: 0.7,
    turnDegrees: 0,
  }),
  path: (at: Start, d: string): MaskOf<'path'> => ({ ...start(at), kind: 'path', d }),
  gradient: (at: Start, form: MaskOf<'gradient'>['form']): MaskOf<'gradient'> => ({
    ...start(at),
    kind: 'gradient',
    form,
    ...(form === 'linear'
      ? { from: { x: 0.5, y: 1 }, to: { x: 0.5, y: 0.35 } }
      : { from: { x: 0.5, y: 0.5 }, to: { x: 1, y: 0.5 } }),
    // A radial one shows its middle.
    swap: form === 'radial',
  }),
  layer: (at: Start, layer: string): MaskOf<'layer'> => ({
    ...start(at),
    kind: 'layer',
    layer,
    by: 'coverage',
  }),
  picked: (at: Start, by: MaskOf<'picked'>['by']): MaskOf<'picked'> => ({
    ...start(at),
    kind: 'picked',
    by,
    colour: '#ffffff',
    tolerance: 0.1,
    fade: 0.1,
    from: 0,
    to: 1,
    clean: true,
    // What is picked is what is to go.
    swap: true,
  }),
  painted: (
    at: Start,
    width: number,
    height: number,
    ground: 'full' | 'none' = 'full',
  ): MaskOf<'painted'> => ({
    ...start(at),
    kind: 'painted',
    width,
    height,
    ground,
    tiles: {},
  }),
}
export const MASK_NAMES: Record<MaskKind, string> = {
  shape: 'Shape',
  path: 'Path',
  gradient: 'Gradient',
  layer: 'From a layer',
  picked: 'Picked',
  painted: 'Painted',
}

const FORM_NAMES = { rectangle: 'Rectangle', ellipse: 'Ellipse', polygon: 'Polygon' }
/** What a mask is called: its name, or what it is. */
export function nameOfMask(m: Mask): string {
  if (m.name) return m.name
  if (m.kind === 'shape') return FORM_NAMES[m.form]
  if (m.kind === 'picked') return m.by === 'colour' ? `Picked ${m.colour}` : 'Knocked out by lightness'
  if (m.kind === 'gradient') return m.form === 'linear' ? 'Fade along a line' : 'Fade from a point'
  return m.kind === 'painted' && m.cut ? 'Cut out' : MASK_NAMES[m.kind]
}

/** The longer side of the picture that holds a cutout's own colours, px at most. */
const COLOURS_SIDE = 1280
/** The size of the picture that holds a cutout's own colours: its photo's, halved until it is small enough. */
export function coloursSize(width: number, height: number): { width: number; height: number } {
  return Math.max(width, height) <= COLOURS_SIDE
    ? { width, height }
    : coloursSize((width + 1) >> 1, (height + 1) >> 1)
}
/** Blobs that a mask is made of: tiles that are stored, now and before specks were cleaned, and a cutout's colours. */
export function blobsOfMask(mask: Mask): string[] {
  const stored = (tiles: Record<string, string>) =>
    Object.values(tiles).filter((t) => t !== 'full' && t !== 'none')
  if (mask.kind === 'picked') return mask.touching ? stored(mask.touching.tiles) : []
  if (mask.kind !== 'painted') return []
  return [
    ...stored(mask.tiles),
    ...stored(mask.specks?.before ?? {}),
    ...(mask.cut?.colours ? [mask.cut.colours] : []),
  ]
}
/** What a mask that is picked only where it touches is made for: other tiles are wanted where this differs. */
export const touchingKey = (m: MaskOf<'picked'>, source: string): string =>
  [
    source.slice(0, 16),
    m.by,
    m.by === 'colour' ? `${m.colour}/${m.tolerance}/${m.fade}` : `${m.from}/${m.to}`,
  ].join('/')
/** A layer's masks in their order. */
export const masksOf = (layer: { masks: Record<string, Mask> }): Mask[] => {
  const all = Object.values(layer.masks)
  return all.length < 2
    ? all
    : all.sort((a, b) => {
        if (a.order < b.order) return -1
        if (a.order > b.order) return 1
        if (a.id < b.id) return -1
        return 1
      })
}
