import sharp from 'sharp'
import type { BlendMode } from '../core/basics/blend-modes'
import { badInput } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { keysBetween } from '../core/basics/order'
import { blankDesign } from '../core/design/blank'
import { ownChannel } from '../core/design/channels'
import { checkDesign } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { type OraFile, writeOpenRaster } from '../core/formats/open-raster/file'
import {
  chosenFrom,
  modeOf,
  type OraChoice,
  type OraNode,
  operatorOf,
  placesIn,
  SOURCE_ATOP,
} from '../core/formats/open-raster/stack'
import type { VividPackage } from '../core/formats/vivid-package'
import { type Bounds, intersect, isEmpty } from '../core/geometry/bounds'
import { hasMembers, layerName } from '../core/kinds/facts'
import type { Layer } from '../core/kinds/list'
import { boxAt, groupLayer, pictureLayer, type Where } from '../core/kinds/new'
import type { Plane } from '../core/kinds/planes'
import { prepare, renderPage, renderRegion } from '../core/render/render-page'
import type { ResolvedLayer, ResolvedPage } from '../core/resolve/resolved'
import { pngOf } from './encode'
import { decodePicture, previewOf } from './pictures'
import { type NodeHost, sha256 } from './project'

/** Modes blend with what lies beneath, so their backdrop must be in the same stack. */
const sayable = (l: ResolvedLayer): boolean =>
  // A single thing is a picture with its masks; groups and holders have no masks there, nor are groups combined.
  !(hasMembers(l.layer) && l.layer.combine) &&
  !((hasMembers(l.layer) || l.insides.length > 0) && Object.values(l.layer.masks).some((m) => m.on)) &&
  operatorOf(l.layer.blend) !== null &&
  l.children.every(sayable) &&
  // Inside a holder OpenRaster knows one operator, which is also its mode.
  l.insides.every((i) => i.layer.blend === 'normal' && sayable(i)) &&
  (l.insides.length === 0 || l.layer.body === 1) &&
  // An open group that is not fully there is isolated for OpenRaster: the same only while its members are plain.
  !(
    hasMembers(l.layer) &&
    l.layer.open &&
    l.layer.opacity < 1 &&
    l.children.some((c) => c.layer.blend !== 'normal')
  )

/**
 * One page on one channel as an OpenRaster file, every layer a picture at 100 %, our own design inside. What
 * OpenRaster cannot say is merged with what lies beneath it; `merged` names those layers.
 */
export async function toOpenRaster(
  from: VividPackage,
  page: ResolvedPage,
  host: NodeHost,
): Promise<{ bytes: Uint8Array; merged: string[] }> {
  const pictures = new Map<string, Uint8Array>()
  const merged: string[] = []
  const trim = { left: 0, top: 0, right: page.width, bottom: page.height }
  // What lies far off the page is cut where nobody will miss it.
  const reach = { left: -page.width, top: -page.height, right: 2 * page.width, bottom: 2 * page.height }

  const picture = async (
    layers: ResolvedLayer[],
    name: string,
    more: Partial<OraNode>,
    colour = 'transparent',
  ): Promise<OraNode[]> => {
    const made = await prepare({ ...page, colour, layers }, 1, host)
    const boxes = made.nodes.map((n) => intersect(n.bounds, reach)).filter((b) => !isEmpty(b))
    const [first, ...rest] = boxes
    if (!first) return []
    const all = rest.reduce(
      (a, b): Bounds => ({
        left: Math.min(a.left, b.left),
        top: Math.min(a.top, b.top),
        right: Math.max(a.right, b.right),
        bottom: Math.max(a.bottom, b.bottom),
      }),
      first,
    )
    const png = await pngOf(await renderRegion(made, all, host.renderer))
    const source = `data/layer${String(pictures.size + 1).padStart(3, '0')}.png`
    pictures.set(source, png)
    const place = { x: all.left, y: all.top }
    return [
      {
        kind: 'layer',
        name,
        source,
        ...place,
        opacity: 1,
        visible: true,
        locked: false,
        operator: 'svg:src-over',
        ...more,
      } as OraNode,
    ]
  }
  const plain = (l: ResolvedLayer): ResolvedLayer => ({
    ...l,
    layer: { ...l.layer, shown: true, opacity: 1, body: 1, blend: 'normal' } as Layer,
  })
  const stack = (l: ResolvedLayer, children: OraNode[], isolated: boolean, operator: string): OraNode => ({
    kind: 'stack',
    name: layerName(l.layer),
    opacity: l.layer.opacity,
    visible: l.layer.shown,
    operator,
    isolated,
    children,
  })
  const one = async (
    l: ResolvedLayer,
    operator = operatorOf(l.layer.blend) ?? 'svg:src-over',
  ): Promise<OraNode[]> => {
    const { layer } = l
    if (l.insides.length > 0) {
      const holder = await one({ ...plain(l), insides: [] })
      const insides = await Promise.all(l.insides.map((i) => one(i, SOURCE_ATOP)))
      return [stack(l, [...holder, ...insides.flat()], true, operator)]
    }
    if (hasMembers(layer))
      return [stack(l, await many(l.children), !layer.open || layer.blend !== 'normal', operator)]
    return picture([plain(l)], layerName(layer), {
      opacity: layer.opacity * layer.body,
      visible: layer.shown,
      locked: layer.locked,
      operator,
    })
  }
  /** Layers of one stack, back to front; up to the last that cannot be said they become one picture. */
  const many = async (list: readonly ResolvedLayer[], ground?: string): Promise<OraNode[]> => {
    const last = list.findLastIndex((l) => l.layer.shown && !sayable(l))
    const under = list.slice(0, last + 1)
    const out: OraNode[] = []
    if (under.length > 0) {
      const names = under.map((l) => layerName(l.layer))
      merged.push(...names)
      out.push(...(await picture([...under], `Merged: ${names.join(', ')}`.slice(0, 200), {}, ground)))
    } else if (ground && ground !== 'transparent') out.push(...(await picture([], 'Page colour', {}, ground)))
    for (const l of list.slice(last + 1)) out.push(...(await one(l)))
    return out
  }

  const root = await many(page.layers, page.colour)
  const whole = await renderPage(page, 1, trim, host)
  const png = await pngOf(whole)
  const thumbnail = new Uint8Array(
    await sharp(png).resize(256, 256, { fit: 'inside', withoutEnlargement: true }).png().toBuffer(),
  )
  const ppi = page.channel.print?.ppi ?? null
  return {
    bytes: writeOpenRaster(
      { width: page.width, height: page.height, ppi, root },
      pictures,
      { merged: png, thumbnail },
      from,
    ),
    merged,
  }
}

/**
 * An OpenRaster file as a design: our own where it is inside, else one of pictures and groups. `notes` says what is
 * shown otherwise than the file asks for. Throws `bad-input` naming a picture that cannot be read.
 */
export async function fromOpenRaster(
  file: OraFile,
  name: string,
): Promise<VividPackage & { notes: string[] }> {
  if (file.own) return { ...file.own, notes: [] }
  const { width, height, root } = file.image
  if (width > 30_000 || height > 30_000 || width < 8 || height < 8)
    throw badInput(
      `“${name}” is ${width} × ${height} px; a design is between 8 and 30 000 px a side. Nothing was stored.`,
    )
  const { group: _, ...channel } = ownChannel('as-opened', `${width} × ${height}`, width, height)
  const design = blankDesign(newId(), name.slice(0, 200) || 'Opened picture', [channel], {
    colour: 'transparent',
  })
  const blobs = new Map<string, Uint8Array>()
  const notes = new Set<string>()
  const plane: Plane = 'subject'
  const modeFor = (node: OraNode): BlendMode => {
    const mode = modeOf(node.operator)
    if (!mode) notes.add(`“${node.name}” asks for ${node.operator}, which is shown as source-over.`)
    return mode ?? 'normal'
  }
  const place = async (list: readonly OraNode[], parent: string | null, isolated: boolean): Promise<void> => {
    const keys = keysBetween(null, null, list.length)
    let only: Layer | null = null
    for (const [n, node] of list.entries()) {
      // What lies atop the one thing beneath it in a stack of its own is kept inside that.
      const held: Layer | null = node.operator === SOURCE_ATOP && only ? only : null
      const where: Where = {
        id: newId(),
        page: 'page1',
        plane,
        parent,
        order: keys[n] as string,
        inside: held?.id ?? null,
      }
      const more: Pick<Layer, 'shown' | 'opacity' | 'blend'> = {
        shown: node.visible,
        opacity: node.opacity,
        blend: held ? 'normal' : modeFor(node),
      }
      let made: Layer
      if (node.kind === 'stack') {
        made = {
          ...groupLayer(where, node.name || 'Group'),
          ...more,
          open: !node.isolated && node.opacity === 1 && more.blend === 'normal',
        }
        design.layers[made.id] = made
        await place(node.children, made.id, !made.open)
        if (!Object.values(design.layers).some((l) => l.parent === made.id)) delete design.layers[made.id]
      } else {
        const bytes = file.pictures.get(node.source) as Uint8Array
        const size = await decodePicture(bytes, node.source)
        const sha = sha256(bytes)
        blobs.set(sha, bytes)
        made = {
          ...pictureLayer(
            where,
            node.name || 'Layer',
            { sha, width: size.width, height: size.height },
            boxAt(node.x, node.y, size.width, size.height),
          ),
          ...more,
          locked: node.locked,
        }
        design.layers[made.id] = made
      }
      if (!held) only = n === 0 && isolated ? (design.layers[made.id] ?? null) : null
    }
  }
  await place(root, null, true)
  return { design: checkDesign(design) as Design, blobs, notes: [...notes] }
}

/** Reads what an OpenRaster file holds, without storing anything. Throws `bad-input` naming what is damaged. */
export async function choicesIn(file: OraFile): Promise<OraChoice[]> {
  const out: OraChoice[] = []
  for (const { path, node } of placesIn(file.image.root)) {
    const picture =
      node.kind === 'layer'
        ? await smallPicture(file.pictures.get(node.source) as Uint8Array, node.source)
        : null
    const operator = node.operator === 'svg:src-over' ? null : node.operator.replace(/^svg:/, '')
    out.push({
      path,
      kind: node.kind,
      name: node.name,
      depth: path.split('.').length - 1,
      visible: node.visible,
      operator,
      opacity: node.opacity,
      picture,
    })
  }
  return out
}

async function smallPicture(bytes: Uint8Array, name: string): Promise<string> {
  return `data:image/webp;base64,${Buffer.from(await previewOf(bytes, name, 88)).toString('base64')}`
}

/** The file with only the layers at these places. Throws `bad-input` where none of them is a layer. */
export function choose(file: OraFile, paths: readonly string[]): OraFile {
  const root = chosenFrom(file.image.root, new Set(paths))
  if (root.length === 0)
    throw badInput('None of the chosen layers is in the file. Nothing was stored; choose at least one.')
  return { ...file, own: null, image: { ...file.image, root } }
}
