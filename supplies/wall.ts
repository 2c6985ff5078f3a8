import { mkdirSync } from 'node:fs'
import sharp from 'sharp'

const CELL = 160
const ACROSS = 12
/** Lays pictures out beside each other, on light ground and on dark, to be looked at: `.cache/wall-NAME.png`. */
export async function wall(name: string, files: readonly string[]): Promise<void> {
  const rows = Math.ceil(files.length / ACROSS)
  const laid = await Promise.all(
    files.map(async (file, n) => {
      const { data, info } = await sharp(file, { density: 60 })
        .resize(CELL - 16, CELL - 16, { fit: 'inside' })
        .png()
        .toBuffer({ resolveWithObject: true })
      const left = (n % ACROSS) * CELL + Math.round((CELL - info.width) / 2)
      const top = Math.floor(n / ACROSS) * CELL + Math.round((CELL - info.height) / 2)
      return { input: data, left, top }
    }),
  )
  const background = '#e9e2d6'
  mkdirSync('.cache', { recursive: true })
  await sharp({ create: { width: ACROSS * CELL, height: rows * CELL, channels: 3, background } })
    .composite(laid)
    .png()
    .toFile(`.cache/wall-${name}.png`)
  console.log(`.cache/wall-${name}.png`)
}
