import { contrast } from './contrast'
import { coverage } from './coverage'
import type { Check } from './define'
import { enlarged } from './enlarged'
import { safeType } from './safe-type'
import { smallType } from './small-type'

export const checks: readonly Check[] = [safeType, smallType, contrast, enlarged, coverage]
