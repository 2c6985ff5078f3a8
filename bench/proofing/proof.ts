import { INK_LIMIT, SEEN_MISS } from '@/core/colour/soft-proof'
import type { Bench, BenchState } from '../state/bench'

const tables = new Map<string, Promise<Uint8Array<ArrayBuffer>>>()
const fetched = (profile: string): Promise<Uint8Array<ArrayBuffer>> => {
  const known = tables.get(profile)
  if (known) return known
  const table = fetch(`/api/print-proof?profile=${profile}`).then(async (answer) => {
    if (!answer.ok) throw new Error('no table')
    return new Uint8Array(await answer.arrayBuffer())
  })
  tables.set(profile, table)
  table.catch(() => tables.delete(profile))
  return table
}
/** Shows the stage as it will be printed, or as it is. */
export async function proofAs(bench: Bench, softProof: BenchState['softProof']): Promise<void> {
  bench.set({ softProof })
  if (!softProof) return bench.client.setProof(null)
  try {
    const { marks, profile } = softProof
    const limit = marks === 'ink' ? softProof.limit : SEEN_MISS
    const table = await fetched(profile)
    // Meanwhile people may have chosen otherwise.
    if (bench.store.getState().softProof === softProof) bench.client.setProof({ table, marks, limit })
  } catch {
    bench.set({ softProof: null })
    bench.client.setProof(null)
    bench.notify('How colours print could not be fetched. The design is safe; try again.', 'trouble')
  }
}
export const toggleProof = (bench: Bench): Promise<void> =>
  proofAs(bench, bench.store.getState().softProof ? null : { profile: '', marks: 'none', limit: INK_LIMIT })
