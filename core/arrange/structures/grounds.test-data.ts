import { frame, solid } from '../../../supplies/demo/builder'
import { type Area, type Brush, said, words } from './brush.test-data'

// What lies under them: plain, photos, frames, leaves, halves and bands.

export type GroundName = 'plain' | 'photo' | 'framed' | 'leaves' | 'half' | 'band'
export const GROUNDS: readonly GroundName[] = ['plain', 'photo', 'framed', 'leaves', 'half', 'band']

export function ground(to: Brush, name: GroundName, safe: Area): Area {
  const { width: W, height: H } = to.page
  if (name === 'photo') {
    to.b.covering('backdrop', 'kiln-shelf', { x: 0, y: 0, width: W, height: H })
    to.b.shape('setting', 'rectangle', { x: -2, y: -2, width: W + 4, height: H + 4 }, solid(to.ink.page), {
      opacity: 0.82,
    })
  }
  if (name === 'framed') {
    const d = 3.2 * to.u
    to.b.shape(
      'front',
      'rectangle',
      { x: d, y: d, width: W - 2 * d, height: H - 2 * d },
      { kind: 'none' },
      { stroke: frame(to.ink.accent, Math.max(2, 0.5 * to.u)), name: 'Frame' },
    )
    return inset(safe, 3 * to.u)
  }
  if (name === 'leaves') {
    const w = 34 * to.u
    to.b.picture('front', 'olive-sprig', { x: -w * 0.45, y: H - w * 0.62, width: w, rotation: 24 })
    to.b.picture('front', 'rust-branch', { x: W - w * 0.5, y: -w * 0.4, width: w, rotation: 150 })
    return inset(safe, 2 * to.u)
  }
  if (name === 'half') {
    const wide = W > H * 1.1
    if (wide) {
      to.b.slot(
        'backdrop',
        'Photo',
        'rectangle',
        { x: W * 0.55, y: -2, width: W * 0.45 + 2, height: H + 4 },
        'kiln-shelf',
      )
      return { ...safe, width: W * 0.55 - safe.x - 4 * to.u }
    }
    to.b.slot(
      'backdrop',
      'Photo',
      'rectangle',
      { x: -2, y: -2, width: W + 4, height: H * 0.4 + 2 },
      'kiln-shelf',
    )
    return { ...safe, y: H * 0.4 + 4 * to.u, height: safe.y + safe.height - H * 0.4 - 4 * to.u }
  }
  if (name === 'band') {
    const size = Math.max(to.smallest, 3 * to.u)
    const h = size * 2.6 + Math.max(0, H - safe.y - safe.height)
    to.b.shape(
      'setting',
      'rectangle',
      { x: -2, y: H - h, width: W + 4, height: h + 2 },
      solid(to.ink.accent),
      { name: 'Band' },
    )
    words(to, said(to, 'small'), safe.x, H - h + size * 0.75, safe.width, { size, colour: to.ink.onAccent })
    return { ...safe, height: H - h - safe.y - 3 * to.u }
  }
  return safe
}
export const inset = (a: Area, by: number): Area => ({
  x: a.x + by,
  y: a.y + by,
  width: a.width - 2 * by,
  height: a.height - 2 * by,
})
