import { solid } from '../../../supplies/demo/builder'
import { display, PHOTOS, type Structure, said, words } from './brush.test-data'

// What small shops post most: offers of three with a badge on one of them, programmes with lines between.

export const offer: Structure = (to, a) => {
  const gap = 3 * to.u
  // Where three would be too narrow for their words it is an offer of two.
  const n = a.width / 3 - gap < 5 * to.smallest ? 2 : 3
  const w = Math.min((a.width - gap * (n - 1)) / n, a.height * 0.62)
  const left = a.x + (to.centred ? (a.width - n * w - gap * (n - 1)) / 2 : 0)
  const pad = 1.6 * to.u
  const size = Math.max(to.smallest, Math.min(4.4 * to.u, w * 0.16))
  const pictured = Math.max(4 * to.u, Math.min(w * 0.8, a.height - 2 * pad - 2.9 * size))
  const h = pictured + 2 * pad + 2.9 * size
  for (let k = 0; k < n; k++) {
    const x = left + k * (w + gap)
    const r = 2 * to.u
    to.b.shape('subject', 'rectangle', { x, y: a.y, width: w, height: h }, solid(to.ink.card), {
      radii: [r, r, r, r],
      name: `Offer ${k + 1}`,
    })
    to.b.slot(
      'subject',
      `Offer picture ${k + 1}`,
      'rectangle',
      { x: x + pad, y: a.y + pad, width: w - 2 * pad, height: pictured },
      PHOTOS[k] as string,
    )
    const top = a.y + pad + pictured + 0.3 * size
    const look = { align: 'start', colour: to.ink.onCard } as const
    words(to, said(to, 'cap', k).split(' ').at(-1) as string, x + 1.6 * pad, top, w - 3.2 * pad, {
      size,
      ...look,
      ...display(to),
    })
    words(to, String(24 + 12 * k), x + 1.6 * pad, top + 1.3 * size, w - 3.2 * pad, {
      size: 0.9 * size,
      weight: 700,
      ...look,
    })
  }
  const d = Math.max(12 * to.u, to.smallest * 3.2)
  const [x, y] = [left + n * w + (n - 1) * gap - 0.62 * d, a.y - 0.3 * d]
  to.b.shape('front', 'ellipse', { x, y, width: d, height: d }, solid(to.ink.accent), { name: 'Badge' })
  const price = Math.max(to.smallest, d * 0.26)
  to.b.type(
    'front',
    said(to, 'price', 3),
    { x: x + 0.08 * d, y: y + d / 2 - 0.6 * price, width: 0.84 * d, height: 1.2 * price },
    { family: 'Instrument Sans', weight: 700, size: price, align: 'centre', leading: 1.2 },
    to.ink.onAccent,
    { name: 'Badge words' },
  )
  return h
}

/** Times, what happens and where it is, a line above each; where it is may be left out. */
export const programme: Structure = (to, a) => {
  const size = Math.max(to.smallest, 3 * to.u)
  const step = size * 2
  const rows = Math.max(3, Math.min(5, Math.floor(a.height / step)))
  const w = Math.min(a.width, size * 26)
  for (let k = 0; k < rows; k++) {
    const y = a.y + k * step
    to.b.shape(
      'message',
      'rectangle',
      { x: a.x, y, width: w, height: Math.max(2, 0.2 * to.u) },
      solid(to.ink.accent),
      {
        name: 'Rule',
      },
    )
    const top = y + 0.4 * size
    words(to, `${16 + k}:00`, a.x, top, w * 0.16, { size, align: 'start', weight: 700 })
    words(to, said(to, 'row', k), a.x + w * 0.2, top, w * 0.48, { size, align: 'start' })
    to.b.type(
      'message',
      said(to, 'cap', k),
      { x: a.x + w * 0.7, y: top, width: w * 0.3, height: size * 1.18 },
      { family: to.rtl ? 'Noto Sans Hebrew' : 'Instrument Sans', weight: 400, size, align: 'end' },
      to.ink.words,
      { behaviour: { importance: 'may' } },
    )
  }
  return rows * step
}
