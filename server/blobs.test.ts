import { existsSync, mkdirSync, truncateSync, utimesSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import type { Design } from '../core/design/schema'
import { boxAt, pictureLayer } from '../core/kinds/new'
import { setAside } from './asides'
import { absentBlobs, blobPath, damagedBlobs, lacking, readBlob, storeUpload, sweepBlobs } from './blobs'
import { store } from './database'
import { listDesigns, loadDesign } from './designs'
import { takeEdits } from './edits'
import { editOf, openTemporaryStore, setOpacity, storedDesign } from './temporary-store.test-data'
import { keepVersion, removeVersion } from './versions'

const folder = openTemporaryStore()
let shade = 0
const png = async (): Promise<Uint8Array> =>
  new Uint8Array(
    await sharp({ create: { width: 24, height: 16, channels: 3, background: { r: 200, g: ++shade, b: 40 } } })
      .png()
      .toBuffer(),
  )
const withPicture = (sha: string) => (d: Design) => {
  d.layers.p = pictureLayer(
    { id: 'p', page: 'page1', plane: 'subject', order: 'a2' },
    'Photo',
    { sha, width: 24, height: 16 },
    boxAt(0, 0, 24, 16),
  )
}
const LONG_AGO = new Date(Date.now() - 400 * 24 * 3600 * 1000)
/** As if all of it had been uploaded and begun more than a year ago. */
async function age(sha: string): Promise<void> {
  const db = await store()
  await db.updateTable('blobs').set({ created_at: LONG_AGO.toISOString() }).where('sha', '=', sha).execute()
  await db
    .updateTable('blob_refs')
    .set({ until: LONG_AGO.toISOString() })
    .where('sha', '=', sha)
    .where('until', 'is not', null)
    .execute()
}

describe('stored files', () => {
  it('that only a version names are kept while it is, and some days after, as backups name them too', async () => {
    const d = await storedDesign()
    const { info } = await storeUpload(await png(), 'only-in-a-version.png')
    const lost = { ...d }
    const mine = editOf(d, 0, withPicture(info.sha))
    const { version } = await setAside(d.id, [mine], 'tab-one', null)
    await age(info.sha)
    await sweepBlobs()
    expect(await readBlob(info.sha)).not.toBeNull()
    await removeVersion(d.id, version)
    await sweepBlobs()
    expect(await readBlob(info.sha)).not.toBeNull()
    await age(info.sha)
    await sweepBlobs()
    expect(await readBlob(info.sha)).toBeNull()
    expect((await loadDesign(d.id)).design).toEqual(lost)
  })
  it('of named versions and of steps that were undone stay', async () => {
    const d = await storedDesign()
    const [{ info: one }, { info: two }] = [
      await storeUpload(await png(), 'one.png'),
      await storeUpload(await png(), 'two.png'),
    ]
    const put = editOf(d, 0, withPicture(one.sha))
    await takeEdits(d.id, [put], 'tab-one')
    await takeEdits(
      d.id,
      [
        {
          ...put,
          id: 'undone-step',
          base: 1,
          way: 'undo',
          target: put.id,
          patches: put.inverse,
          inverse: put.patches,
        },
      ],
      'tab-one',
    )
    const db = await store()
    const other = { ...d, layers: { ...d.layers } }
    withPicture(two.sha)(other)
    await keepVersion(db, other, 2, 'Named', 'named')
    for (const { sha } of [one, two]) await age(sha)
    await sweepBlobs()
    expect(await damagedBlobs([one.sha, two.sha])).toEqual([])
  })
  it('that were cut or lost are found, named, and mended by the same file', async () => {
    const d = await storedDesign()
    const bytes = await png()
    const { info } = await storeUpload(bytes, 'cut.png')
    await takeEdits(d.id, [editOf(d, 0, withPicture(info.sha))], 'tab-one')
    truncateSync(blobPath(info.sha), 20)
    const { design } = await loadDesign(d.id)
    expect(await damagedBlobs([info.sha])).toEqual([info.sha])
    expect(await absentBlobs(await store(), [info.sha])).toEqual([info.sha])
    expect(lacking(design, [info.sha]).message).toMatch(/“Photo” needs a file that is missing or damaged/)
    // Work on the design goes on; only what would name it anew is refused.
    expect(
      (await takeEdits(d.id, [editOf(design, 1, setOpacity('a', 0.3))], 'tab-one')).results[0]?.kind,
    ).toBe('accepted')
    await storeUpload(bytes, 'cut.png')
    expect(await damagedBlobs([info.sha])).toEqual([])
    // Of the same size, but other bytes.
    writeFileSync(blobPath(info.sha), new Uint8Array(bytes.length))
    await storeUpload(bytes, 'cut.png')
    expect(await damagedBlobs([info.sha])).toEqual([])
  })
  it('that a stop left half written, or without a row, are cleared by and by; those of now are not touched', async () => {
    const { info } = await storeUpload(await png(), 'whole.png')
    const left = [`${blobPath(info.sha)}.half`, blobPath('f'.repeat(64)), blobPath(`${'e'.repeat(63)}0`)]
    for (const path of left) {
      mkdirSync(dirname(path), { recursive: true })
      writeFileSync(path, 'half')
    }
    for (const path of left.slice(0, 2)) utimesSync(path, LONG_AGO, LONG_AGO)
    await sweepBlobs()
    expect(left.map((path) => existsSync(path))).toEqual([false, false, true])
    expect(await readBlob(info.sha)).not.toBeNull()
    expect(existsSync(join(folder, 'vivid.sqlite'))).toBe(true)
  })
})

describe('one row that cannot be read', () => {
  it('harms no other design: it is listed as such, and what is stored of it can be saved', async () => {
    const [broken, whole] = [
      await storedDesign(['square-post'], 'Broken'),
      await storedDesign(['square-post'], 'Whole'),
    ]
    const db = await store()
    await db.updateTable('designs').set({ document: '{"layers":' }).where('id', '=', broken.id).execute()
    const list = await listDesigns()
    expect(list.find((d) => d.id === broken.id)).toMatchObject({ name: 'Broken', unreadable: true })
    expect(list.find((d) => d.id === whole.id)).toMatchObject({ name: 'Whole', pages: 1 })
    await expect(loadDesign(broken.id)).rejects.toMatchObject({
      kind: 'damaged',
      message: expect.stringMatching(/“Broken” cannot be read.*backup/s),
    })
    expect((await loadDesign(whole.id)).design).toEqual(whole)
  })
})
