/** Draws the shipped graphics, textures and overlays into `supplies/generated/`. usage: npm run drawn [-- name ...] */
import { mkdirSync, writeFileSync } from 'node:fs'
import sharp from 'sharp'
import { graphics, svgOf } from './draw/graphics'
import { drawRaster, overlays, textures } from './draw/rasters'

const names = process.argv.slice(2)
const wanted = (name: string): boolean => names.length === 0 || names.includes(name)
const folder = 'supplies/generated'
for (const kind of ['graphics', 'textures', 'overlays']) mkdirSync(`${folder}/${kind}`, { recursive: true })

for (const g of graphics) if (wanted(g.name)) writeFileSync(`${folder}/graphics/${g.name}.svg`, svgOf(g))
for (const [kind, list] of [
  ['textures', textures],
  ['overlays', overlays],
] as const)
  for (const r of list) {
    if (!wanted(r.name)) continue
    const image = sharp(drawRaster(r), { raw: { width: r.width, height: r.height, channels: 4 } })
    if (r.transparent)
      await image
        .webp({ quality: 88, alphaQuality: 96, effort: 5, smartSubsample: true })
        .toFile(`${folder}/${kind}/${r.name}.webp`)
    else
      await image.removeAlpha().jpeg({ quality: 82, mozjpeg: true }).toFile(`${folder}/${kind}/${r.name}.jpg`)
    console.log(r.name)
  }
