import { z } from 'zod'
import { call } from './call'

export const deliveryOptions = z.object({
  design: z.string(),
  channels: z.array(z.string()).min(1, 'Choose at least one size to export.').max(100),
  pages: z.array(z.string()).min(1, 'Choose at least one page to export.').max(100),
  format: z.enum(['png', 'jpeg', 'ora']),
  quality: z.number().int().min(1).max(100),
  scale: z.number().min(0.1).max(4),
  bleed: z.boolean(),
  ground: z.enum(['page', 'transparent']),
  pattern: z.string().min(1).max(120),
  /** Channels that say what their destination takes have their own format and weight. */
  rules: z.boolean().default(true),
})
export type DeliveryOptions = z.infer<typeof deliveryOptions>
const deliveredFile = z.object({
  page: z.string(),
  channel: z.string(),
  name: z.string(),
  /** Where its channel has a format of its own. */
  format: z.enum(['png', 'jpeg']).optional(),
  width: z.number(),
  height: z.number(),
  bytes: z.number(),
  state: z.enum(['waiting', 'working', 'done', 'failed']),
  /** How far it is, 0–1. */
  share: z.number(),
  message: z.string().optional(),
})
export type DeliveredFile = z.infer<typeof deliveredFile>
export const deliverySchema = z.object({
  id: z.string(),
  design: z.string(),
  state: z.enum(['waiting', 'working', 'done', 'failed', 'stopped']),
  options: deliveryOptions,
  files: z.array(deliveredFile),
  done: z.number(),
  total: z.number(),
  error: z.string().nullable(),
  createdAt: z.string(),
})
export type Delivery = z.infer<typeof deliverySchema>
export const startDelivery = call({
  method: 'POST',
  path: '/api/deliveries',
  body: deliveryOptions,
  answer: deliverySchema,
})
export const stopDelivery = call({ method: 'DELETE', path: '/api/deliveries/:id', answer: z.unknown() })
