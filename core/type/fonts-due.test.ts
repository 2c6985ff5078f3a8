import { describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { plainStyle } from '../kinds/new'
import { filesFor } from './catalogue'
import { layoutType, shownText } from './layout'

const style = { ...plainStyle, family: 'Fraunces', weight: 600, size: 40 }

/** Opens what words wait for until they wait for nothing. */
async function opened(letters: string) {
  const fonts = openFonts()
  await fonts.ready([{ style, letters }])
  return fonts
}

describe('the files that words wait for', () => {
  it('are one for Latin words, the family’s others for their letters, all for what it does not have', async () => {
    const scripts = async (letters: string) => (await opened(letters)).count
    const own = filesFor(style).filter((f) => f.slug === 'fraunces').length
    expect(await scripts('Kiln opening, 3 to 6')).toBe(1)
    // The end of a line is no letter.
    expect(await scripts('Kiln\nopening')).toBe(1)
    expect(await scripts('Ściana')).toBe(own)
    expect(await scripts('窯 Kiln')).toBe(filesFor(style).length)
  })
  it.each([
    'Kiln opening — “Café”, €12',
    'Łódź and Škoda',
    'Печь, σκεύος, כבשן, فرن, भट्ठी',
    'Tiếng Việt with an arrow → and 窯',
  ])('set %s as all of them open would', async (text) => {
    const all = openFonts()
    await all.open(filesFor(style))
    const shapes = (fonts: ReturnType<typeof openFonts>) =>
      layoutType(fonts, text, style, 300).lines.map((l) =>
        l.glyphs.map((g) => [g.face.name, g.glyph, g.x, g.y].join()),
      )
    expect(shapes(await opened(shownText(text, style)))).toEqual(shapes(all))
  })
})
