import { blobsOf } from '@/core/design/sources-of'
import { writePackage } from '@/core/formats/vivid-package'
import { lacking, readBlob } from '@/server/blobs'
import { loadDesign } from '@/server/designs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'

/** The design with all its pictures as one .vivid file. */
export const GET = route<{ id: string }>(async ({ params }) => {
  const { design } = await loadDesign(params.id)
  const blobs = new Map<string, Uint8Array>()
  const absent: string[] = []
  for (const sha of blobsOf(design)) {
    const bytes = await readBlob(sha)
    if (bytes) blobs.set(sha, bytes)
    else absent.push(sha)
  }
  if (absent.length > 0) throw lacking(design, absent)
  const name = design.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase() || 'design'
  return new Response(new Uint8Array(writePackage({ design, blobs })), {
    headers: {
      'content-type': 'application/x-vivid-layer',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.vivid`)}`,
    },
  })
})
