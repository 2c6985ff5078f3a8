import { z } from 'zod'
import { common } from '../common'
import { pictureContent } from '../contents'

export const pictureSchema = z.object({ ...common, kind: z.literal('picture'), ...pictureContent })
export type PictureLayer = z.infer<typeof pictureSchema>
