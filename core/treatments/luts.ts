import { fromOklab, type Oklab, toOklab } from '../colour/oklab'

type Rgb = { r: number; g: number; b: number }
/** A colour look of our own: what it makes of a colour, told in OKLab. */
export type Look = { name: string; says: string; of: (c: Oklab) => Oklab }

const mix = (a: number, b: number, t: number): number => a + (b - a) * t
/** An S between black and white, steeper the more there is of it. */
const contrast = (l: number, amount: number): number => mix(l, l * l * (3 - 2 * l), amount)
/** Colours pulled to one hue in the dark and another in the light. */
const toned = (
  c: Oklab,
  dark: readonly [number, number],
  light: readonly [number, number],
  chroma: number,
): Oklab => ({
  l: c.l,
  a: c.a * chroma + mix(dark[0], light[0], c.l),
  b: c.b * chroma + mix(dark[1], light[1], c.l),
})

/** Looks that come with the tool, as LUTs: they are stored as files once they are used, like any other. */
export const shippedLooks: readonly Look[] = [
  {
    name: 'Kiln light',
    says: 'warm lights, brown darks',
    of: (c) => toned({ ...c, l: contrast(c.l, 0.35) }, [0.012, 0.018], [0.01, 0.035], 0.98),
  },
  {
    name: 'Celadon',
    says: 'green-blue darks, soft',
    of: (c) => toned({ ...c, l: mix(0.06, 0.98, c.l) }, [-0.035, -0.012], [-0.012, 0.016], 0.86),
  },
  {
    name: 'Slip white',
    says: 'pale, hardly any colour',
    of: (c) => toned({ ...c, l: mix(0.18, 1, c.l ** 0.85) }, [0.002, 0.008], [0.001, 0.006], 0.45),
  },
  {
    name: 'Evening shelf',
    says: 'blue darks, amber lights',
    of: (c) => toned({ ...c, l: contrast(c.l, 0.5) }, [-0.01, -0.05], [0.016, 0.045], 0.9),
  },
  {
    name: 'Ash glaze',
    says: 'dry, dark, little colour',
    of: (c) => toned({ ...c, l: contrast(c.l * 0.96, 0.6) }, [0, -0.004], [0.002, 0.01], 0.55),
  },
  {
    name: 'Old print',
    says: 'lifted darks, yellowed paper',
    of: (c) => toned({ ...c, l: mix(0.2, 0.95, c.l) }, [0.012, -0.01], [0.004, 0.04], 0.78),
  },
]

const clamp = (v: number): number => Math.min(1, Math.max(0, v))
const looked = (look: Look, { r, g, b }: Rgb): Rgb => {
  const c = look.of(toOklab({ r, g, b }))
  return fromOklab({ ...c, l: clamp(c.l) })
}
/** Entries a side: between them colours are told along straight ways, which at this many is within a level. */
const SIDE = 25

/** A look as a file in the text format `.cube`, version 1.0, the first channel changing fastest. */
export function cubeOf(look: Look): string {
  const lines = [`TITLE "${look.name}"`, `LUT_3D_SIZE ${SIDE}`]
  for (let b = 0; b < SIDE; b++)
    for (let g = 0; g < SIDE; g++)
      for (let r = 0; r < SIDE; r++) {
        const c = looked(look, { r: r / (SIDE - 1), g: g / (SIDE - 1), b: b / (SIDE - 1) })
        lines.push([c.r, c.g, c.b].map((v) => v.toFixed(5)).join(' '))
      }
  return `${lines.join('\n')}\n`
}
