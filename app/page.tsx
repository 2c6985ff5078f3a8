import { Shelf } from '@/bench/shelf/shelf'
import { Trouble } from '@/bench/trouble'
import { listDesigns } from '@/server/designs'
import { problemIn } from '@/server/http'

export const dynamic = 'force-dynamic'

export default async function ShelfPage() {
  const designs = await listDesigns().catch((thrown: unknown) => {
    const problem = problemIn(thrown)
    if (!problem) throw thrown
    return problem
  })
  return 'message' in designs ? <Trouble title="The shelf cannot be read" message={designs.message} /> : <Shelf designs={designs} />
}
