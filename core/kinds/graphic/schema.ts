import { z } from 'zod'
import { common } from '../common'
import { graphicContent } from '../contents'

export const graphicSchema = z.object({ ...common, kind: z.literal('graphic'), ...graphicContent })
export type GraphicLayer = z.infer<typeof graphicSchema>
