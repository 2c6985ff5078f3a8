import { z } from 'zod'
import { guideSchema } from '../core/design/schema'
import type { OraChoice } from '../core/formats/open-raster/stack'
import type { Layer } from '../core/kinds/list'
import { call } from './call'
import type { SourceInfo } from './sources'

const info = z.custom<SourceInfo>((v) => typeof v === 'object' && v !== null && 'sha' in v)
export const supplySchema = z.object({
  id: z.string(),
  sha: z.string(),
  kind: z.string(),
  label: z.string(),
  own: z.boolean(),
  source: z.string(),
  licence: z.string(),
  blend: z.string(),
  focal: z.object({ x: z.number(), y: z.number() }).nullable(),
  transparent: z.boolean(),
  colours: z.array(z.string()),
  words: z.string(),
  credit: z.string(),
  info,
})
export type Supply = z.infer<typeof supplySchema>
/** What people say of what is theirs. */
export const ownSupply = z.object({
  label: z.string().trim().min(1, 'Give it a name.').max(80, 'The name has at most 80 characters.'),
  words: z.string().trim().max(400, 'The words have at most 400 characters.'),
  /** Whom it wants named where it is shown; left out it stays. */
  credit: z.string().trim().max(200, 'The credit has at most 200 characters.').optional(),
})
export type OwnSupply = z.infer<typeof ownSupply>
export const describeOwn = call({
  method: 'PATCH',
  path: '/api/supplies/:id',
  body: ownSupply,
  answer: z.unknown(),
})
export const forgetOwn = call({ method: 'DELETE', path: '/api/supplies/:id', answer: z.unknown() })
/** `?q=&kind=&own=&colour=&orientation=&manner=&transparent=&like=&shelf=&occasion=&ids=&offset=&limit=`: what the words and filters find, a page of it. */
export const searchSupplies = call({
  method: 'GET',
  path: '/api/supplies',
  answer: z.object({ items: z.array(supplySchema), total: z.number() }),
})
/** A picture or graphic that is brought. */
export const storeSource = call({ method: 'POST', path: '/api/blobs', answer: info })
export const storeLut = call({
  method: 'POST',
  path: '/api/luts',
  answer: z.object({ source: z.string(), name: z.string() }),
})

export const guideSetSchema = z.object({
  name: z.string().trim().min(1, 'Give the guide set a name.').max(80, 'The name has at most 80 characters.'),
  guides: z
    .array(guideSchema)
    .min(1, 'There is no guide to keep.')
    .max(200, 'A set holds at most 200 guides.'),
})
const guideSet = guideSetSchema.extend({ id: z.string() })
export type GuideSet = z.infer<typeof guideSet>
export const listGuideSets = call({
  method: 'GET',
  path: '/api/guide-sets',
  answer: z.object({ sets: z.array(guideSet) }),
})
/** Guides under a name; a set of this name is replaced. */
export const keepGuideSet = call({
  method: 'POST',
  path: '/api/guide-sets',
  body: guideSetSchema,
  answer: guideSet,
})

/** What a person chose of a file: which layers, and whether they stay layers or become one picture. */
export const importChoice = z.object({
  layers: z.array(z.string().max(200)).min(1).max(2000),
  as: z.enum(['layers', 'picture']),
})
/** What an OpenRaster file holds. */
export const inspectOpenRaster = call({
  method: 'POST',
  path: '/api/open-raster/inspect',
  answer: z.object({
    width: z.number(),
    height: z.number(),
    own: z.boolean(),
    choices: z.array(z.custom<OraChoice>()),
  }),
})
/** What a PDF holds: all its pages, the first of them with size (points) and a small picture. */
export const inspectPdf = call({
  method: 'POST',
  path: '/api/pdf',
  answer: z.object({
    count: z.number(),
    pages: z.array(z.object({ width: z.number(), height: z.number(), picture: z.string() })),
  }),
})
/** What is placed of one: layers of an image `width` by `height`, and the pictures they show. `?layers=0,1.2&as=layers`. */
export const importOpenRaster = call({
  method: 'POST',
  path: '/api/open-raster',
  answer: z.object({
    width: z.number(),
    height: z.number(),
    layers: z.array(z.custom<Layer>()),
    sources: z.array(info),
    notes: z.array(z.string()),
  }),
})
