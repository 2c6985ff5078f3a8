import { BLEND_MODES } from '../core/basics/blend-modes'
import type { Design } from '../core/design/schema'
import { DesignBuilder, type Lookup, linear, radial, solid } from '../supplies/demo/builder'

/** The measured design: 1080 × 1080, 20 layers, 11 over most of the page, 6 modes, 4 above the cutout not `normal`. */
export function drag20(supply: Lookup): Design {
  const b = new DesignBuilder(
    'drag-20',
    'Measured: drag 20',
    [
      'square-post',
      'portrait-post',
      'tall-story',
      'video-thumbnail',
      'link-card',
      'wide-header',
      'a3-poster',
      'postcard',
    ],
    'square-post',
    '#e9cdb0',
    supply,
  )
  const page = { x: 0, y: 0, width: 1080, height: 1080 }
  b.covering('backdrop', 'kiln-shelf', page)
  b.covering('backdrop', 'lime-plaster', page, { blend: 'multiply', opacity: 0.6 })
  b.shape('backdrop', 'rectangle', page, radial(0.4, 0.3, 1.6, [0, '#f9e3c6'], [1, '#b97850']), {
    blend: 'overlay',
    opacity: 0.7,
  })
  b.shape('setting', 'rectangle', page, linear(90, [0, '#142e2aaa'], [1, '#142e2a00']), { blend: 'multiply' })
  b.covering('setting', 'foliage-shadow', page, { blend: 'multiply', opacity: 0.8 })
  b.shape('setting', 'rectangle', { x: 330, y: 400, width: 420, height: 524 }, solid('#234a41'), {
    radii: [210, 210, 0, 0],
  })
  b.graphic('setting', 'sun-double', { x: 190, y: 190, width: 700 }, {}, { blend: 'screen', opacity: 0.5 })
  b.picture('subject', 'contact-shadow', { x: 330, y: 880, width: 420, height: 84 }, { blend: 'multiply' })
  b.picture('subject', 'rust-branch', { x: 420, y: 372, width: 262 })
  b.picture('subject', 'copper-bottle', { x: 401, y: 566, width: 272 }, { name: 'Dragged' })
  b.picture('subject', 'cream-bowl', { x: 636, y: 800, width: 236 })
  b.picture('subject', 'dipped-cup-blue', { x: 262, y: 754, width: 164 })
  b.type(
    'message',
    'Autumn\nKiln Opening',
    { x: 72, y: 66, width: 936, height: 246 },
    { family: 'Fraunces', weight: 600, size: 128, leading: 0.96 },
    '#3d1710',
  )
  b.type(
    'message',
    'Fennel Row Pottery',
    { x: 76, y: 326, width: 800, height: 44 },
    { family: 'Instrument Sans', weight: 600, size: 32 },
    '#5e2816',
  )
  b.picture('front', 'olive-sprig', { x: -122, y: 560, width: 330, rotation: 24 })
  b.covering('front', 'light-rays', page, { blend: 'screen', opacity: 0.6 })
  b.covering('finish', 'mist', page, { blend: 'screen', opacity: 0.3 })
  b.covering('finish', 'cold-press-paper', page, { blend: 'multiply', opacity: 0.3 })
  b.covering('finish', 'warm-leak', page, { blend: 'plus-lighter', opacity: 0.25 })
  b.covering('finish', 'fine-grain', page, { blend: 'soft-light', opacity: 0.3 })
  if (Object.keys(b.design.layers).length !== 20 || BLEND_MODES.length !== 21)
    throw new Error('The measured design is not as it is said to be.')
  return b.design
}
