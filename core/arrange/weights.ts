import type { Fault } from './faults/fault'
import { weightOf } from './faults/list'

/** What counts for how much when candidates are compared, beside their faults. Size in octaves against what the areas say. */
export const WEIGHTS = {
  /** Words smaller than they could be. */
  smaller: 2.2,
  /** Larger is a little better, but not without end. */
  larger: 0.7,
  /** Larger than that shouts. */
  shouting: 1.6,
  /** Everything else smaller than it could be. */
  subject: 1.2,
  /** What was turned, broken or set otherwise. */
  cost: 1.3,
  /** Parts of the ground that stood side by side stand one above the other. */
  turned: 0.15,
  leftOut: { may: 0.8, should: 2.6, must: 14 },
} as const

/** Beyond what it weighs by itself: words that cannot be read are worth taking apart what overlapped them. */
const TOO_SMALL = 12
/** How much speaks against an arrangement. */
export const badness = (faults: readonly Fault[]): number =>
  weightOf(faults) + (faults.some((f) => f.kind === 'too small') ? TOO_SMALL : 0)
