import type { Settings } from '../core/outputs/define'
import { likeness, lumaOf } from '../core/outputs/likeness'
import { outputOf } from '../core/outputs/list'
import type { Picture } from '../core/render/render-page'
import { decoded, encodePicture, type How } from './encode'

const KB = 1024
export type Fitted = {
  bytes: Uint8Array<ArrayBuffer>
  settings: Settings
  /** How like it is to what was rendered, at most 1; null where it is the same. */
  likeness: number | null
  encodes: number
  /** What it cost to make it so light, or why it is heavier. */
  message?: string
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
 * worse than `floor` (a likeness, 0–1). What cannot be made so light is made as light as the floor lets, and said.
 */
export async function encodeWithin(
  picture: Picture,
  how: How,
  mostKb: number | null,
  floor = 0,
): Promise<Fitted> {
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
