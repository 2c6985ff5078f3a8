import type { ProblemKind } from '../core/basics/errors'
import type { AnswerOf, BodyOf, Call } from './call'

/** The server could not be asked, or said that it cannot now: asked again later. */
export class Unanswered extends Error {}
/** The server refused, or did not find, what it was asked for; the message is for people, the kind as the core has it. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly kind: ProblemKind | null,
    readonly value: unknown,
  ) {
    super(message)
  }
}
const NO_ANSWER = 'The server does not answer.'

/** What a call is made with: its `:parameters`, what follows the `?`, a file instead of a body of JSON. */
export type With<B> = {
  params?: Readonly<Record<string, string>>
  query?: Readonly<Record<string, string>> | URLSearchParams | string
  body?: B
  file?: File
  signal?: AbortSignal
  /** Goes out even when the tab is closed over it, where it is small enough. */
  lasting?: boolean
  /** Hears of work that tells how far it is, 0–1. */
  progress?: (share: number) => void
}
/** Bytes up to which a request outlasts its tab. */
const MOST_LASTING = 60_000

function addressOf(
  path: string,
  params: Readonly<Record<string, string>>,
  query: With<unknown>['query'],
): string {
  const own = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''))
  const asked = query ? new URLSearchParams(query as Record<string, string>).toString() : ''
  return asked ? `${own}?${asked}` : own
}
function initOf<B>(method: string, { body, file, signal, lasting }: With<B>): RequestInit {
  const common = { method, ...(signal ? { signal } : {}) }
  if (file) return { ...common, headers: { 'x-file-name': encodeURIComponent(file.name) }, body: file }
  if (body === undefined) return common
  const json = JSON.stringify(body)
  return {
    ...common,
    // The server takes no body that is not marked as what it is.
    headers: { 'content-type': 'application/json' },
    body: json,
    ...(lasting ? { keepalive: json.length < MOST_LASTING } : {}),
  }
}
/** The last of some lines, each an object: those before it tell how far the work is. */
async function lastLine(
  response: Response,
  progress: (share: number) => void,
): Promise<{ status: number; value: unknown }> {
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const part = await reader?.read()
    if (!part || part.done) throw new Error('The answer broke off.')
    const lines = (rest + part.value).split('\n')
    rest = lines.pop() ?? ''
    for (const text of lines) {
      const line = JSON.parse(text) as { share: number } | { status: number; answer: unknown }
      if ('share' in line) progress(line.share)
      else return { status: line.status, value: line.answer }
    }
  }
}
async function read(
  response: Response,
  progress: (share: number) => void,
): Promise<{ status: number; value: unknown }> {
  if (response.headers?.get('content-type')?.includes('ndjson')) return lastLine(response, progress)
  if (response.status === 204) return { status: 204, value: undefined }
  return { status: response.status, value: await response.json() }
}

/**
 * Makes a call. Throws `Refused` with the server's words, `Unanswered` where there is no answer or one that is none, and what
 * `signal` throws where it was given up.
 */
export async function ask<C extends Call>(to: C, given: With<BodyOf<C>> = {}): Promise<AnswerOf<C>> {
  let status: number
  let value: unknown
  try {
    const response = await fetch(
      addressOf(to.path, given.params ?? {}, given.query),
      initOf(to.method, given),
    )
    ;({ status, value } = await read(response, given.progress ?? (() => undefined)))
  } catch (thrown) {
    if (given.signal?.aborted) throw thrown
    throw new Unanswered(NO_ANSWER)
  }
  const told = to.answer.safeParse(value)
  if ((status < 400 || to.answersRefusals) && told.success) return told.data as AnswerOf<C>
  const problem = (value ?? {}) as { message?: string; kind?: ProblemKind }
  if (status >= 500 || status < 400) throw new Unanswered(problem.message ?? NO_ANSWER)
  throw new Refused(problem.message ?? 'The server refused this.', problem.kind ?? null, value)
}
/** The words of what went wrong with a call; what the server did not say itself is followed by what is safe and what to do. */
export const wordsOf = (thrown: unknown, safe: string): string =>
  thrown instanceof Refused ? thrown.message : `${NO_ANSWER} ${safe}`
/** Why the server did not give a file, for people; what it does not say is said `otherwise`. */
export async function reasonOf(answer: Response, otherwise: string): Promise<string> {
  const told = (await answer.json().catch(() => null)) as { message?: string } | null
  return told?.message ?? otherwise
}
