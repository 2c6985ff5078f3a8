import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { addLayers } from '../core/design/commands'
import { record } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import type { Layer } from '../core/kinds/list'
import { boxAt, graphicLayer, pictureLayer, shapeLayer, typeLayer } from '../core/kinds/new'
import { newMask } from '../core/masks/mask'
import { type Picture, renderPage } from '../core/render/render-page'
import { readSvg } from '../core/vector/svg'
import { toPageFile } from './page-files'
import { openHost, sha256 } from './project'

const blobs = new Map<string, Uint8Array>()
const read = async (sha: string) => blobs.get(sha) ?? null
const host = openHost(read)
const keep = (bytes: Uint8Array): string => {
  const sha = sha256(bytes)
  blobs.set(sha, bytes)
  return sha
}
const photo = keep(
  new Uint8Array(
    await sharp({ create: { width: 200, height: 100, channels: 3, background: '#3f6f5a' } })
      .jpeg()
      .toBuffer(),
  ),
)
let count = 0
const at = (plane: Layer['plane'] = 'message') => ({
  id: `l${++count}`,
  page: 'page1',
  plane,
  parent: null,
  order: `a${String(count).padStart(3, '0')}`,
})
const solid = (colour: string) => ({ kind: 'solid' as const, colour })
const words = (): Layer => ({
  ...typeLayer(
    at(),
    'Kiln “9 & 10”',
    boxAt(60, 60, 900, 200),
    { family: 'Instrument Sans', size: 120 },
    '#3a1713',
  ),
  name: 'Title & more',
})
const design = (layers: Layer[]): Design =>
  record(blankDesign('d', 'Kiln', presetSpecs(['square-post'])), (d) => addLayers(d, layers)).design

const seen = async (d: Design): Promise<Picture> => {
  const page = await host.resolve(d, 'page1', d.master)
  return renderPage(page, 1, { left: 0, top: 0, right: page.width, bottom: page.height }, host)
}
async function made(d: Design, settings: { letters?: string; scale?: number } = {}) {
  const page = await host.resolve(d, 'page1', d.master)
  const all = { letters: 'outlines', scale: 1, ...settings }
  const file = await toPageFile(
    { design: d, pages: [page], format: 'svg', settings: all, bleed: false },
    host,
    read,
  )
  return { text: new TextDecoder().decode(file.bytes), message: file.message }
}
function meanOff(a: Picture, b: { data: Uint8Array | Uint8ClampedArray }): number {
  let sum = 0
  for (let n = 0; n < a.data.length; n++) sum += Math.abs((a.data[n] as number) - (b.data[n] as number))
  return sum / a.data.length
}
const all = () => {
  const line = shapeLayer(at(), 'Line', 'rectangle', boxAt(100, 700, 300, 200), { kind: 'none' })
  line.stroke = { ...line.stroke, weight: 12, colour: '#1c3b35', dash: [3, 2] }
  const disc = shapeLayer(at('setting'), 'Disc', 'ellipse', boxAt(500, 500, 400, 400), {
    kind: 'radial',
    x: 0.5,
    y: 0.5,
    radius: 1,
    stops: { a: { offset: 0, colour: '#ffcc55' }, b: { offset: 1, colour: '#c4412200' } },
  })
  const veil = {
    ...shapeLayer(at('front'), 'Veil', 'rectangle', boxAt(0, 400, 1080, 300), solid('#c65a36')),
    blend: 'multiply' as const,
    opacity: 0.5,
  }
  const faded = { ...words(), masks: { m: newMask.gradient({ id: 'm', order: 'a' }, 'linear') } }
  const clipped = {
    ...shapeLayer(at(), 'Cut', 'rectangle', boxAt(600, 760, 300, 200), solid('#22557a')),
    masks: { m: newMask.shape({ id: 'm', order: 'a' }, 'ellipse') },
  }
  return [words(), faded, line, disc, veil, clipped]
}

describe('an SVG', () => {
  it('looks as designed in another reader', async () => {
    const cup = pictureLayer(
      at('subject'),
      'Cup',
      { sha: photo, width: 200, height: 100 },
      boxAt(560, 320, 400, 200),
    )
    const d = design([...all(), cup])
    const { text, message } = await made(d)
    expect(message).toBeUndefined()
    // librsvg, the reader of libvips.
    const { data } = await sharp(Buffer.from(text), { unlimited: true })
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect(meanOff(await seen(d), { data })).toBeLessThan(0.8)
    expect(text).toContain('id="Title-more"')
    expect(text).toContain('id="Title-more-2"')
    expect(text).toContain('data:image/jpeg;base64,')
  })
  it('of lines and letters is read again here as it was', async () => {
    const d = design(all())
    const { text } = await made(d)
    const art = readSvg(text)
    expect(art.beyond.filter((b) => b !== 'a picture')).toEqual([])
    const lines = design(all().filter((l) => Object.values(l.masks).every((m) => m.kind === 'shape')))
    const again = await made(lines)
    const sha = keep(new TextEncoder().encode(again.text))
    const { width, height, parts, beyond } = readSvg(again.text)
    expect(beyond).toEqual([])
    const placed = design([graphicLayer(at(), 'Again', sha, parts, boxAt(0, 0, width, height))])
    const [was, is] = [await seen(lines), await seen(placed)]
    expect(meanOff(was, is)).toBeLessThan(0.25)
  })
  it('has text with its fonts where it is asked for, and its pictures at their scale', async () => {
    const glow = {
      ...shapeLayer(at('front'), 'Glow', 'ellipse', boxAt(500, 500, 200, 200), solid('#804020')),
      blend: 'plus-lighter' as const,
    }
    const { text, message } = await made(design([words(), glow]), { letters: 'text', scale: 2 })
    expect(text).toMatch(/<tspan font-family="&apos;Instrument Sans&apos;"[^>]*>Kiln “9 &amp; 10”<\/tspan>/)
    expect(text).toMatch(
      /@font-face\{font-family:"Instrument Sans";font-weight:\d+;font-style:normal;src:url\(data:font/,
    )
    expect(text).toContain('viewBox="0 0 2160 2160"')
    expect(text).toMatch(/<image id="Glow" x="1000" y="1000" width="400" height="400"/)
    expect(message).toBe('Made pictures, as SVG cannot say them: Glow')
  })
})
