import { readFileSync } from 'node:fs'
import { decode } from 'fast-png'
import { unzipSync } from 'fflate'
import { drag, makeBackdrop, newDesign, onStage, row, settled, stored, typeAt } from './bench'
import { expect, test } from './test'

test('from an empty shelf to exported files', async ({ page }) => {
  const id = await newDesign(page, 'Market day', ['Square post', 'Video thumbnail', 'Wide header'])

  await test.step('a photo becomes the backdrop in one action', async () => {
    await makeBackdrop(page, 'Kiln shelf')
    await expect(row(page, 'Kiln shelf')).toBeVisible()
    await settled(page)
    const layer = Object.values((await stored(page, id)).layers)[0]
    expect(layer).toMatchObject({ kind: 'picture', plane: 'backdrop' })
    expect(layer?.placement.width).toBeGreaterThanOrEqual(1080)
  })
  await test.step('search finds a cutout, Enter places it selected and at a fitting size', async () => {
    await page.getByRole('tab', { name: 'All' }).click()
    await page.getByLabel('Search supplies').fill('copper bott')
    await page.getByRole('button', { name: 'Place Copper bottle vase' }).focus()
    await page.keyboard.press('Enter')
    await expect(row(page, 'Copper bottle vase')).toHaveAttribute('aria-selected', 'true')
    await page.getByRole('button', { name: 'Close supplies' }).click()
    await settled(page)
    const vase = Object.values((await stored(page, id)).layers).find((l) => l.name === 'Copper bottle vase')
    expect(Math.max(vase?.placement.width ?? 0, vase?.placement.height ?? 0)).toBeLessThan(540)
    expect(vase?.plane).toBe('subject')
  })
  await test.step('type is written in place', async () => {
    await page.getByRole('region', { name: 'Stage' }).focus()
    await page.keyboard.press('Escape')
    await typeAt(page, 'Market day', 120, 140)
    await expect(row(page, 'Market day')).toBeVisible()
    const type = Object.values((await stored(page, id)).layers).find((l) => l.kind === 'type')
    expect(type).toMatchObject({ text: 'Market day', plane: 'message' })
    // The shelf photo is dark there, so the default colour is light.
    expect(type?.kind === 'type' && type.fill).toEqual({ kind: 'solid', colour: '#ffffff' })
  })
  await test.step('something changed on one channel changes only there', async () => {
    const thumbs = () =>
      page.evaluate(() =>
        Object.fromEntries(
          [...document.querySelectorAll<HTMLCanvasElement>('nav canvas')].map((c) => [
            c.closest('button')?.dataset.channel,
            c.toDataURL(),
          ]),
        ),
      )
    await page.waitForTimeout(600)
    const before = await thumbs()
    await page.locator('[data-channel="wide-header"]').click()
    await row(page, 'Copper bottle vase').click()
    await settled(page)
    await page.getByLabel('Opacity', { exact: true }).first().fill('30')
    await page.keyboard.press('Enter')
    await settled(page)
    await expect(page.locator('[data-channel="wide-header"]')).toHaveAttribute('aria-label', /1 own change/)
    await expect(async () => {
      const after = await thumbs()
      expect(after['wide-header']).not.toBe(before['wide-header'])
      expect(after['square-post']).toBe(before['square-post'])
      expect(after['video-thumbnail']).toBe(before['video-thumbnail'])
    }).toPass()
    await page.getByRole('button', { name: 'Follow master' }).click()
    await expect(page.locator('[data-channel="wide-header"]')).not.toHaveAttribute('aria-label', /own change/)
    await page.locator('[data-channel="square-post"]').click()
    await settled(page)
  })
  await test.step('the chosen sizes come out as PNG files of the right size', async () => {
    await page.getByRole('link', { name: 'Export' }).click()
    await page.getByRole('checkbox', { name: /Video thumbnail/ }).uncheck()
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Export 2 files' }).click()
    const files = unzipSync(new Uint8Array(readFileSync(await (await download).path())))
    const names = Object.keys(files)
      .filter((f) => f.endsWith('.png'))
      .sort()
    expect(names).toEqual(['market-day-square-post-1080x1080.png', 'market-day-wide-header-1500x500.png'])
    for (const name of names) {
      const picture = decode(files[name] as Uint8Array)
      expect(name).toContain(`${picture.width}x${picture.height}`)
    }
    // The weight in the table is the file's own.
    await expect(page.getByRole('row', { name: /Square post/ })).toContainText(
      `${Math.round((files[names[0] as string] as Uint8Array).length / 1024) >= 1024 ? 'MB' : 'KB'}`,
    )
  })
})

test('a JPEG at half size and single files', async ({ page }) => {
  await page.goto('/designs/three-dips/export')
  await page.getByRole('group', { name: 'Format', exact: true }).getByRole('button', { name: 'JPEG' }).click()
  await page.getByLabel('Size factor').fill('0.5')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Single files' }).click()
  for (const name of [/Square post/, /Tall story/, /Link card/])
    await page.getByRole('checkbox', { name }).uncheck()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 1 file' }).click()
  const file = await download
  expect(file.suggestedFilename()).toBe('three-dips-one-glaze-video-thumbnail-640x360.jpg')
  expect([...readFileSync(await file.path()).subarray(0, 3)]).toEqual([0xff, 0xd8, 0xff])
})

test('moving snaps to the centre of the page and S overcomes it', async ({ page }) => {
  const id = await newDesign(page, 'Snapping', ['Square post'])
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 100, 100), await onStage(page, 300, 300))
  await settled(page)
  await drag(page, await onStage(page, 200, 200), await onStage(page, 536, 544))
  await settled(page)
  const shape = async () => Object.values((await stored(page, id)).layers)[0]?.placement
  expect(await shape()).toMatchObject({ x: 540, y: 540, width: 200, height: 200 })
  await page.keyboard.down('s')
  await drag(page, await onStage(page, 540, 540), await onStage(page, 553, 528))
  await page.keyboard.up('s')
  // Where the hand let go may be told a moment later.
  await expect(async () => {
    await settled(page)
    const free = await shape()
    // Within a pixel of the screen of where the hand was.
    expect(Math.abs((free?.x ?? 0) - 553)).toBeLessThan(3.5)
    expect(free?.x).not.toBe(540)
  }).toPass()
})
