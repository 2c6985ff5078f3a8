import { circle, ellipse, type Graphic, P, polar, type Spot, smooth, stroke, through } from './pen'

/**
 * Figures of one manner: bodies like thrown vessels, small heads, long limbs, no faces. Angles are degrees from straight down,
 * positive to the right; an arm is shoulder and elbow, a leg hip and knee.
 */
type Limb = readonly [upper: number, lower: number]
type Pose = {
  /** Where the hips are, and how the back leans. */
  hips: Spot
  lean: number
  nod?: number
  arms: readonly [back: Limb, front: Limb]
  legs: readonly [back: Limb, front: Limb]
}
type Build = { tall: number; wide: number; head: number }
type Hair = 'short' | 'bun' | 'long' | 'curls' | 'cap' | 'bob' | 'scarf' | 'tail'
type Dress = 'trousers' | 'skirt' | 'dress' | 'shorts'
export type Figure = {
  name: string
  label: string
  words: string
  pose: Pose
  build?: Partial<Build>
  hair: Hair
  wears: Dress
  colours: readonly [skin: string, top: string, bottom: string, dark: string]
  /** What is in the hand or stood by, in the colour of the sleeve. */
  /** Sits on a stool. */
  seat?: true
  more?: (at: { hand: Spot; other: Spot; head: Spot; hips: Spot; feet: readonly [Spot, Spot] }) => string
}

const RAD = Math.PI / 180
const down = ([x, y]: Spot, degrees: number, length: number): Spot =>
  polar(x, y, length, (90 - degrees) * RAD)
/** A darker tone of a colour, for what lies behind. */
export function shade(hex: string, by = 0.82): string {
  const part = (n: number) =>
    Math.round(Number.parseInt(hex.slice(n, n + 2), 16) * by)
      .toString(16)
      .padStart(2, '0')
  return `#${part(1)}${part(3)}${part(5)}`
}
const limb = (a: Spot, b: Spot, c: Spot, from: number, to: number): string =>
  stroke(through([a, b, c], 6), (t) => from + (to - from) * t)

function hairOf(kind: Hair, [x, y]: Spot, r: number, nod: number): string {
  const cap = smooth(
    [-170, -140, -90, -40, -8, -60, -110, -150].map((a, n) =>
      polar(x, y - r * 0.06, n < 5 ? r * 1.12 : r * 0.62, (a + nod) * RAD),
    ),
  )
  if (kind === 'bun') return cap + circle(...polar(x, y, r * 1.32, (-125 + nod) * RAD), r * 0.46)
  if (kind === 'curls')
    return Array.from({ length: 8 }, (_, k) =>
      circle(...polar(x, y - r * 0.1, r * 0.92, (-185 + k * 25 + nod) * RAD), r * 0.42),
    ).join('')
  if (kind === 'long')
    return (
      cap +
      stroke(
        through(
          [
            polar(x, y, r * 0.9, (-150 + nod) * RAD),
            [x - r * 1.15, y + r * 0.7],
            [x - r * 1.05, y + r * 2.1],
          ],
          6,
        ),
        (t) => r * (0.8 - t * 0.5),
      )
    )
  if (kind === 'tail')
    return (
      cap +
      stroke(
        through(
          [polar(x, y, r * 1.0, (-160 + nod) * RAD), [x - r * 1.9, y - r * 0.2], [x - r * 2.1, y + r * 1.1]],
          6,
        ),
        (t) => r * (0.62 - t * 0.45),
      )
    )
  if (kind === 'bob')
    return (
      cap +
      smooth([
        [x - r * 1.08, y - r * 0.5],
        [x - r * 1.2, y + r * 0.5],
        [x - r * 0.7, y + r * 0.86],
        [x - r * 0.5, y + r * 0.1],
      ])
    )
  if (kind === 'cap')
    return `${cap}M${P(x + r * 0.2, y - r * 0.62)}L${P(x + r * 1.75, y - r * 0.5)}L${P(x + r * 1.7, y - r * 0.28)}L${P(x + r * 0.2, y - r * 0.28)}Z`
  if (kind === 'scarf')
    return smooth([
      [x - r * 1.15, y - r * 0.2],
      [x - r * 0.4, y - r * 1.16],
      [x + r * 0.8, y - r * 0.78],
      [x + r * 0.62, y - r * 0.3],
      [x - r * 0.1, y - r * 0.1],
      [x - r * 0.2, y + r * 0.8],
      [x - r * 0.7, y + r * 1.3],
      [x - r * 1.2, y + r * 0.8],
    ])
  return cap
}

export function figure({ pose, build, hair, wears, colours, more, seat }: Figure): Graphic['parts'] {
  const { tall, wide, head: big } = { tall: 1, wide: 1, head: 1, ...build }
  const [skin, top, bottom, dark] = colours
  const [thigh, shin, arm, fore, back] = [172, 172, 118, 116, 200].map((v) => v * tall) as [
    number,
    number,
    number,
    number,
    number,
  ]
  const hips = pose.hips
  const neck = down(hips, 180 - pose.lean, back)
  const across = (at: Spot, half: number, degrees: number): [Spot, Spot] => [
    polar(at[0], at[1], -half, degrees * RAD),
    polar(at[0], at[1], half, degrees * RAD),
  ]
  const shoulders = across(down(neck, -pose.lean, 18 * tall), 40 * wide, pose.lean)
  const hipsAt = across(hips, 25 * wide, 0)
  const legs = pose.legs.map(([a, b], n) => {
    const from = hipsAt[n] as Spot
    const knee = down(from, a, thigh)
    return { from, knee, foot: down(knee, b, shin), way: b }
  })
  const arms = pose.arms.map(([a, b], n) => {
    const from = shoulders[n] as Spot
    const elbow = down(from, a, arm)
    return { from, elbow, hand: down(elbow, b, fore) }
  })
  const [legB, legF] = legs as [(typeof legs)[0], (typeof legs)[0]]
  const [armB, armF] = arms as [(typeof arms)[0], (typeof arms)[0]]
  const r = 40 * big * Math.sqrt(tall)
  const head = down(neck, 180 - pose.lean * 0.6 - (pose.nod ?? 0), 22 * tall + r * 0.86)
  const wB = 46 * wide
  const leg = (l: typeof legF, w: number) => limb(l.from, l.knee, l.foot, w, w * 0.5)
  const upper = (l: typeof legF, w: number, share: number) => {
    const end: Spot = [
      l.from[0] + (l.knee[0] - l.from[0]) * share,
      l.from[1] + (l.knee[1] - l.from[1]) * share,
    ]
    return limb(l.from, [(l.from[0] + end[0]) / 2, (l.from[1] + end[1]) / 2], end, w, w * 0.92)
  }
  const shoe = (l: typeof legF) => {
    const toe: Spot = [l.foot[0] + (l.way > 40 ? 10 : 38) * tall, l.foot[1] + (l.way > 40 ? 34 : 2) * tall]
    return stroke([l.foot, toe], (t) => (28 - t * 8) * Math.sqrt(tall))
  }
  const torso = smooth([
    ...[shoulders[0], down(neck, 180 - pose.lean, 4), shoulders[1]].map((p) => p as Spot),
    polar(...down(neck, -pose.lean, back * 0.55), 33 * wide, pose.lean * RAD),
    polar(hips[0], hips[1], 42 * wide, 8 * RAD),
    [hips[0], hips[1] + 14],
    polar(hips[0], hips[1], 42 * wide, 172 * RAD),
    polar(...down(neck, -pose.lean, back * 0.55), -33 * wide, pose.lean * RAD),
  ])
  const hem = (share: number, flare: number) => {
    const l = legB.knee
    const m = legF.knee
    const [lx, ly] = [
      hips[0] + (Math.min(l[0], m[0]) - hips[0]) * share,
      hips[1] + (Math.max(l[1], m[1]) - hips[1]) * share,
    ]
    const rx = hips[0] + (Math.max(l[0], m[0]) - hips[0]) * share
    return smooth([
      [hips[0] - 36 * wide, hips[1] - 26],
      [hips[0] + 36 * wide, hips[1] - 26],
      [(hips[0] + rx) / 2 + 42 * wide, (hips[1] + ly) / 2],
      [rx + flare * wide, ly],
      [(lx + rx) / 2, ly + 14],
      [lx - flare * wide, ly],
      [(hips[0] + lx) / 2 - 42 * wide, (hips[1] + ly) / 2],
    ])
  }
  const below: Record<Dress, () => string> = {
    trousers: () => leg(legB, wB * 1.16) + leg(legF, wB * 1.16),
    shorts: () => upper(legB, wB * 1.3, 0.62) + upper(legF, wB * 1.3, 0.62),
    skirt: () => hem(0.95, 34),
    dress: () => hem(1.12, 44),
  }
  const lower = below[wears]()
  const [sx, sy] = hips
  const stool = seat
    ? `M${P(sx - 66, sy + 22)}h132v20h-132ZM${P(sx - 52, sy + 42)}h16l-10 ${Math.round(844 - sy - 42)}h-16ZM${P(sx + 36, sy + 42)}h16l10 ${Math.round(844 - sy - 42)}h-16Z`
    : ''
  const own = more?.({ hand: armF.hand, other: armB.hand, head, hips, feet: [legB.foot, legF.foot] }) ?? ''
  return {
    back: {
      colour: shade(skin),
      d: `${wears === 'trousers' ? '' : leg(legB, wB * 0.96) + leg(legF, wB * 0.96)}${limb(armB.from, armB.elbow, armB.hand, 33 * wide, 19)}${circle(...armB.hand, 15)}${limb(neck, neck, head, 27, 27)}`,
    },
    bottom: { colour: bottom, d: lower },
    top: {
      colour: wears === 'dress' ? bottom : top,
      d:
        torso +
        limb(
          armB.from,
          polar(armB.from[0], armB.from[1], 0, 0),
          [(armB.from[0] + armB.elbow[0] * 2) / 3, (armB.from[1] + armB.elbow[1] * 2) / 3],
          44 * wide,
          36 * wide,
        ),
    },
    skin: {
      colour: skin,
      d: `${ellipse(...head, r * 0.88, r)}${limb(armF.from, armF.elbow, armF.hand, 33 * wide, 19)}${circle(...armF.hand, 15)}`,
    },
    sleeve: {
      colour: shade(wears === 'dress' ? bottom : top, 0.88),
      d: `${limb(armF.from, armF.from, [(armF.from[0] + armF.elbow[0] * 2) / 3, (armF.from[1] + armF.elbow[1] * 2) / 3], 46 * wide, 37 * wide)}${own}${stool}`,
    },
    hair: { colour: dark, d: hairOf(hair, head, r, pose.lean * 0.6) + shoe(legB) + shoe(legF) },
  }
}
