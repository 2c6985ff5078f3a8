import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { blankDesign, boxAt, pictureLayer } from '../core/design/blank'
import { record } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { readBlob, sourceInfo, storeUpload, sweepBlobs } from './blobs'
import { store } from './database'
import { fileNames } from './deliveries'
import { loadDesign } from './designs'
import { designAt, logOf, takeEdits } from './edits'
import { addUpload, searchSupplies } from './supplies'
import { editOf, openTemporaryStore, setOpacity, storedDesign } from './temporary-store.test-data'

openTemporaryStore()
const edit = editOf
const opacity = setOpacity
const fresh = () => storedDesign()

describe('edits', () => {
  it('are taken on a known revision and harmless when sent twice', async () => {
    const d = await fresh()
    const first = edit(d, 0, opacity('a', 0.5))
    expect(await takeEdits(d.id, [first], 'one')).toEqual({ kind: 'accepted', revision: 1 })
    expect(await takeEdits(d.id, [first], 'one')).toEqual({ kind: 'accepted', revision: 1 })
    expect((await loadDesign(d.id)).design.layers.a?.opacity).toBe(0.5)
  })
  it('from another tab are rebased where they touch other fields', async () => {
    const d = await fresh()
    await takeEdits(d.id, [edit(d, 0, opacity('a', 0.5))], 'one')
    expect(await takeEdits(d.id, [edit(d, 0, opacity('b', 0.25))], 'two')).toEqual({ kind: 'accepted', revision: 2 })
    const { design } = await loadDesign(d.id)
    expect([design.layers.a?.opacity, design.layers.b?.opacity]).toEqual([0.5, 0.25])
  })
  it('that touch the same field are kept as a version, and the stored design stays', async () => {
    const d = await fresh()
    await takeEdits(d.id, [edit(d, 0, opacity('a', 0.5))], 'one')
    const outcome = await takeEdits(d.id, [edit(d, 0, opacity('a', 0.75))], 'two')
    expect(outcome).toMatchObject({ kind: 'conflict', revision: 1 })
    const db = await store()
    const version = await db.selectFrom('versions').selectAll().where('design_id', '=', d.id).executeTakeFirstOrThrow()
    expect((JSON.parse(version.document) as Design).layers.a?.opacity).toBe(0.75)
    expect((await loadDesign(d.id)).design.layers.a?.opacity).toBe(0.5)
  })
  it('that break the schema, make a cycle or name an absent blob change nothing', async () => {
    const d = await fresh()
    const bad = [
      edit(d, 0, opacity('a', 7)),
      edit(d, 0, (x) => {
        const l = x.layers.a
        if (l) l.parent = 'a'
      }),
      edit(d, 0, (x) => {
        x.layers.p = pictureLayer(
          { id: 'p', page: 'page1', plane: 'subject', order: 'a2' },
          'P',
          { sha: 'e'.repeat(64), width: 1, height: 1 },
          boxAt(0, 0, 1, 1),
        )
      }),
    ]
    for (const e of bad) await expect(takeEdits(d.id, [e], 'one')).rejects.toThrow(/Nothing stored was changed/)
    expect((await loadDesign(d.id)).revision).toBe(0)
  })
  it('can be replayed to any revision, over snapshots', async () => {
    let d = await fresh()
    for (let n = 1; n <= 105; n++) {
      const e = edit(d, n - 1, opacity('a', n / 200))
      await takeEdits(d.id, [e], 'one')
      d = record(d, opacity('a', n / 200)).design
    }
    for (const n of [1, 57, 100, 103]) expect((await designAt(d.id, n)).layers.a?.opacity).toBeCloseTo(n / 200, 12)
    expect(await logOf(d.id)).toHaveLength(105)
  })
})

describe('blobs and supplies', () => {
  const png = async () =>
    new Uint8Array(
      await sharp({ create: { width: 30, height: 20, channels: 4, background: { r: 200, g: 90, b: 40, alpha: 0.5 } } })
        .png()
        .toBuffer(),
    )
  it('are stored once under their hash, with what is needed to know of them', async () => {
    const bytes = await png()
    const [one, two] = [await storeUpload(bytes, 'patch.png'), await storeUpload(bytes, 'again.png')]
    expect(one.sha).toBe(two.sha)
    expect(Buffer.compare(Buffer.from((await readBlob(one.sha)) as Uint8Array), Buffer.from(bytes))).toBe(0)
    expect((await sourceInfo([one.sha]))[0]).toMatchObject({ width: 30, height: 20, opaque: false, kind: 'picture', mime: 'image/png' })
  })
  it.each(['jpeg', 'webp', 'avif', 'gif', 'tiff'] as const)('take %s', async (format) => {
    const bytes = new Uint8Array(
      await sharp({ create: { width: 33, height: 21, channels: 3, background: '#c65a36' } })
        [format]()
        .toBuffer(),
    )
    expect(await storeUpload(bytes, `x.${format}`)).toMatchObject({ width: 33, height: 21, mime: `image/${format}` })
  })
  it('turn pictures upright as their orientation says (Exif 2.32, orientation 6)', async () => {
    const bytes = new Uint8Array(
      await sharp({ create: { width: 40, height: 20, channels: 3, background: '#c65a36' } })
        .jpeg()
        .withMetadata({ orientation: 6 })
        .toBuffer(),
    )
    expect(await storeUpload(bytes, 'turned.jpg')).toMatchObject({ width: 20, height: 40 })
  })
  it('take an SVG whole as a picture and in stretches: what cannot be outlines as pictures of those parts, said by name', async () => {
    const svg = new TextEncoder().encode(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20" width="40" height="20"><rect width="40" height="20" fill="#c65a36"/><text x="2" y="15">hi</text><circle cx="36" cy="4" r="3"/></svg>',
    )
    const info = await storeUpload(svg, 'label.svg')
    expect(info).toMatchObject({ kind: 'picture' })
    expect(info.note).toBe('“label.svg” holds text, which cannot be outlines here: that part came in as a picture, the rest as it is.')
    expect(info.stretches?.map((s) => [s.info.kind, s.name])).toEqual([
      ['graphic', 'Outlines'],
      ['picture', 'Text 1'],
      ['graphic', 'Outlines'],
    ])
    const box = info.stretches?.[1]?.box
    // The picture is cut to the words.
    expect(box && box.x > 0 && box.width < 0.6 && box.y > 0.1 && box.height < 0.9).toBe(true)
    for (const s of info.stretches ?? []) expect(await readBlob(s.info.sha)).not.toBeNull()
  })
  it('are found by prefixes of plain words', async () => {
    await addUpload(await png(), 'Glazed little bowl.png')
    for (const q of ['bowl', 'glaz bo', 'LITTLE']) expect((await searchSupplies({ q })).items.map((i) => i.label)).toContain('Glazed little bowl')
    expect((await searchSupplies({ q: 'teapot' })).total).toBe(0)
    expect((await searchSupplies({ q: '"; drop table supplies' })).total).toBe(0)
  })
  it('stay while anything names them', async () => {
    expect(await sweepBlobs()).toBe(0)
  })
})

describe('file names of a delivery', () => {
  const design = () => blankDesign('n', 'Früher Ofen / 2')
  it('follow the pattern, without anything a file system minds', () => {
    const [file] = fileNames(design(), {
      design: 'n',
      channels: ['square-post'],
      pages: ['page1'],
      format: 'png',
      quality: 90,
      scale: 0.5,
      bleed: false,
      ground: 'page',
      pattern: '{design}/{channel}-{width}',
    })
    expect(file?.name).toBe('fruher-ofen-2-square-post-540.png')
    expect(file?.name).not.toMatch(/[\\/:*?"<>|]/)
  })
  it('are never the same twice', () => {
    const d = {
      ...design(),
      pages: {
        page1: { id: 'page1', name: 'One', order: 'a0', colour: '#fff000' },
        page2: { id: 'page2', name: 'One', order: 'a1', colour: '#fff000' },
      },
    }
    const files = fileNames(d, {
      design: 'n',
      channels: ['square-post'],
      pages: ['page1', 'page2'],
      format: 'jpeg',
      quality: 90,
      scale: 1,
      bleed: false,
      ground: 'page',
      pattern: 'same',
    })
    expect(new Set(files.map((f) => f.name)).size).toBe(2)
  })
})
