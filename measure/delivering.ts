import sharp from 'sharp'
import { inOrder } from '../core/basics/order'
import { checkDesign } from '../core/design/edits'
import { settingsOf } from '../core/outputs/define'
import { outputOf } from '../core/outputs/list'
import { pageBounds } from '../core/render/plan'
import { renderPage } from '../core/render/render-page'
import { decoded, encodePicture } from '../host/encode'
import { encodeWithin } from '../host/fit'
import { toPageFile } from '../host/page-files'
import { openHost } from '../host/project'
import { type LoadedSupply, lookupIn } from '../host/supplies'
import { samples } from '../supplies/demo/designs'
import type { Application } from './application'
import { note } from './report'

const PNG = { format: 'png', settings: settingsOf(outputOf('png')) } as const

/** The last hour of a job: all sizes of the first sample as files, once more after a word changed, and under a weight. */
export async function measureDelivering(
  app: Application,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  const bytes = new Map([...loaded.values()].map((s) => [s.sha, s.bytes]))
  const read = async (sha: string) => bytes.get(sha) ?? null
  const sample = samples.find((s) => s.make(lookupIn(loaded)).id === 'opening-day')
  if (!sample) throw new Error('There is no sample design “opening-day”.')
  const design = checkDesign(sample.make(lookupIn(loaded)))
  const channels = inOrder(design.channels).map((c) => c.id)
  const page = inOrder(design.pages)[0]?.id ?? ''

  // One file after another, each rendered, encoded and read back before the next begins.
  const host = openHost(read)
  await host.ready(design)
  let from = performance.now()
  const svgs: { svg: string; width: number; height: number }[] = []
  for (const channel of channels) {
    const resolved = await host.resolve(design, page, channel)
    const picture = await renderPage(resolved, 1, pageBounds(resolved, 1), host)
    await decoded(await encodePicture(picture, PNG))
  }
  const alone = (performance.now() - from) / 1000
  note('Eight sizes as PNG, one after another', alone, 's')
  for (const channel of channels) {
    const resolved = await host.resolve(design, page, channel)
    const asked = {
      design,
      format: 'svg' as const,
      settings: { letters: 'outlines', scale: 1 },
      bleed: false,
    }
    const file = await toPageFile({ ...asked, pages: [resolved] }, host, read)
    const svg = new TextDecoder().decode(file.bytes)
    svgs.push({ svg, width: resolved.width, height: resolved.height })
  }

  const id = await app.open(design, loaded)
  // Its thread and its pictures are warm from here on, as after a first look at the screen.
  await app.deliver({ design: id, channels: [channels[0]], pages: [page], scale: 0.2 })
  from = performance.now()
  let first = 0
  const whole = await app.deliver({ design: id, channels, pages: [page] }, (done) => {
    if (done > 0 && first === 0) first = (performance.now() - from) / 1000
  })
  note('Eight sizes as PNG, delivered', whole, 's')
  note('Eight sizes delivered: share of one after another', whole / alone, '', 0.55)
  note('The first file: share of the whole', first / whole, '', 0.25)
  note('Memory of the server at most while delivering', app.peakBytes() / 2 ** 30, 'GiB', 1.2)

  const same = await app.deliver({ design: id, channels, pages: [page] })
  note('Delivered again, nothing changed: share of the first time', same / whole, '', 0.3)

  // What people would script instead, on the same designs.
  from = performance.now()
  for (const { svg } of svgs)
    await sharp(Buffer.from(svg), { unlimited: true }).png({ compressionLevel: 5 }).toBuffer()
  note('The same by libvips from an SVG of it', (performance.now() - from) / 1000, 's')
  const shot = await app.browser.newPage()
  from = performance.now()
  for (const { svg, width, height } of svgs) {
    await shot.setViewportSize({ width, height })
    await shot.setContent(`<body style="margin:0">${svg.slice(svg.indexOf('<svg'))}</body>`)
    await shot.screenshot()
  }
  note('The same by a browser’s screenshots', (performance.now() - from) / 1000, 's')
  await shot.close()

  // Under a weight, in every format that has a dial.
  const post = await host.resolve(design, page, 'square-post')
  const picture = await renderPage(post, 1, { left: 0, top: 0, right: post.width, bottom: post.height }, host)
  let [encodes, below] = [0, 0]
  for (const format of ['jpeg', 'webp', 'avif'] as const)
    for (const share of [0.35, 0.55, 0.75]) {
      const settings = settingsOf(outputOf(format), { quality: 100 })
      const full = (await encodePicture(picture, { format, settings })).length
      const mostKb = Math.floor((full * share) / 1024)
      const fitted = await encodeWithin(picture, { format, settings }, { mostKb })
      encodes = Math.max(encodes, fitted.encodes)
      below = Math.max(below, 1 - fitted.bytes.length / (mostKb * 1024))
    }
  note('Fit under a weight: encodes at most', encodes, '', 8)
  note('Fit under a weight: below the limit at most', below * 100, '%')

  // While a slider moves: the second figure, as the first waits for the picture itself.
  const query = (quality: number) =>
    new URLSearchParams({
      page,
      channel: 'square-post',
      format: 'jpeg',
      settings: JSON.stringify({ quality }),
      scale: '1',
    })
  const tried = async (quality: number): Promise<number> => {
    const begun = performance.now()
    await (await fetch(`${app.base}/api/designs/${id}/trial?${query(quality)}`)).arrayBuffer()
    return performance.now() - begun
  }
  await tried(88)
  const times: number[] = []
  for (const quality of [80, 70, 60, 50, 40]) times.push(await tried(quality))
  times.sort((a, b) => a - b)
  note('Measured weight of a post while a slider moves', times[2] ?? 0, 'ms', 250)
}
