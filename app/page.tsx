import { Shelf } from '@/bench/shelf/shelf'
import { listDesigns } from '@/server/designs'

export const dynamic = 'force-dynamic'

export default async function ShelfPage() {
  return <Shelf designs={await listDesigns()} />
}
