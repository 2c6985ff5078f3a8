import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { type Edit, record } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { boxAt, shapeLayer } from '../core/kinds/new'
import { store } from './database'
import { createCampaign, createDesign } from './designs'

/** A data folder of its own for one test file, removed at its end. */
export function openTemporaryStore(): string {
  const folder = mkdtempSync(join(tmpdir(), 'vivid-'))
  process.env.VIVID_DATA = folder
  afterAll(async () => {
    await (await store()).destroy()
    rmSync(folder, { recursive: true, force: true })
  })
  return folder
}

let count = 0
export const editOf = (design: Design, base: number, change: (d: Design) => void): Edit => {
  const { patches, inverse } = record(design, change)
  return {
    id: `test-${++count}-edit`,
    name: `Edit ${count}`,
    base,
    way: 'do',
    target: null,
    patches,
    inverse,
  }
}

/** A stored design with two shapes. */
export async function storedDesign(
  channels: readonly string[] = ['square-post'],
  name = 'Fresh',
): Promise<Design> {
  const design = blankDesign(`d${++count}x${Date.now().toString(36)}`, name, presetSpecs(channels))
  for (const [n, id] of ['a', 'b'].entries())
    design.layers[id] = shapeLayer(
      { id, page: 'page1', plane: 'subject', order: `a${n}` },
      id.toUpperCase(),
      'rectangle',
      boxAt(0, 0, 100, 100),
    )
  await createDesign(await createCampaign('Tests'), design)
  return design
}
export const setOpacity = (id: string, value: number) => (d: Design) => {
  const l = d.layers[id]
  if (l) l.opacity = value
}
