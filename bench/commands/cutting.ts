import { newId } from '@/core/basics/ids'
import { canShape } from '@/core/design/plain-shapes'
import { inRegisterWith, partFromRegister, partInRegister } from '@/core/design/register'
import { isMergedCopy, isPhoto } from '@/core/kinds/facts'
import { canPixel, matchPatches, mergeWholePage, toPixels } from '../actions/areas'
import { cutOf, cutOut, cuttable } from '../actions/cutting'
import { toShapes } from '../actions/plain-shapes'
import { beginSpecks } from '../actions/specks'
import { isWoven, undoWeaves } from '../actions/weaving'
import type { AreaUse, Bench, BenchState } from '../state/bench'
import { defineCommands, type Need, needs, ofKind, someSelected } from './define'

/** Photos of the selection are cut out where they are not yet, then each is parted in its backdrop and its cutout. */
async function part(bench: Bench): Promise<void> {
  const photos = cuttable(bench.store.getState())
    .filter((l) => !l.register)
    .map((l) => l.id)
  const whole = photos.flatMap((id) => {
    const layer = bench.store.getState().design.layers[id]
    return isPhoto(layer) && !cutOf(layer) ? [layer] : []
  })
  if (whole.length > 0) await cutOut(bench, whole)
  const ready = photos.filter((id) => cutOf(bench.store.getState().design.layers[id]))
  if (ready.length === 0) return
  const made = ready.map(() => newId())
  bench.edit('Part in register', (d) =>
    ready.forEach((id, n) => {
      partInRegister(d, id, made[n] as string)
    }),
  )
  bench.select(made)
}
const inRegister = (s: BenchState): string[] =>
  s.selection.filter((id) => s.design.layers[id]?.register || inRegisterWith(s.design, id).length > 0)

const aPhoto = needs('a selected picture that is not locked', (s) => cuttable(s).length > 0)

const area = (use: AreaUse, label: string, need: Need | null, hint: string) => ({
  id: `area-${use}`,
  label,
  section: 'Arrange' as const,
  ...(need && { needs: need }),
  run: (b: Bench) => {
    b.set({ tool: 'area', areaFor: use })
    b.notify(hint)
  },
})

/** Photos and their cutouts, and what weaves through what. */
export const cuttingCommands = defineCommands([
  {
    id: 'cut-out',
    label: 'Cut out the main thing',
    section: 'Arrange',
    needs: aPhoto,
    run: (b) => void cutOut(b),
  },
  {
    id: 'part-in-register',
    label: 'Part in register',
    section: 'Arrange',
    needs: needs('a selected photo that is not parted yet', (s) => cuttable(s).some((l) => !l.register)),
    run: (b) => void part(b),
  },
  {
    id: 'part-from-register',
    label: 'Let parts go from register',
    section: 'Arrange',
    needs: needs('something parted in register', (s) => inRegister(s).length > 0),
    run: (b) => {
      const { design, selection } = b.store.getState()
      const ids = selection.flatMap((id) => [id, ...inRegisterWith(design, id).map((l) => l.id)])
      b.edit('Let parts go from register', (d) => partFromRegister(d, ids))
    },
  },
  area('copy', 'Copy an area to its own layer', someSelected, 'Draw a box around what is to be copied.'),
  area('merged', 'Merged copy of an area', null, 'Draw a box: what lies beneath it is copied, live.'),
  {
    id: 'specks',
    label: 'Find specks: stray dots and holes',
    words: 'clean dust stray bits edge',
    section: 'Arrange',
    needs: someSelected,
    run: beginSpecks,
  },
  area('export', 'Export an area of the page …', null, 'Draw a box around what is to be exported.'),
  {
    id: 'merged-page',
    label: 'Merged copy of the whole page',
    words: 'flatten stamp everything',
    section: 'Arrange',
    run: mergeWholePage,
  },
  area(
    'patch',
    'Hide patch',
    null,
    'Draw a box over what is to be hidden; it takes its colour from around it.',
  ),
  {
    id: 'patch-match',
    label: 'Match the surroundings again',
    section: 'Arrange',
    needs: ofKind('shape', 'a selected hide patch or shape'),
    run: (b) => void matchPatches(b),
  },
  {
    id: 'to-pixels',
    label: 'Turn into pixels',
    section: 'Arrange',
    needs: needs('one selected thing that is shown', canPixel),
    run: (b) => void toPixels(b),
  },
  {
    id: 'to-shapes',
    label: 'Turn into plain shapes',
    section: 'Arrange',
    needs: needs('selected type, or a shape or graphic', (s) =>
      s.selection.some((id) => canShape(s.design.layers[id])),
    ),
    run: (b) => void toShapes(b),
  },
  {
    id: 'freeze',
    label: 'Freeze the merged copy',
    section: 'Arrange',
    needs: needs(
      'a selected merged copy',
      (s) => canPixel(s) && isMergedCopy(s.design.layers[s.selection[0] ?? '']),
    ),
    run: (b) => void toPixels(b),
  },
  {
    id: 'weave-undo',
    label: 'Weave no more',
    section: 'Arrange',
    needs: needs('something woven', isWoven),
    run: undoWeaves,
  },
])
