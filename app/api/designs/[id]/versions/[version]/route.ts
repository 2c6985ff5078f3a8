import { blobsOf } from '@/core/design/sources-of'
import { sourceInfo } from '@/server/blobs'
import { answer } from '@/server/http'
import { removeVersion, versionOf } from '@/server/versions'

export const dynamic = 'force-dynamic'
type Context = { params: Promise<{ id: string; version: string }> }

export const GET = (_: Request, { params }: Context) =>
  answer(async () => {
    const { id, version } = await params
    const design = await versionOf(id, version)
    return { design, sources: await sourceInfo([...blobsOf(design)]) }
  })

export const DELETE = (_: Request, { params }: Context) =>
  answer(async () => {
    const { id, version } = await params
    await removeVersion(id, version)
  })
