import sharp from 'sharp'
import { ownChannel } from '../core/design/channels'
import type { Design } from '../core/design/schema'
import type { Layer } from '../core/kinds/list'
import { sha256 } from '../host/project'
import type { LoadedSupply } from '../host/supplies'
import { DesignBuilder, type Lookup, linear, radial, solid } from '../supplies/demo/builder'

const PHOTOS = [
  'pale-corner',
  'three-cups',
  'kiln-shelf',
  'stacked-bowls',
  'glaze-close',
  'clay-table',
  'leaves-at-window',
  'evening-lights',
]

/** The eight photos of the poster: shipped ones brought to 12 million pixels, as a camera gives them. */
export async function largePhotos(
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<Map<string, LoadedSupply>> {
  const out = new Map<string, LoadedSupply>()
  for (const id of PHOTOS) {
    const photo = loaded.get(id)
    if (!photo) throw new Error(`There is no photo called ${id}.`)
    const [width, height] = photo.width > photo.height ? [4000, 3000] : [3000, 4000]
    const bytes = new Uint8Array(
      await sharp(photo.bytes).resize(width, height, { fit: 'cover' }).jpeg({ quality: 88 }).toBuffer(),
    )
    out.set(`${id}-large`, { ...photo, bytes, width, height, sha: sha256(bytes) })
  }
  return out
}

const PAGE = { x: 0, y: 0, width: 4000, height: 5000 }

/** The measured poster: 4000 × 5000 px, 40 layers, eight photos of 12 million pixels, groups, holders, modes and type. */
export function poster40(supply: Lookup): Design {
  const { group: _, ...size } = ownChannel('poster', 'Large poster', PAGE.width, PAGE.height)
  const b = new DesignBuilder('poster-40', 'Measured: poster 40', [size], 'poster', '#ead9c0', supply)
  const inside = (layer: string, holder: string) => {
    ;(b.design.layers[layer] as Layer).inside = holder
  }
  b.covering('backdrop', 'kiln-shelf-large', PAGE)
  b.covering('backdrop', 'leaves-at-window-large', PAGE, { blend: 'soft-light', opacity: 0.5 })
  b.covering('backdrop', 'lime-plaster', PAGE, { blend: 'multiply', opacity: 0.6 })
  b.shape('backdrop', 'rectangle', PAGE, radial(0.4, 0.3, 1.4, [0, '#f9e3c6'], [1, '#a8683f']), {
    blend: 'overlay',
    opacity: 0.7,
  })
  b.shape('setting', 'rectangle', PAGE, linear(90, [0, '#142e2abb'], [1, '#142e2a00']), { blend: 'multiply' })
  b.covering('setting', 'foliage-shadow', PAGE, { blend: 'multiply', opacity: 0.8 })
  const arch = b.shape(
    'setting',
    'rectangle',
    { x: 700, y: 1500, width: 2600, height: 3000 },
    solid('#234a41'),
    { radii: [1300, 1300, 0, 0] },
  )
  inside(b.covering('setting', 'pale-corner-large', { x: 700, y: 1500, width: 2600, height: 3000 }), arch)
  inside(
    b.shape(
      'setting',
      'rectangle',
      { x: 700, y: 1500, width: 2600, height: 3000 },
      linear(90, [0, '#0d1f1c00'], [1, '#0d1f1ccc']),
    ),
    arch,
  )
  b.graphic('setting', 'sun-double', { x: 500, y: 500, width: 3000 }, {}, { blend: 'screen', opacity: 0.4 })
  const row = b.group('setting', 'Three windows')
  for (const [n, id] of ['three-cups-large', 'stacked-bowls-large', 'clay-table-large'].entries()) {
    const box = { x: 240 + n * 1220, y: 3560, width: 1080, height: 1100 }
    const holder = b.shape('setting', 'ellipse', box, solid('#8b5a3c'), { parent: row })
    inside(b.covering('setting', id, box, { parent: row }), holder)
  }
  b.picture(
    'setting',
    'contact-shadow',
    { x: 1200, y: 3420, width: 1600, height: 300 },
    { blend: 'multiply' },
  )
  b.picture('subject', 'rust-branch', { x: 1560, y: 1360, width: 1000 })
  b.picture('subject', 'copper-bottle', { x: 1450, y: 2130, width: 1040 }, { name: 'Dragged' })
  b.picture('subject', 'cream-bowl', { x: 2300, y: 3000, width: 880 })
  b.picture('subject', 'dipped-cup-blue', { x: 960, y: 2860, width: 620 })
  b.picture('subject', 'glass-bottle-with-grass', { x: 2700, y: 2000, width: 700 }, { opacity: 0.9 })
  const pair = b.group('subject', 'Mirrored sprigs')
  b.picture('subject', 'olive-sprig', { x: -300, y: 2100, width: 1100, rotation: 24 }, { parent: pair })
  b.picture(
    'subject',
    'olive-sprig',
    { x: 3200, y: 2100, width: 1100, rotation: -24, flipX: true },
    { parent: pair },
  )
  b.covering(
    'subject',
    'glaze-close-large',
    { x: 0, y: 4200, width: 4000, height: 800 },
    { blend: 'screen', opacity: 0.25 },
  )
  b.type(
    'message',
    'Autumn\nKiln Opening',
    { x: 260, y: 240, width: 3480, height: 900 },
    { family: 'Fraunces', weight: 600, size: 470, leading: 0.96 },
    '#3d1710',
  )
  b.type(
    'message',
    'Fennel Row Pottery',
    { x: 280, y: 1190, width: 3000, height: 160 },
    { family: 'Instrument Sans', weight: 600, size: 118 },
    '#5e2816',
  )
  b.type(
    'message',
    'Twenty kilns, one weekend, bread from the cooling oven.',
    { x: 280, y: 4720, width: 3000, height: 120 },
    { family: 'Karla', size: 84 },
    '#f6e8d3',
  )
  b.shape(
    'message',
    'line',
    { x: 280, y: 1370, width: 1400, height: 8 },
    { kind: 'none' },
    { stroke: { colour: '#5e2816', weight: 8, dash: [], cap: 'round', join: 'round' } },
  )
  b.graphic('message', 'scalloped-badge', { x: 3050, y: 1180, width: 620 }, {})
  b.type(
    'message',
    'FREE',
    { x: 3080, y: 1400, width: 560, height: 180 },
    { family: 'Anton', size: 160, align: 'centre' },
    '#fff4e0',
  )
  b.picture('front', 'dry-grass', { x: 3100, y: 3300, width: 900 }, { opacity: 0.95 })
  b.covering('front', 'evening-lights-large', PAGE, { blend: 'screen', opacity: 0.25 })
  b.covering('front', 'light-rays', PAGE, { blend: 'screen', opacity: 0.6 })
  b.covering('front', 'dust', PAGE, { blend: 'plus-lighter', opacity: 0.4 })
  b.covering('finish', 'mist', PAGE, { blend: 'screen', opacity: 0.3 })
  b.covering('finish', 'cold-press-paper', PAGE, { blend: 'multiply', opacity: 0.3 })
  b.covering('finish', 'fine-grain', PAGE, { blend: 'soft-light', opacity: 0.3 })
  const count = Object.keys(b.design.layers).length
  if (count !== 40) throw new Error(`The measured poster has ${count} layers, not 40.`)
  return b.design
}

/** A stack of any number of layers over the same page, ten kinds in turn, for seeing how time grows. */
export function stackOf(count: number, supply: Lookup): Design {
  const { group: _, ...size } = ownChannel('poster', 'Large poster', PAGE.width, PAGE.height)
  const b = new DesignBuilder(
    `stack-${count}`,
    `Measured: stack of ${count}`,
    [size],
    'poster',
    '#ead9c0',
    supply,
  )
  const kinds: ((page: typeof PAGE) => void)[] = [
    (page) => b.covering('setting', 'kiln-shelf-large', page, { opacity: 0.7 }),
    (page) => b.covering('setting', 'lime-plaster', page, { blend: 'multiply', opacity: 0.6 }),
    (page) =>
      b.shape('setting', 'rectangle', page, radial(0.4, 0.3, 1.4, [0, '#f9e3c6'], [1, '#a8683f']), {
        blend: 'overlay',
        opacity: 0.5,
      }),
    (page) => b.shape('setting', 'ellipse', page, solid('#234a4180')),
    (page) => b.covering('setting', 'light-rays', page, { blend: 'screen', opacity: 0.5 }),
    (page) => b.covering('setting', 'copper-bottle', page),
    (page) => b.graphic('setting', 'sun-double', page, {}, { blend: 'screen', opacity: 0.4 }),
    (page) => b.covering('setting', 'fine-grain', page, { blend: 'soft-light', opacity: 0.3 }),
    (page) =>
      b.type(
        'setting',
        'Autumn Kiln Opening',
        { ...page, x: 200 + page.x, width: 3600, height: 3000 },
        { family: 'Fraunces', weight: 600, size: 900 },
        '#3d1710',
      ),
    (page) => b.covering('setting', 'mist', page, { blend: 'screen', opacity: 0.3 }),
  ]
  // Each a little elsewhere, so that none is the same as another.
  for (let n = 0; n < count; n++)
    kinds[n % kinds.length]?.({ x: -2 * n, y: -3 * n, width: 4000 + 5 * n, height: 5000 + 6 * n })
  return b.design
}
