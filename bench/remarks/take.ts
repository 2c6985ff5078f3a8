import { messageOf } from '@/core/basics/errors'
import { readRemarks, takeRemarks } from '@/core/design/remarks'
import type { Bench } from '../state/bench'
import { chooseFiles } from '../ui/choose-files'

/** Asks for a file that a proof saved, and takes its remarks in as one step. */
export async function bringRemarks(bench: Bench): Promise<void> {
  const [file] = await chooseFiles('.json,application/json')
  if (!file) return
  try {
    const { design, resolved: _, ...s } = bench.store.getState()
    const { remarks, gone } = readRemarks(await file.text(), file.name, design)
    const fresh = remarks.filter((r) => !design.remarks[r.id])
    const [first] = fresh
    if (first) {
      bench.edit(`Take in ${fresh.length} remarks`, (d) => takeRemarks(d, fresh))
      if (!fresh.some((r) => r.page === s.page && r.channel === s.channel))
        bench.show(first.page, first.channel)
    }
    const told = first
      ? `${fresh.length} remark${fresh.length === 1 ? '' : 's'} taken in.`
      : 'These remarks are all here already.'
    bench.notify(gone > 0 ? `${told} ${gone} are on pages or sizes that are no more.` : told)
  } catch (thrown) {
    bench.notify(messageOf(thrown), 'trouble')
  }
}
