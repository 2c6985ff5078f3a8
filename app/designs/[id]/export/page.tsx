import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { ExportScreen } from '@/bench/export/export-screen'
import { blobsOf } from '@/core/design/sources-of'
import { creditsOf } from '@/server/credits'
import { loadDesign } from '@/server/designs'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'Export' }

export default async function ExportPage({ params }: { params: Promise<{ id: string }> }) {
  const row = await loadDesign((await params).id).catch(() => notFound())
  const credits = await creditsOf(blobsOf(row.design))
  return (
    <ExportScreen design={row.design} campaign={row.campaign} revision={row.revision} credits={credits} />
  )
}
