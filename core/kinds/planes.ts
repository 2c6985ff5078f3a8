import { z } from 'zod'

/** The six depth bands, back to front. */
export const PLANES = ['backdrop', 'setting', 'subject', 'message', 'front', 'finish'] as const
export const planeSchema = z.enum(PLANES)
export type Plane = z.infer<typeof planeSchema>

export const planeLabels: Record<Plane, string> = {
  backdrop: 'Backdrop',
  setting: 'Setting',
  subject: 'Subject',
  message: 'Message',
  front: 'Front',
  finish: 'Finish',
}
