import { z } from 'zod'

/** Words that go out beside a picture: instead of it for who cannot see it, and under it. */
export const captionSchema = z.object({
  alt: z.string().max(2000, 'an alternative text holds at most 2,000 characters'),
  caption: z.string().max(10_000, 'a caption holds at most 10,000 characters'),
})
export type Caption = z.infer<typeof captionSchema>
