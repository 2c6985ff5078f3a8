import { describe, expect, it } from 'vitest'
import { captionOf, setCaption } from './captions'

describe('words beside a picture', () => {
  it('are those of the page where a channel has none of its own, each by itself', () => {
    const design = { captions: {} }
    setCaption(design, 'p', null, { alt: 'A cup', caption: 'Come by' })
    setCaption(design, 'p', 'story', { alt: 'A tall cup' })
    expect(captionOf(design, 'p', 'post')).toEqual({ alt: 'A cup', caption: 'Come by' })
    expect(captionOf(design, 'p', 'story')).toEqual({ alt: 'A tall cup', caption: 'Come by' })
    setCaption(design, 'p', 'story', { alt: '' })
    expect(Object.keys(design.captions)).toEqual(['p'])
    expect(captionOf(design, 'other', 'post')).toEqual({ alt: '', caption: '' })
  })
})
