import { strToU8, zipSync } from 'fflate'
import { drag, newDesign, onStage, openDesign, row, settled, stored, typeAt } from './bench'
import { expect, test } from './test'

/** A PNG header that claims a size, with nothing behind it. */
function hugePng(side: number): Buffer {
  const chunk = Buffer.alloc(25)
  chunk.writeUInt32BE(13, 0)
  chunk.write('IHDR', 4, 'latin1')
  chunk.writeUInt32BE(side, 8)
  chunk.writeUInt32BE(side, 12)
  chunk.set([8, 6, 0, 0, 0], 16)
  const table = Array.from({ length: 256 }, (_, n) => {
    let c = n
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
    return c >>> 0
  })
  let crc = 0xffffffff
  for (const b of chunk.subarray(4, 21)) crc = (table[(crc ^ b) & 255] as number) ^ (crc >>> 8)
  chunk.writeUInt32BE((crc ^ 0xffffffff) >>> 0, 21)
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk,
    Buffer.from([0, 0, 0, 0]),
    Buffer.from('IDAT'),
    Buffer.from([0x35, 0xaf, 0x06, 0x1e]),
  ])
}

test('bad files get a clear message in the interface and nothing is stored', async ({ page }) => {
  const id = await newDesign(page, 'Bad files', ['Square post'])
  const jpeg = await (
    await page.request.get('/api/designs/gift-card/thumb?page=page1&channel=postcard&side=300')
  ).body()
  const files: [string, Buffer, RegExp][] = [
    ['refused-damaged.png', jpeg.subarray(0, 2000), /damaged/],
    ['refused-letter.png', Buffer.from('Dear reader, this is a text.'), /not a picture/],
    ['refused-huge.png', hugePng(40_000), /40,000 × 40,000/],
    [
      'refused-active.svg',
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>alert(1)</script><rect width="9" height="9"/></svg>',
      ),
      /script/,
    ],
    ['refused-empty.png', Buffer.alloc(0), /empty/],
  ]
  for (const [name, buffer, text] of files) {
    await page.locator('input[type="file"][multiple]').setInputFiles({ name, mimeType: 'image/png', buffer })
    await expect(page.locator('[data-sonner-toast]').filter({ hasText: text }).first()).toBeVisible()
  }
  expect(Object.keys((await stored(page, id)).layers)).toHaveLength(0)
  // Others may take in files meanwhile; none of these is among them.
  const own = (await (await page.request.get('/api/supplies?own=1')).json()) as { items: { label: string }[] }
  expect(own.items.map((i) => i.label).filter((l) => l.startsWith('refused-'))).toEqual([])
})

test('bad requests are answered with 4xx and leave the stored design as it is', async ({ page }) => {
  const before = JSON.stringify(await stored(page, 'evening-wheel'))
  const post = (path: string, data: unknown) => page.request.post(path, { data: data as object })
  const edit = (patches: unknown) => ({
    session: 'x',
    edits: [
      {
        id: `bad-${Math.random().toString(36).slice(2, 10)}`,
        name: 'Bad',
        base: 0,
        way: 'do',
        target: null,
        patches,
        inverse: [],
      },
    ],
  })
  const design = await stored(page, 'evening-wheel')
  const first = Object.values(design.layers)[0]
  const type = Object.values(design.layers).find((l) => l.kind === 'type')
  const group = { ...first, kind: 'group', open: true, source: undefined, id: 'loop', parent: 'loop' }
  const cases: [string, unknown, number][] = [
    ['/api/designs/evening-wheel/edits', edit([{ op: 'replace', path: ['master'], value: 'nowhere' }]), 400],
    ['/api/designs/evening-wheel/edits', edit([{ op: 'add', path: ['layers', 'loop'], value: group }]), 400],
    [
      '/api/designs/evening-wheel/edits',
      edit([{ op: 'replace', path: ['layers', type?.id, 'text'], value: 'x'.repeat(100_000) }]),
      400,
    ],
    [
      '/api/designs/evening-wheel/edits',
      edit([{ op: 'replace', path: ['layers', first?.id, 'source'], value: 'f'.repeat(64) }]),
      422,
    ],
    [
      '/api/designs/evening-wheel/edits',
      edit([{ op: 'replace', path: ['layers', first?.id, 'opacity'], value: 7 }]),
      400,
    ],
    ['/api/designs/evening-wheel/edits', { edits: 'none' }, 400],
    ['/api/designs/nowhere/edits', edit([]), 422],
    ['/api/designs', { name: '', channels: [] }, 400],
    ['/api/deliveries', { design: 'evening-wheel', channels: [] }, 400],
  ]
  for (const [path, body, status] of cases) {
    const answer = await post(path, body)
    expect(answer.status(), `${path} ${JSON.stringify(body).slice(0, 120)}`).toBe(status)
    expect(((await answer.json()) as { message: string }).message.length).toBeGreaterThan(20)
  }
  const unsafe = Buffer.from(zipSync({ '../x': strToU8('no'), 'design.json': strToU8('{}') }))
  const answer = await page.request.post('/api/packages', {
    data: unsafe,
    headers: { 'content-type': 'application/octet-stream' },
  })
  expect(answer.status()).toBe(400)
  expect(((await answer.json()) as { message: string }).message).toContain('unsafe path')
  expect((await page.request.get('/api/blobs/..%2f..%2fetc')).status()).toBe(400)
  expect(JSON.stringify(await stored(page, 'evening-wheel'))).toBe(before)
})

test('a reload in mid-edit loses nothing', async ({ page }) => {
  const id = await newDesign(page, 'Reload', ['Square post'])
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 120, 120), await onStage(page, 420, 420))
  await settled(page)
  // The server cannot be reached while the edit is made; the reload comes before it can.
  await page.route('**/edits', (route) => route.abort())
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('Not sent yet')).toBeVisible()
  page.on('dialog', (d) => void d.accept())
  await page.unroute('**/edits')
  await page.reload()
  await settled(page)
  await expect(async () =>
    expect(Object.values((await stored(page, id)).layers)[0]?.placement.x).toBe(271),
  ).toPass()
})

test('two tabs: edits of different layers merge, of the same one are kept as a version and said so', async ({
  page,
  context,
}) => {
  const id = await newDesign(page, 'Two tabs', ['Square post'])
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 120, 120), await onStage(page, 320, 320))
  await page.keyboard.press('Escape')
  await typeAt(page, 'First words', 500, 700)
  const other = await context.newPage()
  await openDesign(other, id)

  // Different layers: both are there in both tabs.
  await row(page, 'Rectangle').click()
  await page.getByLabel('Left', { exact: true }).fill('600')
  await page.keyboard.press('Enter')
  await row(other, 'First words').click()
  await other.getByLabel('Size', { exact: true }).fill('99')
  await other.keyboard.press('Enter')
  await expect(async () => {
    const layers = Object.values((await stored(page, id)).layers)
    expect(layers.find((l) => l.kind === 'shape')?.placement.x).toBe(700)
    expect(layers.find((l) => l.kind === 'type')).toMatchObject({ style: { size: 99 } })
    const seen = await page.evaluate(() =>
      Object.values(window.vividBench.store.getState().design.layers).find((l) => l.kind === 'type'),
    )
    expect(seen).toMatchObject({ style: { size: 99 } })
  }).toPass()

  // The same words in both while one is cut off: the later one is kept as a version, nothing typed is lost.
  await other.route('**/edits', (route) => route.abort())
  await other.route('**/events', (route) => route.abort())
  const write = async (tab: typeof page, text: string) => {
    await tab.evaluate((words) => {
      const bench = window.vividBench
      const type = Object.values(bench.store.getState().design.layers).find((l) => l.kind === 'type')
      bench.edit('Type', (d) => {
        const l = d.layers[type?.id ?? '']
        if (l?.kind === 'type') l.text = words
      })
    }, text)
  }
  // It hears nothing more of the other one.
  await other.evaluate(() => (window.vividBench.sync as unknown as { events: EventSource }).events.close())
  await write(page, 'From the first tab')
  await settled(page)
  await write(other, 'From the second tab')
  await other.unroute('**/edits')
  await expect(other.locator('[data-sonner-toast]').filter({ hasText: 'kept as a version' })).toBeVisible()
  expect(Object.values((await stored(page, id)).layers).find((l) => l.kind === 'type')).toMatchObject({
    text: 'From the first tab',
  })
  const versions = (await (await page.request.get(`/api/designs/${id}/versions`)).json()) as {
    versions: { id: string }[]
  }
  const kept = await page.request.get(`/api/designs/${id}/versions/${versions.versions[0]?.id}`)
  expect(JSON.stringify(await kept.json())).toContain('From the second tab')
})
