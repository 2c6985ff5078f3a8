import { LayoutGrid, Smartphone } from 'lucide-react'
import { toggleAtSize } from '../actions/at-size'
import { setWall, toggleWall, treatedAlike, tryOthers, worstFirst } from '../actions/wall'
import { defineCommands, needs } from './define'

const onWall = needs('the wall', (s) => s.wall !== null)

/** All channels at once. */
export const wallCommands = defineCommands([
  {
    id: 'wall',
    label: 'Wall: all channels at once',
    words: 'overview adaptations sizes',
    section: 'View',
    keys: ['Shift+A'],
    icon: LayoutGrid,
    run: toggleWall,
  },
  {
    id: 'at-size',
    label: 'At size: where people will meet it',
    words: 'preview phone feed true size first glance colour blindness mock',
    section: 'View',
    keys: ['T'],
    icon: Smartphone,
    run: toggleAtSize,
  },
  {
    id: 'wall-to-scale',
    label: 'Wall to scale',
    section: 'View',
    needs: onWall,
    run: (b) => setWall(b, { sizes: b.store.getState().wall?.sizes === 'true' ? 'alike' : 'true' }),
  },
  {
    id: 'wall-worst-first',
    label: 'Wall: worst first',
    words: 'findings order',
    section: 'View',
    needs: onWall,
    run: worstFirst,
  },
  {
    id: 'channel-areas',
    label: 'Draw safe areas and clear boxes',
    words: 'channel covered portrait time stamp margin',
    section: 'Design',
    run: (b) => b.set({ areas: !b.store.getState().areas }),
  },
  {
    id: 'own-sizes',
    label: 'Add own sizes',
    words: 'channel size banner format pixels millimetres paste',
    section: 'Design',
    run: (b) => b.set({ dialog: 'sizes' }),
  },
  {
    id: 'wall-alternatives',
    label: 'Alternatives as pictures',
    words: 'other arrangements',
    section: 'Design',
    needs: onWall,
    run: (b) => tryOthers(b, treatedAlike(b.store.getState())[0]),
  },
])
