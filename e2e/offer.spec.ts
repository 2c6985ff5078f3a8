import { readFileSync } from 'node:fs'
import { unzipSync } from 'fflate'
import { closeSupplies, openDesign, row, run, settled, stage, stored } from './bench'
import { expect, test } from './test'

test('an offer of three goes from square to all sizes: one relation corrected, one channel mended and carried over, another arrangement chosen, delivered', async ({
  page,
}) => {
  const id = 'three-evenings'
  await openDesign(page, id)
  await closeSupplies(page)
  await test.step('a strip is added', async () => {
    await page.getByRole('button', { name: 'Add a channel' }).click()
    await page.getByRole('menuitem', { name: 'Own sizes …' }).click()
    const dialog = page.getByRole('dialog', { name: 'Own sizes' })
    await dialog.getByRole('textbox', { name: 'Sizes' }).fill('Strip: 970 x 180')
    await dialog.getByRole('button', { name: 'Add the channel' }).click()
    await settled(page)
    // It takes a JPEG of at most 40 KB.
    await page.getByRole('combobox', { name: 'File format' }).click()
    await page.getByRole('option', { name: 'JPEG' }).click()
    await page.getByLabel('Most weight of the file, 0 for any').fill('40')
    await page.keyboard.press('Enter')
    await settled(page)
  })
  await test.step('what is understood is drawn, and corrected', async () => {
    await page.locator('nav [data-channel="square-post"]').click()
    await settled(page)
    await stage(page).focus()
    await page.keyboard.press('u')
    const drawn = page.getByRole('list', { name: 'What belongs together' })
    await expect(drawn.getByRole('button', { name: /Button words lies on Button/ })).toBeVisible()
    await expect(drawn.getByRole('button', { name: /Throw card is one of a set of 3/ })).toBeVisible()
    await row(page, 'When').click()
    await row(page, 'Button').click({ modifiers: ['ControlOrMeta'] })
    await page
      .getByRole('toolbar', { name: 'What the selected things are to each other' })
      .getByRole('button', { name: 'Belongs together' })
      .click()
    await expect(drawn.getByRole('button', { name: /When belongs together with Button/ })).toBeVisible()
    // A sentence is cut where it stands, and comes back with undo.
    await drawn.getByRole('button', { name: /When belongs together with Button/ }).click()
    await expect(drawn.getByRole('button', { name: /belongs together/ })).toHaveCount(0)
    await stage(page).focus()
    await page.keyboard.press('Control+z')
    await settled(page)
    expect(Object.values((await stored(page, id)).said)).toMatchObject([{ kind: 'together' }])
    await page.keyboard.press('u')
    await expect(drawn).toHaveCount(0)
  })
  await test.step('words have a short form for where there is no room', async () => {
    await row(page, 'When').click()
    const short = page.getByLabel('Short form')
    await short.fill('Fridays at six')
    await short.press('Enter')
    await settled(page)
    const { layers } = await stored(page, id)
    expect(Object.values(layers).find((l) => l.name === 'When')).toMatchObject({ short: 'Fridays at six' })
  })
  await test.step('a channel is mended by hand, and the change carried over', async () => {
    await page.locator('nav [data-channel="link-card"]').click()
    await settled(page)
    await row(page, 'Title').click()
    await stage(page).focus()
    for (let n = 0; n < 4; n++) await page.keyboard.press('Shift+ArrowUp')
    await run(page, 'Carry changes over')
    await settled(page)
    const { changes, layers } = await stored(page, id)
    const title = Object.values(layers).find((l) => l.name === 'Title')?.id
    const moved = Object.values(changes).filter((c) => String(c.target).includes(title ?? '-'))
    expect([...new Set(moved.map((c) => c.channel))].sort()).toEqual(['link-card', 'video-thumbnail'])
  })
  await test.step('another arrangement of the story', async () => {
    await page.locator('nav [data-channel="tall-story"]').click()
    await settled(page)
    const before = (await stored(page, id)).arrangements['page1.tall-story']
    await run(page, 'Another arrangement')
    await settled(page)
    expect((await stored(page, id)).arrangements['page1.tall-story']).not.toEqual(before)
  })
  await test.step('the cards are alike on every size, words on them', async () => {
    const channels = Object.keys((await stored(page, id)).channels)
    for (const channel of channels) {
      await page.locator(`nav [data-channel="${channel}"]`).click()
      await settled(page)
      const seen = await page.evaluate(() => {
        const { layers } = window.vividBench.store.getState().resolved
        const boxOf = (name: string) => layers.find((l) => l.layer.name === name)?.layer.placement
        return ['Throw', 'Glaze', 'Fire'].map((what) => ({ card: boxOf(`${what} card`), word: boxOf(what) }))
      })
      const sizes = seen.map((s) => `${Math.round(s.card?.width ?? 0)} ${Math.round(s.card?.height ?? 0)}`)
      expect(new Set(sizes).size, channel).toBe(1)
      for (const { card, word } of seen) {
        if (!card || !word) continue
        expect(Math.abs(word.x - card.x), channel).toBeLessThanOrEqual(card.width / 2)
        expect(Math.abs(word.y - card.y), channel).toBeLessThanOrEqual(card.height / 2)
      }
    }
  })
  await test.step('everything is delivered', async () => {
    await page.getByRole('link', { name: 'Export' }).click()
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Export 7 files' }).click()
    const files = unzipSync(new Uint8Array(readFileSync(await (await download).path())))
    expect(Object.keys(files).filter((f) => f.endsWith('.png'))).toHaveLength(6)
    const strip = Object.entries(files).find(([name]) => name.endsWith('strip-970x180.jpg'))?.[1]
    expect([...(strip?.subarray(0, 3) ?? [])]).toEqual([0xff, 0xd8, 0xff])
    expect(strip?.length).toBeLessThanOrEqual(40 * 1024)
  })
})
