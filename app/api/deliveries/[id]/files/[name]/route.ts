import { deliveredFile } from '@/server/deliveries'
import { answer, decoded } from '@/server/http'

export const dynamic = 'force-dynamic'
export const GET = (_: Request, { params }: { params: Promise<{ id: string; name: string }> }) =>
  answer(async () => {
    const { id, name } = await params
    const { bytes, mime } = await deliveredFile(id, decoded(name))
    return new Response(bytes, {
      headers: { 'content-type': mime, 'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(decoded(name))}` },
    })
  })
