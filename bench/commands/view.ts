import { Maximize, ZoomIn, ZoomOut } from 'lucide-react'
import { boundsOfIds } from '../actions/handled'
import { toggleProof } from '../proofing/proof'
import { newGuide } from '../stage/guide-gesture'
import { RULER_UNITS } from '../stage/rulers'
import { fitBox, panBy, zoomBy, zoomTo } from '../stage/view'
import type { Bench } from '../state/bench'
import { defineCommands, needs, someSelected } from './define'

/** Unlike anything in a picture; one after the other, then none. */
export const STRONG_GROUNDS: readonly string[] = ['#ff2bd6', '#16e05a', '#1c1c1c']

export const viewCommands = defineCommands([
  {
    id: 'soft-proof',
    label: 'Show as printed',
    words: 'soft proof cmyk gamut ink print preview colours total area coverage',
    section: 'View',
    keys: ['Mod+Alt+P'],
    run: (b) => void toggleProof(b),
  },
  {
    id: 'zoom-in',
    label: 'Zoom in',
    section: 'View',
    keys: ['Mod+=', 'Mod++', '+', '='],
    icon: ZoomIn,
    run: (b) => zoomBy(b, 1.25),
  },
  {
    id: 'zoom-out',
    label: 'Zoom out',
    section: 'View',
    keys: ['Mod+-', '-'],
    icon: ZoomOut,
    run: (b) => zoomBy(b, 0.8),
  },
  {
    id: 'zoom-full',
    label: 'Show at 100 %',
    section: 'View',
    keys: ['0', 'Mod+0'],
    run: (b) => zoomTo(b, 1 / (globalThis.devicePixelRatio || 1)),
  },
  {
    id: 'zoom-fit',
    label: 'Fit the page',
    section: 'View',
    keys: ['F'],
    icon: Maximize,
    run: (b) => b.set({ view: { ...b.store.getState().view, fitted: true } }),
  },
  {
    id: 'zoom-selection',
    label: 'Fit the selection',
    section: 'View',
    keys: ['Shift+F'],
    needs: someSelected,
    run: (b) => {
      const s = b.store.getState()
      const box = boundsOfIds(s, s.selection)
      if (box) b.set({ view: fitBox(box) })
    },
  },
  ...(
    [
      ['left', 1, 0],
      ['right', -1, 0],
      ['up', 0, 1],
      ['down', 0, -1],
    ] as const
  ).map(([way, x, y]) => ({
    id: `look-${way}`,
    label: `Move the view ${way}`,
    section: 'View' as const,
    keys: [`Mod+Alt+Arrow${way[0]?.toUpperCase()}${way.slice(1)}`],
    run: (b: Bench) => panBy(b, x * 120, y * 120),
  })),
  {
    id: 'strong-ground',
    label: 'Strong ground: a loud colour beneath everything',
    section: 'View',
    keys: ['B'],
    run: (b) => {
      // The colours take turns, so that one of them is unlike whatever lies above.
      const at = STRONG_GROUNDS.indexOf(b.store.getState().strongGround ?? '')
      b.set({ strongGround: STRONG_GROUNDS[at + 1] ?? null })
    },
  },
  {
    id: 'bare-lines',
    label: 'Bare lines: outlines instead of the artwork',
    section: 'View',
    keys: ['K'],
    run: (b) => b.set({ bareLines: b.store.getState().bareLines === null ? 'all' : null }),
  },
  {
    id: 'bare-lines-selection',
    label: 'Bare lines for the selection only',
    section: 'View',
    keys: ['Shift+K'],
    run: (b) => {
      const { bareLines, selection } = b.store.getState()
      b.set({ bareLines: bareLines !== null || selection.length === 0 ? null : selection })
    },
  },
  {
    id: 'understood',
    label: 'What it understood: show what belongs together',
    words: 'relations reading adaptation lines brackets',
    section: 'View',
    keys: ['U'],
    run: (b) => b.set({ understood: !b.store.getState().understood }),
  },
  {
    id: 'solo',
    label: 'Show one layer alone',
    section: 'View',
    keys: ['Alt+S'],
    needs: needs('one selected thing', (s) => s.solo !== null || s.selection.length === 1),
    run: (b) => {
      const { solo, selection } = b.store.getState()
      b.set({ solo: solo === null ? (selection[0] ?? null) : null })
    },
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
  ...(
    [
      ['safe', 'safe-area', 'Safe area', []],
      ['guides', 'guides', 'Hide or show guides', ['Alt+;']],
      ['guidesLocked', 'lock-guides', 'Lock or unlock guides', []],
      ['columns', 'columns', 'Hide or show columns and rows', []],
      ['thirds', 'thirds', 'Thirds', []],
    ] as const
  ).map(([which, id, label, keys]) => ({
    id,
    label,
    section: 'View' as const,
    keys: [...keys],
    run: (b: Bench) => {
      const { overlays } = b.store.getState()
      b.set({ overlays: { ...overlays, [which]: !overlays[which] } })
    },
  })),
  ...(
    [
      ['upright', 'x', 'Add an upright guide in the middle'],
      ['level', 'y', 'Add a level guide in the middle'],
    ] as const
  ).map(([word, axis, label]) => ({
    id: `guide-${word}`,
    label,
    section: 'View' as const,
    run: (b: Bench) => {
      const { resolved } = b.store.getState()
      const guide = newGuide(b, axis, (axis === 'x' ? resolved.width : resolved.height) / 2)
      b.edit('Add a guide', (d) => {
        d.guides[guide.id] = guide
      })
    },
  })),
  {
    id: 'guides-around',
    label: 'Guides around the selection',
    section: 'View',
    needs: someSelected,
    run: (b) => {
      const s = b.store.getState()
      const box = boundsOfIds(s, s.selection)
      if (!box) return
      const made = [
        newGuide(b, 'x', box.left),
        newGuide(b, 'x', box.right),
        newGuide(b, 'y', box.top),
        newGuide(b, 'y', box.bottom),
      ]
      b.edit('Add guides', (d) => {
        for (const g of made) d.guides[g.id] = g
      })
    },
  },
  {
    id: 'clear-guides',
    label: 'Remove all guides',
    section: 'View',
    needs: needs('a guide', (s) => Object.keys(s.design.guides).length > 0),
    run: (b) =>
      b.edit('Remove all guides', (d) => {
        d.guides = {}
      }),
  },
  {
    id: 'ruler-unit',
    label: 'Next unit of the rulers: px, mm, in, %',
    section: 'View',
    run: (b) =>
      b.set({
        ruler: RULER_UNITS[(RULER_UNITS.indexOf(b.store.getState().ruler) + 1) % RULER_UNITS.length] ?? 'px',
      }),
  },
  {
    id: 'commands',
    label: 'Commands',
    section: 'View',
    keys: ['Mod+K'],
    run: (b) => b.set({ dialog: 'palette' }),
  },
  {
    id: 'house',
    label: 'House set …',
    words: 'brand campaign swatches fonts marks',
    section: 'Design',
    run: (b) => b.set({ dialog: 'house' }),
  },
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
