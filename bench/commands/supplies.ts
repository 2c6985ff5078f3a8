import { isPhoto, takesPicture } from '@/core/kinds/facts'
import { placeFiles } from '../actions/placing'
import { choosePicture } from '../actions/slots'
import type { Bench } from '../state/bench'
import { BROUGHT, chooseFiles } from '../ui/choose-files'
import { defineCommands, needs } from './define'

const KINDS = [
  ['photo', 'Supplies: photos', 'stock images pictures backgrounds'],
  ['cutout', 'Supplies: cutouts', 'objects things people food flowers stickers'],
  ['graphic', 'Supplies: graphics', 'icons shapes elements arrows signs emoji badges lines speech bubbles'],
  ['texture', 'Supplies: textures', 'paper pattern grunge surface'],
  ['overlay', 'Supplies: overlays', 'light leak bokeh dust rain snow smoke'],
  ['type', 'Supplies: type', 'pairings headings font combination'],
  ['occasions', 'Supplies: occasions', 'birthday holiday sale season templates'],
  ['own', 'Supplies: own', 'uploads mine brand logo'],
] as const
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
  ...KINDS.map(([kind, label, words]) => ({
    id: `supplies-${kind}`,
    label,
    words,
    section: 'View' as const,
    run: (b: Bench) => b.set({ suppliesAsked: kind }),
  })),
])
