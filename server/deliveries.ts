import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { readFile, rm } from 'node:fs/promises'
import { strToU8, type Zippable, zipSync } from 'fflate'
import { badInput, missing, tooLarge } from '../core/basics/errors'
import { captionOf } from '../core/design/captions'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import {
  type Delivered,
  deliveryFiles,
  MOST_FILES,
  settingsFor,
  type Written,
  writtenOn,
} from '../core/formats/delivery-files'
import { settingsOf } from '../core/outputs/define'
import { outputOf, PICTURE_IDS } from '../core/outputs/list'
import { creditLines, type Listed, manifestCsv, manifestJson } from '../core/outputs/manifest'
import { seenOf } from '../host/encode'
import { problemIn } from '../host/problems'
import { sha256 } from '../host/project'
import { type DeliveredFile, type Delivery, type DeliveryOptions, deliveryOptions } from '../wire/deliveries'
import { damagedBlobs, drawn, lacking } from './blobs'
import { creditsOf } from './credits'
import { now, store } from './database'
import { loadDesign } from './designs'
import { publish } from './events'
import { dataPath } from './paths'
import { deliveryThread, stopDeliveryThread } from './render'

/** The files of a delivery, not made yet. */
export const fileNames = (design: Design, o: Delivered): DeliveredFile[] =>
  deliveryFiles(design, o).files.map(
    ({ page, pages, row, channel, name, width, height, format, scale, bleed }) => ({
      page,
      ...(row ? { row } : {}),
      ...(pages ? { pages } : {}),
      channel: channel.id,
      name,
      width,
      height,
      bytes: 0,
      format,
      scale,
      bleed,
      state: 'waiting',
      share: 0,
    }),
  )

/** px that a delivered file may have. */
const MOST_PX = 400_000_000
/** What could not be made, or not be opened by anybody, is refused before it is tried. */
function refuseLargeFiles(files: readonly DeliveredFile[], format: DeliveryOptions['format']): void {
  for (const f of files) {
    const { label, mostSide } = outputOf(f.format ?? format)
    const most = mostSide ?? Number.POSITIVE_INFINITY
    if (f.width * f.height <= MOST_PX && Math.max(f.width, f.height) <= most) continue
    const side = mostSide === null ? '' : `, ${label} ${mostSide.toLocaleString('en')} a side`
    throw tooLarge(
      `“${f.name}” would have ${f.width.toLocaleString('en')} × ${f.height.toLocaleString('en')} px, more than a file can have here (${MOST_PX / 1e6} million${side}). Nothing was exported; choose a smaller scale.`,
    )
  }
}

export async function startDelivery(value: unknown): Promise<Delivery> {
  const parsed = deliveryOptions.safeParse(value)
  if (!parsed.success)
    throw badInput(`${parsed.error.issues[0]?.message ?? 'The options are not valid.'} Nothing was exported.`)
  const { design } = await loadDesign(parsed.data.design)
  const files = fileNames(design, parsed.data)
  if (files.length === 0) throw badInput('None of these sizes is in the design. Nothing was exported.')
  if (files.length > MOST_FILES)
    throw badInput(
      `These would be ${files.length.toLocaleString('en')} files; one delivery makes at most ${MOST_FILES.toLocaleString('en')}. Nothing was exported; choose fewer rows or sizes.`,
    )
  for (const id of [parsed.data.format, ...parsed.data.also])
    settingsOf(outputOf(id), settingsFor(parsed.data, id))
  refuseLargeFiles(files, parsed.data.format)
  const id = randomUUID()
  const db = await store()
  await db
    .insertInto('deliveries')
    .values({
      id,
      design_id: design.id,
      state: 'waiting',
      options: JSON.stringify(parsed.data),
      files: JSON.stringify(files),
      done: 0,
      total: files.length,
      error: null,
      created_at: now(),
    })
    .execute()
  void runDeliveries()
  return readDelivery(id)
}

export async function readDelivery(id: string): Promise<Delivery> {
  const db = await store()
  const r = await db.selectFrom('deliveries').selectAll().where('id', '=', id).executeTakeFirst()
  if (!r) throw missing('There is no such delivery. Start it again from the export screen.')
  return {
    id: r.id,
    design: r.design_id,
    state: r.state as Delivery['state'],
    // Options of earlier versions lack what was added since.
    options: deliveryOptions.parse(JSON.parse(r.options)),
    files: JSON.parse(r.files),
    done: r.done,
    total: r.total,
    error: r.error,
    createdAt: r.created_at,
  }
}

async function save(d: Delivery): Promise<void> {
  const db = await store()
  await db
    .updateTable('deliveries')
    .set({ state: d.state, files: JSON.stringify(d.files), done: d.done, error: d.error })
    .where('id', '=', d.id)
    .execute()
  publish(`delivery:${d.id}`, d)
}

const running = ((globalThis as { vividDelivery?: { busy: boolean; stopped: Set<string> } }).vividDelivery ??=
  { busy: false, stopped: new Set() })

/** Works through waiting deliveries, one after another; what a crash left working starts again. */
export async function runDeliveries(): Promise<void> {
  if (running.busy) return
  running.busy = true
  try {
    const db = await store()
    for (;;) {
      const next = await db
        .selectFrom('deliveries')
        .select('id')
        .where('state', 'in', ['waiting', 'working'])
        .orderBy('created_at')
        .executeTakeFirst()
      if (!next) {
        // The memory of its pictures goes with the thread; a next delivery starts a new one in a moment.
        stopDeliveryThread()
        return
      }
      await delivered(next.id)
    }
  } finally {
    running.busy = false
  }
}

const stopped = (id: string): boolean => running.stopped.has(id)

/** One delivery to its end; what cannot even be begun fails by itself and holds up nobody. */
async function delivered(id: string): Promise<void> {
  try {
    const d = await readDelivery(id)
    try {
      await deliver(d)
    } catch (thrown) {
      const message =
        problemIn(thrown)?.message ?? 'This delivery could not be made. The design is safe; start it again.'
      for (const file of d.files) if (file.state !== 'done') Object.assign(file, { state: 'failed', message })
      await save({ ...d, state: 'failed', error: message })
    }
  } catch {
    await (await store())
      .updateTable('deliveries')
      .set({ state: 'failed', error: 'This delivery cannot be read any more.' })
      .where('id', '=', id)
      .execute()
  }
}

/** How a file is written: in the format that it was named for, as light as its channel takes now. */
function writtenIn({ options }: Delivery, design: Design, file: DeliveredFile): Written {
  const named = file.format ?? options.format
  const settings = settingsFor(options, named)
  const wanted = { ...options, format: named, settings }
  const own = design.channels[file.channel]?.file
  const format = PICTURE_IDS.find((id) => id === named) ?? null
  const written = writtenOn(own && format ? { file: { ...own, format } } : {}, wanted)
  return { ...written, settings: settingsOf(outputOf(written.format), settings) }
}
/** Of files with a larger one among them one alone is made at a time, for the memory; of others two. */
const LARGE_PX = 40_000_000

async function deliver(d: Delivery): Promise<void> {
  const { design } = await loadDesign(d.design)
  const absent = await damagedBlobs(blobsOf(design))
  if (absent.length > 0) throw lacking(design, absent)
  const source = await drawn(design)
  const before = await deliveredBefore(d)
  d.state = 'working'
  const waiting = d.files.filter((f) => !(f.state === 'done' && existsSync(deliveredPath(d.id, f.name))))
  const one = async (file: DeliveredFile): Promise<void> => {
    file.state = 'working'
    await save(d)
    try {
      const known = before.filter(
        (b) => b.file.page === file.page && b.file.row === file.row && b.file.channel === file.channel,
      )
      const made = await deliveryThread().call(
        'export',
        {
          ...source,
          page: file.page,
          ...(file.pages ? { pages: file.pages } : {}),
          channel: file.channel,
          ...(file.row ? { row: file.row } : {}),
          ...writtenIn(d, design, file),
          floor: d.options.floor / 100,
          scale: file.scale ?? d.options.scale,
          smaller: d.options.smaller,
          bleed: file.bleed ?? d.options.bleed,
          file: deliveredPath(d.id, file.name),
          before: known.map((b) => ({ stamp: b.file.stamp ?? '', file: deliveredPath(b.id, b.file.name) })),
        },
        (share) => {
          file.share = share
          publish(`delivery:${d.id}`, d)
        },
      )
      // What is the same as before is all that was told of it then.
      const same = made.kept ? known.find((b) => b.file.stamp === made.stamp)?.file : undefined
      const told = same ? { ...same, kept: true, name: file.name } : made
      Object.assign(file, told, { state: 'done', share: 1 })
      d.done++
    } catch (thrown) {
      if (stopped(d.id)) return
      const problem = problemIn(thrown)
      if (!problem) console.error(thrown)
      Object.assign(file, {
        state: 'failed',
        message: problem?.message ?? 'This file could not be made. The design is safe; start it again.',
      })
    }
    await save(d)
  }
  const large = waiting.some((f) => f.width * f.height > LARGE_PX)
  // The smallest comes first, so that something is there soon; then the largest, so that none is left alone at the end.
  const px = (f: DeliveredFile) => f.width * f.height
  waiting.sort((a, b) => px(b) - px(a))
  waiting.unshift(...waiting.splice(-1))
  const next = async (): Promise<void> => {
    for (let file = waiting.shift(); file && !stopped(d.id); file = waiting.shift()) await one(file)
  }
  // While one is encoded the next is rendered.
  await Promise.all(large ? [next()] : [next(), next()])
  const whole = d.files.every((f) => f.state !== 'failed')
  d.state = whole ? 'done' : 'failed'
  if (stopped(d.id)) d.state = 'stopped'
  d.error =
    d.state === 'failed'
      ? 'Some files could not be made. The design is safe; the others can be fetched.'
      : null
  running.stopped.delete(d.id)
  await save(d)
}

export async function stopDelivery(id: string): Promise<Delivery> {
  const d = await readDelivery(id)
  if (d.state !== 'waiting' && d.state !== 'working') return d
  running.stopped.add(id)
  if (d.state === 'waiting') {
    d.state = 'stopped'
    await save(d)
  } else stopDeliveryThread()
  return d
}

/** Files of the design's latest deliveries that may come out just so again. */
async function deliveredBefore(d: Delivery): Promise<{ id: string; file: DeliveredFile }[]> {
  const { deliveries } = await deliveriesOf(d.design)
  return deliveries
    .filter((b) => b.id !== d.id)
    .flatMap((b) => b.files.filter((f) => f.state === 'done' && f.stamp).map((file) => ({ id: b.id, file })))
}
/** A design's deliveries, the latest first; those that cannot be read any more are left out. */
export async function deliveriesOf(design: string): Promise<{ deliveries: Delivery[] }> {
  const db = await store()
  const rows = await db
    .selectFrom('deliveries')
    .select('id')
    .where('design_id', '=', design)
    .orderBy('created_at', 'desc')
    .limit(LISTED)
    .execute()
  const all = await Promise.all(rows.map((r) => readDelivery(r.id).catch(() => null)))
  return { deliveries: all.filter((d) => d !== null) }
}
const LISTED = 40
/** Removes a delivery with its files. */
export async function removeDelivery(id: string): Promise<Record<string, never>> {
  const d = await stopDelivery(id)
  const db = await store()
  await db.deleteFrom('deliveries').where('id', '=', d.id).execute()
  await rm(dataPath('deliveries', id), { recursive: true, force: true })
  return {}
}

const deliveredPath = (id: string, name: string): string => dataPath('deliveries', id, name)

/** One delivered file's bytes, or where browsers do not show it a PNG of what is `seen` of it; the name must be one of the delivery's own. */
export async function deliveredFile(
  id: string,
  name: string,
  seen = false,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; mime: string }> {
  const d = await readDelivery(id)
  const file = d.files.find((f) => f.name === name && f.state === 'done')
  if (!file || !existsSync(deliveredPath(id, name)))
    throw missing('This file has not been made. Start the export again.')
  const bytes = new Uint8Array(await readFile(deliveredPath(id, name)))
  const { mime, takes, seenInBrowsers } = outputOf(file.format ?? d.options.format)
  return seen && takes === 'picture' && !seenInBrowsers
    ? { bytes: await seenOf(bytes), mime: 'image/png' }
    : { bytes, mime }
}

/** All files of a delivery in one zip, with a list of them as CSV and as JSON. */
export async function deliveredZip(id: string): Promise<Uint8Array<ArrayBuffer>> {
  const d = await readDelivery(id)
  // A design that is gone or cannot be read has no names any more; its files are whole.
  const design = await loadDesign(d.design).then(
    (row) => row.design,
    () => null,
  )
  const files: Zippable = {}
  const listed: Listed[] = []
  for (const file of d.files) {
    if (file.state !== 'done') continue
    const { bytes } = await deliveredFile(id, file.name)
    files[file.name] = [bytes, { level: 0 }]
    listed.push({
      file: file.name,
      design: design?.name ?? '',
      page: (file.pages ?? [file.page]).map((id) => design?.pages[id]?.name ?? id).join(', '),
      row: file.row ? (design?.rows[file.row]?.name ?? file.row) : '',
      channel: design?.channels[file.channel]?.name ?? file.channel,
      format: file.format ?? d.options.format,
      width: file.width,
      height: file.height,
      bytes: bytes.length,
      sha256: sha256(bytes),
      likeness: file.likeness ?? null,
      ...(design ? captionOf(design, file.page, file.channel) : { alt: '', caption: '' }),
    })
  }
  files['manifest.csv'] = strToU8(manifestCsv(listed))
  const named = design ? await creditsOf(blobsOf(design)) : []
  const credits = named.map(({ of, credit }) => ({ of, credit }))
  files['manifest.json'] = strToU8(manifestJson(listed, credits))
  if (credits.length > 0) files['credits.txt'] = strToU8(creditLines(credits))
  return new Uint8Array(zipSync(files))
}
