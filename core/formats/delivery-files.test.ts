import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../design/blank'
import { boxAt, pictureLayer, typeLayer } from '../kinds/new'
import { deliveryFiles, leastKb, type Wanted, writtenOn } from './delivery-files'
import { proposedOutput } from './proposal'

const wanted: Wanted = {
  format: 'jpeg',
  settings: { quality: 70 },
  mostKb: 300,
  ground: 'transparent',
  rules: true,
}
const at = { id: 'a', page: 'page1', plane: 'subject', order: 'a0' } as const

describe('how a channel’s file is written', () => {
  it('is as its destination asks for, the least of both weights, in a format of its own as that begins', () => {
    const file = { format: 'png', mostKb: 200 } as const
    expect(writtenOn({ file }, wanted)).toEqual({
      format: 'png',
      settings: {},
      mostKb: 200,
      ground: 'transparent',
    })
    expect(writtenOn({ file: { ...file, format: 'jpeg', mostKb: 500 } }, wanted)).toMatchObject({
      format: 'jpeg',
      settings: { quality: 70 },
      mostKb: 300,
    })
    expect(writtenOn({ file }, { ...wanted, rules: false })).toMatchObject({ format: 'jpeg', mostKb: 300 })
    expect(leastKb(null, undefined)).toBeNull()
  })
  it('lies on the page’s colour where nothing see-through is kept', () => {
    expect(writtenOn({}, wanted).ground).toBe('page')
    expect(writtenOn({}, { ...wanted, format: 'webp' }).ground).toBe('transparent')
  })
  it('is no other where the design itself goes out', () => {
    const file = { format: 'png', mostKb: 200 } as const
    expect(writtenOn({ file }, { ...wanted, format: 'ora' })).toMatchObject({ format: 'ora', mostKb: 300 })
  })
})

describe('the files of a delivery', () => {
  it('are told page by page, with bleed and scale where they are pictures', () => {
    const design = blankDesign('d', 'Kiln', presetSpecs(['postcard', 'link-card']))
    const how = {
      pages: ['page1'],
      channels: ['postcard', 'link-card'],
      pattern: '{channel}',
      rules: true,
      settings: {},
      scale: 0.5,
    }
    const of = (more: object) =>
      deliveryFiles(design, { ...how, format: 'png', bleed: true, ...more }).files.map((f) => [
        f.name,
        f.width,
      ])
    const { width = 0, bleed = 0 } = design.channels.postcard ?? {}
    expect(of({})).toEqual([
      ['postcard.png', Math.round((width + 2 * bleed) * 0.5)],
      ['link-card.png', 600],
    ])
    // As wide as is wanted, whatever the channel; further scales are told apart by their names.
    expect(of({ wide: 600, bleed: false, scales: [1] })).toEqual([
      ['postcard.png', 600],
      ['postcard@1x.png', width],
      ['link-card.png', 600],
      ['link-card@1x.png', 1200],
    ])
    // With bleed and cut to the page, beside each other; what has no bleed is there once.
    expect(of({ trimmed: true })).toEqual([
      ['postcard.png', Math.round((width + 2 * bleed) * 0.5)],
      ['postcard-trimmed.png', Math.round(width * 0.5)],
      ['link-card.png', 600],
    ])
    expect(of({ trimmed: true, format: 'pdf' }).map(([name]) => name)).toEqual([
      'postcard.pdf',
      'postcard-trimmed.pdf',
      'link-card.pdf',
    ])
    expect(of({ format: 'ora' })).toEqual([
      ['postcard.ora', width],
      ['link-card.ora', 1200],
    ])
  })
})

describe('the format that suits', () => {
  it('is JPEG for photos, PNG for words and for what is see-through', () => {
    const photo = pictureLayer(at, 'Cup', { sha: 'a'.repeat(64), width: 9, height: 9 }, boxAt(0, 0, 9, 9))
    const words = typeLayer(at, 'Kiln', boxAt(0, 0, 9, 9), {})
    expect(proposedOutput({ layers: { a: photo } }, 'page').format).toBe('jpeg')
    expect(proposedOutput({ layers: { a: photo } }, 'transparent').format).toBe('png')
    expect(proposedOutput({ layers: { a: words } }, 'page').format).toBe('png')
    expect(proposedOutput({ layers: { a: { ...photo, shown: false } } }, 'page').format).toBe('png')
  })
})
