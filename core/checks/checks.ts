import { contrast } from './contrast'
import { coverage } from './coverage'
import type { Check } from './define'
import { emptySlot } from './empty-slot'
import { enlarged } from './enlarged'
import { knownCharacters } from './known-characters'
import { safeType } from './safe-type'
import { smallType } from './small-type'

export const checks: readonly Check[] = [safeType, smallType, knownCharacters, contrast, enlarged, emptySlot, coverage]
