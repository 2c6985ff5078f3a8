import { deliveredZip } from '@/server/deliveries'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(
    async () =>
      new Response(await deliveredZip((await params).id), {
        headers: { 'content-type': 'application/zip', 'content-disposition': 'attachment; filename="delivery.zip"' },
      }),
  )
