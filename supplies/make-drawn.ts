/**
 * Draws the shipped graphics, textures and overlays into `supplies/generated/`.
 * usage: npm run drawn [-- [--wall] [--index] [name or kind ...]], kinds being graphics, textures, overlays, clouds, vistas; with --wall what is there is laid out to be looked at.
 */
import { mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import sharp from 'sharp'
import { graphics, isTrimmed, svgOf } from './draw/graphics'
import { clouds, moreOverlays } from './draw/lights'
import { drawRaster, overlays, textures } from './draw/rasters'
import { moreTextures } from './draw/surfaces'
import { trimmed } from './draw/trimmed'
import { vistas } from './draw/vistas'
import { makeIndex } from './make-index'
import { wall } from './wall'

const names = process.argv.slice(2).filter((a) => !a.startsWith('--'))
const isWall = process.argv.includes('--wall')
const isIndex = process.argv.includes('--index')
const wanted = (name: string, kind: string): boolean =>
  !isWall && !isIndex && (names.length === 0 || names.includes(name) || names.includes(kind))
const folder = 'supplies/generated'
/** What is drawn beside what is traced is named by what it shows. */
const FOR: Record<string, string> = { cutouts: 'clouds', photos: 'vistas' }
for (const kind of ['graphics', 'textures', 'overlays', 'cutouts'])
  mkdirSync(`${folder}/${kind}`, { recursive: true })

for (const g of graphics)
  if (wanted(g.name, 'graphics'))
    writeFileSync(`${folder}/graphics/${g.name}.svg`, isTrimmed(g) ? trimmed(g) : svgOf(g))
for (const [kind, list] of [
  ['textures', [...textures, ...moreTextures]],
  ['overlays', [...overlays, ...moreOverlays]],
  ['cutouts', clouds],
  ['photos', vistas],
] as const)
  for (const r of list) {
    if (!wanted(r.name, FOR[kind] ?? kind)) continue
    const image = sharp(drawRaster(r), { raw: { width: r.width, height: r.height, channels: 4 } })
    if (r.transparent)
      await image
        .webp({ quality: 88, alphaQuality: 96, effort: 5, smartSubsample: true })
        .toFile(`${folder}/${kind}/${r.name}.webp`)
    else
      await image.removeAlpha().jpeg({ quality: 82, mozjpeg: true }).toFile(`${folder}/${kind}/${r.name}.jpg`)
    console.log(r.name)
  }
if (isIndex) await makeIndex()
if (isWall)
  for (const kind of ['graphics', 'textures', 'overlays'])
    await wall(
      kind,
      readdirSync(`${folder}/${kind}`).map((file) => `${folder}/${kind}/${file}`),
    )
