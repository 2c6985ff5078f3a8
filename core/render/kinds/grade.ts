import type { GradeLayer } from '../../kinds/grade/schema'
import { gradeNode } from '../treated'
import type { Planner } from './definition'

export const grade: Planner<GradeLayer> = { whole: gradeNode, withinHolder: true }
