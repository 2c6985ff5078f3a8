import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { checkPage } from '../core/checks/check-page'
import { mendsFor } from '../core/checks/mends'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { bringFaces } from '../core/design/families'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import { readPackage, writePackage } from '../core/formats/vivid-package'
import { boxAt, typeLayer } from '../core/kinds/new'
import { layoutType } from '../core/type/layout'
import { openHost } from '../host/project'
import { readBlob, storePacked } from './blobs'
import { forgetFont, listFonts, storeFont } from './fonts'
import { openTemporaryStore } from './temporary-store.test-data'

openTemporaryStore()
// An open family that is not among those shipped under this name: the file itself is from the registry.
const woff2 = new Uint8Array(
  readFileSync('node_modules/@fontsource/space-mono/files/space-mono-latin-700-normal.woff2'),
)
const FAMILY = 'Space Mono (own)'
function written(faces: Awaited<ReturnType<typeof listFonts>>): Design {
  const design = blankDesign('d', 'D', presetSpecs(['square-post']), { colour: '#ffffff' })
  const where = { id: 't', page: 'page1', plane: 'message', order: 'a0' } as const
  design.layers.t = typeLayer(where, 'Kiln opening', boxAt(100, 100, 800, 130), { family: FAMILY, size: 90 })
  bringFaces(design, faces, FAMILY)
  return design
}
const found = async (design: Design, read = readBlob) => {
  const host = openHost(read)
  const page = await host.resolve(design, 'page1', 'square-post')
  return { host, page, checks: (await checkPage(page, host)).filter((f) => f.check === 'missing-face') }
}

describe('fonts that people bring', () => {
  it('are kept for all designs, beside a shipped family of the same name', async () => {
    const faces = await storeFont(woff2, 'SpaceMono-Bold.woff2')
    expect(faces).toMatchObject([{ family: FAMILY, weight: 700, italic: false, embedding: 'installable' }])
    expect(faces[0]?.scripts).toContain('latin')
    await storeFont(woff2, 'again.woff2')
    expect(await listFonts()).toHaveLength(1)
  })
  it('are drawn by the server, and ride along in packages with their licence', async () => {
    const design = written(await listFonts())
    const { host, checks } = await found(design)
    expect(checks).toEqual([])
    const style = { family: FAMILY, weight: 700, italic: false, size: 100, leading: 1, tracking: 0 }
    const full = { ...style, align: 'start', case: 'as-typed' } as const
    const widths = ['iii', 'mmm'].map((text) => layoutType(host.fonts, text, full, 9999).lines[0]?.width ?? 0)
    // Of one width: the face itself was used, not one that stands in.
    expect(widths[0]).toBeCloseTo(widths[1] ?? 0, 0)
    const blobs = new Map<string, Uint8Array>()
    for (const sha of blobsOf(design)) blobs.set(sha, (await readBlob(sha)) as Uint8Array)
    expect(blobs.size).toBe(1)
    const packed = writePackage({ design, blobs })
    expect(Object.values(readPackage(packed).design.faces)[0]?.licence).toContain('openfontlicense.org')
    expect((await storePacked(packed, 'd.vivid', null)).design.layers.t).toBeDefined()
  })
  it('that are missing are a finding; a stand-in is taken for all uses at once', async () => {
    const design = written([])
    const { checks } = await found(design)
    expect(checks).toHaveLength(1)
    expect(checks[0]?.text).toContain('stands in')
    const finding = checks[0]
    const mend = finding && mendsFor(finding, design).find((m) => m.id === 'stand-in')
    if (!finding || !mend) throw new Error('nothing mends it')
    mend.apply(design, finding)
    expect((await found(design)).checks).toEqual([])
    // A file that is gone is missing too.
    expect((await found(written(await listFonts()), async () => null)).checks).toHaveLength(1)
  })
  it('that are no fonts are refused, and nothing is stored', async () => {
    await expect(storeFont(new TextEncoder().encode('not a font'), 'a.ttf')).rejects.toThrow(
      /Nothing was stored/,
    )
    await expect(storeFont(woff2.slice(0, 4000), 'b.woff2')).rejects.toThrow(/Nothing was stored/)
    expect(await listFonts()).toHaveLength(1)
    await forgetFont(FAMILY)
    expect(await listFonts()).toEqual([])
  })
})
