import { circle, type Graphic, INKS, polar, polygon, type Spot, stroke, through, times } from './pen'
import { random } from './random'

const { clay, rust, ochre, pine, teal, plum, ink, night } = INKS
/** Ways that arrows take: onward, round a bend, back around. */
const WAYS: Record<'on' | 'bend' | 'back', { label: string; words: string; points: readonly Spot[] }> = {
  on: {
    label: 'straight on',
    words: 'right next',
    points: [
      [60, 300],
      [300, 296],
      [540, 302],
      [760, 300],
    ],
  },
  bend: {
    label: 'round a bend',
    words: 'curve up swing',
    points: [
      [70, 520],
      [180, 340],
      [420, 200],
      [740, 150],
    ],
  },
  back: {
    label: 'turning back',
    words: 'return around loop',
    points: [
      [120, 140],
      [520, 110],
      [700, 260],
      [560, 430],
      [190, 450],
    ],
  },
}
type Way = keyof typeof WAYS
const end = (line: readonly Spot[]): { tip: Spot; a: number } => {
  const [p, q] = [line.at(-3), line.at(-1)] as [Spot, Spot]
  return { tip: q, a: Math.atan2(q[1] - p[1], q[0] - p[0]) }
}
/** A head whose sides go back from the tip. */
const barbs = (tip: Spot, a: number, long: number, wide: number, w: number): string =>
  [-1, 1]
    .map((s) =>
      stroke(
        through(
          [
            tip,
            polar(...polar(...tip, long * 0.5, a + Math.PI), wide * 0.34, a + (s * Math.PI) / 2),
            polar(...polar(...tip, long, a + Math.PI), wide * 0.72, a + (s * Math.PI) / 2),
          ],
          6,
        ),
        () => w,
      ),
    )
    .join('')
const solid = (tip: Spot, a: number, long: number, wide: number, notch = 0.2): string =>
  polygon([
    polar(...tip, long * 0.3, a),
    polar(...polar(...tip, long * 0.7, a + Math.PI), wide / 2, a + Math.PI / 2),
    polar(...tip, long * (0.7 - notch), a + Math.PI),
    polar(...polar(...tip, long * 0.7, a + Math.PI), wide / 2, a - Math.PI / 2),
  ])
const ends = (line: readonly Spot[], keep = 1): Spot[] =>
  line.slice(0, Math.max(2, Math.round(line.length * keep)))

type Manner = { id: string; label: string; words: string; draw: (line: Spot[], way: Way) => Graphic['parts'] }
const manners: readonly Manner[] = [
  {
    id: 'bold',
    label: 'Bold arrow',
    words: 'bold thick block',
    draw: (l) => ({
      shaft: { colour: clay, d: stroke(ends(l, 0.93), () => 64, false) },
      head: { colour: clay, d: solid(end(l).tip, end(l).a, 190, 210, 0) },
    }),
  },
  {
    id: 'fine',
    label: 'Fine arrow',
    words: 'thin line elegant',
    draw: (l) => ({
      line: { colour: ink, d: stroke(l, () => 10) + barbs(end(l).tip, end(l).a, 78, 74, 10) },
    }),
  },
  {
    id: 'brushed',
    label: 'Brushed arrow',
    words: 'brush hand drawn paint',
    draw(l) {
      const rnd = random(l.length + Math.round(l[0]?.[1] ?? 0))
      const hairs = times(6, (k) =>
        stroke(
          l.map(([x, y], n): Spot => [x + (rnd() - 0.5) * 3, y - 16 + k * 6.4 + Math.sin(n * 0.7 + k) * 2]),
          (t) => (8 + rnd() * 5) * (1.25 - t * 0.5),
        ),
      )
      return {
        paint: { colour: rust, d: hairs.join('') },
        head: { colour: rust, d: barbs(end(l).tip, end(l).a, 130, 130, 34) },
      }
    },
  },
  {
    id: 'dotted',
    label: 'Dotted arrow',
    words: 'dots route steps',
    draw: (l) => ({
      dots: {
        colour: pine,
        d: l
          .filter((_, n) => n % 2 === 0 && n < l.length - 3)
          .map(([x, y]) => circle(x, y, 13))
          .join(''),
      },
      head: { colour: ochre, d: solid(end(l).tip, end(l).a, 130, 130) },
    }),
  },
  {
    id: 'wavy',
    label: 'Wavy arrow',
    words: 'wave playful line',
    draw(l) {
      const waved = l.map((p, n): Spot => {
        const q = l[Math.min(l.length - 1, n + 1)] as Spot
        const o = l[Math.max(0, n - 1)] as Spot
        const a = Math.atan2(q[1] - o[1], q[0] - o[0])
        return polar(
          ...p,
          Math.sin((n / (l.length - 1)) * Math.PI * 7) * 26 * Math.min(1, (l.length - 1 - n) / 5),
          a + Math.PI / 2,
        )
      })
      return {
        line: {
          colour: teal,
          d: stroke(through(waved, 3), () => 22) + barbs(end(l).tip, end(l).a, 92, 96, 22),
        },
      }
    },
  },
  {
    id: 'looped',
    label: 'Looped arrow',
    words: 'loop curl hand drawn',
    draw(l) {
      const n = Math.round(l.length * 0.5)
      const [x, y] = l[n] as Spot
      const loop = times(
        15,
        (k): Spot => [
          x + Math.sin((k / 14) * Math.PI * 2) * 74,
          y - 78 + Math.cos((k / 14) * Math.PI * 2) * 78,
        ],
      )
      const whole = [...l.slice(0, n), ...loop, ...l.slice(n + 1)]
      return { line: { colour: plum, d: stroke(whole, () => 17) + barbs(end(l).tip, end(l).a, 84, 86, 17) } }
    },
  },
  {
    id: 'tapered',
    label: 'Tapered arrow',
    words: 'swoosh taper quick',
    draw: (l) => ({
      sweep: { colour: ochre, d: stroke(ends(l, 0.95), (t) => 4 + t * 62) },
      head: { colour: clay, d: solid(end(l).tip, end(l).a, 160, 190, 0.16) },
    }),
  },
  {
    id: 'double',
    label: 'Double-lined arrow',
    words: 'outline double line',
    draw(l) {
      const off = (by: number) =>
        l.map((p, n): Spot => {
          const q = l[Math.min(l.length - 1, n + 1)] as Spot
          const o = l[Math.max(0, n - 1)] as Spot
          return polar(...p, by, Math.atan2(q[1] - o[1], q[0] - o[0]) + Math.PI / 2)
        })
      return {
        line: {
          colour: night,
          d:
            stroke(ends(off(-18), 0.94), () => 11) +
            stroke(ends(off(18), 0.94), () => 11) +
            barbs(end(l).tip, end(l).a, 116, 128, 13),
        },
      }
    },
  },
]
/** Arrows of eight manners, each straight on, round a bend and turning back. */
export const arrows: Graphic[] = manners.flatMap((m) =>
  (Object.keys(WAYS) as Way[]).map((way): Graphic => {
    const { label, words, points } = WAYS[way]
    return {
      name: `arrow-${m.id}-${way}`,
      label: `${m.label}, ${label}`,
      words: `arrow pointer direction ${m.words} ${words}`,
      width: 860,
      height: 600,
      parts: m.draw(through(points, 9), way),
    }
  }),
)
