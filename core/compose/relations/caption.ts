import { centreOf, heightOf, widthOf } from '../../geometry/bounds'
import { apart, gapX, gapY, type Item, isWords, sizeOf } from '../item'
import { defineRelation, type Relation } from '../relation'

/** A caption is at most so large, of the largest words. */
const SMALL = 0.62
/** Or of its host's height. */
const BESIDE = 0.2
/** It is at most so far from its host, of its own size. */
const NEAR = 1.7
/** Whatever else it could belong to is farther by this factor. */
const NEARER = 1.25
/** A host takes at most so much of the page. */
const HOST = 0.4
const HOSTS = ['cutout', 'photo', 'graphic', 'group', 'shape']

/** Words near one picture, card or person and in line with it, nearer than to any other. */
export const caption = defineRelation({
  kind: 'caption',
  find(c, found) {
    const largest = Math.max(0, ...c.items.map(sizeOf))
    const out: Relation[] = []
    const free = c.items.filter(
      (i) => isWords(i) && !found.some((f) => f.of.includes(i.id) || f.to.includes(i.id)),
    )
    const hosts = c.items.filter(
      (h) =>
        HOSTS.includes(h.role) &&
        widthOf(h.ink) * heightOf(h.ink) < HOST * c.width * c.height &&
        !found.some((f) => (f.kind === 'ground' || f.kind === 'frames') && f.of.includes(h.id)),
    )
    for (const w of [...free].sort((a, b) => a.ink.top - b.ink.top)) {
      const size = sizeOf(w)
      const host = hostOf(w, hosts, size)
      // Where all words are of one size, those are captions that are small beside their host.
      const small = size <= SMALL * largest || (host !== null && size < BESIDE * heightOf(host.ink))
      if (!small) continue
      // A second line under a caption belongs to the same host.
      const above = out.find((r) => {
        const line = c.items.find((i) => i.id === r.of[0])
        return line && follows(w, line, size)
      })
      const to = host?.id ?? above?.to[0]
      if (to) out.push({ kind: 'caption', of: [w.id], to: [to] })
    }
    return out
  },
  sentence: ({ to }, nameOf) => `is the caption of ${nameOf(to[0] ?? '')}`,
})
function hostOf(w: Item, hosts: readonly Item[], size: number): Item | null {
  const [first, second] = hosts.map((h) => ({ h, away: apart(w.ink, h.ink) })).sort((a, b) => a.away - b.away)
  if (!first || first.away > NEAR * size || !inLine(w, first.h, size)) return null
  return second && second.away < first.away * NEARER + 0.3 * size ? null : first.h
}
/** Beneath or above it and in its line, or beside it and level with a part of it. */
function inLine(w: Item, h: Item, size: number): boolean {
  const [a, b] = [w.ink, h.ink]
  if (gapX(a, b) < 0) {
    const near = 0.6 * size + 0.03 * widthOf(b)
    const lined =
      Math.abs(a.left - b.left) < near ||
      Math.abs(a.right - b.right) < near ||
      Math.abs(centreOf(a).x - centreOf(b).x) < near
    return lined && widthOf(a) < 1.5 * widthOf(b) + size
  }
  return gapY(a, b) < -0.6 * Math.min(heightOf(a), heightOf(b)) && heightOf(a) < 1.2 * heightOf(b)
}
const follows = (w: Item, line: Item, size: number): boolean =>
  gapY(w.ink, line.ink) < 1.1 * size &&
  w.ink.top >= line.ink.bottom - 1 &&
  (Math.abs(w.ink.left - line.ink.left) < 0.4 * size ||
    Math.abs(centreOf(w.ink).x - centreOf(line.ink).x) < 0.4 * size)
