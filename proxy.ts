import { type NextRequest, NextResponse } from 'next/server'
import { GUARDS, refusalOf, servedHosts } from './server/gate'

/** Every request passes here, whatever it asks for: who is not let in gets no further. */
export function proxy(request: NextRequest): NextResponse {
  const refusal = refusalOf(
    {
      method: request.method,
      host: request.headers.get('host'),
      origin: request.headers.get('origin'),
      fetchSite: request.headers.get('sec-fetch-site'),
    },
    servedHosts(process.env.VIVID_HOSTS),
  )
  const response = refusal ? NextResponse.json({ kind: 'refused', message: refusal.message }, { status: refusal.status }) : NextResponse.next()
  for (const [name, value] of Object.entries(GUARDS)) response.headers.set(name, value)
  return response
}
