import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { readPackage, writePackage } from '../core/formats/vivid-package'
import { boxAt, pictureLayer } from '../core/kinds/new'
import { storeUpload } from './blobs'
import { creditsOf, keepCredit } from './credits'
import { store } from './database'
import { createCampaign, createDesign, loadDesign } from './designs'
import { openPacked, packed } from './packages'
import { openTemporaryStore, storedDesign } from './temporary-store.test-data'
import { keepVersion, listVersions, versionOf } from './versions'

openTemporaryStore()

const picture = async (red: number) => {
  const made = await sharp({
    create: { width: 8, height: 8, channels: 3, background: { r: red, g: 80, b: 60 } },
  })
    .png()
    .toBuffer()
  return (await storeUpload(new Uint8Array(made), 'bowl.png')).info
}
/** A design with a picture, and a version of it that showed another. */
async function made(red: number) {
  const [now, before] = [await picture(red), await picture(red + 1)]
  const plain = await storedDesign()
  const showing = ({ sha, width, height }: typeof now) => ({
    ...plain,
    layers: {
      ...plain.layers,
      p: pictureLayer(
        { id: 'p', page: Object.keys(plain.pages)[0] as string, plane: 'subject', order: 'a5' },
        'Bowl',
        { sha, width, height },
        boxAt(0, 0, 40, 40),
      ),
    },
  })
  const design = await createDesign(await createCampaign('Bowls'), { ...showing(now), id: `with-${red}` })
  const db = await store()
  await keepVersion(
    db,
    { ...showing(before), id: design.id },
    0,
    'First try',
    'named',
    'Ada',
    '2026-03-01T10:00:00.000Z',
  )
  await keepVersion(
    db,
    { ...showing(now), id: design.id },
    0,
    'Second',
    'before',
    null,
    '2026-03-02T10:00:00.000Z',
  )
  return { design, now, before }
}
const opened = async (file: Uint8Array) =>
  (await openPacked(file, 'Bowls', null, new AbortController().signal)).id

describe('a package', () => {
  it('takes along whom its files want named, and what is known where it is opened stays', async () => {
    const { design, now } = await made(10)
    const db = await store()
    await keepCredit(db, now.sha, 'Bowl', 'A. Carver')
    const { file } = await packed(design.id, { versions: false, linked: true })
    expect(readPackage(file)).toMatchObject({
      credits: [{ sha: now.sha, of: 'Bowl', credit: 'A. Carver' }],
      versions: [],
    })
    await keepCredit(db, now.sha, 'Bowl', '')
    await opened(file)
    expect(await creditsOf([now.sha])).toMatchObject([{ credit: 'A. Carver' }])
    await keepCredit(db, now.sha, 'Bowl', 'B. Turner')
    await opened(file)
    expect(await creditsOf([now.sha])).toMatchObject([{ credit: 'B. Turner' }])
  })
  it('takes versions along where they are asked for, with their files, names and times', async () => {
    const { design, before } = await made(30)
    expect(
      readPackage((await packed(design.id, { versions: false, linked: true })).file).blobs.has(before.sha),
    ).toBe(false)
    const { file } = await packed(design.id, { versions: true, linked: true })
    expect(readPackage(file).blobs.has(before.sha)).toBe(true)
    const id = await opened(file)
    const versions = await listVersions(id)
    expect(versions).toMatchObject([
      { name: 'Second', reason: 'before', who: null, createdAt: '2026-03-02T10:00:00.000Z' },
      { name: 'First try', reason: 'named', who: 'Ada', createdAt: '2026-03-01T10:00:00.000Z' },
    ])
    const first = await versionOf(id, versions[1]?.id ?? '')
    expect(first.id).toBe(id)
    expect(first.layers.p).toMatchObject({ source: before.sha })
    expect((await loadDesign(id)).design.layers.p).not.toMatchObject({ source: before.sha })
  })
  it('with a damaged version is refused whole', async () => {
    const { design } = await made(50)
    const whole = readPackage((await packed(design.id, { versions: true, linked: true })).file)
    for (const versions of [
      whole.versions.map((v) => ({ ...v, createdAt: 'yesterday' })),
      whole.versions.map((v) => ({ ...v, design: { ...v.design, master: 'nowhere' } })),
      whole.versions.map((v) => ({ ...v, design: undefined as never })),
    ])
      await expect(opened(writePackage({ ...whole, versions }))).rejects.toThrow(/Nothing was stored|master/)
  })
})
