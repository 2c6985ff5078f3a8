import { treatmentDefinitions } from '@/core/treatments/list'
import { bendAlong, canBendAlong, canPasteBend, copyBend, pasteBend } from '../actions/bending'
import {
  addGrade,
  addTreatment,
  canPasteTreatments,
  copyTreatments,
  endLook,
  exaggerate,
  lookWithout,
  pasteTreatments,
} from '../actions/treating'
import { defineCommands, needs, someSelected } from './define'

/** One command for each treatment, and what is done with several of them. */
export const treatmentCommands = defineCommands([
  ...treatmentDefinitions.map((d) => ({
    id: `treat-${d.kind}`,
    label: d.label,
    words: d.words,
    section: 'Arrange' as const,
    needs: someSelected,
    run: (b: Parameters<typeof addTreatment>[0]) => addTreatment(b, d.kind),
  })),
  {
    id: 'grade',
    label: 'Grade over what lies beneath',
    words: 'adjustment finish',
    section: 'Arrange',
    run: (b) => addGrade(b),
  },
  {
    id: 'grade-inside',
    label: 'Grade kept inside the selected thing',
    section: 'Arrange',
    needs: someSelected,
    run: (b) => addGrade(b, { within: true }),
  },
  // What goes around a thing has little to go around on a whole page.
  ...treatmentDefinitions
    .filter((d) => d.group !== 'around')
    .map((d) => ({
      id: `grade-${d.kind}`,
      label: `${d.label} over what lies beneath`,
      words: `grade ${d.words ?? ''}`.trim(),
      section: 'Arrange' as const,
      run: (b: Parameters<typeof addTreatment>[0]) => addGrade(b, { kind: d.kind }),
    })),
  {
    id: 'bend-along',
    label: 'Bend along the drawn line',
    words: 'warp text path curve',
    section: 'Arrange',
    needs: needs('a thing and a drawn line', canBendAlong),
    run: bendAlong,
  },
  { id: 'bend-copy', label: 'Copy the bend', section: 'Arrange', needs: someSelected, run: copyBend },
  {
    id: 'bend-paste',
    label: 'Paste the bend',
    section: 'Arrange',
    needs: needs('a copied bend, and where to', canPasteBend),
    run: pasteBend,
  },
  {
    id: 'treatments-copy',
    label: 'Copy the treatments',
    section: 'Arrange',
    needs: someSelected,
    run: copyTreatments,
  },
  {
    id: 'treatments-paste',
    label: 'Paste treatments',
    section: 'Arrange',
    needs: needs('copied treatments, and where to', canPasteTreatments),
    run: pasteTreatments,
  },
  {
    id: 'look-without',
    label: 'Without treatments, while held',
    section: 'View',
    keys: ['W'],
    needs: someSelected,
    run: lookWithout,
    end: endLook,
  },
  {
    id: 'look-exaggerated',
    label: 'Last treatment exaggerated, while held',
    section: 'View',
    keys: ['E'],
    needs: someSelected,
    run: (b) => exaggerate(b),
    end: endLook,
  },
])
