import { sourceInfo } from '@/server/blobs'
import { houseOfDesign, keepHouse } from '@/server/houses'
import { answer, jsonBody } from '@/server/http'

export const dynamic = 'force-dynamic'
type Params = { params: Promise<{ id: string }> }
export const GET = (_: Request, { params }: Params) =>
  answer(async () => {
    const house = await houseOfDesign((await params).id)
    return { house, sources: await sourceInfo(Object.values(house.marks).map((m) => m.source)) }
  })
export const PUT = (request: Request, { params }: Params) => answer(async () => keepHouse((await params).id, await jsonBody(request)))
