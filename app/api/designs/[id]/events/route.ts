import { loadDesign } from '@/server/designs'
import { logOf } from '@/server/edits'
import { eventStream } from '@/server/events'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** Edits as they are stored, with their revisions as ids; what was stored since `Last-Event-ID` or `?after` comes first. */
export const GET = route<{ id: string }>(async ({ request, params, query }) => {
  const asked = Number(request.headers.get('last-event-id') ?? query.get('after') ?? Number.NaN)
  const after = Number.isInteger(asked) && asked >= 0 ? asked : null
  await loadDesign(params.id)
  return eventStream(params.id, request.signal, async () => {
    if (after === null) return null
    const [{ revision }, edits] = [await loadDesign(params.id), await logOf(params.id, after)]
    // Where the design stands is told too: one that was brought back from a backup stands before its readers.
    return edits.length > 0 || revision < after ? { event: { edits, revision }, id: revision } : null
  })
})
