import { arrangement } from './arrangement'
import { buried } from './buried'
import { contrast } from './contrast'
import { sharpCorners } from './corners'
import { coverage } from './coverage'
import { covered } from './covered'
import type { Check } from './define'
import { emptySlot } from './empty-slot'
import { enlarged } from './enlarged'
import { knownCharacters } from './known-characters'
import { missingFace } from './missing-face'
import { missingFile } from './missing-file'
import { printLines, printType } from './print-quality'
import { safeType } from './safe-type'
import { slivers } from './slivers'
import { smallType } from './small-type'
import { strays } from './specks'
import { stale } from './stale'
import { untied } from './untied'
import { vanishing } from './vanishing'

/** The worst first: what is not there, what cannot be read, what fell apart, then what looks careless. */
export const checks: readonly Check[] = [
  missingFile,
  missingFace,
  emptySlot,
  safeType,
  covered,
  buried,
  contrast,
  smallType,
  arrangement,
  stale,
  untied,
  knownCharacters,
  vanishing,
  coverage,
  enlarged,
  printLines,
  printType,
  slivers,
  sharpCorners,
  strays,
]
