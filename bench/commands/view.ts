import { Maximize, ZoomIn, ZoomOut } from 'lucide-react'
import { zoomBy, zoomTo } from '../stage/view'
import { defineCommands } from './define'

export const viewCommands = defineCommands([
  { id: 'zoom-in', label: 'Zoom in', section: 'View', keys: ['Mod+=', 'Mod++', '+', '='], icon: ZoomIn, run: (b) => zoomBy(b, 1.25) },
  { id: 'zoom-out', label: 'Zoom out', section: 'View', keys: ['Mod+-', '-'], icon: ZoomOut, run: (b) => zoomBy(b, 0.8) },
  { id: 'zoom-full', label: 'Show at 100 %', section: 'View', keys: ['0', 'Mod+0'], run: (b) => zoomTo(b, 1 / (globalThis.devicePixelRatio || 1)) },
  {
    id: 'zoom-fit',
    label: 'Fit the page',
    section: 'View',
    keys: ['F'],
    icon: Maximize,
    run: (b) => b.set({ view: { ...b.store.getState().view, fitted: true } }),
  },
  {
    id: 'overlays',
    label: 'Hide or show all overlays',
    section: 'View',
    keys: ['H'],
    run: (b) => {
      const { overlays } = b.store.getState()
      b.set({ overlays: { ...overlays, hidden: !overlays.hidden } })
    },
  },
  {
    id: 'safe-area',
    label: 'Safe area',
    section: 'View',
    run: (b) => {
      const { overlays } = b.store.getState()
      b.set({ overlays: { ...overlays, safe: !overlays.safe } })
    },
  },
  { id: 'commands', label: 'Commands', section: 'View', keys: ['Mod+K'], run: (b) => b.set({ dialog: 'palette' }) },
  { id: 'keys', label: 'Keys …', section: 'View', run: (b) => b.set({ dialog: 'keys' }) },
  {
    id: 'theme',
    label: 'Light or dark interface',
    section: 'View',
    run: () => {
      const root = document.documentElement
      root.dataset.theme = root.dataset.theme === 'dark' ? 'light' : 'dark'
      try {
        localStorage.setItem('theme', root.dataset.theme)
      } catch {
        // Kept for this visit only.
      }
    },
  },
])
