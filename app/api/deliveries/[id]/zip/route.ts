import { deliveredZip } from '@/server/deliveries'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(
  async ({ params }) =>
    new Response(await deliveredZip(params.id), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': 'attachment; filename="delivery.zip"',
      },
    }),
)
