import { patchOver, type Speck, specksIn, spread } from '@/core/cutout/specks'
import { writeColourPng, writeGreyPng } from '@/core/formats/grey-png'
import { apply } from '@/core/geometry/matrix'
import { MASK_TILE } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import { frameOf } from '@/core/render/masked'
import type { Host } from '@/core/render/render-page'
import { findResolved, type ResolvedPage } from '@/core/resolve/resolved'
import { type LayerPixels, layerPixels, withoutRims } from './questions'

/** The longest side of a thing whose specks are looked for, px, and of the mask that hides them. */
const MOST_SIDE = 2800
/** How far around a dot its soft edge is hidden too, px. */
const SOFT = 2

/** A stray dot or a hole of a layer: its middle and how far it reaches, px of the page. */
export type FoundSpeck = { hole: boolean; x: number; y: number; radius: number }
/** What cleans specks: tiles of a painted mask over the layer, and a picture that fills holes from beneath, its box px of the page. */
export type Cleaned = {
  mask: {
    width: number
    height: number
    tiles: Record<string, string>
    blobs: { sha: string; png: Uint8Array<ArrayBuffer> }[]
  } | null
  patch: { png: Uint8Array<ArrayBuffer>; x: number; y: number; width: number; height: number } | null
}

/** Specks of a layer under a size, px of the page, whatever its coverage comes from; null where it is not seen. */
async function found(
  page: ResolvedPage,
  layer: string,
  size: number,
  host: Host,
): Promise<{ made: LayerPixels; specks: Speck[] } | null> {
  const made = await layerPixels(withoutRims(page, [layer]), layer, 1, MOST_SIDE, host, 'specks')
  if (!made) return null
  const alpha = Uint8Array.from(
    { length: made.width * made.height },
    (_, n) => made.data[n * 4 + 3] as number,
  )
  return { made, specks: specksIn(alpha, made.width, made.height, size * made.scale) }
}

export async function specksOf(
  page: ResolvedPage,
  layer: string,
  size: number,
  host: Host,
): Promise<FoundSpeck[] | null> {
  const all = await found(page, layer, size, host)
  if (!all) return null
  const { left, top, scale, width } = all.made
  return all.specks.map(({ hole, px }) => {
    const xs = px.map((n) => n % width)
    const ys = px.map((n) => Math.floor(n / width))
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs) + 1, Math.min(...ys), Math.max(...ys) + 1]
    return {
      hole,
      x: (left + (x0 + x1) / 2) / scale,
      y: (top + (y0 + y1) / 2) / scale,
      radius: Math.max(x1 - x0, y1 - y0) / 2 / scale,
    }
  })
}

/** What cleans the specks of these numbers, in the order in which they are found. */
export async function cleanedSpecks(
  page: ResolvedPage,
  layer: string,
  size: number,
  chosen: readonly number[],
  host: Host,
): Promise<Cleaned | null> {
  const all = await found(page, layer, size, host)
  const own = findResolved(page.everything, layer)
  const frame = own && frameOf({ frame: 'layer' }, own, page)
  if (!all || !frame) return null
  const { made } = all
  const picked = chosen.flatMap((n) => all.specks[n] ?? [])
  const dots = picked.filter((s) => !s.hole)
  const holes = picked.filter((s) => s.hole)
  const gone = spread(
    dots.flatMap((s) => [...s.px]),
    made.width,
    made.height,
    SOFT,
  )
  const k = Math.min(made.scale, MOST_SIDE / Math.max(frame.width, frame.height))
  const [width, height] = [
    Math.max(1, Math.round(frame.width * k)),
    Math.max(1, Math.round(frame.height * k)),
  ]
  const onPage = frameMatrix(frame)
  const hides = (x: number, y: number): boolean => {
    const p = apply(onPage, { x: (x + 0.5) / width, y: (y + 0.5) / height })
    const [i, j] = [Math.floor(p.x * made.scale) - made.left, Math.floor(p.y * made.scale) - made.top]
    return i >= 0 && j >= 0 && i < made.width && j < made.height && gone.has(j * made.width + i)
  }
  const tiles: Record<string, string> = {}
  const blobs: { sha: string; png: Uint8Array<ArrayBuffer> }[] = []
  for (let row = 0; gone.size > 0 && row * MASK_TILE < height; row++)
    for (let column = 0; column * MASK_TILE < width; column++) {
      const grey = new Uint8Array(MASK_TILE * MASK_TILE).fill(255)
      let any = false
      for (let y = 0; y < MASK_TILE && row * MASK_TILE + y < height; y++)
        for (let x = 0; x < MASK_TILE && column * MASK_TILE + x < width; x++)
          if (hides(column * MASK_TILE + x, row * MASK_TILE + y)) {
            grey[y * MASK_TILE + x] = 0
            any = true
          }
      if (!any) continue
      const png = writeGreyPng(grey, MASK_TILE, MASK_TILE)
      const sha = [...new Uint8Array(await crypto.subtle.digest('SHA-256', png))]
        .map((b) => b.toString(16).padStart(2, '0'))
        .join('')
      tiles[`${column},${row}`] = sha
      blobs.push({ sha, png })
    }
  const patch =
    holes.length > 0
      ? writeColourPng(patchOver(holes, made.data, made.width, made.height), made.width, made.height)
      : null
  const box = {
    x: made.left / made.scale,
    y: made.top / made.scale,
    width: made.width / made.scale,
    height: made.height / made.scale,
  }
  return {
    mask: blobs.length > 0 ? { width, height, tiles, blobs } : null,
    patch: patch && { png: patch, ...box },
  }
}
