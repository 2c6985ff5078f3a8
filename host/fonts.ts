import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fontFileName } from '../core/type/catalogue'
import { FontBook } from '../core/type/fonts'

/** The shipped fonts, read from the unpacked files. */
export const openFonts = (): FontBook =>
  new FontBook(async (file) => {
    const path = join(
      /* turbopackIgnore: true */ process.cwd(),
      'public/generated/fonts',
      `${fontFileName(file)}.ttf`,
    )
    return existsSync(path) ? new Uint8Array(readFileSync(path)) : null
  })
