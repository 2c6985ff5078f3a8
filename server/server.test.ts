import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { blankDesign } from '../core/design/blank'
import { collide, record } from '../core/design/edits'
import { boxAt, pictureLayer } from '../core/kinds/new'
import { setAside } from './asides'
import { readBlob, sourceInfo, storeUpload, sweepBlobs } from './blobs'
import { fileNames } from './deliveries'
import { loadDesign } from './designs'
import { designAt, logOf, takeEdits } from './edits'
import { addUpload, searchSupplies } from './supplies'
import { editOf, openTemporaryStore, setOpacity, storedDesign } from './temporary-store.test-data'
import { listVersions, versionOf } from './versions'

openTemporaryStore()
const edit = editOf
const opacity = setOpacity
const fresh = () => storedDesign()

describe('edits', () => {
  it('are taken on a known revision and harmless when sent twice', async () => {
    const d = await fresh()
    const first = edit(d, 0, opacity('a', 0.5))
    expect(await takeEdits(d.id, [first], 'one')).toEqual({
      revision: 1,
      results: [{ id: first.id, kind: 'accepted', revision: 1 }],
    })
    expect(await takeEdits(d.id, [first], 'one')).toEqual({
      revision: 1,
      results: [{ id: first.id, kind: 'accepted', revision: 1 }],
    })
    expect((await loadDesign(d.id)).design.layers.a?.opacity).toBe(0.5)
  })
  it('from another tab are rebased where they touch other fields', async () => {
    const d = await fresh()
    await takeEdits(d.id, [edit(d, 0, opacity('a', 0.5))], 'one')
    expect(await takeEdits(d.id, [edit(d, 0, opacity('b', 0.25))], 'two')).toMatchObject({
      revision: 2,
      results: [{ kind: 'accepted', revision: 2 }],
    })
    const { design } = await loadDesign(d.id)
    expect([design.layers.a?.opacity, design.layers.b?.opacity]).toEqual([0.5, 0.25])
  })
  it('that touch the same field are in conflict: those before are stored, and what lost is kept whole as a version', async () => {
    const d = await fresh()
    await takeEdits(d.id, [edit(d, 0, opacity('a', 0.5))], 'one')
    const mine = [
      edit(d, 0, opacity('b', 0.1)),
      edit(d, 0, opacity('a', 0.75)),
      edit(d, 0, (x) => void (x.name = 'Mine')),
    ]
    const answer = await takeEdits(d.id, mine, 'two')
    expect(answer.results.map((r) => r.kind)).toEqual(['accepted', 'conflict'])
    expect(await listVersions(d.id)).toEqual([])
    const { version, left } = await setAside(d.id, mine.slice(1, 2), 'two', null)
    // What was made while the answer came goes into the same version.
    expect(await setAside(d.id, mine.slice(2), 'two', version)).toEqual({ version, left: [] })
    expect(left).toEqual([])
    const kept = await versionOf(d.id, version)
    expect([kept.layers.a?.opacity, kept.layers.b?.opacity, kept.name]).toEqual([0.75, 0.1, 'Mine'])
    expect(await listVersions(d.id)).toMatchObject([{ reason: 'conflict' }])
    const { design } = await loadDesign(d.id)
    expect([design.layers.a?.opacity, design.layers.b?.opacity, design.name]).toEqual([0.5, 0.1, d.name])
  })
  it('that lost their layer to another tab are kept on the state that their own tab saw', async () => {
    const d = await fresh()
    await takeEdits(d.id, [edit(d, 0, (x) => void delete x.layers.a)], 'one')
    const mine = [edit(d, 0, opacity('a', 0.75))]
    expect((await takeEdits(d.id, mine, 'two')).results[0]?.kind).toBe('conflict')
    const { version, left } = await setAside(d.id, mine, 'two', null)
    expect(left).toEqual([])
    expect((await versionOf(d.id, version)).layers.a?.opacity).toBe(0.75)
  })
  it('keep their own base each: one made on what came since is taken, one before it is not', async () => {
    const d = await fresh()
    await takeEdits(d.id, [edit(d, 0, opacity('a', 0.5))], 'one')
    expect((await takeEdits(d.id, [edit(d, 1, opacity('a', 0.6))], 'two')).results[0]?.kind).toBe('accepted')
    expect(
      (
        await takeEdits(d.id, [edit(d, 0, opacity('b', 0.6)), edit(d, 1, opacity('a', 0.7))], 'three')
      ).results.map((r) => r.kind),
    ).toEqual(['accepted', 'conflict'])
  })
  it('of one array are in conflict: a place in it is not the same place after another tab took an item out', () => {
    const of = (...paths: (string | number)[][]) => paths.map((path) => ({ path }))
    const out = of(['layers', 'a', 'stops', 0], ['layers', 'a', 'stops', 'length'])
    expect(collide(out, of(['layers', 'a', 'stops', 2, 'offset']))).toBe(true)
    expect(collide(out, of(['layers', 'a', 'opacity']))).toBe(false)
    expect(collide(of(['layers', 'a']), of(['layers', 'a', 'opacity']))).toBe(true)
  })
  it('that the application keeps by itself give way to what another tab kept first', async () => {
    const d = await fresh()
    const keep = (n: number) => ({ ...edit(d, 0, opacity('a', n)), way: 'keep' as const })
    await takeEdits(d.id, [keep(0.5)], 'one')
    expect(
      (await takeEdits(d.id, [keep(0.6), edit(d, 0, opacity('b', 0.1))], 'two')).results.map((r) => r.kind),
    ).toEqual(['passed', 'accepted'])
  })
  it('are refused one by one: those before are stored, the rest is not looked at', async () => {
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
      { ...edit(d, 0, opacity('a', 0.5)), base: 99 },
      { id: 'no-edit' },
    ]
    let revision = 0
    for (const e of bad) {
      const good = edit(d, revision, opacity('b', 0.1 + revision / 100))
      const { results } = await takeEdits(d.id, [good, e, edit(d, revision, opacity('b', 0.9))], 'one')
      expect(results).toMatchObject([
        { kind: 'accepted' },
        { kind: 'refused', message: expect.stringMatching(/[Nn]ot(hing)? stored/) },
      ])
      expect((await loadDesign(d.id)).revision).toBe(++revision)
    }
    await expect(takeEdits(d.id, [edit(d, 0, opacity('a', 0.5))], '')).rejects.toThrow(/session/)
  })
  it('say whose they are in a conflict and in versions, where that is known, and keep the beginning of a long name', async () => {
    const d = await fresh()
    const long = {
      ...edit(d, 0, opacity('a', 0.5)),
      name: `Bring back “${'x'.repeat(300)}”`,
      keep: 'k'.repeat(300),
    }
    expect((await takeEdits(d.id, [long], 'one', 'Mara')).results[0]?.kind).toBe('accepted')
    expect((await logOf(d.id))[0]?.edit.name).toHaveLength(120)
    expect(await listVersions(d.id)).toMatchObject([{ who: 'Mara', reason: 'before' }])
    const { results } = await takeEdits(d.id, [edit(d, 0, opacity('a', 0.75))], 'two', 'Ilo')
    expect(results).toMatchObject([{ kind: 'conflict', message: 'Mara changed the same thing first.' }])
  })
  it('never leave their own design: no other id, no inherited names, no arrays without end', async () => {
    const [d, other] = [await fresh(), await fresh()]
    const patched = (patches: object[]) => ({ ...edit(d, 0, opacity('a', 0.5)), patches })
    const hostile = [
      [{ op: 'replace', path: ['id'], value: other.id }],
      [{ op: 'replace', path: [], value: { ...other } }],
      [{ op: 'replace', path: ['master'], value: 'constructor' }],
      [{ op: 'add', path: ['layers', '__proto__'], value: {} }],
      [{ op: 'replace', path: ['layers', 'constructor', 'prototype', 'x'], value: 1 }],
      [{ op: 'replace', path: ['layers', 'a', 'stops', 'length'], value: 4294967295 }],
      [{ op: 'add', path: ['layers', 'a', 'placement', 'x', 'y'], value: 1 }],
      [{ op: 'remove', path: ['layers', 'nobody'] }],
      [{ op: 'replace', path: ['version'], value: 0 }],
    ]
    const begun = performance.now()
    for (const patches of hostile) {
      const { results } = await takeEdits(d.id, [patched(patches)], 'one')
      expect(results, JSON.stringify(patches)).toMatchObject([{ kind: 'refused' }])
    }
    expect(performance.now() - begun).toBeLessThan(20_000)
    expect((await loadDesign(other.id)).design).toEqual(other)
    expect((await loadDesign(d.id)).design).toEqual(d)
  })
  it('can be replayed to any revision, over snapshots', async () => {
    let d = await fresh()
    for (let n = 1; n <= 105; n++) {
      const e = edit(d, n - 1, opacity('a', n / 200))
      await takeEdits(d.id, [e], 'one')
      d = record(d, opacity('a', n / 200)).design
    }
    for (const n of [1, 57, 100, 103])
      expect((await designAt(d.id, n)).layers.a?.opacity).toBeCloseTo(n / 200, 12)
    expect(await logOf(d.id)).toHaveLength(105)
  })
})

describe('blobs and supplies', () => {
  const png = async () =>
    new Uint8Array(
      await sharp({
        create: { width: 30, height: 20, channels: 4, background: { r: 200, g: 90, b: 40, alpha: 0.5 } },
      })
        .png()
        .toBuffer(),
    )
  it('are stored once under their hash, with what is needed to know of them', async () => {
    const bytes = await png()
    const [{ info: one }, { info: two }] = [
      await storeUpload(bytes, 'patch.png'),
      await storeUpload(bytes, 'again.png'),
    ]
    expect(one.sha).toBe(two.sha)
    expect(Buffer.compare(Buffer.from((await readBlob(one.sha)) as Uint8Array), Buffer.from(bytes))).toBe(0)
    expect((await sourceInfo([one.sha]))[0]).toMatchObject({
      width: 30,
      height: 20,
      opaque: false,
      kind: 'picture',
      mime: 'image/png',
    })
  })
  it.each(['jpeg', 'webp', 'avif', 'gif', 'tiff'] as const)('take %s', async (format) => {
    const bytes = new Uint8Array(
      await sharp({ create: { width: 33, height: 21, channels: 3, background: '#c65a36' } })
        [format]()
        .toBuffer(),
    )
    expect((await storeUpload(bytes, `x.${format}`)).info).toMatchObject({
      width: 33,
      height: 21,
      mime: `image/${format}`,
    })
  })
  it('turn pictures upright as their orientation says (Exif 2.32, orientation 6)', async () => {
    const bytes = new Uint8Array(
      await sharp({ create: { width: 40, height: 20, channels: 3, background: '#c65a36' } })
        .jpeg()
        .withMetadata({ orientation: 6 })
        .toBuffer(),
    )
    expect((await storeUpload(bytes, 'turned.jpg')).info).toMatchObject({ width: 20, height: 40 })
  })
  it('take an SVG whole as a picture and in stretches: what cannot be outlines as pictures of those parts, said by name', async () => {
    const svg = new TextEncoder().encode(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20" width="40" height="20"><rect width="40" height="20" fill="#c65a36"/><text x="2" y="15" stroke="#000">hi</text><text x="20" y="15" font-size="6">typed</text><circle cx="36" cy="4" r="3"/></svg>',
    )
    const { info } = await storeUpload(svg, 'label.svg')
    expect(info).toMatchObject({ kind: 'picture' })
    expect(info.note).toBe(
      '“label.svg” holds text, which cannot be outlines here: that part came in as a picture, the rest as it is. Its text can be typed in.',
    )
    expect(info.stretches?.map((s) => ['info' in s ? s.info.kind : s.words.size, s.name])).toEqual([
      ['graphic', 'Outlines'],
      ['picture', 'Text 1'],
      [6, 'typed'],
      ['graphic', 'Outlines'],
    ])
    const second = info.stretches?.[1]
    const box = second && 'box' in second ? second.box : undefined
    // The picture is cut to the words.
    expect(box && box.x > 0 && box.width < 0.6 && box.y > 0.1 && box.height < 0.9).toBe(true)
    for (const s of info.stretches ?? []) if ('info' in s) expect(await readBlob(s.info.sha)).not.toBeNull()
  })
  it('are found by prefixes of plain words', async () => {
    await addUpload(await png(), 'Glazed little bowl.png')
    for (const q of ['bowl', 'glaz bo', 'LITTLE'])
      expect((await searchSupplies({ q })).items.map((i) => i.label)).toContain('Glazed little bowl')
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
      channels: ['square-post'],
      pages: ['page1'],
      format: 'png',
      settings: {},
      scale: 0.5,
      bleed: false,
      pattern: '{design}/{channel}-{width}',
      rules: true,
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
      channels: ['square-post'],
      pages: ['page1', 'page2'],
      format: 'jpeg',
      settings: {},
      scale: 1,
      bleed: false,
      pattern: 'same',
      rules: true,
    })
    expect(new Set(files.map((f) => f.name)).size).toBe(2)
  })
  it('end as their channel asks for, unless that is switched off', () => {
    const d = design()
    const channel = d.channels['square-post']
    if (channel) channel.file = { format: 'jpeg', mostKb: 200 }
    const names = (rules: boolean, format: 'png' | 'ora') =>
      fileNames(d, {
        channels: ['square-post'],
        pages: ['page1'],
        format,
        settings: {},
        scale: 1,
        bleed: false,
        pattern: 'file',
        rules,
      }).map((f) => f.name)
    expect([names(true, 'png'), names(false, 'png'), names(true, 'ora')]).toEqual([
      ['file.jpg'],
      ['file.png'],
      ['file.ora'],
    ])
  })
})
