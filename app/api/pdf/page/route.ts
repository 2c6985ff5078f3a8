import { z } from 'zod'
import { badInput } from '@/core/basics/errors'
import { pdfPage } from '@/host/pdf-reader'
import { MOST_BYTES } from '@/host/pictures'
import { decoded } from '@/server/http'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
const asked = z.object({
  page: z.coerce.number().int().min(1).max(100_000),
  as: z.enum(['lines', 'picture']),
  ppi: z.coerce.number().min(36).max(600).default(200),
})
/** One page of a PDF as SVG or PNG; nothing is stored. */
export const POST = route(async ({ request, bytes, query }) => {
  const parsed = asked.safeParse(Object.fromEntries(query))
  if (!parsed.success) throw badInput('Which page, and as what, was not said. Nothing was stored.')
  const { page, as, ppi } = parsed.data
  const name = decoded(request.headers.get('x-file-name') ?? 'file')
  const made = await pdfPage(await bytes(MOST_BYTES), name, page, as, ppi)
  const type = made.as === 'lines' ? 'image/svg+xml' : 'image/png'
  return new Response(made.bytes, { headers: { 'content-type': type } })
})
