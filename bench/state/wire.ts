import type { Edit, EditAnswer, Logged } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import { ask } from '@/wire/client'
import { editsSince, readDesign, setAside, takeEdits } from '@/wire/designs'

/** Sends edits of a session; throws `Unanswered` or, where not even one was looked at, `Refused`. */
export const sendEdits = (design: string, session: string, edits: readonly Edit[]): Promise<EditAnswer> =>
  ask(takeEdits, { params: { id: design }, body: { session, edits: [...edits] }, lasting: true })
/** Has edits that lost kept as a version, or added to one. */
export const sendAside = (
  design: string,
  session: string,
  edits: readonly Edit[],
  into: string | null,
): Promise<{ version: string; left: { id: string; message: string }[] }> =>
  ask(setAside, {
    params: { id: design },
    body: { session, edits: [...edits], ...(into ? { into } : {}) },
    lasting: true,
  })
/** What was stored after a revision. */
export const fetchSince = (design: string, after: number): Promise<{ revision: number; edits: Logged[] }> =>
  ask(editsSince, { params: { id: design }, query: { after: String(after) } })
export const fetchDesign = (design: string): Promise<{ revision: number; design: Design }> =>
  ask(readDesign, { params: { id: design } })
