import { z } from 'zod'
import { blendModeSchema } from '../basics/blend-modes'
import { idSchema as id, orderSchema, unitSchema } from '../basics/values'
import { castShadow } from './around/cast-shadow'
import { contactShadow } from './around/contact-shadow'
import { edgeLight } from './around/edge-light'
import { extrude } from './around/extrude'
import { halo } from './around/halo'
import { inwardHalo } from './around/inward-halo'
import { lightLeak } from './around/light-leak'
import { recess } from './around/recess'
import { rim } from './around/rim'
import { silhouetteColour } from './around/silhouette-colour'
import { thicken } from './around/thicken'
import { vignette } from './around/vignette'
import type { Definition } from './definition'
import { firstOf, isLength, type LutFile, schemaOf } from './field'
import { blur } from './focus/blur'
import { directionalBlur } from './focus/directional-blur'
import { radialBlur } from './focus/radial-blur'
import { sharpen } from './focus/sharpen'
import { softening } from './focus/softening'
import { chroma } from './hue/chroma'
import { greyMix } from './hue/grey-mix'
import { lut } from './hue/lut'
import { recolour } from './hue/recolour'
import { swapColour } from './hue/swap-colour'
import { tint } from './hue/tint'
import { turn } from './hue/turn'
import { warmth } from './hue/warmth'
import { brightness } from './light/brightness'
import { contrast } from './light/contrast'
import { curves } from './light/curves'
import { exposure } from './light/exposure'
import { levels } from './light/levels'
import { duotone } from './reduce/duotone'
import { gradientMap } from './reduce/gradient-map'
import { invert } from './reduce/invert'
import { steps } from './reduce/steps'
import { twoInk } from './reduce/two-ink'
import { twoTones } from './reduce/two-tones'
import { colourFringe } from './surface/colour-fringe'
import { displacement } from './surface/displacement'
import { grain } from './surface/grain'
import { halftone } from './surface/halftone'
import { painterly } from './surface/painterly'
import { printEdge } from './surface/print-edge'
import { spatter } from './surface/spatter'
import { wornEdges } from './surface/worn-edges'

/** All treatments there are, in the order in which they are offered. */
const all = [
  ...[
    castShadow,
    contactShadow,
    halo,
    inwardHalo,
    edgeLight,
    recess,
    rim,
    silhouetteColour,
    thicken,
    extrude,
  ],
  ...[brightness, contrast, exposure, levels, curves],
  ...[warmth, turn, chroma, greyMix, swapColour, recolour, tint, lut],
  ...[gradientMap, duotone, twoInk, steps, twoTones, invert],
  ...[blur, directionalBlur, radialBlur, sharpen, softening],
  ...[
    grain,
    halftone,
    painterly,
    spatter,
    displacement,
    wornEdges,
    printEdge,
    vignette,
    lightLeak,
    colourFringe,
  ],
] as unknown as Definition[]

export const treatmentKinds: ReadonlyMap<string, Definition> = new Map(all.map((d) => [d.kind, d]))
export const treatmentDefinitions: readonly Definition[] = all

const common = {
  id,
  order: orderSchema,
  on: z.boolean(),
  /** How much of it shows: 1 all. */
  strength: unitSchema,
  /** How what it makes of pixels is mixed with what they were. */
  blend: blendModeSchema.optional(),
  /** Limits it to what one of the layer's masks shows; the mask then hides nothing of the layer itself. */
  mask: id.nullable().optional(),
}
const schemas = all.map((d) =>
  z.object({
    ...common,
    kind: z.literal(d.kind),
    ...Object.fromEntries(Object.entries(d.fields).map(([key, f]) => [key, schemaOf(f)])),
  }),
)
/** A treatment as it is held: what all have, and the settings of its kind beside them. */
export type Treatment = {
  id: string
  kind: string
  order: string
  on: boolean
  strength: number
  blend?: z.infer<typeof blendModeSchema> | undefined
  mask?: string | null | undefined
} & { [setting: string]: unknown }
export const treatmentSchema = z.discriminatedUnion(
  'kind',
  schemas as unknown as [(typeof schemas)[0], ...typeof schemas],
  {
    error: 'a treatment is of a kind that is not known here; it may come from a newer version',
  },
) as unknown as z.ZodType<Treatment>

/** A new treatment with its first settings. Throws where there is no such kind. */
export function newTreatment(kind: string, at: Pick<Treatment, 'id' | 'order'>): Treatment {
  const d = treatmentKinds.get(kind)
  if (!d) throw new Error(`There is no treatment ${kind}.`)
  return {
    ...at,
    kind,
    on: true,
    strength: d.strength ?? 1,
    ...Object.fromEntries(Object.entries(d.fields).map(([key, f]) => [key, firstOf(f)])),
  }
}
/** The stored files that treatments read. */
export const filesOf = (treatments: Record<string, Treatment>): string[] =>
  Object.values(treatments).flatMap((t) =>
    Object.entries(treatmentKinds.get(t.kind)?.fields ?? {}).flatMap(([key, f]) =>
      f.kind === 'lut' && t[key] ? [(t[key] as LutFile).source] : [],
    ),
  )

/** Treatments of a copy: those that go by something copied along go by that copy. */
export const renamedTreatments = (
  treatments: Record<string, Treatment>,
  nameOf: (layer: string) => string | null,
): Record<string, Treatment> =>
  Object.fromEntries(
    Object.entries(treatments).map(([id, t]) => {
      const layers = Object.entries(treatmentKinds.get(t.kind)?.fields ?? {}).filter(
        ([key, f]) => f.kind === 'layer' && t[key],
      )
      return [
        id,
        { ...t, ...Object.fromEntries(layers.map(([key]) => [key, nameOf(t[key] as string)])) } as Treatment,
      ]
    }),
  )

/** A treatment with all its lengths multiplied. */
export function sizedTreatment(t: Treatment, by: number): Treatment {
  const fields = treatmentKinds.get(t.kind)?.fields ?? {}
  const lengths = Object.entries(fields).filter(([, f]) => isLength(f))
  return { ...t, ...Object.fromEntries(lengths.map(([key]) => [key, (t[key] as number) * by])) } as Treatment
}
