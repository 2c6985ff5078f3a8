import { z } from 'zod'
import { channelSchema } from '../core/design/channel-schema'
import { call } from './call'

/** For every design, or for those of the campaign that a design is in. */
export const scopeSchema = z.enum(['all', 'campaign'])
export const savedChannelSchema = z.object({
  id: z.string(),
  scope: scopeSchema,
  channel: channelSchema.omit({ order: true }),
})
export type SavedChannel = z.infer<typeof savedChannelSchema>
/** Channels that people saved: for all designs; with `?design=` also those of its campaign. */
export const listSavedChannels = call({
  method: 'GET',
  path: '/api/saved-channels',
  answer: z.object({ channels: z.array(savedChannelSchema) }),
})
export const saveChannelBody = z.object({
  design: z.string().max(80),
  scope: scopeSchema,
  channel: channelSchema.omit({ order: true }),
})
/** Saves a channel; one of the same name and scope is replaced. */
export const saveChannel = call({
  method: 'POST',
  path: '/api/saved-channels',
  body: saveChannelBody,
  answer: savedChannelSchema,
})
export const forgetChannel = call({ method: 'DELETE', path: '/api/saved-channels', answer: z.unknown() })
