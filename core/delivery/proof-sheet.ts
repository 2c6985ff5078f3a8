export type Sized = { width: number; height: number }
export type Placed = { index: number; x: number; y: number; width: number; height: number }

/** Things in rows, as wide as they are at a scale; null where they do not fit. `under` is room below each for words. */
function rows(
  all: readonly Sized[],
  room: Sized,
  k: number,
  gap: number,
  under: number,
  least: number,
): Placed[] | null {
  const out: Placed[] = []
  let [x, y, tall] = [0, 0, 0]
  for (const [index, { width, height }] of all.entries()) {
    const [w, h] = [width * k, height * k]
    const taken = Math.max(w, least)
    if (x > 0 && x + taken > room.width + 1e-6) {
      y += tall + under + gap
      ;[x, tall] = [0, 0]
    }
    if (taken > room.width + 1e-6 || y + h + under > room.height + 1e-6) return null
    out.push({ index, x, y, width: w, height: h })
    x += taken + gap
    tall = Math.max(tall, h)
  }
  // Things of one row stand on one line.
  const feet = new Map<number, number>()
  for (const p of out) feet.set(p.y, Math.max(feet.get(p.y) ?? 0, p.height))
  return out.map((p) => ({ ...p, y: p.y + (feet.get(p.y) as number) - p.height }))
}

/**
 * Lays things out in rows in a room, all at the largest scale at which they fit (units of the room to one of theirs); `least` is
 * what each takes in width for its words. Null where not even small ones fit.
 */
export function layOut(
  all: readonly Sized[],
  room: Sized,
  { gap, under, least }: { gap: number; under: number; least: number },
): { scale: number; placed: Placed[] } | null {
  let [low, high] = [0, Math.max(...all.map((a) => Math.min(room.width / a.width, room.height / a.height)))]
  let best: { scale: number; placed: Placed[] } | null = null
  for (let n = 0; n < 40; n++) {
    const k = (low + high) / 2
    const placed = rows(all, room, k, gap, under, least)
    if (placed) {
      best = { scale: k, placed }
      low = k
    } else high = k
  }
  return best
}
