import type { PictureLayer } from '../../kinds/picture/schema'
import { pictureNode } from '../makers'
import type { Planner } from './definition'

export const picture: Planner<PictureLayer> = { alone: pictureNode }
