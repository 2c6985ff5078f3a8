import { z } from 'zod'
import type { Change } from '../core/design/change-schema'
import { changeSchema } from '../core/design/change-schema'
import { call } from './call'

/** What a hand changed on one page and channel. */
const changed = z.object({
  page: z.string().max(60),
  channel: z.string().max(60),
  changes: z.array(changeSchema).min(1).max(400),
})
const place = z.object({ design: z.string().max(60), page: z.string().max(60), channel: z.string().max(60) })
export type Changed = { page: string; channel: string; changes: Change[] }
export type CarryPlace = z.infer<typeof place>

/** Where changes could be made too: in this design and in the others of its campaign. */
export const listCarried = call({
  method: 'POST',
  path: '/api/designs/:id/carried',
  body: changed,
  answer: z.object({
    places: z.array(
      place.extend({
        name: z.string(),
        pageName: z.string(),
        channelName: z.string(),
        width: z.number(),
        height: z.number(),
        changes: z.number(),
      }),
    ),
  }),
})
/** How a place looks as it is and as it would look then, both as data addresses. */
export const seeCarried = call({
  method: 'POST',
  path: '/api/designs/:id/carried/picture',
  body: changed.extend({ to: place }),
  answer: z.object({ before: z.string(), after: z.string() }),
})
/** Makes the changes in other designs of the campaign, an edit in each that can be undone there. */
export const takeCarriedOver = call({
  method: 'POST',
  path: '/api/designs/:id/carried/take',
  body: changed.extend({ to: z.array(place).min(1).max(200) }),
  answer: z.object({
    designs: z.array(z.object({ id: z.string(), name: z.string(), message: z.string().nullable() })),
  }),
})
