import { badInput } from '../basics/errors'
import { fromHex, readColour, toHex } from '../colour/colour'

export type NamedColour = { name: string; colour: string }

/** Names of tokens may not begin with `$` nor have `{`, `}` or `.` in them. */
const tokenName = (name: string): string => name.replace(/[{}.]/g, ' ').replace(/^\$+/, '').trim() || 'colour'

/**
 * Colours as design tokens, in the JSON of the W3C community group's *Design Tokens Format Module* with colours as its *Color
 * Module* (2025) has them: components from 0 to 1 in a named colour space, and the code as a fallback.
 */
export function writeTokens(colours: readonly NamedColour[]): string {
  const out: Record<string, unknown> = {}
  for (const { name, colour } of colours) {
    const { r, g, b, a } = fromHex(colour)
    const short = (v: number) => Math.round(v * 1e5) / 1e5
    let key = tokenName(name)
    for (let n = 2; key in out; n++) key = `${tokenName(name)} ${n}`
    out[key] = {
      $type: 'color',
      $value: {
        colorSpace: 'srgb',
        components: [short(r), short(g), short(b)],
        ...(a < 1 ? { alpha: short(a) } : {}),
        hex: colour.slice(0, 7),
      },
    }
  }
  return `${JSON.stringify(out, null, 2)}\n`
}

const refused = (what: string) =>
  badInput(`These design tokens cannot be used: ${what}. Nothing was changed.`)
/** The most colours that are read from one file. */
const MOST = 200
const LEVELS = 12

/**
 * The colours of a design tokens file in the order in which they stand, groups and aliases resolved; older files that
 * have colours as codes are read too. Throws `bad-input` for what is no such file.
 */
export function readTokens(text: string): NamedColour[] {
  let root: unknown
  try {
    root = JSON.parse(text)
  } catch {
    throw refused('the file is not JSON')
  }
  if (!isObject(root)) throw refused('a file of tokens is an object of named tokens')
  const found: { path: string[]; value: unknown }[] = []
  walk(root, [], null, found)
  const byPath = new Map(found.map((t) => [t.path.join('.'), t.value]))
  const colours = found.map(({ path, value }) => ({
    name: path.join(' ').slice(0, 60),
    colour: colourOf(value, byPath, path.join('.')),
  }))
  if (colours.length === 0) throw refused('there is no token of the type “color” in the file')
  if (colours.length > MOST)
    throw refused(`there are ${colours.length} colours in the file, at most ${MOST} can be taken in`)
  return colours
}
const isObject = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v)
function walk(
  node: Record<string, unknown>,
  path: string[],
  type: unknown,
  out: { path: string[]; value: unknown }[],
): void {
  if (path.length > LEVELS) throw refused(`groups lie more than ${LEVELS} deep in each other`)
  const own = node.$type ?? type
  if ('$value' in node) {
    if (own === 'color') out.push({ path, value: node.$value })
    return
  }
  for (const [key, inner] of Object.entries(node))
    if (!key.startsWith('$') && isObject(inner)) walk(inner, [...path, key], own, out)
}
function colourOf(value: unknown, byPath: ReadonlyMap<string, unknown>, name: string): string {
  let held = value
  for (let n = 0; typeof held === 'string' && /^\{.+\}$/.test(held); n++) {
    if (n > LEVELS) throw refused(`“${name}” stands for itself`)
    const path = held.slice(1, -1)
    if (!byPath.has(path)) throw refused(`“${name}” stands for “${path}”, which is not in the file`)
    held = byPath.get(path)
  }
  let read: string | null
  if (typeof held === 'string') read = readColour(held)
  else if (isObject(held)) read = fromComponents(held)
  else read = null
  if (!read) throw refused(`“${name}” is no colour that can be read`)
  return read
}
/** CSS names what the module's colour spaces are called, but for these. */
const FUNCTIONS: Record<string, (c: string, alpha: string) => string> = {
  hsl: (c, alpha) => `hsl(${percents(c, [1, 2])} / ${alpha})`,
  hwb: (c, alpha) => `hwb(${percents(c, [1, 2])} / ${alpha})`,
  lab: (c, alpha) => `lab(${c} / ${alpha})`,
  lch: (c, alpha) => `lch(${c} / ${alpha})`,
  oklab: (c, alpha) => `oklab(${c} / ${alpha})`,
  oklch: (c, alpha) => `oklch(${c} / ${alpha})`,
}
const percents = (c: string, at: readonly number[]): string =>
  c
    .split(' ')
    .map((v, n) => (at.includes(n) ? `${v}%` : v))
    .join(' ')
function fromComponents(value: Record<string, unknown>): string | null {
  const { colorSpace, components, alpha, hex } = value
  const numbers =
    Array.isArray(components) &&
    components.length === 3 &&
    components.every((v) => v === 'none' || Number.isFinite(v))
  const a = typeof alpha === 'number' && alpha >= 0 && alpha <= 1 ? alpha : 1
  if (!numbers || typeof colorSpace !== 'string') return typeof hex === 'string' ? readColour(hex) : null
  if (colorSpace === 'srgb') {
    const [r, g, b] = components.map((v) => (v === 'none' ? 0 : Math.min(1, Math.max(0, v)))) as [
      number,
      number,
      number,
    ]
    return toHex({ r, g, b, a })
  }
  const list = components.join(' ')
  return (
    readColour(FUNCTIONS[colorSpace]?.(list, String(a)) ?? `color(${colorSpace} ${list} / ${a})`) ??
    (typeof hex === 'string' ? readColour(hex) : null)
  )
}
