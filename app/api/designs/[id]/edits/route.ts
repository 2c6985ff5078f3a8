import { takeEdits } from '@/server/edits'
import { answer, jsonBody } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Edits on a known revision. 200 accepted, 409 conflict with the stored design, 422 where a blob is absent. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const body = await jsonBody(request)
    const outcome = await takeEdits((await params).id, body.edits, String(body.session ?? '').slice(0, 40))
    return Response.json(outcome, { status: outcome.kind === 'accepted' ? 200 : 409 })
  }, 422)
