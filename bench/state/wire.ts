import type { Edit, EditAnswer, Logged } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'

/** A body of JSON, marked as such: the server takes no other. */
export const asJson = (
  body: object,
  method: 'POST' | 'PUT' | 'PATCH' = 'POST',
): RequestInit & { body: string } => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
})

/** The server could not be asked, or said that it cannot now: asked again later. */
export class Unanswered extends Error {}

async function asked(url: string, body?: object): Promise<{ status: number; value: unknown }> {
  let response: Response
  let value: unknown
  try {
    const json = body && asJson(body)
    // What is small enough goes out even when the tab is closed over it.
    response = await fetch(url, json ? { ...json, keepalive: json.body.length < 60_000 } : {})
    value = await response.json()
  } catch {
    throw new Unanswered('The server does not answer.')
  }
  if (response.status >= 500)
    throw new Unanswered((value as { message?: string }).message ?? 'The server cannot answer now.')
  return { status: response.status, value }
}
/** A refusal of the whole request: none of it was looked at. */
export class Refused extends Error {}
const taken = <T>({ status, value }: { status: number; value: unknown }): T => {
  if (status >= 400) throw new Refused((value as { message?: string }).message ?? 'The server refused this.')
  return value as T
}

/** Sends edits of a session; throws `Unanswered` or, where not even one was looked at, `Refused`. */
export async function sendEdits(
  design: string,
  session: string,
  edits: readonly Edit[],
): Promise<EditAnswer> {
  const answer = await asked(`/api/designs/${design}/edits`, { session, edits })
  const value = answer.value as Partial<EditAnswer>
  return value.results ? (value as EditAnswer) : taken<EditAnswer>(answer)
}
/** Has edits that lost kept as a version, or added to one. */
export const sendAside = async (
  design: string,
  session: string,
  edits: readonly Edit[],
  into: string | null,
): Promise<{ version: string; left: { id: string; message: string }[] }> =>
  taken(await asked(`/api/designs/${design}/asides`, { session, edits, ...(into ? { into } : {}) }))
/** What was stored after a revision. */
export const fetchSince = async (
  design: string,
  after: number,
): Promise<{ revision: number; edits: Logged[] }> =>
  taken(await asked(`/api/designs/${design}/edits?after=${after}`))
export const fetchDesign = async (design: string): Promise<{ revision: number; design: Design }> =>
  taken(await asked(`/api/designs/${design}`))
