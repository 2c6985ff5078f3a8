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
import { makeReady, READ_AHEAD } from '@/server/levels'

export const dynamic = 'force-dynamic'
type Props = { params: Promise<{ id: string }> }

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

export default async function BenchPage({ params }: Props) {
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
  if (!(await headers()).has(READ_AHEAD)) void makeReady(row.design)
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
