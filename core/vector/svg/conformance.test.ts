import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { openHost, sha256 } from '@/host/project'
import { blankDesign, presetSpecs } from '../../design/blank'
import { boxAt, graphicLayer } from '../../kinds/new'
import { difference, premultiplied, rendered } from '../../render/compared.test-data'
import { corpus, fileOf } from './corpus.test-data'
import { readSvg } from './read'

/**
 * Against librsvg, the renderer of sharp's libvips: an independent implementation of SVG. Coverage is told differently there
 * (by fewer samples a px), so px of edges may differ: levels in the mean, and the share of px with a value over 16 levels off.
 */
const [MEAN, OVER] = [1.2, 0.02]
/** What differs, and why. */
const APART: Record<string, string> = {
  'shapes: line in mm': 'libvips draws 72 px an inch; CSS Values 4 §6.2 has 96',
  'linear: linear of no length': 'SVG 2 §14.2.2 paints the last stop; librsvg the mean of all',
  'shapes: polygon odd numbers':
    'SVG 2 §10.6 leaves the odd number out and draws the rest; librsvg draws nothing',
}

const blobs = new Map<string, Uint8Array>()
const host = openHost(async (sha) => blobs.get(sha) ?? null)
async function ours(text: string) {
  const bytes = new TextEncoder().encode(text)
  const sha = sha256(bytes)
  blobs.set(sha, bytes)
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('s', 'S', [{ ...spec, width: 120, height: 120 }], { colour: 'transparent' })
  d.layers.g = graphicLayer(
    { id: 'g', page: 'page1', plane: 'subject', order: 'a0' },
    'G',
    sha,
    readSvg(text).parts,
    boxAt(0, 0, 120, 120),
  )
  return rendered(d, 1, host)
}
async function theirs(text: string) {
  const { data, info } = await sharp(Buffer.from(text))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return premultiplied(info.width, info.height, new Uint8ClampedArray(data))
}

const all = Object.entries(corpus).flatMap(([chapter, files]) =>
  Object.entries(files).map(([name, inside]) => [`${chapter}: ${name}`, inside] as const),
)

describe('files of SVG', () => {
  it('are many', () => {
    expect(all.length).toBeGreaterThanOrEqual(150)
    expect(new Set(all.map(([, inside]) => inside)).size).toBe(all.length)
  })
  it.each(all)('%s looks as an independent renderer has it', async (name, inside) => {
    const text = fileOf(inside)
    const art = readSvg(text)
    expect(art.beyond).toEqual([])
    const off = difference(await theirs(text), await ours(text))
    if (APART[name]) expect(off.mean).toBeGreaterThan(MEAN / 4)
    else
      expect({
        mean: off.mean <= MEAN ? 'near' : off.mean,
        over: off.over <= OVER ? 'few' : off.over,
      }).toEqual({ mean: 'near', over: 'few' })
  })
})
