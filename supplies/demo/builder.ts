import { inOrder, keyBetween } from '../../core/basics/order'
import type { Paint } from '../../core/colour/paint'
import { blankDesign, type ChannelSpec, presetSpecs } from '../../core/design/blank'
import type { Target } from '../../core/design/properties/targets'
import type { Design } from '../../core/design/schema'
import { addColumn, addRow } from '../../core/design/table'
import type { Placement } from '../../core/geometry/placement-schema'
import { isWorded } from '../../core/kinds/facts'
import type { Layer, LayerOf } from '../../core/kinds/list'
import {
  boxAt,
  graphicLayer,
  groupLayer,
  pictureLayer,
  shapeLayer,
  slotLayer,
  typeLayer,
} from '../../core/kinds/new'
import type { Plane } from '../../core/kinds/planes'
import { panToFocal } from '../../core/kinds/slot/framing'
import type { Plate } from '../../core/kinds/type/plate'
import { newTreatment } from '../../core/treatments/list'
import type { TypeStyle } from '../../core/type/style'
import type { Stroke } from '../../core/vector/stroke-style'

/** What a builder needs to know of a supply. */
export type Known = {
  sha: string
  width: number
  height: number
  focal?: { x: number; y: number }
  parts?: Record<string, string>
}
export type Lookup = (id: string) => Known

export type Box = { x: number; y: number; width: number; height?: number; rotation?: number; flipX?: boolean }
type More = {
  name?: string
  opacity?: number
  blend?: Layer['blend']
  behaviour?: Partial<Layer['behaviour']>
  locked?: boolean
  parent?: string
}

/** One column of ruled rows: where its words stand in a row, how they look, what they are called. */
export type RowCell = {
  x: number
  width: number
  height: number
  /** Beneath the head of the row, px. */
  down?: number
  style: Partial<TypeStyle>
  colour: string
  name: (row: readonly string[], n: number) => string
  may?: boolean
}

const ids = (prefix: string): (() => string) => {
  let n = 0
  return () => `${prefix}${++n}`
}

/** Builds a sample design layer by layer, each above the last of its plane. */
export class DesignBuilder {
  readonly design: Design
  private page = 'page1'
  private readonly nextId: () => string
  private readonly last = new Map<string, string>()

  constructor(
    id: string,
    name: string,
    channels: readonly string[] | readonly ChannelSpec[],
    master: string,
    colour: string,
    readonly supply: Lookup,
  ) {
    const specs = channels.map((c) => (typeof c === 'string' ? (presetSpecs([c])[0] as ChannelSpec) : c))
    this.design = blankDesign(id, name, specs, { master, colour })
    this.nextId = ids(`${id.slice(0, 6)}-`)
  }

  swatch(id: string, name: string, colour: string): string {
    const last = Object.values(this.design.swatches).at(-1)
    this.design.swatches[id] = { id, name, colour, order: keyBetween(last?.order ?? null, null) }
    return `swatch:${id}`
  }
  onPage(id: string, name: string, colour: string): void {
    const order = keyBetween(Object.values(this.design.pages).at(-1)?.order ?? null, null)
    this.design.pages[id] = { id, name, order, colour }
    this.page = id
  }

  private where(plane: Plane, parent: string | null) {
    const band = `${this.page}/${plane}/${parent ?? ''}`
    const order = keyBetween(this.last.get(band) ?? null, null)
    this.last.set(band, order)
    return { id: this.nextId(), page: this.page, plane, parent, order }
  }
  private add<L extends Layer>(layer: L, more: More): string {
    const made = {
      ...layer,
      name: more.name ?? layer.name,
      opacity: more.opacity ?? 1,
      blend: more.blend ?? 'normal',
      locked: more.locked ?? false,
      behaviour: { ...layer.behaviour, ...more.behaviour },
    }
    this.design.layers[layer.id] = made
    return layer.id
  }
  private boxOf(box: Box, ratio: number): Placement {
    const height = box.height ?? box.width / ratio
    return {
      ...boxAt(box.x, box.y, box.width, height),
      rotation: box.rotation ?? 0,
      flipX: box.flipX ?? false,
    }
  }

  picture(plane: Plane, id: string, box: Box, more: More = {}): string {
    const s = this.supply(id)
    return this.add(
      pictureLayer(
        this.where(plane, more.parent ?? null),
        more.name ?? id,
        s,
        this.boxOf(box, s.width / s.height),
      ),
      more,
    )
  }
  /** A picture that covers an area, its focal point kept; what is beyond hangs over. Locked, so that it never catches a click meant for something on it. */
  covering(
    plane: Plane,
    id: string,
    area: { x: number; y: number; width: number; height: number },
    more: More = {},
  ): string {
    const s = this.supply(id)
    const k = Math.max(area.width / s.width, area.height / s.height)
    const [w, h] = [s.width * k, s.height * k]
    const f = s.focal ?? { x: 0.5, y: 0.5 }
    const x = Math.min(area.x, Math.max(area.x + area.width - w, area.x + area.width / 2 - w * f.x))
    const y = Math.min(area.y, Math.max(area.y + area.height - h, area.y + area.height / 2 - h * f.y))
    return this.picture(plane, id, { x, y, width: w, height: h }, { locked: true, ...more })
  }
  graphic(plane: Plane, id: string, box: Box, parts: Record<string, string>, more: More = {}): string {
    const s = this.supply(id)
    return this.add(
      graphicLayer(
        this.where(plane, more.parent ?? null),
        more.name ?? id,
        s.sha,
        { ...s.parts, ...parts },
        this.boxOf(box, s.width / s.height),
      ),
      more,
    )
  }
  shape(
    plane: Plane,
    form: LayerOf<'shape'>['form'],
    box: Box & { height: number },
    fill: Paint,
    more: More & Partial<Pick<LayerOf<'shape'>, 'radii' | 'stroke' | 'corners' | 'inner'>> = {},
  ): string {
    const made = shapeLayer(
      this.where(plane, more.parent ?? null),
      more.name ?? form,
      form,
      this.boxOf(box, 1),
      fill,
    )
    return this.add(
      {
        ...made,
        ...(more.radii ? { radii: more.radii } : {}),
        ...(more.stroke ? { stroke: more.stroke } : {}),
        ...(more.corners ? { corners: more.corners } : {}),
        ...(more.inner ? { inner: more.inner } : {}),
      },
      more,
    )
  }
  /** A named slot, filled with a sample picture that gives way to the person's own. */
  slot(
    plane: Plane,
    name: string,
    form: LayerOf<'slot'>['form'],
    box: Box & { height: number },
    sample: string,
    more: More & Partial<Pick<LayerOf<'slot'>, 'radii' | 'stroke' | 'corners' | 'fill' | 'zoom'>> = {},
  ): string {
    const s = this.supply(sample)
    const made = slotLayer(this.where(plane, more.parent ?? null), name, form, this.boxOf(box, 1), more.fill)
    const picture = {
      source: s.sha,
      sourceWidth: s.width,
      sourceHeight: s.height,
      focal: s.focal ?? { x: 0.5, y: 0.5 },
    }
    const { radii, stroke, corners, zoom } = more
    const filled = {
      ...made,
      picture,
      ...(radii ? { radii } : {}),
      ...(stroke ? { stroke } : {}),
      ...(corners ? { corners } : {}),
      zoom: zoom ?? 1,
    }
    return this.add({ ...filled, pan: panToFocal(filled) }, { ...more, name })
  }
  type(
    plane: Plane,
    text: string,
    box: Box & { height: number },
    style: Partial<TypeStyle>,
    colour: string,
    more: More = {},
  ): string {
    return this.add(
      typeLayer(this.where(plane, more.parent ?? null), text, this.boxOf(box, 1), style, colour),
      more,
    )
  }
  /** Lines of words in columns on the message plane, with a rule above each. */
  ruledRows(
    rows: readonly (readonly string[])[],
    at: { left: number; right: number; first: number; step: number },
    rule: { above: number; height: number; colour: string },
    cells: readonly RowCell[],
  ): void {
    for (const [n, row] of rows.entries()) {
      const y = at.first + n * at.step
      const line = { x: at.left, y: y - rule.above, width: at.right - at.left, height: rule.height }
      this.shape('message', 'rectangle', line, solid(rule.colour), { name: `Rule ${n + 1}` })
      for (const [k, { x, width, height, down = 0, style, colour, name, may }] of cells.entries())
        this.type('message', row[k] ?? '', { x, y: y + down, width, height }, style, colour, {
          name: name(row, n),
          ...(may ? { behaviour: { importance: 'may' } } : {}),
        })
    }
  }
  /** Puts a plate behind words, which follows them. */
  /** A table: which property of which thing each column fills, and a row for each of the series; pictures by their supplies. */
  series(
    columns: readonly { name: string; target: Target; property: string }[],
    rows: Readonly<Record<string, readonly string[]>>,
  ): void {
    for (const [n, c] of columns.entries()) addColumn(this.design, `c${n}`, c)
    for (const [n, [name, cells]] of Object.entries(rows).entries()) {
      const values = cells.map((cell, k) => [`c${k}`, this.cell(columns[k]?.property ?? '', cell)] as const)
      addRow(this.design, `r${n}`, name, Object.fromEntries(values.filter(([, v]) => v !== '')))
    }
  }
  private cell(property: string, value: string): unknown {
    if (property !== 'picture' || value === '') return value
    const { sha, width, height } = this.supply(value)
    return {
      source: sha,
      sourceWidth: width,
      sourceHeight: height,
      focal: { x: 0.5, y: 0.5 },
      called: value.replaceAll('-', ' '),
    }
  }
  plate(id: string, kind: Plate['kind'], colour: string, radius = 0.25): void {
    const layer = this.design.layers[id]
    if (isWorded(layer)) layer.plate = { kind, fill: solid(colour), across: 0.6, down: 0.32, radius }
  }
  /** Gives a layer a treatment, after those it has. */
  treat(id: string, kind: string, settings: Record<string, unknown> = {}): void {
    const layer = this.design.layers[id]
    if (!layer) return
    const last = inOrder(layer.treatments).at(-1)
    const own = `${id}-${kind}`
    layer.treatments[own] = {
      ...newTreatment(kind, { id: own, order: keyBetween(last?.order ?? null, null) }),
      ...settings,
    }
  }
  group(plane: Plane, name: string, more: More = {}): string {
    return this.add(groupLayer(this.where(plane, null), name), { ...more, name })
  }
}

export const linear = (angleDegrees: number, ...stops: [number, string][]): Paint => ({
  kind: 'linear',
  angleDegrees,
  stops: Object.fromEntries(stops.map(([offset, colour], n) => [`s${n}`, { offset, colour }])),
})
export const radial = (x: number, y: number, radius: number, ...stops: [number, string][]): Paint => ({
  kind: 'radial',
  x,
  y,
  radius,
  stops: Object.fromEntries(stops.map(([offset, colour], n) => [`s${n}`, { offset, colour }])),
})
export const frame = (colour: string, weight: number): Stroke => ({
  colour,
  weight,
  dash: [],
  cap: 'butt',
  join: 'miter',
})
export const solid = (colour: string): Paint => ({ kind: 'solid', colour })
