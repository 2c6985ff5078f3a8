import { z } from 'zod'
import { common } from '../common'

/** Its treatments of single pixels change all that lies beneath it in its group, or the holder that it is kept inside. */
export const gradeSchema = z.object({ ...common, kind: z.literal('grade') })
export type GradeLayer = z.infer<typeof gradeSchema>
