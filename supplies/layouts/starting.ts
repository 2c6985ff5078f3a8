import type { Design } from '../../core/design/schema'
import type { Lookup } from '../demo/builder'

/** A composed design with named slots to begin from. Its sample pictures and words give way to the person's own. */
export type StartingLayout = { id: string; label: string; words: string; make: (supply: Lookup) => Design }
