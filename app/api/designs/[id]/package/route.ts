import { packed } from '@/server/packages'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** The design with all its pictures as one .vivid file; with its kept states for `?versions=yes`, without the designs that it shows for `?linked=no`. */
export const GET = route<{ id: string }>(async ({ params, query }) => {
  const { design, file } = await packed(params.id, {
    versions: query.get('versions') === 'yes',
    linked: query.get('linked') !== 'no',
  })
  const name = design.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase() || 'design'
  return new Response(new Uint8Array(file), {
    headers: {
      'content-type': 'application/x-vivid-layer',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.vivid`)}`,
    },
  })
})
