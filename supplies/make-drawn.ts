/**
 * Draws the shipped graphics, textures and overlays into `supplies/generated/`.
 * usage: npm run drawn [-- [--wall] [--index] [name or kind ...]], kinds being graphics, textures, overlays, clouds, vistas; with --wall what is there is laid out to be looked at.
 */
import { mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { clouds } from './draw/clouds'
import { graphics, isTrimmed, svgOf } from './draw/graphics'
import { moreOverlays } from './draw/lights'
import { endingOf, rasterFile } from './draw/raster-file'
import { overlays, textures } from './draw/rasters'
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
    writeFileSync(`${folder}/${kind}/${r.name}.${endingOf(r)}`, await rasterFile(r))
    console.log(r.name)
  }
if (isIndex) await makeIndex()
if (isWall)
  for (const kind of ['graphics', 'textures', 'overlays'])
    await wall(
      kind,
      readdirSync(`${folder}/${kind}`).map((file) => `${folder}/${kind}/${file}`),
    )
