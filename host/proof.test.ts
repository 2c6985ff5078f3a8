import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { addLayers } from '../core/design/commands'
import { record } from '../core/design/edits'
import { boxAt, typeLayer } from '../core/kinds/new'
import { openHost } from './project'
import { proofHtml, proofPdf } from './proof'

const host = openHost(async () => null)
const where = { id: 'a', page: 'page1', plane: 'message' as const, parent: null, order: 'a' }
const { design } = record(
  blankDesign('d', 'Kiln „Öffnung“', presetSpecs(['square-post', 'tall-story', 'wide-header'])),
  (d) => addLayers(d, [typeLayer(where, 'tiny', boxAt(100, 100, 300, 40), { size: 9 }, '#222222')]),
)
const asked = { design, campaign: 'Autumn', revision: 7, now: new Date(Date.UTC(2026, 11, 1, 9, 30)) }

describe('a proof', () => {
  it('as a PDF shows every size with its name, the state, what is open, and room to sign', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'vivid-proof-')), 'proof.pdf')
    writeFileSync(file, await proofPdf(asked, host))
    const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
    for (const part of ['Kiln „Öffnung“', 'Autumn', 'state 7', '1 December 2026', 'Approved by', 'Remarks'])
      expect(text).toContain(part)
    for (const c of Object.values(design.channels)) expect(text).toContain(c.name)
    expect(text).toMatch(/Open findings\s/)
    expect(execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' }).trim().split('\n')).toHaveLength(
      5,
    )
  })
  it('as a page holds every size as a picture, with what is open', async () => {
    const html = new TextDecoder().decode(await proofHtml(asked, host))
    expect(html.match(/data:image\/jpeg;base64,/g)).toHaveLength(3)
    expect(html).toMatch(/open finding/)
  })
})
