import { isPhoto, takesPicture } from '@/core/kinds/facts'
import { placeFiles } from '../actions/placing'
import { choosePicture } from '../actions/slots'
import type { Bench } from '../state/bench'
import { TABS } from '../supplies/tabs'
import { BROUGHT, chooseFiles } from '../ui/choose-files'
import { defineCommands, needs } from './define'

const swappable = needs('one picture or slot', (s) => {
  const layer = s.design.layers[s.selection[0] ?? '']
  return s.selection.length === 1 && (isPhoto(layer) || takesPicture(layer))
})
/** What brings material onto the page: own files, the kinds of supplies. */
export const supplyCommands = defineCommands([
  {
    id: 'bring',
    label: 'Bring own files …',
    words: 'import upload open file photo picture image insert place',
    section: 'Edit',
    run: (b) => void chooseFiles(BROUGHT).then((files) => placeFiles(b, files)),
  },
  {
    id: 'swap-picture',
    label: 'Swap or fill the picture …',
    words: 'replace change photo image',
    section: 'Edit',
    needs: swappable,
    run: (b) => void choosePicture(b, b.store.getState().selection[0] ?? ''),
  },
  ...TABS.map(([tab, name, words]) => ({
    id: `supplies-${tab || 'all'}`,
    label: `Supplies: ${name.toLowerCase()}`,
    words,
    section: 'View' as const,
    run: (b: Bench) => b.set({ suppliesAsked: tab }),
  })),
])
