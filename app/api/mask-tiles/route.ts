import { storeMaskTiles } from '@/server/blobs'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Takes in tiles of a painted mask, as files `tiles` of a form. */
export const POST = (request: Request) =>
  answer(async () => {
    const files = (await request.formData()).getAll('tiles').filter((f): f is File => f instanceof File)
    return { stored: await storeMaskTiles(await Promise.all(files.map(async (f) => new Uint8Array(await f.arrayBuffer())))) }
  })
