import { Problem } from '../core/basics/errors'
import { GUARDS, refusalFor } from './gate'
import { answer } from './http'
import { whoIn } from './serving'

/** Bytes that a body of JSON may have. */
const MOST_JSON = 24 * 1024 * 1024

export type Given<P> = {
  request: Request
  params: P
  /** What the address asks for. */
  query: URLSearchParams
  /** Who asks, where a reverse proxy says so. */
  who: string | null
  /** The body, an object sent as `application/json`; throws `bad-input` for anything else. */
  json: (most?: number) => Promise<Record<string, unknown>>
  /** The body as it comes, of at most so many bytes; throws `too-large`. */
  bytes: (most: number) => Promise<Uint8Array<ArrayBuffer>>
}
type Handler<P> = (request: Request, context?: { params: Promise<P> }) => Promise<Response>

/**
 * What every route is made by: who is not let in is refused before anything is read, bodies are read as far as their limit,
 * problems become answers. `missingStatus` is that of a `missing`.
 */
export function route<P = object>(
  job: (given: Given<P>) => Promise<unknown>,
  missingStatus = 404,
): Handler<P> {
  return async (request, context) => {
    const refusal = refusalFor(request, request.headers.get('host') ?? new URL(request.url).host)
    const response = refusal
      ? Response.json({ kind: 'refused', message: refusal.message }, { status: refusal.status })
      : await answer(async () => {
          const bytes = (most: number) => bodyOf(request, most)
          return job({
            request,
            params: ((await context?.params) ?? {}) as P,
            who: whoIn(request.headers),
            query: new URL(request.url).searchParams,
            bytes,
            json: (most = MOST_JSON) => jsonOf(request, most),
          })
        }, missingStatus)
    for (const [name, value] of Object.entries(GUARDS))
      if (!response.headers.has(name)) response.headers.set(name, value)
    return response
  }
}

/** Counted while it comes: what is too large is not kept, whatever it says of itself. */
async function bodyOf(request: Request, most: number): Promise<Uint8Array<ArrayBuffer>> {
  const refuse = () =>
    new Problem(
      'too-large',
      `What was sent is larger than ${Math.round(most / 1024 / 1024)} MB. Nothing was stored; reduce it and try again.`,
    )
  if (Number(request.headers.get('content-length') ?? 0) > most) throw refuse()
  const parts: Uint8Array[] = []
  let size = 0
  const reader = request.body?.getReader()
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.byteLength
    if (size > most) {
      void reader?.cancel().catch(() => undefined)
      throw refuse()
    }
    parts.push(part.value)
  }
  const whole = new Uint8Array(size)
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.byteLength
  }
  return whole
}

async function jsonOf(request: Request, most: number): Promise<Record<string, unknown>> {
  const type = request.headers.get('content-type') ?? ''
  // What a form of another site can send is never of this kind.
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw new Problem(
      'unsupported',
      'The request is not marked as JSON (content-type: application/json). Nothing stored was changed.',
    )
  const text = new TextDecoder().decode(await bodyOf(request, most))
  try {
    const value: unknown = JSON.parse(text)
    if (typeof value === 'object' && value !== null && !Array.isArray(value))
      return value as Record<string, unknown>
  } catch {
    // Told below.
  }
  throw new Problem('bad-input', 'The request is not valid JSON. Nothing stored was changed.')
}
