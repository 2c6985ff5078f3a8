import { blobsOf } from '@/core/design/sources-of'
import { writePackage } from '@/core/formats/vivid-package'
import { readBlob } from '@/server/blobs'
import { loadDesign } from '@/server/designs'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** The design with all its pictures as one .vivid file. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { design } = await loadDesign((await params).id)
    const blobs = new Map<string, Uint8Array>()
    for (const sha of blobsOf(design)) {
      const bytes = await readBlob(sha)
      if (bytes) blobs.set(sha, bytes)
    }
    const name = design.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase() || 'design'
    return new Response(new Uint8Array(writePackage({ design, blobs })), {
      headers: {
        'content-type': 'application/x-vivid-layer',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.vivid`)}`,
      },
    })
  })
