import { packed } from '@/server/packages'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** The design with all its pictures as one .vivid file; with its kept states for `?versions=yes`. */
export const GET = route<{ id: string }>(async ({ params, query }) => {
  const { design, file } = await packed(params.id, query.get('versions') === 'yes')
  const name = design.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase() || 'design'
  return new Response(new Uint8Array(file), {
    headers: {
      'content-type': 'application/x-vivid-layer',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.vivid`)}`,
    },
  })
})
