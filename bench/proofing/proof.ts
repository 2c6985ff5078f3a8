import { INK_LIMIT, SEEN_MISS } from '@/core/colour/soft-proof'
import type { Bench, BenchState } from '../state/bench'

let table: Promise<Uint8Array<ArrayBuffer>> | null = null
const fetched = (): Promise<Uint8Array<ArrayBuffer>> => {
  table ??= fetch('/api/print-proof').then(async (answer) => {
    if (!answer.ok) throw new Error('no table')
    return new Uint8Array(await answer.arrayBuffer())
  })
  return table
}
/** Shows the stage as it will be printed, or as it is. */
export async function proofAs(bench: Bench, softProof: BenchState['softProof']): Promise<void> {
  bench.set({ softProof })
  if (!softProof) return bench.client.setProof(null)
  try {
    const { marks } = softProof
    const limit = marks === 'ink' ? softProof.limit : SEEN_MISS
    bench.client.setProof({ table: await fetched(), marks, limit })
  } catch {
    table = null
    bench.set({ softProof: null })
    bench.notify('How colours print could not be fetched. The design is safe; try again.', 'trouble')
  }
}
export const toggleProof = (bench: Bench): Promise<void> =>
  proofAs(bench, bench.store.getState().softProof ? null : { marks: 'none', limit: INK_LIMIT })
