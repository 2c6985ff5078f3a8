import type { Settings } from '../core/outputs/define'
import { likeness, lumaOf } from '../core/outputs/likeness'
import { outputOf } from '../core/outputs/list'
import type { Picture } from '../core/render/render-page'
import { decoded, encodePicture, type How, rawOf } from './encode'

const KB = 1024
export type Fitted = {
  bytes: Uint8Array<ArrayBuffer>
  settings: Settings
  /** How like it is to what was rendered, at most 1; null where it is the same. */
  likeness: number | null
  encodes: number
  /** What was encoded: what was rendered, or that with fewer pixels. */
  picture: Picture
  /** What it cost to make it so light, or why it is heavier. */
  message?: string
}
/** A weight that a file is to keep, KB (1024 bytes); null for any. */
export type Weight = {
  mostKb: number | null
  /** The least likeness that a file is made of for its weight, 0–1. */
  floor?: number
  /** What is still too heavy then may have fewer pixels. */
  smaller?: boolean | undefined
}
type Made = { bytes: Uint8Array<ArrayBuffer>; settings: Settings }

/** How like a file is to the picture that it was made of. */
export const likenessOf = async (picture: Picture, bytes: Uint8Array): Promise<number> =>
  likeness(lumaOf(picture), lumaOf(await decoded(bytes)))

/** The last of so many numbers from 0 on for which something holds that holds for no later one once it does not; −1 for none. */
async function lastWhere(count: number, holds: (n: number) => Promise<boolean>): Promise<number> {
  let [low, high] = [-1, count - 1]
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (await holds(middle)) low = middle
    else high = middle - 1
  }
  return low
}

/**
 * Encodes within a weight: with the best value of the format's dial, up to the one asked for, whose file is light enough, but no
 * worse than `floor` (a likeness, 0–1). What cannot be made so light is made as light as the floor lets, and said; or with fewer
 * pixels, where it may.
 */
export async function encodeWithin(picture: Picture, how: How, weight: Weight): Promise<Fitted> {
  const whole = await withAllPixels(picture, how, weight)
  return weight.smaller && isHeavy(whole, weight) ? withFewer(picture, how, weight, whole) : whole
}
const isHeavy = ({ bytes }: { bytes: Uint8Array }, { mostKb }: Weight): boolean =>
  mostKb !== null && bytes.length > mostKb * KB
/** Weight goes with the number of pixels, a little less than in step: tried a little below, again where it was not enough. */
const BELOW = 0.96
const TRIES = 5
/** px that a side keeps at least. */
const LEAST_SIDE = 16
async function withFewer(picture: Picture, how: How, weight: Weight, first: Fitted): Promise<Fitted> {
  const limit = (weight.mostKb ?? 0) * KB
  let made = first
  let share = 1
  for (let n = 0; n < TRIES && isHeavy(made, weight); n++) {
    share *= Math.sqrt(limit / made.bytes.length) * BELOW
    const [width, height] = [picture.width, picture.height].map((v) => Math.round(v * share)) as [
      number,
      number,
    ]
    if (Math.min(width, height) < LEAST_SIDE) break
    const small = await reduced(picture, width, height)
    // At the quality that was reached; the weight that is left is found by size.
    const bytes = await encodePicture(small, { ...how, settings: first.settings })
    const like = first.likeness === null ? null : await likenessOf(small, bytes)
    made = { bytes, settings: first.settings, likeness: like, encodes: made.encodes + 1, picture: small }
  }
  if (isHeavy(made, weight)) return first
  const { width, height } = made.picture
  return {
    ...made,
    message: `Fitted: ${width} × ${height} px instead of ${picture.width} × ${picture.height}, as nothing else was light enough.`,
  }
}
async function reduced(picture: Picture, width: number, height: number): Promise<Picture> {
  const { data, info } = await rawOf(picture)
    .resize(width, height, { fit: 'fill', kernel: 'lanczos3' })
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) }
}
async function withAllPixels(picture: Picture, how: How, { mostKb, floor = 0 }: Weight): Promise<Fitted> {
  const { dial, label, loses, settings: defined } = outputOf(how.format)
  const made = new Map<string, Promise<Made>>()
  const make = (settings: Settings): Promise<Made> => {
    const key = JSON.stringify(settings)
    const known = made.get(key)
    if (known) return known
    const file = encodePicture(picture, { ...how, settings }).then((bytes) => ({ bytes, settings }))
    made.set(key, file)
    return file
  }
  const told = async ({ bytes, settings }: Made, message?: string): Promise<Fitted> => ({
    bytes,
    settings,
    likeness: loses(settings) ? await likenessOf(picture, bytes) : null,
    encodes: made.size,
    picture,
    ...(message ? { message } : {}),
  })
  const whole = await make(how.settings)
  const fits = ({ bytes }: Made) => mostKb === null || bytes.length <= mostKb * KB
  if (fits(whole)) return told(whole)
  const heavy = ({ bytes }: Made, what: string) =>
    `It weighs ${Math.ceil(bytes.length / KB).toLocaleString('en')} KB, more than the ${mostKb?.toLocaleString('en')} KB that are wanted. ${what}`
  if (!dial || !(dial.when?.(how.settings) ?? true))
    return told(whole, heavy(whole, `As ${label} it gets no lighter like this: choose another format.`))
  const { setting, values } = dial
  const asked = how.settings[setting]
  // Only what is lighter than what was asked for.
  const lighter = values.slice(0, Math.max(1, values.indexOf(asked as never)))
  const at = (n: number) => make({ ...how.settings, [setting]: lighter[n] as number | string })
  const light = await lastWhere(lighter.length, async (n) => fits(await at(n)))
  const isWorse = async (n: number) => (await likenessOf(picture, (await at(n)).bytes)) < floor
  let chosen = Math.max(0, light)
  if (floor > 0 && (await isWorse(chosen))) chosen = (await lastWhere(lighter.length, isWorse)) + 1
  const best = chosen < lighter.length ? await at(chosen) : whole
  const fitted = await told(best)
  const name = defined[setting]?.label.toLowerCase() ?? setting
  const like = ((fitted.likeness ?? 1) * 100).toFixed(1)
  const cost = `${name} ${best.settings[setting]} instead of ${asked}, ${like} % like the original`
  if (fits(best)) return { ...fitted, message: `Fitted: ${cost}.` }
  return {
    ...fitted,
    message: heavy(
      best,
      light < 0 && chosen === 0
        ? 'That is as light as it gets; export it smaller.'
        : `Lighter would be less like the original than wanted (${cost}).`,
    ),
  }
}
