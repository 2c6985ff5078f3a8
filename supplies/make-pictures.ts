/**
 * Traces the shipped photos and cutout pictures into `supplies/generated/`.
 * usage: npm run pictures [-- --wall] [--draft] [--samples=SHARE] [name ...]; a finished picture takes 3 to 15 minutes.
 */
import { mkdirSync, readdirSync } from 'node:fs'
import sharp from 'sharp'
import { cutouts } from './tracer/cutouts'
import { develop } from './tracer/develop'
import { inSight } from './tracer/framing'
import { occasions } from './tracer/occasions'
import { photos } from './tracer/photos'
import { places } from './tracer/places'
import { pack, trace } from './tracer/trace'
import { variantsOf } from './tracer/variants'
import { wall } from './wall'

const names = process.argv.slice(2).filter((a) => !a.startsWith('--'))
const draft = process.argv.includes('--draft')
const share = Number(process.argv.find((a) => a.startsWith('--samples='))?.slice(10) ?? 1)
const isWall = process.argv.includes('--wall')
const folder = draft ? '.cache/draft' : 'supplies/generated'

for (const [kind, list] of [
  ['photos', [...photos, ...places, ...occasions]],
  ['cutouts', [...cutouts, ...variantsOf(cutouts)]],
] as const) {
  mkdirSync(`${folder}/${kind}`, { recursive: true })
  if (isWall) {
    await wall(
      kind,
      readdirSync(`${folder}/${kind}`).map((file) => `${folder}/${kind}/${file}`),
    )
    continue
  }
  for (const picture of list) {
    if (names.length > 0 && !names.includes(picture.name)) continue
    const started = Date.now()
    const made = picture.scene()
    const scene = kind === 'cutouts' ? inSight(made, picture.width / picture.height) : made
    const packed = pack(scene)
    const shrink = draft ? 4 : 1
    const [width, height] = [Math.round(picture.width / shrink), Math.round(picture.height / shrink)]
    const half = draft ? 1 : 2
    const light = await trace(packed, {
      width: Math.round(width / half),
      height: Math.round(height / half),
      samples: draft ? 24 : Math.round(picture.samples * share),
      guidesOnly: false,
    })
    const guides = await trace(packed, { width, height, samples: draft ? 8 : 16, guidesOnly: true })
    const pixels = develop(light, guides, scene.exposure, scene.cutout)
    const image = sharp(pixels, { raw: { width, height, channels: 4 } })
    if (kind === 'photos')
      await image
        .removeAlpha()
        .jpeg({ quality: 90, chromaSubsampling: '4:4:4', mozjpeg: true })
        .toFile(`${folder}/photos/${picture.name}.jpg`)
    else
      await image
        .webp({ quality: 92, alphaQuality: 100, effort: 6 })
        .toFile(`${folder}/cutouts/${picture.name}.webp`)
    console.log(
      `${picture.name}: ${scene.mesh.materials.length} triangles, ${((Date.now() - started) / 1000).toFixed(1)} s`,
    )
  }
}
