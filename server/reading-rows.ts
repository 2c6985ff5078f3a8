import { Problem } from '../core/basics/errors'
import { checkDesign } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { upgrade } from '../core/design/upgrades'

/** A stored document as a design. Throws `damaged` where it cannot be read, which harms nothing else. */
export function readDesign(document: string, what: string): Design {
  try {
    return checkDesign(upgrade(JSON.parse(document)))
  } catch (thrown) {
    const why = thrown instanceof Problem ? thrown.message : 'its text is broken'
    throw new Problem(
      'damaged',
      `${what} cannot be read: ${why.replace(/ Nothing stored was changed\.$/, '').replace(/\.$/, '')}. Nothing else is touched; what is stored of it can be saved from the shelf, and docs/safety.md tells how to bring back a backup.`,
    )
  }
}
