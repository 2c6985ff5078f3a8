import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { describe, expect, it, vi } from 'vitest'
import { linkedDesigns, linksIn } from '../core/design/linked'
import { onLayer } from '../core/design/properties/targets'
import type { Design } from '../core/design/schema'
import { addColumn, addRow, setCell } from '../core/design/table'
import { readPackage, writePackage } from '../core/formats/vivid-package'
import type { Link } from '../core/kinds/link'
import { boxAt, pictureLayer } from '../core/kinds/new'
import { createCampaign, createDesign, listDesigns, loadDesign } from './designs'
import { linkable, linkedFrom, pieceFrom, revisionsLinked, takenLink } from './linked'
import { openPacked, packed } from './packages'
import { openTemporaryStore, storedDesign } from './temporary-store.test-data'

const asked = vi.hoisted(() => ({ all: [] as { scale: number; ground: string }[] }))
vi.mock('./render', () => ({
  pictureThread: () => ({
    waits: 0,
    call: async (what: string, input: { scale: number; ground: string }) => {
      if (what === 'reach') return { left: -20, top: -10, right: 130, bottom: 140 }
      asked.all.push(input)
      const width = Math.round(1080 * input.scale)
      const made = sharp({ create: { width, height: width, channels: 4, background: '#c65a36' } })
      return new Uint8Array(await made.png().toBuffer())
    },
  }),
  renderThread: () => ({}),
  stopPictureThread: () => undefined,
  ThreadEnded: class extends Error {},
}))
openTemporaryStore()

const target = (d: Design) => ({
  design: d.id,
  page: 'page1',
  channel: 'square-post',
  ground: 'page' as const,
})
/** A design that shows another. */
async function showing(of: Design, name: string): Promise<Design> {
  const plain = await storedDesign(['square-post'], name)
  const { info, revision } = await takenLink(plain.id, { ...target(of), wide: 500 })
  const link: Link = { ...target(of), name: of.name, revision }
  const layers = {
    ...plain.layers,
    p: pictureLayer(
      { id: 'p', page: 'page1', plane: 'subject', order: 'a5' },
      of.name,
      { sha: info.sha, width: info.width, height: info.height, linked: link },
      boxAt(0, 0, 400, 400),
    ),
  }
  return createDesign(await createCampaign('Linked'), { ...plain, layers, id: `${plain.id}-l` })
}

describe('a design that shows another', () => {
  it('has a picture of it made as wide as it needs, within what can be made', async () => {
    const card = await storedDesign(['square-post'], 'Card')
    const poster = await storedDesign(['square-post'], 'Poster')
    const { info, name } = await takenLink(poster.id, { ...target(card), wide: 540 })
    expect([info.width, info.height, name]).toEqual([540, 540, 'Card'])
    const nothing = { ...target(card), ground: 'nothing', wide: 30_000 }
    expect((await takenLink(poster.id, nothing)).info.width).toBeLessThanOrEqual(4320)
    expect(asked.all.map((a) => a.ground)).toEqual(['page', 'transparent'])
  })
  it('is told how far that is, and what is gone', async () => {
    const poster = await showing(await storedDesign(['square-post'], 'Card'), 'Poster')
    const [of] = linkedDesigns(poster)
    expect((await revisionsLinked(poster.id)).designs).toMatchObject([{ id: of, name: 'Card', revision: 0 }])
    const lost = { ...poster, id: 'lost-link' }
    if (lost.layers.p && 'linked' in lost.layers.p)
      lost.layers.p = { ...lost.layers.p, linked: { ...(lost.layers.p.linked as Link), design: 'nowhere' } }
    await createDesign(await createCampaign('Linked'), lost)
    expect((await revisionsLinked('lost-link')).designs).toEqual([
      { id: 'nowhere', name: '', revision: null },
    ])
    expect(await linkedFrom(lost)).toEqual([])
  })
  it('does not show itself, by whatever way; that is said before it is tried', async () => {
    const inner = await storedDesign(['square-post'], 'Inner')
    const middle = await showing(inner, 'Middle')
    const outer = await showing(middle, 'Outer')
    for (const of of [inner, middle, outer])
      await expect(takenLink(inner.id, { ...target(of), wide: 100 })).rejects.toThrow(
        /shows this design itself/,
      )
    const offered = (await linkable(inner.id)).designs
    expect(
      offered
        .filter((d) => d.circle)
        .map((d) => d.id)
        .sort(),
    ).toEqual([middle.id, outer.id].sort())
    expect(offered.some((d) => d.id === inner.id)).toBe(false)
  })
  it('says of a page or size that is gone that the picture stays', async () => {
    const card = await storedDesign(['square-post'], 'Card')
    const poster = await storedDesign(['square-post'], 'Poster')
    await expect(takenLink(poster.id, { ...target(card), channel: 'link-card', wide: 9 })).rejects.toThrow(
      /“Card” no longer has this page or size/,
    )
    await expect(takenLink(poster.id, { design: 7 })).rejects.toThrow(/Nothing was changed/)
  })
})

describe('layers made a design of their own', () => {
  it('lie beside the one that they came from, with the box that they had', async () => {
    const d = await storedDesign(['square-post'], 'Whole')
    const made = await pieceFrom(d.id, { page: 'page1', layers: ['a'], name: 'Badge' })
    expect(made.box).toEqual({ left: -20, top: -10, right: 130, bottom: 140 })
    const { design } = await loadDesign(made.design)
    expect([design.name, Object.keys(design.layers), design.channels[made.channel]?.width]).toEqual([
      'Badge',
      ['a'],
      150,
    ])
    expect(design.layers.a?.placement).toMatchObject({ x: 70, y: 60, width: 100, height: 100 })
    const shelf = await listDesigns()
    const campaign = (id: string) => shelf.find((x) => x.id === id)?.campaignId
    expect(campaign(made.design)).toBe(campaign(d.id))
  })
  it('are refused where they are gone or there are none', async () => {
    const d = await storedDesign(['square-post'], 'Whole')
    const asked = { page: 'page1', name: 'Badge' }
    await expect(pieceFrom(d.id, { ...asked, layers: ['gone'] })).rejects.toThrow(/no longer there/)
    await expect(pieceFrom(d.id, { ...asked, layers: [] })).rejects.toThrow(/Select what/)
  })
})

describe('a package of it', () => {
  const opened = async (file: Uint8Array) =>
    (await openPacked(file, 'Poster', null, new AbortController().signal)).id
  it('takes the designs along that it shows, and those that these show; opened elsewhere they are its own', async () => {
    const inner = await storedDesign(['square-post'], 'Innermost')
    const middle = await showing(inner, 'Between')
    const outer = await showing(middle, 'Outermost')
    const { file } = await packed(outer.id, { versions: false, linked: true })
    expect(
      readPackage(file)
        .linked.map((d) => d.name)
        .sort(),
    ).toEqual(['Between', 'Innermost'])
    const { design } = await loadDesign(await opened(file))
    const [first] = linksIn(design)
    expect(first?.link.design).not.toBe(middle.id)
    const between = (await loadDesign(first?.link.design ?? '')).design
    expect(between.name).toBe('Between')
    const [second] = linksIn(between)
    expect((await loadDesign(second?.link.design ?? '')).design.name).toBe('Innermost')
    expect(second?.link.design).not.toBe(inner.id)
    const shelf = await listDesigns()
    expect(shelf.filter((d) => d.campaign === 'Opened packages')).toHaveLength(3)
  })
  it('leaves them out where people say so: their pictures stay', async () => {
    const outer = await showing(await storedDesign(['square-post'], 'Left'), 'Alone')
    const { file } = await packed(outer.id, { versions: false, linked: false })
    const back = readPackage(file)
    expect(back.linked).toEqual([])
    expect([...back.blobs.keys()]).toEqual(linksIn(outer).map((l) => l.source))
  })
  it('with a damaged linked design is refused whole', async () => {
    const outer = await showing(await storedDesign(['square-post'], 'Broken'), 'Whole')
    const whole = readPackage((await packed(outer.id, { versions: false, linked: true })).file)
    const broken = whole.linked.map((d) => ({ ...d, master: 'nowhere' }))
    await expect(opened(writePackage({ ...whole, linked: broken }))).rejects.toThrow(/master/)
  })
  it('takes its table along, in the design and as a file that any spreadsheet opens', async () => {
    const plain = await storedDesign(['square-post'], 'Series')
    const d = structuredClone(plain)
    addColumn(d, 'c', { target: onLayer('a'), property: 'shown', name: 'A shown' })
    addRow(d, 'r', 'Without')
    setCell(d, 'r', 'c', false)
    const series = await createDesign(await createCampaign('Series'), { ...d, id: 'a-series' })
    const { file } = await packed(series.id, { versions: false, linked: true })
    const table = Buffer.from(unzipSync(file)['table.csv'] ?? []).toString('utf8')
    expect(table).toBe('\uFEFFRow,A shown\r\nWithout,no\r\n')
    const { design } = await loadDesign(await opened(file))
    expect([design.columns, design.rows]).toEqual([series.columns, series.rows])
  })
})
