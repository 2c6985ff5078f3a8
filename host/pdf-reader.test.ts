import { PDFDocument, rgb } from 'pdf-lib'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { readSvg } from '../core/vector/svg'
import { pdfPage, pdfPages } from './pdf-reader'

async function made(pages: readonly (readonly [number, number])[]): Promise<Uint8Array> {
  const doc = await PDFDocument.create()
  for (const size of pages)
    doc.addPage([...size]).drawRectangle({ x: 10, y: 10, width: 50, height: 30, color: rgb(0.8, 0.2, 0.1) })
  return doc.save()
}

/** A page behind a password that no one knows: the standard security handler (ISO 32000-1, 7.6.3) with keys that no password leads to. */
function locked(): Uint8Array {
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 100] >>',
    `<< /Filter /Standard /V 1 /R 2 /O <${'5a'.repeat(32)}> /U <${'a5'.repeat(32)}> /P -4 >>`,
  ]
  let text = '%PDF-1.4\n'
  const at = objects.map((o, n) => {
    const here = text.length
    text += `${n + 1} 0 obj\n${o}\nendobj\n`
    return here
  })
  const start = text.length
  const rows = at.map((n) => `${String(n).padStart(10, '0')} 00000 n \n`).join('')
  const id = `<${'11'.repeat(16)}>`
  text += `xref\n0 5\n0000000000 65535 f \n${rows}trailer\n<< /Size 5 /Root 1 0 R /Encrypt 4 0 R /ID [${id} ${id}] >>\nstartxref\n${start}\n%%EOF\n`
  return new TextEncoder().encode(text)
}

describe('a PDF that is brought', () => {
  it('is told page by page, with its sizes and small pictures', async () => {
    const { count, pages } = await pdfPages(
      await made([
        [200, 100],
        [100, 300],
      ]),
      'a.pdf',
    )
    expect(count).toBe(2)
    expect(pages.map((p) => [p.width, p.height])).toEqual([
      [200, 100],
      [100, 300],
    ])
    for (const p of pages) expect(p.picture).toMatch(/^data:image\/jpeg;base64,\/9j/)
  })
  it('comes in as lines where it has lines, its colours as they are', async () => {
    const svg = new TextDecoder().decode(
      (await pdfPage(await made([[200, 100]]), 'a.pdf', 1, 'lines', 200)).bytes,
    )
    const art = readSvg(svg)
    expect(art.beyond).toEqual([])
    expect(Object.values(art.parts)).toContain('#cc3319')
    expect([art.width, art.height].map(Math.round)).toEqual([200, 100])
  })
  it('comes in as a see-through picture of the resolution that is wanted', async () => {
    const { bytes: png } = await pdfPage(await made([[72, 36]]), 'a.pdf', 1, 'picture', 200)
    const { width, height, channels } = await sharp(png).metadata()
    expect([width, height, channels]).toEqual([200, 100, 4])
    const { data } = await sharp(png).raw().toBuffer({ resolveWithObject: true })
    expect(data[3]).toBe(0)
  })
  it('that is not simple as lines is a picture, and says so', async () => {
    const doc = await PDFDocument.create()
    const soft = await sharp({
      create: { width: 20, height: 20, channels: 4, background: { r: 200, g: 0, b: 0, alpha: 0.5 } },
    })
      .png()
      .toBuffer()
    doc.addPage([72, 72]).drawImage(await doc.embedPng(soft), { x: 10, y: 10, width: 40, height: 40 })
    const { as, bytes } = await pdfPage(await doc.save(), 'a.pdf', 1, 'lines', 100)
    expect(as).toBe('picture')
    expect((await sharp(bytes).metadata()).width).toBe(100)
  })
  it('with a thousand pages is told by the first of them', async () => {
    const { count, pages } = await pdfPages(await made(Array(1000).fill([20, 20])), 'a.pdf')
    expect([count, pages.length]).toEqual([1000, 60])
    expect(pages[59]?.picture).not.toBe('')
  })
  it('that is damaged, locked, none at all, or has no such page is refused with the reason', async () => {
    const whole = await made([[200, 100]])
    await expect(pdfPages(new TextEncoder().encode('%PDF-1.7 nothing'), 'a.pdf')).rejects.toThrow(/damaged/)
    await expect(pdfPages(locked(), 'a.pdf')).rejects.toThrow(
      '“a.pdf” is locked with a password. Nothing was stored; save it without one and try again.',
    )
    await expect(pdfPage(whole, 'a.pdf', 9, 'lines', 200)).rejects.toMatchObject({
      kind: expect.stringMatching(/missing|bad-input/),
    })
    await expect(pdfPage(await made([[9000, 9000]]), 'a.pdf', 1, 'picture', 600)).rejects.toMatchObject({
      kind: 'too-large',
    })
  })
})
