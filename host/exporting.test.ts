import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { settingsOf } from '../core/outputs/define'
import { type OutputId, outputOf } from '../core/outputs/list'
import { type ExportAsked, exportFile } from './exporting'
import { openHost } from './project'

const folder = mkdtempSync(join(tmpdir(), 'vivid-export-'))
const host = openHost(async () => null)
function asked(format: OutputId, name: string, of = blankDesign('d', 'Kiln', presetSpecs(['square-post']))) {
  const wanted: ExportAsked = {
    design: JSON.stringify(of),
    lights: {},
    page: Object.keys(of.pages)[0] as string,
    channel: of.master,
    format,
    settings: settingsOf(outputOf(format)),
    mostKb: null,
    floor: 0,
    scale: 0.25,
    bleed: false,
    ground: 'page',
    file: join(folder, name),
  }
  return wanted
}
const made = (wanted: ExportAsked) =>
  exportFile(
    wanted,
    (job) => job(host),
    async () => null,
    () => undefined,
  )

describe('a file', () => {
  it('is read back before it is kept', async () => {
    for (const format of ['png', 'jpeg', 'webp', 'avif', 'tiff'] as const) {
      const told = await made(asked(format, `a.${format}`))
      expect(told).toMatchObject({ width: 270, height: 270, checked: true })
      expect(told.bytes).toBe(readFileSync(join(folder, `a.${format}`)).length)
    }
  })
  it('is taken over where just the same was delivered before, and made where anything differs', async () => {
    const first = await made(asked('png', 'first.png'))
    const before = [{ stamp: first.stamp, file: join(folder, 'first.png') }]
    const again = await made({ ...asked('png', 'again.png'), before })
    expect(again).toMatchObject({ kept: true, stamp: first.stamp, bytes: first.bytes })
    expect(readFileSync(join(folder, 'again.png'))).toEqual(readFileSync(join(folder, 'first.png')))
    const larger = await made({ ...asked('png', 'larger.png'), scale: 0.5, before })
    expect(larger.kept).toBeUndefined()
    expect(larger.width).toBe(540)
    const gone = await made({
      ...asked('png', 'gone.png'),
      before: [{ stamp: first.stamp, file: join(folder, 'not-there.png') }],
    })
    expect(gone).toMatchObject({ width: 270, checked: true })
    expect(existsSync(join(folder, 'gone.png'))).toBe(true)
  })
  it('of lines and letters is written as it is', async () => {
    const told = await made(asked('pdf', 'a.pdf'))
    expect(readFileSync(join(folder, 'a.pdf')).subarray(0, 5).toString()).toBe('%PDF-')
    expect(told).toMatchObject({ width: 1080, height: 1080 })
  })
})
