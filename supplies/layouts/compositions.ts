import { demoChannelIds } from '../../core/design/channels'
import type { Design } from '../../core/design/schema'
import { DesignBuilder, frame, type Lookup, linear, radial, solid } from '../demo/builder'

const SIDE = 1080
const page = { x: 0, y: 0, width: SIDE, height: SIDE }
type Face = {
  family: string
  weight: number
  size: number
  leading?: number
  tracking?: number
  case?: 'upper'
}
/** What a layout of one of the three compositions below is made of. */
export type Spec = {
  id: string
  label: string
  words: string
  /** Page, light and shade of the ground, what stands behind, the line of the floor. */
  colours: readonly [page: string, light: string, shade: string, behind: string, floor: string]
  ink: readonly [name: string, colour: string]
  title: string
  line: string
  head: Face
  small: Face
  pictures: readonly [string, string, string?]
  /** A graphic that goes with it, its width and the colours of its parts. */
  sign: readonly [graphic: string, width: number, colours: Record<string, string>]
  /** How round the pictures are, px. */
  round?: number
  /** What lies behind two rounds in place of plain rays: a graphic, where, and the colours of its parts. */
  behind?: readonly [
    graphic: string,
    box: { x: number; y: number; width: number },
    colours: Record<string, string>,
  ]
}
const begin = (s: Spec, supply: Lookup): { b: DesignBuilder; ink: string } => {
  const b = new DesignBuilder(s.id, s.label, demoChannelIds, 'square-post', s.colours[0], supply)
  const ink = b.swatch(s.ink[0].toLowerCase(), s.ink[0], s.ink[1])
  b.swatch('accent', 'Accent', s.colours[3])
  return { b, ink }
}
const words = (
  b: DesignBuilder,
  s: Spec,
  ink: string,
  at: { x: number; y: number; width: number; height: number },
  small: { x: number; y: number; width: number; height: number },
  align: 'start' | 'centre' = 'start',
) => {
  b.type('message', s.title, at, { leading: 1.04, ...s.head, align }, ink, {
    name: 'Title',
    behaviour: { importance: 'must' },
  })
  b.type('message', s.line, small, { leading: 1.2, ...s.small, align }, ink, {
    name: 'Line',
    behaviour: { importance: 'should' },
  })
}
const grain = (b: DesignBuilder): Design => {
  b.covering('finish', 'fine-grain', page, { name: 'Grain', blend: 'soft-light', opacity: 0.3 })
  return b.design
}
/** A tall picture before a disc, a round detail at its foot, words above on the left. */
export const tall =
  (s: Spec) =>
  (supply: Lookup): Design => {
    const { b, ink } = begin(s, supply)
    const r = s.round ?? 205
    b.shape('backdrop', 'rectangle', page, linear(110, [0, s.colours[1]], [1, s.colours[2]]), {
      name: 'Ground',
    })
    b.shape('setting', 'ellipse', { x: 566, y: 128, width: 560, height: 560 }, solid(s.colours[3]), {
      name: 'Disc',
    })
    b.shape('setting', 'rectangle', { x: -20, y: 950, width: 1120, height: 160 }, solid(s.colours[4]), {
      name: 'Floor',
    })
    b.slot(
      'subject',
      'Main picture',
      'rectangle',
      { x: 560, y: 300, width: 410, height: 650 },
      s.pictures[0],
      { radii: [r, r, 0, 0] },
    )
    b.slot('subject', 'Detail', 'ellipse', { x: 430, y: 690, width: 270, height: 270 }, s.pictures[1], {
      stroke: frame(s.colours[0], 12),
    })
    words(b, s, ink, { x: 72, y: 84, width: 560, height: 250 }, { x: 76, y: 350, width: 430, height: 52 })
    b.graphic('front', s.sign[0], { x: 96, y: 620, width: s.sign[1] }, s.sign[2], { name: 'Sign' })
    return grain(b)
  }
/** Two rounds that touch, a sign between them, words across the top. */
export const rounds =
  (s: Spec) =>
  (supply: Lookup): Design => {
    const { b, ink } = begin(s, supply)
    b.shape('backdrop', 'rectangle', page, radial(0.5, 0.75, 1.5, [0, s.colours[1]], [1, s.colours[2]]), {
      name: 'Ground',
    })
    const [graphic, box, colours] = s.behind ?? [
      'sun-straight',
      { x: -40, y: 240, width: 1160 },
      { rays: s.colours[3], disc: s.colours[1] },
    ]
    b.graphic('setting', graphic, box, colours, { name: 'Behind', behaviour: { kind: 'anchor' } })
    const parent = b.group('subject', 'Rounds', { behaviour: { keepsClear: true } })
    b.slot('subject', 'Left round', 'ellipse', { x: 96, y: 480, width: 480, height: 480 }, s.pictures[0], {
      stroke: frame(s.colours[4], 14),
      parent,
    })
    b.slot('subject', 'Right round', 'ellipse', { x: 540, y: 560, width: 420, height: 420 }, s.pictures[1], {
      stroke: frame(s.colours[4], 14),
      parent,
    })
    b.graphic('subject', s.sign[0], { x: 468, y: 506, width: s.sign[1] }, s.sign[2], {
      name: 'Sign between',
      parent,
    })
    words(
      b,
      s,
      ink,
      { x: 80, y: 92, width: 920, height: 290 },
      { x: 140, y: 384, width: 800, height: 56 },
      'centre',
    )
    return grain(b)
  }
/** Three pictures in a row over a band, words above. */
export const row =
  (s: Spec) =>
  (supply: Lookup): Design => {
    const { b, ink } = begin(s, supply)
    b.shape('backdrop', 'rectangle', page, linear(90, [0, s.colours[1]], [1, s.colours[2]]), {
      name: 'Ground',
    })
    b.shape('setting', 'rectangle', { x: -20, y: 700, width: 1120, height: 400 }, solid(s.colours[4]), {
      name: 'Band',
    })
    const parent = b.group('subject', 'Pictures', { behaviour: { keepsClear: true } })
    const r = s.round ?? 0
    s.pictures.forEach((source, n) => {
      if (source)
        b.slot(
          'subject',
          `${['Left', 'Middle', 'Right'][n]} picture`,
          'rectangle',
          { x: 72 + n * 320, y: 440, width: 296, height: 470 },
          source,
          { radii: [r, r, r, r], parent },
        )
    })
    words(b, s, ink, { x: 72, y: 82, width: 936, height: 248 }, { x: 74, y: 342, width: 936, height: 60 })
    b.graphic('front', s.sign[0], { x: 1000 - s.sign[1], y: 384, width: s.sign[1] }, s.sign[2], {
      name: 'Sign',
    })
    return grain(b)
  }
