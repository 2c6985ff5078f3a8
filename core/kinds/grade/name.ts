import { byOrder } from '../../basics/order'
import { colourName } from '../../colour/names'
import { type Treatment, treatmentKinds } from '../../treatments/list'

const HEX = /^#[0-9a-f]{6}/i
const word = (colour: unknown): string | null =>
  typeof colour === 'string' && HEX.test(colour) ? colourName(colour.slice(0, 7)) : null
const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1)

/** From which colour to which a treatment maps what is dark and what is light; null where it does nothing of the kind. */
function ends(t: Treatment): [unknown, unknown] | null {
  if (t.dark !== undefined && t.light !== undefined) return [t.dark, t.light]
  if (!Array.isArray(t.stops)) return null
  const stops = t.stops as { offset: number; colour: string }[]
  const both: [unknown, unknown] = [stops[0]?.colour, stops.at(-1)?.colour]
  return t.reversed ? [both[1], both[0]] : both
}
function nameOf(t: Treatment): string {
  const label = treatmentKinds.get(t.kind)?.label ?? t.kind
  const mapped = ends(t)
  const [dark, light] = mapped ? mapped.map(word) : []
  if (dark && light) return capital(`${dark} to ${light}`)
  const file = Object.values(t).find(
    (v): v is { source: string; name: string } =>
      typeof v === 'object' && v !== null && 'source' in v && 'name' in v,
  )
  return file?.name || label
}

/** What a grade is called that nobody named: by what it does, *Dusk blue to straw*, *Blur and grain*. */
export function gradeName(treatments: Record<string, Treatment>): string {
  const names = Object.values(treatments)
    .filter((t) => t.on)
    .sort((a, b) => byOrder(a, b))
    .map(nameOf)
  const [first, second, ...rest] = names
  if (!first) return 'Grade'
  if (!second) return first
  const lower = second.slice(0, 1).toLowerCase() + second.slice(1)
  return rest.length === 0 ? `${first} and ${lower}` : `${first}, ${lower} and ${rest.length} more`
}
