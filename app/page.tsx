import { Shelf } from '@/bench/shelf/shelf'
import { Trouble } from '@/bench/trouble'
import { problemIn } from '@/host/problems'
import { storedBytes } from '@/server/blobs'
import { listDesigns } from '@/server/designs'
import { settings } from '@/server/settings'

export const dynamic = 'force-dynamic'

export default async function ShelfPage() {
  const designs = await listDesigns().catch((thrown: unknown) => {
    const problem = problemIn(thrown)
    if (!problem) throw thrown
    return problem
  })
  if ('message' in designs) return <Trouble title="The shelf cannot be read" message={designs.message} />
  const bytes = await storedBytes()
  return <Shelf designs={designs} stored={bytes > settings.warnBytes() ? bytes : null} />
}
