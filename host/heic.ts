import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { badInput, tooLarge, unsupported } from '../core/basics/errors'

const run = promisify(execFile)
/** libheif's program (Debian: libheif-examples). */
const PROGRAM = 'heif-convert'
/** The longest that one picture may take, ms. */
const MOST_MS = 30_000

/** Whether a file is of the High Efficiency Image File Format with HEVC (ISO/IEC 23008-12, brands of annex B), by its first bytes. */
export function isHeic(bytes: Uint8Array): boolean {
  const brands = new TextDecoder('latin1').decode(bytes.subarray(4, 32))
  return brands.startsWith('ftyp') && /hei[cxms]|hev[cxms]/.test(brands.slice(4))
}
/** The first picture of a HEIC file as PNG, upright, with its profile, and its XMP packet. Throws problems with a text for people; nothing is left behind. */
export async function fromHeic(
  bytes: Uint8Array,
  name: string,
): Promise<{ png: Uint8Array; xmp: Uint8Array | null }> {
  const folder = await mkdtemp(join(tmpdir(), 'vivid-heic-'))
  try {
    const [from, to] = [join(folder, 'in.heic'), join(folder, 'out.png')]
    await writeFile(from, bytes)
    await run(PROGRAM, ['--quiet', '--with-xmp', from, to], { timeout: MOST_MS, killSignal: 'SIGKILL' })
    // Of several pictures the first is written with a number.
    const made = await readFile(to).catch(() => readFile(join(folder, 'out-1.png')))
    const xmp = await readFile(join(folder, 'out.xmp')).catch(() =>
      readFile(join(folder, 'out-1.xmp')).catch(() => null),
    )
    return { png: new Uint8Array(made), xmp: xmp && new Uint8Array(xmp) }
  } catch (thrown) {
    const { code, killed } = thrown as { code?: unknown; killed?: boolean }
    if (code === 'ENOENT' && !(thrown as { path?: string }).path?.startsWith(folder))
      throw unsupported(
        `“${name}” is a HEIC picture. They are read by libheif, which is not on this machine (Debian: libheif-examples). Nothing was stored; install it, or save the picture as JPEG (cameras and phones can) and try again.`,
      )
    if (killed) throw tooLarge(`“${name}” takes too long to be read. Nothing was stored; save it as JPEG.`)
    throw badInput(`“${name}” is damaged and cannot be read. Nothing was stored; export it again.`)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
