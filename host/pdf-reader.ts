import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { badInput, Problem, tooLarge, unsupported } from '../core/basics/errors'

/** Pages of which a small picture is made, and the longest side of those, px. */
const SEEN_PAGES = 60
const SEEN_SIDE = 200
/** The longest that one page may take, ms. */
const MOST_MS = 20_000
/** px that a page may have as a picture. */
const MOST_PX = 80_000_000
const MOST_OUT = 200 * 1024 * 1024

export type PdfPages = {
  /** All there are. */
  count: number
  /** Of the first of them: points of 1/72 inch, and a small picture as a data URL. */
  pages: { width: number; height: number; picture: string }[]
}

type Failed = Error & { code?: unknown; killed?: boolean; stderr?: string }
/** One of Poppler's programs. Scripts in a file are never run: they know none. */
function poppler(program: string, args: readonly string[], name: string): Promise<string> {
  return new Promise((resolve, reject) => {
    execFile(
      program,
      [...args],
      { timeout: MOST_MS, maxBuffer: MOST_OUT, killSignal: 'SIGKILL' },
      (thrown, out, err) => {
        if (!thrown) return resolve(out)
        const failed = thrown as Failed
        if (failed.code === 'ENOENT')
          return reject(
            unsupported(
              'PDF files are read by Poppler, which is not on this machine (Debian: poppler-utils). Nothing was stored; install it, or save the page as SVG or PNG.',
            ),
          )
        if (failed.killed)
          return reject(
            tooLarge(
              `“${name}” takes too long to be read. Nothing was stored; save the page as a picture and bring that.`,
            ),
          )
        reject(
          /password/i.test(err)
            ? badInput(
                `“${name}” is locked with a password. Nothing was stored; save it without one and try again.`,
              )
            : badInput(
                `“${name}” is no PDF that can be read: it is damaged. Nothing was stored; export it again.`,
              ),
        )
      },
    )
  })
}
/** Works with a file in a folder that is gone afterwards, whatever happens. */
async function withFile<T>(bytes: Uint8Array, job: (file: string, folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'vivid-pdf-'))
  try {
    const file = join(folder, 'in.pdf')
    await writeFile(file, bytes)
    return await job(file, folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
type Size = { width: number; height: number }
/** The sizes of pages, upright as they are turned. */
async function sizesOf(file: string, first: number, last: number, name: string): Promise<Size[]> {
  const told = await poppler('pdfinfo', ['-f', `${first}`, '-l', `${last}`, file], name)
  const turned = new Map([...told.matchAll(/Page\s+(\d+) rot:\s+(\d+)/g)].map((m) => [m[1], Number(m[2])]))
  return [...told.matchAll(/Page\s+(\d+) size:\s+([\d.]+) x ([\d.]+)/g)].map(([, page, w, h]) => {
    const [width, height] = [Number(w), Number(h)]
    return (turned.get(page) ?? 0) % 180 === 0 ? { width, height } : { width: height, height: width }
  })
}

/** What a PDF holds. Throws `bad-input` for one that is damaged or locked, `unsupported` where there is no reader. */
export async function pdfPages(bytes: Uint8Array, name: string): Promise<PdfPages> {
  return withFile(bytes, async (file, folder) => {
    const told = await poppler('pdfinfo', [file], name)
    const count = Number(/Pages:\s+(\d+)/.exec(told)?.[1] ?? 0)
    if (count < 1) throw badInput(`“${name}” has no pages. Nothing was stored.`)
    const last = Math.min(count, SEEN_PAGES)
    const sizes = await sizesOf(file, 1, last, name)
    const seen = join(folder, 'seen')
    await poppler(
      'pdftoppm',
      ['-jpeg', '-scale-to', `${SEEN_SIDE}`, '-f', '1', '-l', `${last}`, '-forcenum', file, seen],
      name,
    )
    const pages: PdfPages['pages'] = []
    for (const [n, size] of sizes.entries()) {
      const number = `${n + 1}`.padStart(`${count}`.length, '0')
      const jpeg = await readFile(`${seen}-${number}.jpg`).catch(() => null)
      pages.push({ ...size, picture: jpeg ? `data:image/jpeg;base64,${jpeg.toString('base64')}` : '' })
    }
    return { count, pages }
  })
}

/**
 * A page of a PDF, counted from 1: as lines (SVG, text as its outlines) or as a picture (PNG, see-through where nothing is)
 * of so many px to the inch. What is not simple as lines is a picture too.
 */
export async function pdfPage(
  bytes: Uint8Array,
  name: string,
  page: number,
  as: 'lines' | 'picture',
  ppi: number,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; as: 'lines' | 'picture' }> {
  return withFile(bytes, async (file, folder) => {
    const [size] = await sizesOf(file, page, page, name)
    if (!size) throw new Problem('missing', `“${name}” has no page ${page}. Nothing was stored.`)
    const one = ['-f', `${page}`, '-l', `${page}`]
    if (as === 'lines') {
      const out = join(folder, 'out.svg')
      await poppler('pdftocairo', ['-svg', ...one, file, out], name)
      const svg = new Uint8Array(await readFile(out))
      // Pictures that are see-through come as filters in masks, which take minutes to be drawn from such a file.
      if (!/<(filter|mask)\b/.test(new TextDecoder().decode(svg))) return { bytes: svg, as }
    }
    const px = (size.width / 72) * ppi * (size.height / 72) * ppi
    if (px > MOST_PX)
      throw tooLarge(
        `Page ${page} of “${name}” would have ${Math.round(px / 1e6)} million px at ${ppi} ppi, more than can be read here. Nothing was stored; choose fewer ppi.`,
      )
    await poppler(
      'pdftocairo',
      ['-png', '-transp', '-r', `${ppi}`, '-singlefile', ...one, file, join(folder, 'out')],
      name,
    )
    return { bytes: new Uint8Array(await readFile(join(folder, 'out.png'))), as: 'picture' }
  })
}
