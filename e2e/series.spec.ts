import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import sharp from 'sharp'
import { newDesign, openDesign, settled } from './bench'
import { expect, test } from './test'

const command = async (page: Page, words: string) => {
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox').fill(words)
  await page.keyboard.press('Enter')
}
const state = <T>(page: Page, pick: string): Promise<T> =>
  page.evaluate(
    (p) => new Function('s', `return ${p}`)(window.vividBench.store.getState()),
    pick,
  ) as Promise<T>

/** A copy of the gift card, so that others find theirs as it was. */
async function giftCard(page: Page): Promise<string> {
  const made = await page.request.post('/api/designs/gift-card/duplicate')
  return ((await made.json()) as { id: string }).id
}

test.describe('a series', () => {
  test('is typed and pasted in a table, seen row by row, undone, and delivered a file a row', async ({
    page,
  }) => {
    const id = await newDesign(page, 'Name cards', ['Square post', 'Link card'])
    await page.evaluate(() => {
      const { design } = window.vividBench.store.getState()
      window.vividBench.edit('Colour', (d) => {
        const held = d.pages[Object.keys(design.pages)[0] ?? '']
        if (held) held.colour = '#c65a36'
      })
    })
    // A text, in the middle of the page, by its key.
    await page.locator('[data-stage]').focus()
    await page.keyboard.press('5')
    await page.keyboard.press('Enter')
    await page.keyboard.type('Your name')
    await page.keyboard.press('Escape')
    await settled(page)
    await page.getByRole('button', { name: 'Table', exact: true }).click()
    const table = page.getByRole('region', { name: 'Table' })
    await table.getByRole('button', { name: /becomes? columns/ }).click()
    await expect(table.getByRole('row')).toHaveCount(4)
    const cell = (row: number) => table.getByRole('textbox', { name: `Your name, row ${row}` })
    await cell(1).fill('Fern')
    await cell(1).press('Enter')
    await expect(cell(2)).toBeFocused()
    // Rows as a spreadsheet copies them, from here on.
    await cell(2).evaluate((el) => {
      const data = new DataTransfer()
      data.setData('text/plain', 'Hazel\nOlive and her whole family from the hills\n')
      el.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
    })
    await expect(cell(3)).toHaveValue(/Olive/)
    // The row that the hand is in is the one that is seen, on every channel.
    await cell(3).focus()
    await settled(page)
    expect(await state(page, 's.resolved.layers.map((l) => l.layer.text).filter(Boolean)')).toEqual([
      'Olive and her whole family from the hills',
    ])
    const bar = page.getByRole('toolbar', { name: 'Row of the table' })
    await expect(bar).toBeHidden()
    await table.getByRole('button', { name: 'Close the table' }).click()
    await expect(bar).toContainText('Row 3 of 3')
    await bar.getByRole('button', { name: 'The next row' }).click()
    await expect(bar).toBeHidden()
    await page.getByRole('button', { name: 'Table', exact: true }).click()
    // What is typed on the stage while a row is seen goes into its cell, and the design keeps its words.
    await cell(1).focus()
    const title = await state<string>(page, 'Object.keys(s.design.layers)[0]')
    await page.evaluate((of) => window.vividBench.set({ editingType: of, selection: [of] }), title)
    await expect(page.getByLabel('Text of the selected layer')).toHaveValue('Fern')
    await page.getByLabel('Text of the selected layer').fill('Fern and Hazel')
    await page.keyboard.press('Escape')
    await expect(cell(1)).toHaveValue('Fern and Hazel')
    expect(await state(page, `s.design.layers['${title}'].text`)).toBe('Your name')
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect(cell(1)).toHaveValue('Fern')
    // It is all there after a reload, as designed at first.
    await settled(page)
    await openDesign(page, id)
    expect(await state(page, 's.resolved.layers.map((l) => l.layer.text).filter(Boolean)')).toEqual([
      'Your name',
    ])

    await page.getByRole('link', { name: 'Export' }).click()
    await page.getByRole('textbox', { name: 'File name pattern' }).fill('{row}-{channel}')
    const rows = page.getByRole('region', { name: 'Rows of the table' })
    await expect(rows.getByRole('checkbox', { checked: true })).toHaveCount(3)
    await rows.getByLabel('As designed').check()
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Export 8 files' }).click()
    const zip = unzipSync(new Uint8Array(readFileSync(await (await download).path())))
    const names = Object.keys(zip).filter((n) => n.endsWith('.png'))
    expect(names.sort()).toEqual(
      ['as-designed', 'row-1', 'row-2', 'row-3']
        .flatMap((r) => [`${r}-link-card.png`, `${r}-square-post.png`])
        .sort(),
    )
    // Every row is a picture of its own.
    const seen = await Promise.all(
      names.map(async (n) => (await sharp(zip[n]).raw().toBuffer()).toString('base64')),
    )
    expect(new Set(seen).size).toBe(8)
    expect(strFromU8(zip['manifest.csv'] as Uint8Array)).toMatch(/,Row 3,Square post,/)
  })

  test('comes from a CSV file with its pictures; what does not fit is said', async ({ page }) => {
    await openDesign(page, await giftCard(page))
    await page.getByRole('button', { name: 'Table', exact: true }).click()
    const table = page.getByRole('region', { name: 'Table' })
    await expect(table.getByRole('row')).toHaveCount(6)
    const jug = await sharp({ create: { width: 60, height: 90, channels: 4, background: '#1f3a5f' } })
      .png()
      .toBuffer()
    const chooser = page.waitForEvent('filechooser')
    await table.getByRole('button', { name: 'Bring …' }).click()
    await (await chooser).setFiles([
      {
        name: 'cards.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from('Row;Title;Pot;Price\nJugs;A jug;JUG.png;12\n'),
      },
      { name: 'jug.png', mimeType: 'image/png', buffer: jug },
    ])
    await expect(page.getByText('1 row added. no column is called “Price”.')).toBeVisible()
    await expect(table.getByRole('button', { name: 'Pot, row 5: jug' })).toBeVisible()
    await table.getByRole('textbox', { name: 'Name of row 5' }).focus()
    await settled(page)
    expect(
      await state(
        page,
        's.resolved.row !== null && s.resolved.layers.some((l) => l.layer.sourceWidth === 60)',
      ),
    ).toBe(true)
    // A colour that is none changes nothing.
    await table.getByRole('textbox', { name: 'Ink, row 5' }).fill('blurple')
    await page.keyboard.press('Tab')
    await expect(page.getByText('“blurple” is no colour. The cell stays as it was.')).toBeVisible()
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect(table.getByRole('row')).toHaveCount(6)
    await settled(page)
  })
})

test('a linked design says when it has changed, is taken over, and goes along in a package', async ({
  page,
  context,
}) => {
  const inner = await newDesign(page, 'Badge', ['Square post'])
  await page.evaluate(() => {
    window.vividBench.edit('Colour', (d) => {
      for (const p of Object.values(d.pages)) p.colour = '#c65a36'
    })
  })
  await settled(page)
  const outer = await newDesign(page, 'Poster with a badge', ['Square post'])
  await command(page, 'link a design')
  await page.getByRole('button', { name: /Badge/ }).click()
  await page.getByRole('button', { name: 'Link', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Linked design' })).toContainText('Shows Badge')
  await settled(page)
  const middle = () =>
    page.evaluate(() =>
      window.vividBench.client.ask<number[]>({
        ask: 'sample',
        x: innerWidth / 5,
        y: innerHeight / 4,
        radius: 0,
      }),
    )
  const first = await middle()

  // The badge is another colour in its own tab.
  const other = await context.newPage()
  await openDesign(other, inner)
  await other.evaluate(() => {
    window.vividBench.edit('Colour', (d) => {
      for (const p of Object.values(d.pages)) p.colour = '#1f3a5f'
    })
  })
  await settled(other)
  // This design cannot be shown there: it shows the other.
  await command(other, 'link a design')
  await expect(other.getByRole('button', { name: /Poster with a badge/ })).toBeDisabled()
  await other.close()

  await page.bringToFront()
  await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
  await expect(page.getByText('“Badge” has changed since it was linked here.')).toBeVisible()
  await page.getByRole('group', { name: 'Linked design' }).getByRole('button', { name: 'Take over' }).click()
  await settled(page)
  expect(await middle()).not.toEqual(first)
  await page.getByRole('button', { name: 'Undo: Take over “Badge”' }).click()
  await settled(page)
  expect(await middle()).toEqual(first)

  await command(page, 'what this design needs')
  const dialog = page.getByRole('dialog', { name: 'What this design needs' })
  await expect(dialog.getByRole('region', { name: 'Linked designs' })).toContainText('Badge')
  const download = page.waitForEvent('download')
  await dialog.getByRole('button', { name: 'Save the package' }).click()
  const file = await (await download).path()
  const entries = unzipSync(new Uint8Array(readFileSync(file)))
  expect(Object.keys(entries).filter((n) => n.startsWith('linked/'))).toEqual([`linked/${inner}/design.json`])
  const answer = await page.request.post('/api/packages', { data: readFileSync(file) })
  const { id } = (await answer.json()) as { id: string }
  expect(id).not.toBe(outer)
  await openDesign(page, id)
  const shown = await state<string>(
    page,
    'Object.values(s.design.layers).find((l) => l.linked).linked.design',
  )
  expect([inner, outer]).not.toContain(shown)
  await openDesign(page, shown)
  expect(await state(page, 's.design.name')).toBe('Badge')
})

test('what is selected is made a design of its own, shown in its place, and can be had back', async ({
  page,
}) => {
  await openDesign(page, await giftCard(page))
  const mug = await state<string>(
    page,
    "Object.values(s.design.layers).find((l) => l.name === 'Rose mug').id",
  )
  await page.getByRole('treeitem', { name: 'Rose mug', exact: true }).click()
  await command(page, 'make what is selected a linked design')
  await expect(page.getByRole('group', { name: 'Linked design' })).toContainText('Shows Rose mug')
  await settled(page)
  const made = await state<{ linked: { design: string }; placement: { width: number } }>(
    page,
    's.design.layers[s.selection[0]]',
  )
  expect(await state(page, `s.design.layers['${mug}'] === undefined`)).toBe(true)
  expect(Math.abs(made.placement.width - 620)).toBeLessThan(4)
  await page.getByRole('button', { name: 'Undo: Make a linked design' }).click()
  await settled(page)
  expect(await state(page, `s.design.layers['${mug}'].name`)).toBe('Rose mug')
  await openDesign(page, made.linked.design)
  expect(await state(page, '[s.design.name, s.resolved.layers.length, s.resolved.colour].join()')).toBe(
    'Rose mug,1,transparent',
  )
})
