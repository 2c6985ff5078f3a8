import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '@/core/design/blank'
import type { Layer } from '@/core/kinds/list'
import { boxAt, gradeLayer, shapeLayer } from '@/core/kinds/new'
import type { Histogram } from '@/core/render/histogram'
import { findResolved } from '@/core/resolve/resolved'
import { newTreatment } from '@/core/treatments/list'
import { openHost } from '@/host/project'
import { actedOn } from './acted'

const host = openHost(async () => null)
const where = (id: string, order: string) => ({ id, page: 'page1', plane: 'subject', order }) as const
const area = (id: string, order: string, colour: string, x = 0, width = 1080): Layer =>
  shapeLayer(where(id, order), id, 'rectangle', boxAt(x, 0, width, 1080), { kind: 'solid', colour })
const invert = (id: string, order: string) => newTreatment('invert', { id, order })

async function asked(
  layers: Layer[],
  id: string,
  treatment: string,
  at: { x: number; y: number } | null = null,
) {
  const design = blankDesign('a', 'A', presetSpecs(['square-post']), { colour: '#ffffff' })
  for (const l of layers) design.layers[l.id] = l
  const page = await host.resolve(design, 'page1', 'square-post')
  const found = findResolved(page.layers, id)
  if (!found) throw new Error('not here')
  return actedOn(page, found, treatment, at, host, 'asked')
}
const peak = (h: unknown) => (h as Histogram).light.indexOf(Math.max(...(h as Histogram).light))

describe('what a treatment acts on', () => {
  it('is the thing as those before it leave it, without itself and those after it', async () => {
    const treated = {
      ...area('disc', 'a1', '#303030'),
      treatments: { a: invert('a', 'a0'), b: invert('b', 'a1'), c: invert('c', 'a2') },
    } as Layer
    // Dark, then inverted, then dark again.
    const [first, second, third] = await Promise.all(['a', 'b', 'c'].map((t) => asked([treated], 'disc', t)))
    expect(peak(first)).toBe(Math.floor((0x30 * 64) / 256))
    expect(peak(second)).toBe(Math.floor((0xcf * 64) / 256))
    expect(peak(third)).toBe(peak(first))
  })
  it('of a grade is all that lies beneath it, and nothing that lies over it', async () => {
    const grade = {
      ...gradeLayer(where('grade', 'a2'), 'Grade', boxAt(0, 0, 1080, 1080)),
      treatments: { a: invert('a', 'a0') },
    } as Layer
    const told = await asked(
      [area('under', 'a1', '#404040'), grade, area('over', 'a3', '#e0e0e0')],
      'grade',
      'a',
    )
    expect(peak(told)).toBe(Math.floor((0x40 * 64) / 256))
  })
  it('is told at a point of the page too; null beside the thing', async () => {
    const half = {
      ...area('half', 'a1', '#ff8000', 0, 540),
      treatments: { a: invert('a', 'a0') },
    } as Layer
    const [r, g, b] = (await asked([half], 'half', 'a', { x: 200, y: 500 })) as [number, number, number]
    expect([r, g, b].map((v) => Math.round(v * 255))).toEqual([255, 128, 0])
    expect(await asked([half], 'half', 'a', { x: 900, y: 500 })).toBeNull()
  })
})
