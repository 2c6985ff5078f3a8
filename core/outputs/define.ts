import { badInput } from '../basics/errors'

/** Something to choose about how a file is written. `when` says for which other choices it counts. */
export type Setting = { label: string; when?: (settings: Settings) => boolean } & (
  | { kind: 'number'; first: number; least: number; most: number; unit?: string }
  | { kind: 'choice'; first: string; options: readonly (readonly [value: string, label: string])[] }
  | { kind: 'tick'; first: boolean }
  /** One of the print profiles that people brought, by its SHA-256; '' for the general one. */
  | { kind: 'profile'; first: '' }
)
export type Settings = Readonly<Record<string, number | string | boolean>>
/** What weight is bought with: values of one setting, the lightest file first. */
type Dial = {
  setting: string
  values: readonly (number | string)[]
  when?: (settings: Settings) => boolean
}
/** A kind of file that designs are delivered as. Panel, command line, HTTP interface and documents are drawn from it. */
export type OutputFormat = {
  id: string
  label: string
  /** How its files end, the first one ours. */
  endings: readonly [string, ...string[]]
  mime: string
  /** A picture of a page, the page with its lines and letters, or the design itself with it. */
  takes: 'picture' | 'page' | 'design'
  keeps: { transparency: boolean; layers: boolean; sharpType?: boolean }
  /** One file may hold several pages: the setting that says so. */
  together?: string
  /** What it is good for, in one sentence. */
  says: string
  /** px that a side may have; null for as many as there are. */
  mostSide: number | null
  /** Whether browsers show it. */
  seenInBrowsers: boolean
  /** Whether what is read back may differ from what was designed. */
  loses: (settings: Settings) => boolean
  settings: Readonly<Record<string, Setting>>
  dial: Dial | null
}
export const defineOutput = <const F extends OutputFormat>(format: F): F => format

/** Light, or the four printing inks. */
export const COLOUR = {
  kind: 'choice',
  label: 'Colour',
  first: 'srgb',
  options: [
    ['srgb', 'sRGB'],
    ['cmyk', 'CMYK'],
  ],
} as const satisfies Setting
/** Which inks on which paper. */
export const PROFILE = {
  kind: 'profile',
  label: 'Print profile',
  first: '',
  when: (s) => s.colour === 'cmyk',
} as const satisfies Setting
export const DEPTH = {
  kind: 'choice',
  label: 'Depth',
  first: '8',
  options: [
    ['8', '8 bits a channel'],
    ['16', '16 bits a channel'],
  ],
} as const satisfies Setting
export const numbers = (least: number, most: number): number[] =>
  Array.from({ length: most - least + 1 }, (_, n) => least + n)

const fits = (setting: Setting, value: unknown): boolean => {
  if (setting.kind === 'number')
    return typeof value === 'number' && value >= setting.least && value <= setting.most
  if (setting.kind === 'choice') return setting.options.some(([v]) => v === value)
  if (setting.kind === 'profile') return typeof value === 'string' && /^([0-9a-f]{64})?$/.test(value)
  return typeof value === 'boolean'
}
/** Whether a picture is written in 16 bits a channel. */
export const isDeep = (format: OutputFormat, s: Settings): boolean =>
  s.depth === '16' && (format.settings.depth?.when?.(s) ?? false)
/** What a setting takes, in words. */
export const takesOf = (setting: Setting): string => {
  if (setting.kind === 'number') return `a number from ${setting.least} to ${setting.most}`
  if (setting.kind === 'choice') return `one of ${setting.options.map(([v]) => v).join(', ')}`
  if (setting.kind === 'profile') return 'a profile of the printing inks, or nothing for the general one'
  return 'true or false'
}
/** All settings of a format: what is given, else what it begins with. Throws `bad-input` for a value that it does not take. */
export function settingsOf(format: OutputFormat, given: Readonly<Record<string, unknown>> = {}): Settings {
  return Object.fromEntries(
    Object.entries(format.settings).map(([key, setting]) => {
      const value = given[key] ?? setting.first
      if (!fits(setting, value))
        throw badInput(
          `“${setting.label}” of ${format.label} takes ${takesOf(setting)}. Nothing was exported.`,
        )
      return [key, value as Settings[string]]
    }),
  )
}
