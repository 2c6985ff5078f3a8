import { random } from '../../supplies/draw/random'
import { keyBetween } from '../basics/order'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Channel } from '../design/channel-schema'
import { demoChannelIds } from '../design/channels'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, graphicLayer, groupLayer, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import type { Plane } from '../kinds/planes'
import type { FontBook } from '../type/fonts'
import { layoutType } from '../type/layout'

const WORDS =
  'kiln glaze autumn opening bowl cup vase evening wheel table winter clay studio hand thrown three dips one a of the for every visitor piece fire keep saturday market slow soft dry grass fennel row pottery celadon tenmoku stoneware'.split(
    ' ',
  )
const FAMILIES = [
  ['Fraunces', 600],
  ['Anton', 400],
  ['Karla', 400],
  ['Caveat', 700],
  ['Zilla Slab', 400],
] as const

/**
 * One made-up design: 1 to 5 texts of 1 to 120 characters, 1 to 3 subjects, badges, bands, corner decorations, photos;
 * every third has a turned text, every fifth a subject that keeps clear of others.
 */
export function makeDesign(seed: number, fonts: FontBook): Design {
  const design = makeUpright(seed, fonts)
  const rnd = random(seed * 104_729 + 7)
  const named = (start: string) => Object.values(design.layers).filter((l) => l.name.startsWith(start))
  if (seed % 3 === 0) {
    const texts = named('Text ')
    const turned = texts[Math.floor(rnd() * texts.length)]
    if (turned)
      turned.placement = { ...turned.placement, rotation: rnd() < 0.8 ? Math.round((rnd() - 0.5) * 40) : -90 }
  }
  if (seed % 5 === 0) for (const l of named('Subject 1')) l.behaviour = { ...l.behaviour, keepsClear: true }
  return design
}

function makeUpright(seed: number, fonts: FontBook): Design {
  const rnd = random(seed * 7919 + 13)
  function pick<T>(list: readonly T[]): T {
    return list[Math.floor(rnd() * list.length)] as T
  }
  const between = (a: number, b: number) => a + rnd() * (b - a)
  const master = pick(['square-post', 'portrait-post', 'video-thumbnail', 'tall-story', 'postcard'])
  const design = blankDesign(`made-${seed}`, `Made ${seed}`, presetSpecs(demoChannelIds), {
    master,
    colour: '#f2e6d4',
  })
  const c = design.channels[master] as Channel
  const [W, H] = [c.width, c.height]
  const short = Math.min(W, H)
  let n = 0
  const last = new Map<string, string>()
  const where = (plane: Plane, parent: string | null = null) => {
    const key = `${plane}/${parent}`
    const order = keyBetween(last.get(key) ?? null, null)
    last.set(key, order)
    return { id: `l${++n}`, page: 'page1', plane, parent, order }
  }
  const add = (layer: Layer) => {
    design.layers[layer.id] = layer
    return layer
  }
  if (rnd() < 0.75) {
    const [sw, sh] = pick([
      [2400, 1600],
      [1800, 2600],
      [2000, 2000],
    ] as const)
    const k = Math.max((W + 2 * c.bleed) / sw, (H + 2 * c.bleed) / sh) * between(1, 1.15)
    const [w, h] = [sw * k, sh * k]
    // Its focal point is in view on the master, as a designer would have placed it.
    const focal = { x: between(0.25, 0.75), y: between(0.25, 0.75) }
    const at = (want: number, size: number, page: number) =>
      Math.min(-c.bleed, Math.max(page + c.bleed - size, page * between(0.3, 0.7) - size * want))
    add(
      pictureLayer(
        where('backdrop'),
        'Photo',
        { sha: 'a'.repeat(64), width: sw, height: sh, focal },
        boxAt(at(focal.x, w, W), at(focal.y, h, H), w, h),
      ),
    )
  }
  if (rnd() < 0.4)
    add(
      shapeLayer(
        where('setting'),
        'Band',
        'rectangle',
        boxAt(-c.bleed - 10, H * between(0.72, 0.86), W + 2 * c.bleed + 20, H * 0.4),
      ),
    )
  const subjects = 1 + Math.floor(rnd() * 3)
  const centre = { x: between(0.35, 0.75) * W, y: between(0.55, 0.7) * H }
  for (let k = 0; k < subjects; k++) {
    const size = short * between(0.18, 0.42)
    const box = boxAt(
      centre.x + (k - 1) * short * 0.18 - size / 2,
      centre.y - size / 2,
      size,
      size * between(0.7, 1.3),
    )
    add(
      pictureLayer(
        where('subject'),
        `Subject ${k + 1}`,
        { sha: 'b'.repeat(64), width: 900, height: 1100 },
        box,
      ),
    )
  }
  for (const corner of ['left', 'right'] as const)
    if (rnd() < 0.4) {
      const size = short * between(0.2, 0.4)
      add(
        graphicLayer(
          where('front'),
          `Corner ${corner}`,
          'c'.repeat(64),
          { leaves: '#446644' },
          boxAt(corner === 'left' ? -size * 0.4 : W - size * 0.6, H - size * 0.7, size, size),
        ),
      )
    }
  if (rnd() < 0.3) {
    const size = short * 0.2
    const group = add(groupLayer(where('message'), 'Badge'))
    const [x, y] = [W * between(0.72, 0.78), H * between(0.05, 0.12)]
    group.placement = boxAt(x, y, size, size)
    add(shapeLayer(where('message', group.id), 'Disc', 'ellipse', boxAt(x, y, size, size)))
    add({
      ...typeLayer(
        where('message', group.id),
        '−20 %',
        boxAt(x + size * 0.14, y + size * 0.35, size * 0.72, size * 0.3),
        {
          size: size * 0.24,
          align: 'centre',
        },
      ),
      name: 'Badge text',
    })
  }
  const texts = 1 + Math.floor(rnd() * 5)
  let y = H * between(0.06, 0.14) + c.safe.top
  const align = pick(['start', 'start', 'centre', 'end'] as const)
  for (let k = 0; k < texts; k++) {
    const most = k === 0 ? 34 : 120
    const wanted = Math.max(1, Math.floor(between(1, most)))
    let text = ''
    while (text.length < wanted) text += (text ? ' ' : '') + pick(WORDS)
    text = text.slice(0, wanted).trim() || 'a'
    const [family, weight] = pick(FAMILIES)
    const style = {
      family,
      weight,
      size: Math.max(c.smallestType, short * (k === 0 ? between(0.08, 0.13) : between(0.028, 0.05))),
      leading: between(0.95, 1.35),
      tracking: 0,
      align,
      case: 'as-typed' as const,
      italic: false,
    }
    const width = (W - c.safe.left - c.safe.right) * 0.92
    const { height } = layoutType(fonts, text, style, width)
    add({
      ...typeLayer(where('message'), text, boxAt(c.safe.left + 8, y, width, height), style),
      name: `Text ${k + 1}`,
      behaviour: {
        kind: 'auto',
        keepsSize: false,
        keepsClear: false,
        keepsWeight: false,
        host: null,
        importance: k === 0 ? 'must' : pick(['must', 'should', 'may'] as const),
      },
    })
    y += height + short * between(0.02, 0.05)
  }
  return design
}
