import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { boxAt, pictureLayer } from '../core/kinds/new'
import type { Delivery } from '../wire/deliveries'
import { store } from './database'
import {
  deliveredFile,
  deliveredZip,
  deliveriesOf,
  readDelivery,
  removeDelivery,
  runDeliveries,
  startDelivery,
  stopDelivery,
} from './deliveries'
import { takeEdits } from './edits'
import { subscribe } from './events'
import { addUpload, describeOwn } from './supplies'
import { editOf, openTemporaryStore, storedDesign } from './temporary-store.test-data'

type Export = {
  channel: string
  page: string
  file: string
  ground: string | null
  format: string
  scale: number
  settings: Record<string, unknown>
  before: { stamp: string; file: string }[]
}
/** Stands in for the render thread: what a file gets is decided by each test. */
const thread = vi.hoisted(() => ({
  asked: [] as Export[],
  make: async (_: Export, __: (share: number) => void): Promise<void> => undefined,
  stopped: 0,
}))
vi.mock('./render', () => ({
  deliveryThread: () => ({
    call: async (_: string, input: Export, progress: (share: number) => void) => {
      thread.asked.push(input)
      await thread.make(input, progress)
      mkdirSync(dirname(input.file), { recursive: true })
      writeFileSync(input.file, `pixels of ${input.channel}`)
      const stamp = `stamp of ${input.channel}`
      const same = input.before.some((b) => b.stamp === stamp)
      return same
        ? { width: 0, height: 0, bytes: 123, stamp, kept: true }
        : { width: 10, height: 20, bytes: 123, stamp, likeness: 0.9 }
    },
  }),
  stopDeliveryThread: () => {
    thread.stopped++
  },
}))

openTemporaryStore()
beforeEach(() => {
  thread.asked.length = 0
  thread.make = async () => undefined
})

const options = (design: string, more: object = {}) => ({
  design,
  channels: ['square-post', 'link-card'],
  pages: ['page1'],
  format: 'png',
  scale: 1,
  bleed: false,
  ground: 'page',
  pattern: '{channel}',
  ...more,
})
async function ended(id: string): Promise<Delivery> {
  for (let n = 0; n < 4000; n++) {
    const d = await readDelivery(id)
    if (d.state !== 'waiting' && d.state !== 'working') return d
    await new Promise((r) => setTimeout(r, 5))
  }
  throw new Error('the delivery did not end')
}
const made = async (more: object = {}) => {
  const design = await storedDesign(['square-post', 'link-card'])
  return { design, started: await startDelivery(options(design.id, more)) }
}

describe('deliveries of a design', () => {
  it('are listed, the latest first; made again, what is the same is taken over with what was told of it', async () => {
    const { design, started } = await made()
    await ended(started.id)
    const again = await ended((await startDelivery(options(design.id))).id)
    expect(again.files.map((f) => [f.kept, f.width, f.likeness])).toEqual([
      [true, 10, 0.9],
      [true, 10, 0.9],
    ])
    const asked = thread.asked.at(-1) as Export
    expect(asked.before).toEqual([
      { stamp: `stamp of ${asked.channel}`, file: expect.stringContaining(started.id) },
    ])
    expect((await deliveriesOf(design.id)).deliveries.map((d) => d.id)).toEqual([again.id, started.id])
  })
  it('are made two at a time: one is rendered while another is encoded', async () => {
    let [now, most] = [0, 0]
    thread.make = async () => {
      most = Math.max(most, ++now)
      await new Promise((r) => setTimeout(r, 20))
      now--
    }
    await ended((await made({ also: ['jpeg'] })).started.id)
    expect([thread.asked.length, most]).toEqual([4, 2])
  })
  it('are removed with their files', async () => {
    const { design, started } = await made()
    const d = await ended(started.id)
    const file = (thread.asked[0] as Export).file
    expect(existsSync(file)).toBe(true)
    await removeDelivery(d.id)
    expect(existsSync(file)).toBe(false)
    expect((await deliveriesOf(design.id)).deliveries).toEqual([])
    await expect(readDelivery(d.id)).rejects.toMatchObject({ kind: 'missing' })
  })
  it('go out in several formats and scales, each as it is set', async () => {
    const { started } = await made({
      also: ['jpeg', 'pdf'],
      chosen: { jpeg: { quality: 55 } },
      scales: [2],
    })
    const d = await ended(started.id)
    expect(d.files.map((f) => f.name)).toEqual([
      'square-post.png',
      'square-post@2x.png',
      'link-card.png',
      'link-card@2x.png',
      'square-post.jpg',
      'square-post@2x.jpg',
      'link-card.jpg',
      'link-card@2x.jpg',
      'square-post.pdf',
      'link-card.pdf',
    ])
    const jpeg = thread.asked.find((a) => a.format === 'jpeg' && a.scale === 2)
    expect(jpeg?.settings).toMatchObject({ quality: 55 })
    await expect(made({ also: ['jpeg'], chosen: { jpeg: { quality: 900 } } })).rejects.toMatchObject({
      kind: 'bad-input',
    })
  })
})

describe('a delivery', () => {
  it('makes every chosen size, tells its measured weight, and keeps the files to be fetched', async () => {
    const { started } = await made()
    const d = await ended(started.id)
    expect(d).toMatchObject({ state: 'done', done: 2, total: 2, error: null })
    expect(d.files.map((f) => [f.name, f.state, f.bytes])).toEqual([
      ['square-post.png', 'done', 123],
      ['link-card.png', 'done', 123],
    ])
    const { bytes, mime } = await deliveredFile(d.id, 'link-card.png')
    expect(new TextDecoder().decode(bytes)).toBe('pixels of link-card')
    expect(mime).toBe('image/png')
  })
  it('comes as one zip with a list of what is inside', async () => {
    const { started } = await made({ format: 'jpeg' })
    await ended(started.id)
    const inside = unzipSync(await deliveredZip(started.id))
    expect(Object.keys(inside).sort()).toEqual([
      'link-card.jpg',
      'manifest.csv',
      'manifest.json',
      'square-post.jpg',
    ])
    const { files } = JSON.parse(new TextDecoder().decode(inside['manifest.json']))
    const card = inside['link-card.jpg'] as Uint8Array
    expect(files).toContainEqual(
      expect.objectContaining({
        file: 'link-card.jpg',
        width: 10,
        height: 20,
        bytes: card.length,
        sha256: createHash('sha256').update(card).digest('hex'),
      }),
    )
    expect(new TextDecoder().decode(inside['manifest.csv']).split('\r\n')).toHaveLength(4)
  })
  it('names in the zip whom its pictures want named, and nobody else', async () => {
    const png = await sharp({ create: { width: 12, height: 9, channels: 3, background: '#a33' } })
      .png()
      .toBuffer()
    const info = await addUpload(new Uint8Array(png), 'kiln door.png')
    await describeOwn(`own-${info.sha.slice(0, 16)}`, {
      label: 'Kiln door',
      words: '',
      credit: 'A. Carver, Fennel Row',
    })
    const design = await storedDesign(['square-post'])
    const { started: without } = await made()
    await ended(without.id)
    expect(unzipSync(await deliveredZip(without.id))['credits.txt']).toBeUndefined()
    const door = pictureLayer(
      { id: 'door', page: 'page1', plane: 'subject', order: 'z0' },
      'Door',
      { sha: info.sha, width: 12, height: 9 },
      boxAt(0, 0, 12, 9),
    )
    await takeEdits(
      design.id,
      [
        editOf(design, 0, (d) => {
          d.layers.door = door
        }),
      ],
      'tab-one',
    )
    const started = await startDelivery({ ...options(design.id), channels: ['square-post'] })
    await ended(started.id)
    const inside = unzipSync(await deliveredZip(started.id))
    const text = (name: string) => new TextDecoder().decode(inside[name])
    expect(text('credits.txt')).toBe('Kiln door: A. Carver, Fennel Row\n')
    expect(JSON.parse(text('manifest.json')).credits).toEqual([
      { of: 'Kiln door', credit: 'A. Carver, Fennel Row' },
    ])
  })
  it('tells its progress as it goes', async () => {
    const seen: number[] = []
    const gate: { open: () => void } = { open: () => undefined }
    const opened = new Promise<void>((resolve) => {
      gate.open = resolve
    })
    thread.make = async (_, progress) => {
      await opened
      progress(0.25)
      progress(0.75)
    }
    const { started } = await made()
    const stop = subscribe(`delivery:${started.id}`, ({ event }) =>
      seen.push(...(event as Delivery).files.map((f) => f.share)),
    )
    gate.open()
    await ended(started.id)
    stop()
    expect(seen).toContain(0.25)
    expect(seen).toContain(0.75)
    expect(seen.at(-1)).toBe(1)
  })
  it('goes on with the others where one cannot be made, and says which', async () => {
    thread.make = async ({ channel }) => {
      if (channel === 'square-post') throw new Error('No room on the disk.')
    }
    const { started } = await made()
    const d = await ended(started.id)
    expect(d.state).toBe('failed')
    expect(d.error).toMatch(/The design is safe; the others can be fetched/)
    expect(d.files.map((f) => f.state)).toEqual(['failed', 'done'])
    expect(d.files[0]?.message).toBeTruthy()
    await expect(deliveredFile(d.id, 'square-post.png')).rejects.toThrow(/has not been made/)
    expect(Object.keys(unzipSync(await deliveredZip(d.id)))).not.toContain('square-post.png')
  })
  it('stops when told to: what is done stays, the rest is not made', async () => {
    let stopping: () => void = () => undefined
    const second = new Promise<void>((resolve) => {
      stopping = resolve
    })
    thread.make = async ({ channel }) => {
      if (channel !== 'link-card') return
      stopping()
      // The thread is ended under its work.
      await new Promise((_, reject) => setTimeout(() => reject(new Error('The render thread ended.')), 30))
    }
    const { started } = await made()
    await second
    await stopDelivery(started.id)
    const d = await ended(started.id)
    expect(d.state).toBe('stopped')
    expect(d.files.map((f) => f.state)).toEqual(['done', 'working'])
    expect(thread.stopped).toBeGreaterThan(0)
    expect((await deliveredFile(d.id, 'square-post.png')).bytes.length).toBeGreaterThan(0)
  })
  it('that has ended is not stopped again', async () => {
    const { started } = await made()
    const d = await ended(started.id)
    expect((await stopDelivery(d.id)).state).toBe('done')
  })
  it('a crash left half done is taken up again: what was made is kept, the rest is made', async () => {
    const { started, design } = await made()
    const d = await ended(started.id)
    // As a crash leaves it: still working, the second file begun and not there.
    const db = await store()
    const files = d.files.map((f, n) => (n === 0 ? f : { ...f, state: 'working', share: 0.4, bytes: 0 }))
    await db
      .updateTable('deliveries')
      .set({ state: 'working', files: JSON.stringify(files), done: 1 })
      .where('id', '=', d.id)
      .execute()
    thread.asked.length = 0
    await runDeliveries()
    const again = await ended(d.id)
    expect(thread.asked.map((a) => a.channel)).toEqual(['link-card'])
    expect(again).toMatchObject({ state: 'done', done: 2 })
    expect(again.design).toBe(design.id)
  })
  it('made before but lost from the disk is made anew', async () => {
    const { started } = await made()
    const d = await ended(started.id)
    const { unlinkSync } = await import('node:fs')
    const file = thread.asked[0]?.file as string
    unlinkSync(file)
    const db = await store()
    await db.updateTable('deliveries').set({ state: 'working' }).where('id', '=', d.id).execute()
    await runDeliveries()
    await ended(d.id)
    expect(existsSync(file)).toBe(true)
  })
  it('passes on the ground that was asked for', async () => {
    const { started } = await made({ ground: 'transparent' })
    await ended(started.id)
    expect(thread.asked.every((a) => a.ground === 'transparent')).toBe(true)
  })
})

describe('a request that cannot be met', () => {
  it('says what is wrong, and that nothing was exported', async () => {
    const design = await storedDesign()
    await expect(startDelivery(options(design.id, { channels: [] }))).rejects.toThrow(
      /at least one size.*Nothing was exported/s,
    )
    await expect(startDelivery(options(design.id, { pages: [] }))).rejects.toThrow(/at least one page/)
    await expect(startDelivery(options(design.id, { scale: 9 }))).rejects.toThrow(/Nothing was exported/)
    await expect(startDelivery(options(design.id, { channels: ['not-there'] }))).rejects.toThrow(
      /None of these sizes/,
    )
    await expect(startDelivery(options('nobody'))).rejects.toThrow(/no such design/)
    await expect(readDelivery('nobody')).rejects.toThrow(/no such delivery/)
  })
  it('gives no file that is not the delivery’s own', async () => {
    const { started } = await made()
    await ended(started.id)
    for (const name of ['../vivid.sqlite', '..%2Fvivid.sqlite', '/etc/hostname', 'other.png'])
      await expect(deliveredFile(started.id, name)).rejects.toThrow(/has not been made/)
  })
})
