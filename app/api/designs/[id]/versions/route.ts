import { store } from '@/server/database'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Kept states of a design, newest first. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => ({
    versions: await (await store())
      .selectFrom('versions')
      .select(['id', 'name', 'reason', 'revision', 'created_at', 'document'])
      .where('design_id', '=', (await params).id)
      .orderBy('created_at', 'desc')
      .execute(),
  }))
