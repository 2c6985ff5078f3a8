import { solid } from '../../../supplies/demo/builder'
import { layoutType } from '../../type/layout'
import type { TypeStyle } from '../../type/style'
import { CUPS, display, PHOTOS, pickOf, type Structure, said, startOf, words } from './brush.test-data'

// Titles and what carries or holds words: buttons, badges, captions, tables, cards, bands.

export const title: Structure = (to, a) => {
  const h = words(to, said(to, 'title'), a.x, a.y, a.width, {
    size: 10.5 * to.u,
    ...display(to),
    name: 'Title',
  })
  return h + 1.5 * to.u + words(to, said(to, 'sub'), a.x, a.y + h + 1.5 * to.u, a.width, { size: 3.8 * to.u })
}
export const button: Structure = (to, a) => {
  const [w, h] = [
    Math.min(a.width, Math.max(34 * to.u, to.smallest * 9)),
    Math.max(8.5 * to.u, to.smallest * 2.2),
  ]
  const x = startOf(to, a, w)
  to.b.shape('message', 'rectangle', { x, y: a.y, width: w, height: h }, solid(to.ink.accent), {
    radii: [h / 2, h / 2, h / 2, h / 2],
    name: 'Button',
  })
  const size = Math.max(to.smallest, 3.6 * to.u)
  words(to, said(to, 'action'), x + 2 * to.u, a.y + h / 2 - size * 0.59, w - 4 * to.u, {
    size,
    align: 'centre',
    colour: to.ink.onAccent,
    weight: 600,
  })
  return h
}
export const badge: Structure = (to, a) => {
  const d = Math.max(22 * to.u, to.smallest * 4.4)
  const w = Math.min(a.width * 0.62, a.height * 0.9, 60 * to.u)
  const x = to.centred ? a.x + (a.width - w) / 2 : a.x
  to.b.slot('subject', 'Photo', 'rectangle', { x, y: a.y, width: w, height: w * 0.8 }, pickOf(to, PHOTOS))
  const [bx, by] = [x + w - d * 0.7, a.y - d * 0.2]
  to.b.shape('front', 'ellipse', { x: bx, y: by, width: d, height: d }, solid(to.ink.accent), {
    name: 'Badge',
  })
  const size = Math.max(to.smallest, d * 0.24)
  to.b.type(
    'front',
    said(to, 'price'),
    { x: bx + d * 0.08, y: by + d / 2 - size * 0.6, width: d * 0.84, height: size * 1.2 },
    { family: 'Instrument Sans', weight: 700, size, align: 'centre', leading: 1.2 },
    to.ink.onAccent,
    { name: 'Price' },
  )
  return w * 0.8
}
export const captioned: Structure = (to, a) => {
  const n = a.width > 1.5 * a.height ? 4 : 3
  const gap = 4 * to.u
  const w = Math.min((a.width - gap * (n - 1)) / n, a.height * 0.7)
  const left = a.x + (a.width - (w * n + gap * (n - 1))) / 2
  for (let k = 0; k < n; k++) {
    to.b.slot(
      'subject',
      `Picture ${k + 1}`,
      'rectangle',
      { x: left + k * (w + gap), y: a.y, width: w, height: w },
      CUPS[k % 3] as string,
      { fill: solid(to.ink.card) },
    )
    words(to, said(to, 'cap', k), left + k * (w + gap), a.y + w + 1.4 * to.u, w, {
      size: 3 * to.u,
      align: 'centre',
      name: `Caption ${k + 1}`,
    })
  }
  return w + 1.4 * to.u + Math.max(to.smallest, 3 * to.u) * 1.2
}
export const table: Structure = (to, a) => {
  const size = Math.max(to.smallest, 3.2 * to.u)
  const step = size * 1.9
  const rows = Math.max(3, Math.min(6, Math.floor(a.height / step)))
  const w = Math.min(a.width, size * 20)
  const x = to.centred ? a.x + (a.width - w) / 2 : a.x
  for (let k = 0; k < rows; k++) {
    const y = a.y + k * step
    words(to, said(to, 'row', k), x, y, w * 0.62, { size, align: 'start' })
    words(to, `€ ${12 + k * 3}`, x + w * 0.66, y, w * 0.34, { size, align: 'end', weight: 700 })
    if (k < rows - 1)
      to.b.shape(
        'message',
        'rectangle',
        { x, y: y + size * 1.5, width: w, height: Math.max(2, 0.2 * to.u) },
        solid(to.ink.accent),
        { name: 'Rule' },
      )
  }
  return (rows - 1) * step + size * 1.2
}
export const cards: Structure = (to, a) => {
  const n = 3
  const gap = 3 * to.u
  const across = a.width > a.height * 0.9
  const w = across ? (a.width - gap * (n - 1)) / n : a.width
  const h = across ? Math.min(a.height, w * 1.25) : Math.min((a.height - gap * (n - 1)) / n, 26 * to.u)
  for (let k = 0; k < n; k++) {
    const [x, y] = across ? [a.x + k * (w + gap), a.y] : [a.x, a.y + k * (h + gap)]
    const r = 2 * to.u
    to.b.shape('setting', 'rectangle', { x, y, width: w, height: h }, solid(to.ink.card), {
      radii: [r, r, r, r],
      name: `Card ${k + 1}`,
    })
    const p = 3 * to.u
    const t = words(to, said(to, 'cap', k), x + p, y + p, w - 2 * p, {
      size: 4.2 * to.u,
      align: 'start',
      colour: to.ink.onCard,
      ...display(to),
    })
    words(to, `€ ${18 + 4 * k}`, x + p, y + p + t + to.u, w - 2 * p, {
      size: 3.2 * to.u,
      align: 'start',
      colour: to.ink.onCard,
    })
  }
  return across ? h : n * h + (n - 1) * gap
}
export const slanted: Structure = (to, a) => {
  const h = Math.max(15 * to.u, to.smallest * 2)
  const { page } = to
  const y = a.y + h * 0.7
  to.b.shape(
    'message',
    'rectangle',
    { x: -0.15 * page.width, y, width: 1.3 * page.width, height: h, rotation: -5 },
    solid(to.ink.accent),
    { name: 'Band' },
  )
  const size = Math.max(to.smallest, Math.min(8 * to.u, h * 0.6))
  const text = said(to, 'title')
  let own = size
  const full = (s: number): TypeStyle => ({
    italic: false,
    tracking: 0,
    case: 'as-typed',
    family: to.rtl ? 'Noto Sans Hebrew' : to.family,
    weight: to.weight,
    size: s,
    leading: 1.1,
    align: 'centre',
  })
  while (layoutType(to.fonts, text, full(own), 1e6).lines.some((l) => l.width > a.width * 0.92)) own *= 0.95
  to.b.type(
    'message',
    text,
    {
      x: page.width / 2 - a.width / 2,
      y: y + h / 2 - own * 0.55,
      width: a.width,
      height: own * 1.1,
      rotation: -5,
    },
    full(own),
    to.ink.onAccent,
    { name: 'Title' },
  )
  return h * 2.2
}
