import { z } from 'zod'
import { common } from '../common'

/** A live layer that holds the picture of what lies beneath it, within its box. */
export const mergedSchema = z.object({ ...common, kind: z.literal('merged') })
export type MergedLayer = z.infer<typeof mergedSchema>
