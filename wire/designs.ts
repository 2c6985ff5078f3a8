import { z } from 'zod'
import { colourSchema, shaSchema } from '../core/basics/values'
import { channelSchema } from '../core/design/channel-schema'
import type { Edit, EditAnswer, Logged } from '../core/design/edits'
import type { House } from '../core/design/house'
import type { Design } from '../core/design/schema'
import { versionReason } from '../core/design/version-reason'
import { call } from './call'
import type { SourceInfo } from './sources'

// Designs and edits are checked where they are read and taken, not on every way.
const design = z.custom<Design>()
const sources = z.array(z.custom<SourceInfo>())
const edits = z.array(z.custom<Edit>())
const done = z.unknown()

export const versionSchema = z.object({
  id: z.string(),
  name: z.string(),
  reason: versionReason,
  revision: z.number(),
  createdAt: z.string(),
  who: z.string().nullable(),
})
export type Version = z.infer<typeof versionSchema>
export const listVersions = call({
  method: 'GET',
  path: '/api/designs/:id/versions',
  answer: z.object({ versions: z.array(versionSchema) }),
})
export const keepVersion = call({
  method: 'POST',
  path: '/api/designs/:id/versions',
  body: z.object({ name: z.string().trim().min(1).max(120) }),
  answer: z.object({ id: z.string() }),
})
export const readVersion = call({
  method: 'GET',
  path: '/api/designs/:id/versions/:version',
  answer: z.object({ design, sources }),
})
export const removeVersion = call({
  method: 'DELETE',
  path: '/api/designs/:id/versions/:version',
  answer: done,
})

export const readDesign = call({
  method: 'GET',
  path: '/api/designs/:id',
  answer: z.object({ revision: z.number(), design }),
})
/** Edits of one tab in order, with what became of each. */
export const takeEdits = call({
  method: 'POST',
  path: '/api/designs/:id/edits',
  body: z.object({ session: z.string(), edits }),
  answer: z.custom<EditAnswer>((v) => typeof v === 'object' && v !== null && 'results' in v),
  answersRefusals: true,
})
export const editsSince = call({
  method: 'GET',
  path: '/api/designs/:id/edits',
  answer: z.object({ revision: z.number(), edits: z.array(z.custom<Logged>()) }),
})
/** Keeps edits that lost as a version, or adds them to one. */
export const setAside = call({
  method: 'POST',
  path: '/api/designs/:id/asides',
  body: z.object({ session: z.string(), edits, into: z.string().optional() }),
  answer: z.object({
    version: z.string(),
    left: z.array(z.object({ id: z.string(), message: z.string() })),
  }),
})
export const readLog = call({
  method: 'GET',
  path: '/api/designs/:id/log',
  answer: z.object({ log: z.array(z.custom<Logged>()) }),
})
export const findingSchema = z.looseObject({
  channel: z.string(),
  page: z.string(),
  /** The row of the design's table; left out as designed. */
  row: z.string().optional(),
  text: z.string(),
})
export type ExportFinding = z.infer<typeof findingSchema>
export const readFindings = call({
  method: 'GET',
  path: '/api/designs/:id/findings',
  /** Of which rows of the table, with commas; `''` is as designed, which is all where nothing is said. */
  query: z.object({ rows: z.string().optional() }),
  answer: z.object({ revision: z.number(), findings: z.array(findingSchema) }),
})
export const readHouse = call({
  method: 'GET',
  path: '/api/designs/:id/house',
  answer: z.object({ house: z.custom<House>(), sources }),
})
export const keepHouse = call({
  method: 'PUT',
  path: '/api/designs/:id/house',
  body: z.custom<House>(),
  answer: done,
})

/** A new design: on which sizes, composed in which, beginning with what. */
export const beginDesign = call({
  method: 'POST',
  path: '/api/designs',
  body: z.object({
    name: z.string().trim().min(1, 'Give the design a name.').max(200),
    campaign: z.string().trim().min(1, 'Give the campaign a name.').max(200),
    channels: z
      .array(channelSchema.omit({ order: true }))
      .min(1, 'Choose at least one size.')
      .max(40),
    master: z.string(),
    colour: z.union([colourSchema, z.literal('transparent')]),
    /** What it begins with; nothing for an empty page. */
    from: z
      .discriminatedUnion('kind', [
        z.object({ kind: z.literal('layout'), id: z.string().max(60) }),
        z.object({ kind: z.literal('design'), id: z.string().max(60) }),
        z.object({ kind: z.literal('picture'), sha: shaSchema }),
      ])
      .nullable()
      .default(null),
  }),
  answer: z.object({ id: z.string() }),
})
export const listLayouts = call({
  method: 'GET',
  path: '/api/layouts',
  answer: z.object({
    layouts: z.array(z.object({ id: z.string(), label: z.string(), words: z.string() })),
  }),
})
export const archiveDesign = call({
  method: 'PATCH',
  path: '/api/designs/:id',
  body: z.object({ archived: z.boolean() }),
  answer: done,
})
export const duplicateDesign = call({
  method: 'POST',
  path: '/api/designs/:id/duplicate',
  answer: z.object({ id: z.string() }),
})
/** A packed design, as a new one. */
export const openPackage = call({
  method: 'POST',
  path: '/api/packages',
  answer: z.object({ id: z.string(), notes: z.array(z.string()).optional() }),
})
