import { route } from '@/server/route'
import { searchSupplies } from '@/server/supplies'

export const dynamic = 'force-dynamic'
export const GET = route(async ({ query }) => {
  const q = query
  return searchSupplies({
    q: (q.get('q') ?? '').slice(0, 200),
    ...(q.get('kind') ? { kind: q.get('kind') as string } : {}),
    own: q.get('own') === '1',
    transparent: q.get('transparent') === '1',
    ...Object.fromEntries(
      (['orientation', 'colour', 'manner', 'like', 'shelf', 'occasion'] as const).flatMap((key) => {
        const value = q.get(key)
        return value ? [[key, value.slice(0, 60)]] : []
      }),
    ),
    ...(q.get('ids') !== null ? { ids: (q.get('ids') as string).split(',').slice(0, 400) } : {}),
    ...(Number(q.get('limit')) > 0 ? { limit: Math.min(60, Number(q.get('limit'))) } : {}),
    offset: Math.max(0, Number(q.get('offset') ?? 0) || 0),
  })
})
