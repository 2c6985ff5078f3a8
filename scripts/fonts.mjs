// Unpacks the shipped web fonts to TrueType into public/generated/fonts, once.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { build } from 'esbuild'
import decompress from 'woff2-encoder/decompress'

const target = 'public/generated/fonts'
mkdirSync(target, { recursive: true })
mkdirSync('.cache/programs', { recursive: true })
await build({
  entryPoints: ['core/type/catalogue.ts'],
  outfile: '.cache/programs/catalogue.mjs',
  format: 'esm',
  logLevel: 'warning',
})
const { allFontFiles, fontFileName } = await import('../.cache/programs/catalogue.mjs')
let made = 0
for (const file of allFontFiles()) {
  const name = fontFileName(file)
  const out = `${target}/${name}.ttf`
  if (existsSync(out)) continue
  const source = `node_modules/@fontsource/${file.slug}/files/${name}.woff2`
  if (!existsSync(source))
    throw new Error(`The font ${name} is not in its package. Run npm ci and try again.`)
  writeFileSync(out, await decompress(readFileSync(source)))
  made++
}
if (made > 0) console.log(`Unpacked ${made} font files.`)
