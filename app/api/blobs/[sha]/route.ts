import { badInput, missing } from '@/core/basics/errors'
import { shaSchema } from '@/core/basics/values'
import { blobType, readBlob } from '@/server/blobs'
import { route } from '@/server/route'

export const dynamic = 'force-dynamic'
export const GET = route<{ sha: string }>(async ({ params }) => {
  const { sha } = params
  if (!shaSchema.safeParse(sha).success) throw badInput('This is not the name of a stored file.')
  const [type, bytes] = await Promise.all([blobType(sha), readBlob(sha)])
  if (!type || !bytes) throw missing('This file is not stored here.')
  // Uploaded SVG is only ever read as text by our own reader.
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': type,
      'content-security-policy': "default-src 'none'; sandbox",
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, max-age=31536000, immutable',
    },
  })
})
