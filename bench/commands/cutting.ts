import { newId } from '@/core/design/blank'
import { inRegisterWith, partFromRegister, partInRegister } from '@/core/design/register'
import type { Bench, BenchState } from '../state/bench-store'
import { cutOf, cutOut, cuttable } from '../state/cutting'
import { isWoven, undoWeaves } from '../state/weaving'
import { defineCommands } from './define'

/** Photos of the selection are cut out where they are not yet, then each is parted in its backdrop and its cutout. */
async function part(bench: Bench): Promise<void> {
  const photos = cuttable(bench.store.getState()).map((l) => l.id)
  const whole = photos.flatMap((id) => {
    const layer = bench.store.getState().design.layers[id]
    return layer?.kind === 'picture' && !cutOf(layer) ? [layer] : []
  })
  if (whole.length > 0) await cutOut(bench, whole)
  const ready = photos.filter((id) => cutOf(bench.store.getState().design.layers[id]))
  if (ready.length === 0) return
  const made = ready.map(() => newId())
  bench.edit('Part in register', (d) => ready.forEach((id, n) => partInRegister(d, id, made[n] as string)))
  bench.select(made)
}
const inRegister = (s: BenchState): string[] => s.selection.filter((id) => s.design.layers[id]?.register || inRegisterWith(s.design, id).length > 0)

/** Photos and their cutouts, and what weaves through what. */
export const cuttingCommands = defineCommands([
  { id: 'cut-out', label: 'Cut out the main thing', section: 'Arrange', can: (s) => cuttable(s).length > 0, run: (b) => void cutOut(b) },
  { id: 'part-in-register', label: 'Part in register', section: 'Arrange', can: (s) => cuttable(s).length > 0, run: (b) => void part(b) },
  {
    id: 'part-from-register',
    label: 'Let parts go from register',
    section: 'Arrange',
    can: (s) => inRegister(s).length > 0,
    run: (b) => {
      const { design, selection } = b.store.getState()
      const ids = selection.flatMap((id) => [id, ...inRegisterWith(design, id).map((l) => l.id)])
      b.edit('Let parts go from register', (d) => partFromRegister(d, ids))
    },
  },
  { id: 'weave-undo', label: 'Weave no more', section: 'Arrange', can: isWoven, run: undoWeaves },
])
