import { lumaOf } from '../colour/light'

/** What a treatment is put on, as its first settings go by it. Lengths in px of the page. */
export type Wearer = {
  kind: 'words' | 'cutout' | 'block'
  /** Of words their type size, of all else the shorter side. */
  size: number
  /** The shorter side of the page. */
  page: number
  /** `#rrggbb` of the thing where it has one colour; null where it has many. */
  ink: string | null
  /** Lightness beneath it, 0–1 (sRGB-encoded luma). */
  ground: number
  /** Colours that the design has, `#rrggbb`. */
  palette: readonly string[]
}
const LIGHT = '#fffaf0'
const DARK = '#1d1410'
/** Two greys that differ by less can hardly be told apart beside each other. */
const APART = 0.28
/** A colour that stands out from a thing and from what lies beneath it: light or dark, or of the design where neither does. */
export function contrasting({ ink, ground, palette }: Pick<Wearer, 'ink' | 'ground' | 'palette'>): string {
  const own = ink === null ? null : lumaOf(ink).light
  const worth = (hex: string): number => {
    const l = lumaOf(hex).light
    return Math.min(own === null ? 1 : Math.abs(l - own), Math.abs(l - ground))
  }
  const plain = [LIGHT, DARK].sort((a, b) => worth(b) - worth(a))[0] ?? LIGHT
  if (worth(plain) >= APART) return plain
  return [plain, ...palette].reduce((best, c) => (worth(c) > worth(best) + 0.05 ? c : best))
}
/** A rim is this share of the type size, or of a thing's shorter side. */
const RIM = { words: 0.02, cutout: 0.012, block: 0.012 }
/** Shadows as they are begun, px on a page of 1080 and of a thing of the usual size there (fact 21 of the trade's rules of thumb). */
const SHADOWS = {
  words: { angle: 68, distance: 8, softness: 10, strength: 0.28, usual: 90 },
  cutout: { angle: 75, distance: 10, softness: 15, strength: 0.18, usual: 420 },
  block: { angle: 80, distance: 8, softness: 22, strength: 0.25, usual: 320 },
}
const PAGE = 1080
/** So far a shadow follows the size of its thing, either way. */
const MOST = 2.2

/** What a treatment begins with on a thing: a share of its size, in colours that show. Nothing for those that need neither. */
export function beginsWith(kind: string, on: Wearer): Record<string, unknown> {
  if (kind === 'rim')
    return { width: Math.max(1, Math.round(RIM[on.kind] * on.size * 10) / 10), colour: contrasting(on) }
  if (kind === 'shadow') {
    const { usual, strength, angle, ...lengths } = SHADOWS[on.kind]
    const page = on.page / PAGE
    const by = page * Math.min(MOST, Math.max(1 / MOST, Math.sqrt(on.size / (usual * page))))
    const sized = Object.fromEntries(
      Object.entries(lengths).map(([k, v]) => [k, Math.round(v * by * 10) / 10]),
    )
    return { ...sized, angle, strength }
  }
  return {}
}
