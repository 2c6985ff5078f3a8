import type { LoosePatch } from '../patching'

export type Json = Record<string, unknown>
/**
 * From one version of documents to the next: of a whole document, and of a patch that was made on one, which may take several
 * there or none. Whatever is stored of a design is brought up by these alone: documents, snapshots, versions, packages, edits
 * of the log with their inverses, and edits that a browser could not send before.
 */
export type Step = { document: (design: Json) => Json; patch: (patch: LoosePatch) => LoosePatch[] }
