import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { unzlibSync } from 'fflate'
import { PDFDocument, PDFRawStream } from 'pdf-lib'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { addLayers } from '../core/design/commands'
import { record } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import type { Layer } from '../core/kinds/list'
import { boxAt, pictureLayer, shapeLayer, typeLayer } from '../core/kinds/new'
import { newMask } from '../core/masks/mask'
import { settingsOf } from '../core/outputs/define'
import { outputOf } from '../core/outputs/list'
import { renderPage } from '../core/render/render-page'
import { fromWoff } from '../core/type/sfnt'
import { toPdf } from './pdf'
import { openHost, sha256 } from './project'

const folder = mkdtempSync(join(tmpdir(), 'vivid-pdf-'))
const photo = new Uint8Array(
  await sharp({ create: { width: 400, height: 300, channels: 3, background: '#3f6f5a' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="400" height="300"><circle cx="150" cy="150" r="110" fill="#e8b04a"/></svg>',
        ),
      },
    ])
    .png()
    .toBuffer(),
)
const sha = sha256(photo)
const fontFiles = new Map<string, Uint8Array>()
const read = async (asked: string) => (asked === sha ? photo : (fontFiles.get(asked) ?? null))
const host = openHost(read)

const solid = (colour: string) => ({ kind: 'solid' as const, colour })
let count = 0
const at = (plane: Layer['plane'] = 'message') => ({
  id: `l${++count}`,
  page: 'page1',
  plane,
  parent: null,
  order: `a${String(count).padStart(3, '0')}`,
})
const words = (text: string, y: number, colour: string): Layer =>
  typeLayer(at(), text, boxAt(60, y, 700, 100), { family: 'Instrument Sans', size: 72 }, colour)
const design = (layers: Layer[], preset = 'square-post'): Design =>
  record(blankDesign('d', 'Kiln (open)', presetSpecs([preset])), (d) => addLayers(d, layers)).design

async function made(d: Design, settings: object = {}, more: { bleed?: boolean; pages?: string[] } = {}) {
  const pages = []
  for (const id of more.pages ?? [Object.keys(d.pages)[0] as string])
    pages.push(await host.resolve(d, id, d.master))
  const [first, ...others] = pages
  if (!first) throw new Error('A file has a page.')
  const { bytes, pictured } = await toPdf(
    {
      design: d,
      pages: [first, ...others],
      settings: settingsOf(outputOf('pdf'), settings as Record<string, unknown>),
      bleed: more.bleed ?? false,
      now: new Date(0),
    },
    host,
    read,
  )
  const file = join(folder, `${++count}.pdf`)
  writeFileSync(file, bytes)
  return { file, pictured, page: first }
}
const poppler = (program: string, ...args: string[]): string =>
  execFileSync(program, args, { encoding: 'utf8', maxBuffer: 1 << 26 })
/** What Poppler shows of a file's first page against what is designed: mean of all levels, share of px that are off by 24. */
async function compared({ file, page }: { file: string; page: Awaited<ReturnType<typeof host.resolve>> }) {
  const own = await renderPage(page, 1, { left: 0, top: 0, right: page.width, bottom: page.height }, host)
  poppler('pdftocairo', '-png', '-r', '96', '-singlefile', file, file)
  const { data, info } = await sharp(`${file}.png`).removeAlpha().raw().toBuffer({ resolveWithObject: true })
  expect([info.width, info.height]).toEqual([own.width, own.height])
  let [sum, off] = [0, 0]
  for (let n = 0; n < own.width * own.height; n++) {
    let worst = 0
    for (let k = 0; k < 3; k++) {
      const by = Math.abs((data[3 * n + k] as number) - (own.data[4 * n + k] as number))
      sum += by
      worst = Math.max(worst, by)
    }
    if (worst > 24) off++
  }
  const all = own.width * own.height
  return { mean: sum / all / 3, off: off / all }
}
/** All streams of a file that are written out, as text. */
async function streams(file: string): Promise<string> {
  const doc = await PDFDocument.load(readFileSync(file))
  return doc.context
    .enumerateIndirectObjects()
    .flatMap(([, o]) => {
      if (!(o instanceof PDFRawStream) || /Image/.test(o.dict.toString())) return []
      try {
        return [new TextDecoder('latin1').decode(unzlibSync(o.contents))]
      } catch {
        return []
      }
    })
    .join('\n')
}

describe('a PDF', () => {
  it('looks as designed in another reader: type, shapes, lines, gradients, modes, masks, pictures', async () => {
    const title = words('Autumn kiln', 80, '#3a1713')
    const fade = newMask.gradient({ id: 'm', order: 'a' }, 'linear')
    const faded = { ...words('Opening day', 200, '#7a2218'), masks: { m: fade } }
    const disc = {
      ...shapeLayer(at('setting'), 'Shape', 'ellipse', boxAt(500, 500, 400, 400), solid('#000000')),
      fill: {
        kind: 'radial' as const,
        x: 0.5,
        y: 0.5,
        radius: 1,
        stops: { a: { offset: 0, colour: '#ffcc55' }, b: { offset: 1, colour: '#c4412200' } },
      },
    }
    const line = {
      ...shapeLayer(at(), 'Shape', 'rectangle', boxAt(100, 700, 300, 200), solid('#1c3b35')),
      fill: { kind: 'none' as const },
      opacity: 0.6,
    }
    line.stroke = { ...line.stroke, weight: 12, colour: '#1c3b35', dash: [3, 2] }
    const cup = {
      ...pictureLayer(at('subject'), 'Cup', { sha, width: 400, height: 300 }, boxAt(560, 120, 400, 300)),
    }
    cup.placement.rotation = 12
    const veil = {
      ...shapeLayer(at('front'), 'Shape', 'rectangle', boxAt(0, 400, 1080, 300), solid('#c65a36')),
      blend: 'multiply' as const,
      opacity: 0.5,
    }
    const file = await made(design([title, faded, disc, line, cup, veil]))
    const { mean, off } = await compared(file)
    expect(mean).toBeLessThan(1)
    expect(off).toBeLessThan(0.01)
    expect(file.pictured).toEqual([])
    expect(poppler('pdftotext', file.file, '-')).toMatch(/Autumn kiln[\s\S]*Opening day/)
    expect(poppler('pdffonts', file.file)).toMatch(
      /instrument-sans\S*\s+CID TrueType\s+Identity-H\s+yes yes yes/i,
    )
    expect(poppler('pdfimages', '-list', file.file)).toMatch(/400\s+300/)
    expect(poppler('pdfinfo', file.file)).toMatch(/Title:\s+Kiln \(open\)[\s\S]*Tagged:\s+yes/)
  })
  it('makes pixels only of the box that needs them, and says of which layers', async () => {
    const glow = {
      ...shapeLayer(at('front'), 'Shape', 'ellipse', boxAt(500, 500, 200, 200), solid('#804020')),
      name: 'Glow',
      blend: 'plus-lighter' as const,
    }
    const file = await made(design([words('Above', 80, '#3a1713'), glow]), { ppi: 96 })
    expect(file.pictured).toEqual(['Glow'])
    expect(poppler('pdfimages', '-list', file.file)).toMatch(/\b200\s+200\b/)
    expect(poppler('pdftotext', file.file, '-')).toContain('Above')
    expect((await compared(file)).off).toBeLessThan(0.005)
  })
  it('has trim, bleed and print marks around; its letters may be outlines', async () => {
    const d = design([words('Card', 80, '#3a1713')], 'postcard')
    const { print } = d.channels[d.master] ?? {}
    const points = (mm: number) => (mm / 25.4) * 72
    const { file } = await made(d, { marks: true, letters: 'outlines' }, { bleed: true })
    const boxes = poppler('pdfinfo', '-box', file)
    const box = (name: string) =>
      (new RegExp(`${name}:\\s+([\\d. ]+)`).exec(boxes)?.[1] ?? '').trim().split(/\s+/).map(Number)
    const [l = 0, b = 0, r = 0, t = 0] = box('TrimBox')
    expect(r - l).toBeCloseTo(points(print?.widthMm ?? 0), 0)
    expect(t - b).toBeCloseTo(points(print?.heightMm ?? 0), 0)
    expect(l - (box('BleedBox')[0] ?? 0)).toBeCloseTo(points(print?.bleedMm ?? 0), 0)
    expect(box('MediaBox')[2]).toBeGreaterThan(r + 30)
    expect(poppler('pdffonts', file).trim().split('\n')).toHaveLength(2)
    expect(await streams(file)).toMatch(/BMC/)
  })
  it('in printing inks has its profile, black letters in black alone, and pictures in four inks', async () => {
    const cup = pictureLayer(
      at('subject'),
      'Cup',
      { sha, width: 400, height: 300 },
      boxAt(560, 120, 400, 300),
    )
    const { file } = await made(design([words('Black', 80, '#000000'), cup]), { colour: 'cmyk' })
    const all = await streams(file)
    expect(all).toMatch(/cs 0 0 0 1 sc/)
    expect(poppler('pdfimages', '-list', file)).toMatch(/400\s+300\s+icc\s+4/)
    expect(poppler('pdfinfo', '-struct', file)).toMatch(/Figure/)
  })
  it('embeds no font that its maker restricts: its letters are outlines', async () => {
    const font = fromWoff(
      new Uint8Array(
        readFileSync('node_modules/@fontsource/space-mono/files/space-mono-latin-400-normal.woff'),
      ),
      'own.woff',
    )
    const source = sha256(font)
    fontFiles.set(source, font)
    const written = { ...words('Own hand', 80, '#3a1713') } as Extract<Layer, { kind: 'type' }>
    written.style = { ...written.style, family: 'Own Hand', weight: 400 }
    const fontsOf = async (embedding: 'restricted' | 'installable') => {
      const d = design([written])
      const face = {
        family: 'Own Hand',
        weight: 400,
        italic: false,
        source,
        index: 0,
        scripts: [],
        licence: '',
        embedding,
      }
      const own = record(d, (draft) => {
        draft.faces.own = face
      }).design
      host.fonts.adopt([face])
      return poppler('pdffonts', (await made(own)).file)
    }
    expect(await fontsOf('installable')).toMatch(/own-/)
    expect((await fontsOf('restricted')).trim().split('\n')).toHaveLength(2)
  })
  it('has letters that are set apart found and copied as words', async () => {
    const apart = words('WINTER', 80, '#3a1713') as Extract<Layer, { kind: 'type' }>
    apart.style = { ...apart.style, tracking: 400 }
    expect(poppler('pdftotext', (await made(design([apart]))).file, '-')).toContain('WINTER')
  })
  it('holds all pages in one file', async () => {
    const d = record(design([words('One', 80, '#000000')]), (draft) => {
      draft.pages.two = { ...(draft.pages.page1 as Design['pages'][string]), id: 'two', order: 'b' }
    }).design
    const { file } = await made(d, {}, { pages: ['page1', 'two'] })
    expect(poppler('pdfinfo', file)).toMatch(/Pages:\s+2/)
  })
})
