import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fontFileName } from '../core/type/catalogue'
import { FontBook } from '../core/type/fonts'

/** The shipped fonts, read from the unpacked files; those that people brought from wherever they are stored. */
export const openFonts = (read?: (sha: string) => Promise<Uint8Array | null>): FontBook =>
  new FontBook(async (file) => {
    if (file.source) return (await read?.(file.source)) ?? null
    const path = join(
      /* turbopackIgnore: true */ process.cwd(),
      'public/generated/fonts',
      `${fontFileName(file)}.ttf`,
    )
    return existsSync(path) ? new Uint8Array(readFileSync(path)) : null
  })
