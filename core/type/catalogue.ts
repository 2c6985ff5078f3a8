/** How faces are sought: by what they look like. */
export const MANNERS = [
  'display',
  'text',
  'script',
  'condensed',
  'slab',
  'heavy',
  'rounded',
  'inline',
  'stencil',
  'blackletter',
  'pixel',
  'mono',
] as const
export type Manner = (typeof MANNERS)[number]
/** Families shipped with the application. `files` are scripts of the family in the order they are tried. */
export type Family = {
  name: string
  slug: string
  kind: Manner
  weights: readonly number[]
  italic: boolean
  scripts: readonly string[]
}

const family = (
  name: string,
  kind: Family['kind'],
  weights: readonly number[],
  more: { italic?: boolean; scripts?: readonly string[] } = {},
): Family => ({
  name,
  kind,
  weights,
  slug: name.toLowerCase().replaceAll(' ', '-'),
  italic: more.italic ?? false,
  scripts: more.scripts ?? ['latin', 'latin-ext'],
})

export const families: readonly Family[] = [
  family('Fraunces', 'display', [400, 600, 700], { italic: true }),
  family('DM Serif Display', 'display', [400], { italic: true }),
  family('Playfair Display', 'display', [400, 700]),
  family('Shrikhand', 'display', [400]),
  family('Josefin Sans', 'display', [300, 400, 600]),
  family('Instrument Sans', 'text', [400, 500, 600, 700]),
  family('Karla', 'text', [400, 700]),
  family('Lora', 'text', [400, 600], { italic: true, scripts: ['latin', 'latin-ext', 'cyrillic'] }),
  family('Cormorant Garamond', 'text', [400, 600], { italic: true }),
  family('Bricolage Grotesque', 'text', [400, 600, 800]),
  family('Rubik', 'text', [400, 600], { scripts: ['latin', 'latin-ext', 'cyrillic', 'hebrew', 'arabic'] }),
  family('Oswald', 'condensed', [400, 600]),
  family('Barlow Condensed', 'condensed', [400, 600, 700]),
  family('Anton', 'condensed', [400]),
  family('Caveat', 'script', [400, 700], { scripts: ['latin', 'latin-ext', 'cyrillic'] }),
  family('Pacifico', 'script', [400]),
  family('Zilla Slab', 'slab', [400, 600]),
  family('Alfa Slab One', 'slab', [400]),
  family('IBM Plex Mono', 'mono', [400, 600]),
  family('Archivo Black', 'heavy', [400]),
  family('Abril Fatface', 'display', [400]),
  family('Righteous', 'display', [400]),
  family('Limelight', 'display', [400]),
  family('Cinzel', 'display', [400, 700]),
  family('Lobster', 'script', [400], { scripts: ['latin', 'latin-ext', 'cyrillic'] }),
  family('Great Vibes', 'script', [400], { scripts: ['latin', 'latin-ext', 'cyrillic'] }),
  family('Dancing Script', 'script', [400, 700]),
  family('Kaushan Script', 'script', [400]),
  family('Permanent Marker', 'script', [400], { scripts: ['latin'] }),
  family('Sacramento', 'script', [400]),
  family('Bebas Neue', 'condensed', [400]),
  family('League Gothic', 'condensed', [400]),
  family('Fjalla One', 'condensed', [400]),
  family('Arvo', 'slab', [400, 700], { scripts: ['latin'] }),
  family('Rokkitt', 'slab', [400, 700]),
  family('Titan One', 'heavy', [400]),
  family('Bowlby One', 'heavy', [400], { scripts: ['latin'] }),
  family('Nunito', 'rounded', [400, 700], { scripts: ['latin', 'latin-ext', 'cyrillic'] }),
  family('Quicksand', 'rounded', [400, 700]),
  family('Fredoka', 'rounded', [400, 600], { scripts: ['latin', 'latin-ext', 'hebrew'] }),
  family('Varela Round', 'rounded', [400], { scripts: ['latin', 'latin-ext', 'hebrew'] }),
  family('Monoton', 'inline', [400]),
  family('Bungee Inline', 'inline', [400]),
  family('Black Ops One', 'stencil', [400]),
  family('Stardos Stencil', 'stencil', [400, 700], { scripts: ['latin'] }),
  family('UnifrakturCook', 'blackletter', [700], { scripts: ['latin'] }),
  family('Press Start 2P', 'pixel', [400], { scripts: ['latin', 'latin-ext', 'cyrillic', 'greek'] }),
  family('VT323', 'pixel', [400]),
  family('Silkscreen', 'pixel', [400, 700]),
  family('Space Mono', 'mono', [400, 700]),
  family('JetBrains Mono', 'mono', [400, 700], { scripts: ['latin', 'latin-ext', 'cyrillic', 'greek'] }),
]

/** Tried after a design's own family, in this order; part of the document's version. */
export const fallbacks: readonly Family[] = [
  family('Noto Sans', 'text', [400, 700], {
    scripts: ['latin', 'latin-ext', 'greek', 'cyrillic', 'devanagari', 'vietnamese'],
  }),
  family('Noto Sans Hebrew', 'text', [400, 700], { scripts: ['hebrew'] }),
  family('Noto Naskh Arabic', 'text', [400, 700], { scripts: ['arabic'] }),
]

/** A shipped file, or with `source` one that people brought: a stored file, or one face of a collection. */
export type FontFile = {
  slug: string
  script: string
  weight: number
  italic: boolean
  source?: string
  index?: number
}
/** The file's name without ending, as the fonts folder has it. */
export const fontFileName = (f: FontFile): string =>
  f.source
    ? `own-${f.source}-${f.index ?? 0}`
    : `${f.slug}-${f.script}-${f.weight}-${f.italic ? 'italic' : 'normal'}`

export const familyByName = (name: string): Family =>
  families.find((f) => f.name === name) ?? fallbacks.find((f) => f.name === name) ?? (families[5] as Family)

const closest = (weights: readonly number[], wanted: number): number =>
  weights.reduce((best, w) => (Math.abs(w - wanted) < Math.abs(best - wanted) ? w : best))

export const isShipped = (name: string): boolean => [...families, ...fallbacks].some((f) => f.name === name)

type Style = { family: string; weight: number; italic: boolean }
/** The files to try for a style, in order: the family's scripts, then the fallbacks. */
export const filesFor = (style: Style): FontFile[] => [
  ...filesOf(familyByName(style.family), style),
  ...fallbackFiles(style),
]
/** What is tried after a family of its own. */
export const fallbackFiles = (style: Style): FontFile[] => fallbacks.flatMap((f) => filesOf(f, style))
const filesOf = (f: Family, style: Style): FontFile[] =>
  f.scripts.map((script) => ({
    slug: f.slug,
    script,
    weight: closest(f.weights, style.weight),
    italic: style.italic && f.italic,
  }))

/** Every file that the application ships. */
export const allFontFiles = (): FontFile[] =>
  [...families, ...fallbacks].flatMap((f) =>
    f.scripts.flatMap((script) =>
      f.weights.flatMap((weight) =>
        (f.italic ? [false, true] : [false]).map((italic) => ({ slug: f.slug, script, weight, italic })),
      ),
    ),
  )
