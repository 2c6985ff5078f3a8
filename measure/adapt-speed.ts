import { makeDesign } from '../core/adapt/made-designs.test-data'
import { inOrder } from '../core/basics/order'
import { resolve } from '../core/resolve/resolve'
import { allFontFiles } from '../core/type/catalogue'
import { openFonts } from '../host/fonts'

/** Median time, ms, of laying a made design out for one channel, search included. */
export async function adaptAll(): Promise<number> {
  const fonts = openFonts()
  await fonts.open(allFontFiles())
  const times: number[] = []
  for (let seed = 0; seed < 300; seed++) {
    const design = makeDesign(seed, fonts)
    for (const c of inOrder(design.channels)) {
      if (c.id === design.master) continue
      const from = performance.now()
      resolve(design, { page: 'page1', channel: c.id }, { fonts, lightOf: () => null })
      times.push(performance.now() - from)
    }
  }
  return times.sort((a, b) => a - b)[times.length >> 1] ?? Number.NaN
}
