import { sourceInfo } from '@/server/blobs'
import { houseOfDesign, keepHouse } from '@/server/houses'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ id: string }>(async ({ params }) => {
  const house = await houseOfDesign(params.id)
  return { house, sources: await sourceInfo(Object.values(house.marks).map((m) => m.source)) }
})
export const PUT = route<{ id: string }>(async ({ params, json }) => keepHouse(params.id, await json()))
