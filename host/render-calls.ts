import { existsSync } from 'node:fs'
import { readFile, stat, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { workerData } from 'node:worker_threads'
import sharp from 'sharp'
import { checkPage } from '../core/checks/check-page'
import { checkDesign } from '../core/design/edits'
import { inOrder } from '../core/design/order'
import type { ResolvedPage } from '../core/design/resolve'
import type { Bounds } from '../core/geometry/bounds'
import { prepare, renderRegion } from '../core/render/picture'
import { pageBounds } from '../core/render/plan'
import { encodePicture } from './encode'
import { decodePicture, reduceTo } from './pictures'
import { type NodeHost, openHost } from './project'

// One host a thread; calls run one after another so that its memory is used by one picture at a time.
let host: NodeHost | null = null
let queue: Promise<unknown> = Promise.resolve()
const folder = (): string => (workerData as { folder: string }).folder
async function readBlob(sha: string): Promise<Uint8Array | null> {
  const path = join(/* turbopackIgnore: true */ folder(), 'blobs', sha.slice(0, 2), sha)
  return existsSync(path) ? new Uint8Array(await readFile(path)) : null
}
function withHost<T>(job: (host: NodeHost) => Promise<T>): Promise<T> {
  const run = queue.then(() => job((host ??= openHost(readBlob))))
  queue = run.catch(() => undefined)
  return run
}

/** The part of a page that is delivered: the trim, or with its bleed. */
const regionOf = (page: ResolvedPage, scale: number, bleed: boolean): Bounds =>
  bleed ? pageBounds(page, scale) : { left: 0, top: 0, right: Math.round(page.width * scale), bottom: Math.round(page.height * scale) }

type Progress = (share: number) => void
export const renderCalls = {
  thumbnail: (input: { design: string; page: string; channel: string; longSide: number }) =>
    withHost(async (h) => {
      const page = await h.resolve(checkDesign(JSON.parse(input.design)), input.page, input.channel)
      const scale = input.longSide / Math.max(page.width, page.height)
      const picture = await renderRegion(await prepare(page, scale, h), regionOf(page, scale, false), h.renderer)
      return encodePicture(picture, { format: 'png', quality: 90 })
    }),
  level: (input: { sha: string; level: number }) =>
    withHost(async (h) => {
      const bytes = await readBlob(input.sha)
      return bytes ? reduceTo(h.memory, await decodePicture(bytes, 'picture'), input.level) : null
    }),
  preview: (input: { sha: string; side: number }) =>
    withHost(async () => {
      const bytes = await readBlob(input.sha)
      if (!bytes) return null
      const out = await sharp(bytes, { density: 96 })
        .autoOrient()
        .resize(input.side, input.side, { fit: 'inside', withoutEnlargement: true })
        .webp({ quality: 82 })
        .toBuffer()
      return new Uint8Array(out)
    }),
  findings: (input: { design: string }) =>
    withHost(async (h) => {
      const design = checkDesign(JSON.parse(input.design))
      const out = []
      for (const page of inOrder(design.pages))
        for (const channel of inOrder(design.channels)) out.push(...(await checkPage(await h.resolve(design, page.id, channel.id), h)))
      return out
    }),
  export: (
    input: {
      design: string
      page: string
      channel: string
      format: 'png' | 'jpeg'
      quality: number
      scale: number
      bleed: boolean
      ground: string | null
      file: string
    },
    progress: Progress,
  ) =>
    withHost(async (h) => {
      const design = checkDesign(JSON.parse(input.design))
      const resolved = await h.resolve(design, input.page, input.channel)
      const page = input.ground === 'transparent' ? { ...resolved, colour: 'transparent' } : resolved
      const picture = await renderRegion(await prepare(page, input.scale, h), regionOf(page, input.scale, input.bleed), h.renderer, {
        progress: (s) => progress(s * 0.85),
      })
      const ppi = resolved.channel.print ? resolved.channel.print.ppi * input.scale : undefined
      const bytes = await encodePicture(picture, { format: input.format, quality: input.quality, ...(ppi ? { ppi } : {}) })
      await writeFile(input.file, bytes)
      return { width: picture.width, height: picture.height, bytes: (await stat(input.file)).size }
    }),
}
