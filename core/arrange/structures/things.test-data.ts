import { solid } from '../../../supplies/demo/builder'
import { CUPS, display, FEET, PHOTOS, pickOf, type Structure, said, startOf, words } from './brush.test-data'

// Things and words among things: boards, lists, parts, words behind things, plates, stickers, heroes.

export const board: Structure = (to, a) => {
  const h = Math.min(a.height, 40 * to.u)
  const thick = 2.2 * to.u
  const n = 3
  const w = Math.min(a.width, 90 * to.u)
  const x = a.x + (a.width - w) / 2
  to.b.shape(
    'setting',
    'rectangle',
    { x, y: a.y + h - thick, width: w, height: thick },
    solid(to.ink.accent),
    { name: 'Board' },
  )
  const cell = w / n
  CUPS.forEach((id, k) => {
    const s = to.b.supply
    const known = s(id)
    const height = Math.min(h - thick, cell * 0.8 * (known.height / known.width)) * (0.8 + 0.1 * k)
    const width = (height * known.width) / known.height
    to.b.picture('subject', id, {
      x: x + cell * (k + 0.5) - width / 2,
      y: a.y + h - thick - height * (1 - (FEET[id] ?? 0)) + 1,
      width,
    })
  })
  return h
}
export const list: Structure = (to, a) => {
  const size = Math.max(to.smallest, 3.4 * to.u)
  const n = Math.max(3, Math.min(5, Math.floor(a.height / (size * 1.7))))
  let y = a.y
  for (let k = 0; k < n; k++)
    y += words(to, said(to, 'row', k), a.x, y, a.width, { size, name: `Line ${k + 1}` }) + 0.52 * size
  return y - a.y
}
export const parts: Structure = (to, a) => {
  const h = words(to, said(to, 'title'), a.x, a.y, a.width, {
    size: 8.5 * to.u,
    ...display(to),
    name: 'Title',
  })
  const w = Math.min(24 * to.u, a.width)
  const x = startOf(to, a, w)
  to.b.shape(
    'message',
    'rectangle',
    { x, y: a.y + h + 1.8 * to.u, width: w, height: Math.max(2, 0.5 * to.u) },
    solid(to.ink.accent),
    { name: 'Rule' },
  )
  const t = words(to, said(to, 'small'), a.x, a.y + h + 4.4 * to.u, a.width, { size: 3.2 * to.u })
  return h + 4.4 * to.u + t
}
export const through: Structure = (to, a) => {
  const h = words(to, said(to, 'title'), a.x, a.y, a.width, {
    size: 15 * to.u,
    ...display(to),
    align: 'centre',
    name: 'Title',
  })
  const s = to.b.supply
  const known = s('copper-bottle')
  const height = Math.min(a.height - h * 0.55, 55 * to.u)
  const width = (height * known.width) / known.height
  to.b.picture('front', 'copper-bottle', { x: a.x + a.width / 2 - width / 2, y: a.y + h * 0.55, width })
  return h * 0.55 + height
}
export const plate: Structure = (to, a) => {
  const size = Math.max(to.smallest, 5 * to.u)
  const w = Math.min(a.width, 70 * to.u)
  const x = to.centred ? a.x + (a.width - w) / 2 : a.x
  const h = size * 2.3 + Math.max(to.smallest, 3 * to.u) * 1.5
  to.b.shape('message', 'rectangle', { x, y: a.y, width: w, height: h }, solid(to.ink.card), {
    name: 'Plate',
  })
  const t = words(to, said(to, 'sub'), x + 2.5 * to.u, a.y + 2 * to.u, w - 5 * to.u, {
    size: Math.min(size, 4.4 * to.u),
    colour: to.ink.onCard,
    align: 'start',
    ...display(to),
  })
  words(to, said(to, 'small'), x + 2.5 * to.u, a.y + 2.6 * to.u + t, w - 5 * to.u, {
    size: 2.8 * to.u,
    colour: to.ink.onCard,
    align: 'start',
  })
  return h
}
export const sticker: Structure = (to, a) => {
  const w = Math.min(a.width * 0.7, 62 * to.u)
  const h = Math.min(a.height, w * 0.66)
  const x = a.x + (a.width - w) / 2
  to.b.slot('subject', 'Photo', 'rectangle', { x, y: a.y, width: w, height: h }, pickOf(to, PHOTOS))
  const d = 14 * to.u
  to.b.shape(
    'front',
    'star',
    { x: x - d * 0.4, y: a.y + h - d * 0.7, width: d, height: d },
    solid(to.ink.accent),
    { corners: 12, inner: 0.82, name: 'Seal' },
  )
  return h + d * 0.3
}
export const hero: Structure = (to, a) => {
  const s = to.b.supply
  const known = s('dipped-cup-blue')
  const height = Math.min(a.height, (a.width * 0.7 * known.height) / known.width)
  const width = (height * known.width) / known.height
  to.b.picture('subject', 'dipped-cup-blue', { x: a.x + (a.width - width) / 2, y: a.y, width })
  return height
}
