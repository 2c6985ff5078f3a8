import sharp from 'sharp'
import { inOrder } from '../core/basics/order'
import { openFindings } from '../core/checks/accepting'
import { checkPage } from '../core/checks/check-page'
import type { Finding } from '../core/checks/define'
import { PdfWriter } from '../core/delivery/pdf/document'
import { proofPage, type Shown } from '../core/delivery/proof-page'
import { layOut } from '../core/delivery/proof-sheet'
import { captionOf } from '../core/design/captions'
import { isPageOn } from '../core/design/page-channels'
import type { Design } from '../core/design/schema'
import { plainStyle } from '../core/kinds/new'
import type { Fill } from '../core/render/nodes'
import { type Picture, renderPage } from '../core/render/render-page'
import type { Mark } from '../core/render/sharp-marks'
import type { ResolvedPage } from '../core/resolve/resolved'
import { filesFor } from '../core/type/catalogue'
import { layoutType } from '../core/type/layout'
import type { TypeStyle } from '../core/type/style'
import { srgbInks } from './inks'
import type { NodeHost } from './project'
import { openSubset } from './subset'

export type ProofAsked = { design: Design; campaign: string; revision: number; now: Date }

type Seen = { page: ResolvedPage; pageName: string; findings: Finding[] }
async function seenPages({ design }: ProofAsked, host: NodeHost): Promise<Seen[]> {
  const out: Seen[] = []
  for (const page of inOrder(design.pages))
    for (const channel of inOrder(design.channels).filter((c) => isPageOn(page, c.id))) {
      const resolved = await host.resolve(design, page.id, channel.id)
      const found = await checkPage(resolved, host, { design, lightOf: host.lightOf })
      out.push({ page: resolved, pageName: page.name, findings: openFindings(found, design) })
    }
  return out
}
const scaleTo = ({ width, height }: ResolvedPage, side: number): number =>
  Math.min(1, side / Math.max(width, height))
const renderedAt = (page: ResolvedPage, scale: number, host: NodeHost): Promise<Picture> =>
  renderPage(
    page,
    scale,
    { left: 0, top: 0, right: Math.round(page.width * scale), bottom: Math.round(page.height * scale) },
    host,
  )
const dated = (now: Date): string =>
  now.toLocaleString('en-GB', { dateStyle: 'long', timeStyle: 'short', timeZone: 'UTC' })

/** The longest side of a picture on a proof's page, px. */
const SIDE = 1600
/** A design for whoever has to say yes, as one page of HTML. */
export async function proofHtml(
  asked: ProofAsked,
  host: NodeHost,
  progress: (share: number) => void = () => undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  const { design, campaign, revision, now } = asked
  const all = await seenPages(asked, host)
  const shown: Shown[] = []
  for (const [n, { page, pageName, findings }] of all.entries()) {
    const { width, height, data } = await renderedAt(page, scaleTo(page, SIDE), host)
    const image = sharp(data, { raw: { width, height, channels: 4 } })
    const clear = page.colour === 'transparent'
    const bytes = clear
      ? await image.webp({ quality: 86 }).toBuffer()
      : await image.jpeg({ quality: 86, chromaSubsampling: '4:4:4', mozjpeg: true }).toBuffer()
    shown.push({
      page: page.page,
      channel: page.channel.id,
      pageName,
      channelName: page.channel.name,
      width: page.width,
      height: page.height,
      picture: `data:image/${clear ? 'webp' : 'jpeg'};base64,${bytes.toString('base64')}`,
      alt: captionOf(design, page.page, page.channel.id).alt,
      findings: findings.map((f) => f.text),
    })
    progress((n + 1) / all.length)
  }
  const told = { design: design.id, name: design.name, campaign, revision, made: `${dated(now)} UTC`, shown }
  return new TextEncoder().encode(proofPage(told))
}

/** A3 on its side, points, its margin, and the column of findings and remarks. */
const SHEET = { width: 1190.55, height: 841.89, margin: 36, column: 230, head: 64 }
const INK = '#221d1a'
const SOFT = '#6b625b'
const FAMILY = 'Instrument Sans'

/** A design for whoever has to say yes, as a PDF: a sheet for each page, all its sizes to one scale. */
export async function proofPdf(
  asked: ProofAsked,
  host: NodeHost,
  progress: (share: number) => void = () => undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  const { design, campaign, revision, now } = asked
  await host.fonts.open([400, 600].flatMap((weight) => filesFor({ family: FAMILY, weight, italic: false })))
  const pictures = new Map<string, Picture>()
  const writer = await PdfWriter.begin(
    {
      raster: async (mark) => pictures.get(mark.id) as Picture,
      cover: async () => {
        throw new Error('A proof has no masks.')
      },
      picture: async () => null,
      subset: await openSubset(),
    },
    {
      title: `${design.name}: proof`,
      author: design.author,
      language: 'en',
      inks: await srgbInks(),
      letters: 'fonts',
      mayEmbed: () => true,
      printed: now,
    },
  )
  const all = await seenPages(asked, host)
  const room = {
    width: SHEET.width - 2 * SHEET.margin - SHEET.column - 24,
    height: SHEET.height - 2 * SHEET.margin - SHEET.head,
  }
  let done = 0
  for (const page of inOrder(design.pages)) {
    const own = all.filter((s) => s.page.page === page.id)
    const sizes = own.map((s) => ({ width: s.page.width, height: s.page.height }))
    const laid = own.length > 0 ? layOut(sizes, room, { gap: 18, under: 30, least: 84 }) : null
    const marks: Mark[] = []
    const write = (
      text: string,
      x: number,
      y: number,
      how: Partial<TypeStyle>,
      colour: string,
      width = 9999,
    ) => {
      const made = words(text, x, y, how, colour, width, host)
      marks.push(made.mark)
      return made.height
    }
    const { margin } = SHEET
    write(design.name, margin, margin - 6, { size: 22, weight: 600 }, INK)
    const pages = Object.keys(design.pages).length > 1 ? ` · ${page.name}` : ''
    write(
      `${campaign}${pages} · state ${revision} · ${dated(now)} UTC`,
      margin,
      margin + 24,
      { size: 10 },
      SOFT,
    )
    for (const { index, x, y, width, height } of laid?.placed ?? []) {
      const s = own[index] as Seen
      const id = `${s.page.page}/${s.page.channel.id}`
      // At two px a point nothing of it is soft on paper.
      pictures.set(id, await renderedAt(s.page, Math.min(1, (2 * width) / s.page.width), host))
      const [left, top] = [margin + x, margin + SHEET.head + y]
      const bounds = { left, top, right: left + width, bottom: top + height }
      marks.push({ kind: 'raster', id, ids: [], nodes: [], bounds, opacity: 1, blend: 'normal' })
      write(s.page.channel.name, left, top + height + 3, { size: 8.5, weight: 600 }, INK, Math.max(84, width))
      const found = s.findings.length > 0 ? ` · ${s.findings.length} open` : ''
      write(
        `${s.page.width} × ${s.page.height} px${found}`,
        left,
        top + height + 14,
        { size: 7.5 },
        SOFT,
        200,
      )
      progress(++done / all.length)
    }
    column(own, write, marks)
    await writer.add({
      name: page.name,
      left: 0,
      top: 0,
      width: SHEET.width,
      height: SHEET.height,
      bleed: 0,
      points: 1,
      marks,
      slug: null,
      alt: `${design.name}, ${page.name}, on ${own.length} sizes`,
    })
  }
  return new Uint8Array(await writer.finish())
}
type Write = (
  text: string,
  x: number,
  y: number,
  how: Partial<TypeStyle>,
  colour: string,
  width?: number,
) => number
/** Open findings, and lines for remarks. */
function column(own: readonly Seen[], write: Write, marks: Mark[]): void {
  const x = SHEET.width - SHEET.margin - SHEET.column
  let y = SHEET.margin
  write('Open findings', x, y, { size: 10, weight: 600 }, INK)
  y += 18
  const all = own.flatMap((s) => s.findings.map((f) => `${s.page.channel.name}: ${f.text}`))
  if (all.length === 0) y += write('None.', x, y, { size: 8.5 }, SOFT) + 4
  for (const text of all.slice(0, 12)) y += write(text, x, y, { size: 8.5 }, INK, SHEET.column) + 4
  if (all.length > 12) y += write(`and ${all.length - 12} more`, x, y, { size: 8.5 }, SOFT) + 4
  y += 14
  write('Remarks', x, y, { size: 10, weight: 600 }, INK)
  const line = (at: number) => marks.push(ruled(x, at, x + SHEET.column))
  for (let at = y + 38; at < SHEET.height - SHEET.margin - 60; at += 24) line(at)
  const foot = SHEET.height - SHEET.margin
  write('Approved by', x, foot - 14, { size: 8.5 }, SOFT)
  line(foot - 4)
}
const plainFill = (colour: string): Omit<Fill, 'outlines'> => ({
  evenOdd: false,
  paint: { kind: 'solid', colour },
  opacity: 1,
  toBox: [1, 0, 0, 1, 0, 0],
  width: 1,
  height: 1,
})
const common = {
  id: '',
  bounds: { left: 0, top: 0, right: SHEET.width, bottom: SHEET.height },
  opacity: 1,
  blend: 'normal' as const,
}
const ruled = (x: number, y: number, to: number): Mark => ({
  ...common,
  kind: 'paths',
  fills: [
    {
      ...plainFill('#cfc6bc'),
      outlines: [],
      drawn: {
        path: [
          ['M', x, y],
          ['L', to, y],
        ],
        toView: [1, 0, 0, 1, 0, 0],
        stroke: { weight: 0.5, cap: 'butt', join: 'miter', dash: [] },
      },
    },
  ],
})
/** Text hanging from a place, as letters. */
function words(
  text: string,
  x: number,
  y: number,
  how: Partial<TypeStyle>,
  colour: string,
  width: number,
  host: NodeHost,
): { mark: Mark; height: number } {
  const style: TypeStyle = { ...plainStyle, family: FAMILY, weight: 400, leading: 1.25, ...how }
  const { lines, size, stretch, height } = layoutType(host.fonts, text, style, width)
  const letters = { lines, size, stretch, text }
  const drawn = { path: [], toView: [1, 0, 0, 1, x, y] as const, letters }
  return {
    mark: { ...common, kind: 'paths', fills: [{ ...plainFill(colour), outlines: [], drawn }] },
    height,
  }
}
