import { z } from 'zod'
import { linkSchema } from '../core/kinds/link'
import { call } from './call'
import type { SourceInfo } from './sources'

const target = linkSchema.pick({ design: true, page: true, channel: true, ground: true })
/** The designs that may be linked from one, those of its campaign first, each with its pages and sizes. */
export const listLinkable = call({
  method: 'GET',
  path: '/api/designs/:id/linkable',
  answer: z.object({
    designs: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        campaign: z.string(),
        revision: z.number(),
        pages: z.array(z.object({ id: z.string(), name: z.string() })),
        channels: z.array(
          z.object({ id: z.string(), name: z.string(), width: z.number(), height: z.number() }),
        ),
        /** It shows this design itself, by some way. */
        circle: z.boolean(),
      }),
    ),
  }),
})
export type Linkable = z.infer<typeof listLinkable.answer>['designs'][number]
/** Has a picture of another design made as it is now, about `wide` px wide, and stored. */
export const takeLinked = call({
  method: 'POST',
  path: '/api/designs/:id/linked',
  body: target.extend({ wide: z.number().min(1).max(30_000) }),
  answer: z.object({ info: z.custom<SourceInfo>(), revision: z.number(), name: z.string() }),
})
/** Makes some layers a design of their own, in the same campaign. `box`: px of the master, with all that reaches out of them. */
export const makePiece = call({
  method: 'POST',
  path: '/api/designs/:id/pieces',
  body: z.object({
    page: z.string().max(60),
    layers: z.array(z.string().max(60)).min(1, 'Select what it is to be made of.').max(500),
    name: z.string().trim().min(1).max(200),
  }),
  answer: z.object({
    design: z.string(),
    page: z.string(),
    channel: z.string(),
    box: z.object({ left: z.number(), top: z.number(), right: z.number(), bottom: z.number() }),
  }),
})
/** The present revisions of designs that are shown; null for one that is gone. */
export const linkedNow = call({
  method: 'GET',
  path: '/api/designs/:id/linked',
  answer: z.object({
    designs: z.array(z.object({ id: z.string(), name: z.string(), revision: z.number().nullable() })),
  }),
})
