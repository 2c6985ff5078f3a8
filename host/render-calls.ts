import { existsSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { workerData } from 'node:worker_threads'
import sharp from 'sharp'
import { inOrder } from '../core/basics/order'
import { checkPage } from '../core/checks/check-page'
import type { Finding } from '../core/checks/define'
import { checkDesign } from '../core/design/edits'
import { isPageOn } from '../core/design/page-channels'
import type { Dab } from '../core/masks/mask'
import { isDeep } from '../core/outputs/define'
import { outputOf, type PictureOutputId } from '../core/outputs/list'
import { type Picture, renderPage } from '../core/render/render-page'
import type { FileAsked, Flattened } from './asked'
import { believedPicture, cutAhead, cutOutPicture, studyPicture } from './cut-out'
import { pngOf } from './encode'
import { boxOfLayers, type ExcerptAsked, excerpt } from './excerpt'
import { type ExportAsked, exportFile, onGround, regionOf } from './exporting'
import { encodeWithin } from './fit'
import { profileFile } from './inks'
import { type IntakeCalls, intakeCalls } from './intake'
import { cleanedSpecks, type PickAsked, pickedTouching, type SpecksAsked } from './mask-work'
import { decodePicture, levelsFrom, previewOf } from './pictures'
import { type Drawn, type NodeHost, openHost, sha256 } from './project'
import { proofHtml, proofPdf } from './proof'
import { TurnQueue } from './turn-queue'

// Nothing is decoded twice from the same file: libvips' own cache would only hold memory.
sharp.cache(false)

// One host a thread; calls run one after another so that its memory is used by one picture at a time.
let host: NodeHost | null = null
const queue = new TurnQueue()
/** What a person looks at comes first: working copies for the stage, then lists, then pictures, then checks. */
const TURN = { level: 0, preview: 1, picture: 2, findings: 3 }
const folder = (): string => (workerData as { folder: string }).folder
async function readBlob(sha: string): Promise<Uint8Array | null> {
  const path = join(/* turbopackIgnore: true */ folder(), 'blobs', sha.slice(0, 2), sha)
  return existsSync(path) ? new Uint8Array(await readFile(path)) : null
}
const withHost = <T>(turn: number, job: (host: NodeHost) => Promise<T>): Promise<T> =>
  queue.run(turn, () => {
    host ??= openHost(readBlob, { lenient: true })
    host.sources.forgetAbsent()
    return job(host)
  })

/** The longest that a small picture may take, ms. */
const MOST_MS = 20_000

/** The picture that files are tried on; the last one stays, since only their settings move. */
let tried: { key: string; picture: Picture } | null = null

type Progress = (share: number) => void
export const renderCalls = {
  thumbnail: (input: Drawn & { page: string; channel: string; row?: string; longSide: number }) =>
    withHost(TURN.picture, async (h) => {
      h.know(input.lights)
      const design = checkDesign(JSON.parse(input.design))
      const page = await h.resolve(design, input.page, input.channel, input.row)
      const scale = input.longSide / Math.max(page.width, page.height)
      const begun = performance.now()
      const late = () => performance.now() - begun > MOST_MS
      const picture = await renderPage(page, scale, regionOf(page, scale, false), h, { late })
      return pngOf(picture)
    }),
  /** One page as a PNG, see-through at 100 % where nothing else is said. */
  flatten: (input: Drawn & Flattened) =>
    withHost(TURN.picture, async (h) => {
      h.know(input.lights)
      const page = await h.resolve(checkDesign(JSON.parse(input.design)), input.page, input.channel)
      const { scale = 1, ground = 'transparent' } = input
      const picture = await renderPage(onGround(page, ground), scale, regionOf(page, scale, false), h)
      return pngOf(picture)
    }),
  /** A level and all coarser ones from one decoding, finest first. */
  levels: (input: { sha: string; from: number }) =>
    withHost(TURN.level, async (h) => {
      const bytes = await readBlob(input.sha)
      return bytes ? levelsFrom(h.memory, await decodePicture(bytes, 'picture'), input.from) : null
    }),
  preview: (input: { sha: string; side: number }) =>
    withHost(TURN.preview, async () => {
      const bytes = await readBlob(input.sha)
      if (!bytes) return null
      return previewOf(bytes, 'picture', input.side)
    }),
  cutOut: (input: { sha: string; dabs: Dab[] }, progress: Progress) =>
    withHost(TURN.picture, async () => {
      const studied = await studyPicture(input.sha, readBlob)
      return studied && cutOutPicture(studied, input.dabs, progress)
    }),
  believe: (input: { sha: string; dabs: Dab[] }) =>
    withHost(TURN.preview, async () => {
      const bytes = await readBlob(input.sha)
      return bytes ? believedPicture(bytes, input.dabs) : null
    }),
  study: (input: { sha: string }) => withHost(TURN.picture, () => cutAhead(input.sha, readBlob)),
  pickTouching: (input: { sha: string; asked: PickAsked }) =>
    withHost(TURN.picture, async () => {
      const bytes = await readBlob(input.sha)
      return bytes ? pickedTouching(bytes, input.asked) : null
    }),
  cleanSpecks: (input: SpecksAsked) => withHost(TURN.picture, () => cleanedSpecks(input, readBlob)),
  intake: ({ call, input }: { call: keyof IntakeCalls; input: unknown }) =>
    (intakeCalls[call] as (i: unknown) => Promise<unknown>)(input),
  findings: async (input: Drawn & { rows: readonly string[] }) => {
    const design = checkDesign(JSON.parse(input.design))
    const out: Finding[] = []
    // A turn each, so that nobody waits for all of them.
    const on = (row: string, page: string, channel: string) =>
      withHost(TURN.findings, async (h) => {
        h.know(input.lights)
        const resolved = await h.resolve(design, page, channel, row)
        return checkPage(resolved, h, { design, lightOf: h.lightOf })
      })
    for (const row of input.rows)
      for (const page of inOrder(design.pages))
        for (const channel of inOrder(design.channels).filter((c) => isPageOn(page, c.id)))
          out.push(...(await on(row, page.id, channel.id)))
    return out
  },
  /** The box of some layers with all that reaches out of them. */
  reach: (input: Parameters<typeof boxOfLayers>[0]) => withHost(TURN.picture, (h) => boxOfLayers(input, h)),
  /** A file as it would be delivered, kept nowhere. */
  tryOut: (input: FileAsked<PictureOutputId>) =>
    withHost(TURN.picture, async (h) => {
      const { design, page, channel, row, scale, bleed, ground } = input
      const deep = isDeep(outputOf(input.format), input.settings)
      const key = JSON.stringify([
        deep,
        sha256(new TextEncoder().encode(design)),
        page,
        channel,
        row ?? '',
        scale,
        bleed,
        ground,
      ])
      h.know(input.lights)
      if (tried?.key !== key) {
        tried = null
        const resolved = await h.resolve(checkDesign(JSON.parse(design)), page, channel, row)
        const shown = onGround(resolved, ground)
        tried = { key, picture: await renderPage(shown, scale, regionOf(shown, scale, bleed), h, { deep }) }
      }
      const { format, settings, mostKb, floor, smaller } = input
      return encodeWithin(
        tried.picture,
        { format, settings, profile: await profileFile(settings, readBlob) },
        { mostKb, floor, smaller },
      )
    }),
  /** A design for whoever has to say yes. */
  proof: (
    input: Drawn & { form: 'html' | 'pdf'; campaign: string; revision: number; now: number },
    progress: Progress,
  ) =>
    withHost(TURN.findings, async (h) => {
      h.know(input.lights)
      const { form, campaign, revision, now } = input
      const asked = { design: checkDesign(JSON.parse(input.design)), campaign, revision, now: new Date(now) }
      return (form === 'pdf' ? proofPdf : proofHtml)(asked, h, progress)
    }),
  /** A selection or a box of a page as a file. */
  excerpt: (input: ExcerptAsked) => withHost(TURN.picture, (h) => excerpt(input, h, readBlob)),
  export: (input: ExportAsked, progress: Progress) =>
    exportFile(input, (job) => withHost(TURN.picture, job), readBlob, progress),
}
