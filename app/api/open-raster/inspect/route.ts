import { answer, decoded } from '@/server/http'
import { inspectOpenRaster } from '@/server/open-raster'

export const dynamic = 'force-dynamic'

/** What an OpenRaster file holds, with a picture of each layer; nothing is stored. */
export const POST = (request: Request) =>
  answer(async () => inspectOpenRaster(new Uint8Array(await request.arrayBuffer()), decoded(request.headers.get('x-file-name') ?? 'file')))
