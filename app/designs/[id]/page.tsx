import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { Bench } from '@/bench/bench'
import { blobsOf } from '@/core/design/sources-of'
import { sourceInfo } from '@/server/blobs'
import { loadDesign } from '@/server/designs'

export const dynamic = 'force-dynamic'
type Props = { params: Promise<{ id: string }> }

const open = async (id: string) => {
  try {
    return await loadDesign(id)
  } catch {
    notFound()
  }
}
export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await open((await params).id)).design.name }
}

export default async function BenchPage({ params }: Props) {
  const row = await open((await params).id)
  return (
    <Bench
      loaded={{ id: row.id, campaign: row.campaign, revision: row.revision, design: row.design, sources: await sourceInfo([...blobsOf(row.design)]) }}
    />
  )
}
