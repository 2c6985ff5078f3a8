import { randomUUID } from 'node:crypto'
import type { ProblemKind } from '../core/basics/errors'
import { problemIn } from '../host/problems'

const statuses: Record<ProblemKind, number> = {
  'bad-input': 400,
  missing: 404,
  conflict: 409,
  'too-large': 413,
  unsupported: 415,
  stopped: 499,
  'no-room': 507,
  damaged: 503,
}
export const statusOf = (kind: ProblemKind): number => statuses[kind]

/** Runs a handler; problems become an answer with a text for people, anything else a 500 that says what is safe. */
export async function answer(job: () => Promise<unknown>, missingStatus = 404): Promise<Response> {
  try {
    const value = await job()
    return value instanceof Response ? value : Response.json(value ?? { ok: true })
  } catch (thrown) {
    const problem = problemIn(thrown)
    if (problem)
      return Response.json(
        { kind: problem.kind, message: problem.message },
        { status: problem.kind === 'missing' ? missingStatus : statuses[problem.kind] },
      )
    // What went wrong inside is for the log; people get its number.
    const number = randomUUID().slice(0, 8)
    console.error(`[${number}]`, thrown)
    return Response.json(
      {
        kind: 'stopped',
        message: `Something went wrong on the server (number ${number} in its log). What was saved is safe; try again.`,
      },
      { status: 500 },
    )
  }
}

/**
 * The same for work that takes seconds: as soon as it tells how far it is, the answer is a stream of lines of JSON, `share`
 * 0–1 while it runs and at last the `status` and the `answer`.
 */
export async function answerAlong(
  job: (progress: (share: number) => void) => Promise<unknown>,
): Promise<Response> {
  let write: (line: unknown) => void = () => undefined
  let begin: () => void = () => undefined
  const told: number[] = []
  const begun = new Promise<null>((resolve) => {
    begin = () => resolve(null)
  })
  const done = answer(() =>
    job((share) => {
      told.push(share)
      write({ share })
      begin()
    }),
  )
  const early = await Promise.race([done, begun])
  if (early) return early
  const lines = new ReadableStream<Uint8Array>({
    start(controller) {
      write = (line) => controller.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`))
      for (const share of told) write({ share })
      void done
        .then(async (response) => {
          write({ status: response.status, answer: await response.json() })
          controller.close()
        })
        // Nobody listens any more.
        .catch(() => undefined)
    },
    cancel() {
      write = () => undefined
    },
  })
  return new Response(lines, { headers: { 'content-type': LINES, 'cache-control': 'no-store' } })
}
/** Lines of JSON, one after the other. */
export const LINES = 'application/x-ndjson'

/** A header or path part that was URI-encoded; itself where it was not. */
export function decoded(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text
  }
}
