import { pdfPages } from '@/host/pdf-reader'
import { MOST_BYTES } from '@/host/pictures'
import { decoded } from '@/server/http'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
/** What a PDF holds, with a small picture of each page; nothing is stored. */
export const POST = route(async ({ request, bytes }) =>
  pdfPages(await bytes(MOST_BYTES), decoded(request.headers.get('x-file-name') ?? 'file')),
)
