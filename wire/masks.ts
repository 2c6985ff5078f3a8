import { z } from 'zod'
import { shaSchema, unitSchema as unit } from '../core/basics/values'
import { dabsSchema, MAX_MASK_SIDE } from '../core/masks/mask'
import { call } from './call'

const tileKey = z.string().regex(/^\d{1,3},\d{1,3}$/)
/** Tiles by `column,row`, each the name of a stored file, or one that shows or hides everything. */
const tiles = z.record(tileKey, z.union([shaSchema, z.enum(['full', 'none'])]))
const made = { width: z.number(), height: z.number(), tiles }

/** Cuts the main thing out of a stored picture; `colours` names the stored colours of half-covered px, null where there are none. */
export const cutOut = call({
  method: 'POST',
  path: '/api/cutouts',
  body: z.object({ source: shaSchema, dabs: dabsSchema }),
  answer: z.object({ ...made, colours: z.string().nullable() }),
})
/** What a cut is likely to keep: a small picture over the stored one that veils the rest, as a data URL; null where it is gone. */
export const believedCut = call({
  method: 'POST',
  path: '/api/cutouts/believed',
  body: z.object({ source: shaSchema, dabs: dabsSchema }),
  answer: z.object({ veil: z.string().nullable() }),
})
/** Looks at a picture that is likely to be cut out next. */
export const studyForCut = call({
  method: 'POST',
  path: '/api/cutouts/study',
  body: z.object({ source: shaSchema }),
  answer: z.object({ ok: z.boolean() }),
})
/** Picks what hangs together with a point of a stored picture. */
export const pickTouching = call({
  method: 'POST',
  path: '/api/mask-picks',
  body: z.object({
    source: shaSchema,
    by: z.enum(['colour', 'lightness']),
    colour: z.string().regex(/^#[0-9a-f]{6}$/i),
    tolerance: unit,
    fade: z.number().min(0.002).max(1),
    from: unit,
    to: unit,
    x: unit,
    y: unit,
  }),
  answer: z.object(made),
})
/** Cleans a painted mask of dots and holes under a size, and says how many went. */
export const cleanMask = call({
  method: 'POST',
  path: '/api/mask-specks',
  body: z.object({
    width: z.number().int().min(1).max(MAX_MASK_SIDE),
    height: z.number().int().min(1).max(MAX_MASK_SIDE),
    ground: z.enum(['full', 'none']),
    tiles,
    size: z.number().min(1).max(2000),
  }),
  answer: z.object({ ...made, dots: z.number(), holes: z.number() }),
})
