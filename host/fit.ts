import type { Settings } from '../core/outputs/define'
import { likeness, lumaOf } from '../core/outputs/likeness'
import { outputOf } from '../core/outputs/list'
import type { Picture } from '../core/render/render-page'
import { decodedOn, encodePicture, type How, isLossy, pixelsOn } from './encode'

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

/** How like a picture is to itself, encoded. */
export async function likenessOf(picture: Picture, bytes: Uint8Array, ground: string): Promise<number> {
  const [was, is] = await Promise.all([pixelsOn(picture, ground), decodedOn(bytes, ground)])
  return likeness(lumaOf(was, 3), lumaOf(is, 3))
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
  const ground = how.ground ?? '#ffffff'
  let encodes = 0
  const make = async (settings: Settings): Promise<Made> => {
    encodes++
    return { bytes: await encodePicture(picture, { ...how, settings }), settings }
  }
  const told = async ({ bytes, settings }: Made, message?: string): Promise<Fitted> => ({
    bytes,
    settings,
    likeness: isLossy(how.format, settings) ? await likenessOf(picture, bytes, ground) : null,
    encodes,
    ...(message ? { message } : {}),
  })
  const whole = await make(how.settings)
  const fits = ({ bytes }: Made) => mostKb === null || bytes.length <= mostKb * KB
  if (fits(whole)) return told(whole)
  const { dial, label } = outputOf(how.format)
  const heavy = ({ bytes }: Made, what: string) =>
    `It weighs ${Math.ceil(bytes.length / KB).toLocaleString('en')} KB, more than the ${mostKb?.toLocaleString('en')} KB that are wanted. ${what}`
  if (!dial || !(dial.when?.(how.settings) ?? true))
    return told(whole, heavy(whole, `As ${label} it gets no lighter like this: choose another format.`))
  const { setting, values } = dial
  const asked = values.indexOf(how.settings[setting] as never)
  const at = (n: number) => make({ ...how.settings, [setting]: values[n] as number | string })
  let best = await at(0)
  let [low, high] = [0, asked < 0 ? values.length - 1 : asked - 1]
  if (!fits(best)) return told(best, heavy(best, 'That is as light as it gets; export it smaller.'))
  // Weight grows about as a power of the dial: the next try is where it would cross the limit, then halves what is left.
  let [lightest, heaviest] = [best.bytes.length, whole.bytes.length]
  while (low < high) {
    const share =
      Math.log(((mostKb as number) * KB) / lightest) / Math.log(Math.max(heaviest, lightest + 1) / lightest)
    const guess = encodes < 4 ? low + Math.floor(share * (high + 1 - low)) : Math.ceil((low + high) / 2)
    const next = Math.min(high, Math.max(low + 1, guess))
    const made = await at(next)
    if (fits(made)) [low, best, lightest] = [next, made, made.bytes.length]
    else [high, heaviest] = [next - 1, made.bytes.length]
  }
  let like = await likenessOf(picture, best.bytes, ground)
  let up = low
  while (like < floor && up < values.length - 1) {
    up = Math.min(values.length - 1, up + Math.max(1, Math.round((values.length - up) / 6)))
    best = await at(up)
    like = await likenessOf(picture, best.bytes, ground)
  }
  const name = outputOf(how.format).settings[setting]?.label.toLowerCase() ?? setting
  const cost = `${name} ${values[up]} instead of ${how.settings[setting]}, ${(like * 100).toFixed(1)} % like the original`
  return {
    ...best,
    likeness: like,
    encodes,
    message: fits(best)
      ? `Fitted: ${cost}.`
      : heavy(best, `Lighter would be less like the original than wanted (${cost}).`),
  }
}
