import { type NextRequest, NextResponse } from 'next/server'
import { GUARDS, pagePolicy, refusalFor } from './server/gate'

/** Every page and file passes here; what is under `/api/` looks for itself, as its bodies must not be read before they are counted. */
export const config = { matcher: ['/((?!api/).*)'] }

export function proxy(request: NextRequest): NextResponse {
  const refusal = refusalFor(request)
  // Scripts of a page run only where they carry the number of this one answer.
  const nonce = btoa(crypto.randomUUID())
  const policy = pagePolicy(nonce, process.env.NODE_ENV === 'development')
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = refusal
    ? NextResponse.json({ kind: 'refused', message: refusal.message }, { status: refusal.status })
    : NextResponse.next({ request: { headers } })
  for (const [name, value] of Object.entries(GUARDS)) response.headers.set(name, value)
  response.headers.set('content-security-policy', policy)
  return response
}
