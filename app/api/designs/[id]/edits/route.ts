import { badInput, type ProblemKind } from '@/core/basics/errors'
import { loadDesign } from '@/server/designs'
import { logOf, takeEdits } from '@/server/edits'
import { statusOf } from '@/server/http'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
type Params = { id: string }

/** `?after=REVISION`: what was stored since, oldest first, and where the design stands. */
export const GET = route<Params>(async ({ params, query }) => {
  const after = Number(query.get('after') ?? Number.NaN)
  if (!Number.isInteger(after) || after < 0)
    throw badInput('Say after which revision (?after=0). Nothing was changed.')
  const { revision } = await loadDesign(params.id)
  return { revision, edits: await logOf(params.id, after) }
})

/**
 * Edits of one tab (`session`), in order, with what became of each: those before the first that is refused or in conflict are
 * stored. 200 where all are, 409 for a conflict, 422 where a picture is absent, 400 for another refusal.
 */
export const POST = route<Params>(async ({ params, json, who }) => {
  const body = await json()
  const answer = await takeEdits(params.id, body.edits, body.session, who)
  const last = answer.results.at(-1)
  const refused = (problem: ProblemKind) => (problem === 'missing' ? 422 : statusOf(problem))
  let status: number
  if (last?.kind === 'conflict') status = 409
  else if (last?.kind === 'refused') status = refused(last.problem)
  else status = 200
  const message = last && 'message' in last ? { message: last.message } : {}
  return Response.json({ ...answer, ...message }, { status })
}, 422)
