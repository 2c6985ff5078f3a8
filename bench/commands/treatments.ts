import { treatmentDefinitions } from '@/core/treatments/list'
import { bendAlong, canBendAlong, canPasteBend, copyBend, pasteBend } from '../state/bending'
import { addGrade, addTreatment, canPasteTreatments, copyTreatments, endLook, exaggerate, lookWithout, pasteTreatments } from '../state/treating'
import { defineCommands, someSelected } from './define'

/** One command for each treatment, and what is done with several of them. */
export const treatmentCommands = defineCommands([
  ...treatmentDefinitions.map((d) => ({
    id: `treat-${d.kind}`,
    label: d.label,
    words: d.words,
    section: 'Arrange' as const,
    can: someSelected,
    run: (b: Parameters<typeof addTreatment>[0]) => addTreatment(b, d.kind),
  })),
  { id: 'grade', label: 'Grade over what lies beneath', section: 'Arrange', run: (b) => addGrade(b) },
  { id: 'grade-inside', label: 'Grade kept inside the selected thing', section: 'Arrange', can: someSelected, run: (b) => addGrade(b, true) },
  { id: 'bend-along', label: 'Bend along the drawn line', words: 'warp text path curve', section: 'Arrange', can: canBendAlong, run: bendAlong },
  { id: 'bend-copy', label: 'Copy the bend', section: 'Arrange', can: someSelected, run: copyBend },
  { id: 'bend-paste', label: 'Paste the bend', section: 'Arrange', can: canPasteBend, run: pasteBend },
  { id: 'treatments-copy', label: 'Copy the treatments', section: 'Arrange', can: someSelected, run: copyTreatments },
  { id: 'treatments-paste', label: 'Paste treatments', section: 'Arrange', can: canPasteTreatments, run: pasteTreatments },
  { id: 'look-without', label: 'Without treatments, while held', section: 'View', keys: ['W'], can: someSelected, run: lookWithout, end: endLook },
  {
    id: 'look-exaggerated',
    label: 'Last treatment exaggerated, while held',
    section: 'View',
    keys: ['E'],
    can: someSelected,
    run: (b) => exaggerate(b),
    end: endLook,
  },
])
