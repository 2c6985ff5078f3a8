import type { Metadata } from 'next'
import { headers } from 'next/headers'
import { notFound } from 'next/navigation'
import { Bench } from '@/bench/bench'
import { Trouble } from '@/bench/trouble'
import type { Problem } from '@/core/basics/errors'
import { blobsOf } from '@/core/design/sources-of'
import { problemIn } from '@/host/problems'
import { sourceInfo } from '@/server/blobs'
import { type DesignRow, loadDesign } from '@/server/designs'
import { makeReady } from '@/server/levels'
import { WARMING } from '@/server/start'

export const dynamic = 'force-dynamic'
type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, unknown>> }

/** The design, or why it cannot be shown. */
async function open(id: string): Promise<DesignRow | Problem> {
  try {
    return await loadDesign(id)
  } catch (thrown) {
    const problem = problemIn(thrown)
    if (!problem) throw thrown
    return problem.kind === 'missing' ? notFound() : problem
  }
}
export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const row = await open((await params).id)
  return { title: 'design' in row ? row.design.name : 'Cannot be read' }
}

export default async function BenchPage({ params, searchParams }: Props) {
  const { id } = await params
  const row = await open(id)
  if (!('design' in row))
    return (
      <Trouble
        title="This design cannot be shown"
        message={row.message}
        save={{ href: `/api/designs/${id}/stored`, label: 'Save what is there' }}
      />
    )
  // Links are read ahead of whoever follows them.
  const ahead = (await headers()).has('next-router-prefetch')
  if (!ahead && !(WARMING in (await searchParams))) void makeReady(row.design)
  return (
    <Bench
      loaded={{
        id: row.id,
        campaign: row.campaign,
        revision: row.revision,
        design: row.design,
        sources: await sourceInfo([...blobsOf(row.design)]),
      }}
    />
  )
}
