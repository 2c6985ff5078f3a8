import {
  Brush,
  Frame,
  MousePointer2,
  PenTool,
  Pipette,
  Scissors,
  Shapes,
  Type,
  Waypoints,
} from 'lucide-react'
import { SLOT_FORMS } from '@/core/kinds/slot/schema'
import type { ShapeForm, SlotForm } from '../state/bench'
import { defineCommands } from './define'

export const SHAPE_FORMS: readonly ShapeForm[] = ['rectangle', 'ellipse', 'line', 'polygon', 'star']

/** Tools keep the number of their place in the working order. */
export const toolCommands = defineCommands([
  {
    id: 'tool-pick',
    label: 'Pick',
    section: 'Tools',
    keys: ['1'],
    icon: MousePointer2,
    run: (b) => b.set({ tool: 'pick', sampleFor: null }),
  },
  {
    id: 'tool-slot',
    label: 'Slot',
    section: 'Tools',
    keys: ['2'],
    icon: Frame,
    run: (b) => {
      const { tool, slotForm } = b.store.getState()
      b.set({
        tool: 'slot',
        slotForm:
          tool === 'slot'
            ? (SLOT_FORMS[(SLOT_FORMS.indexOf(slotForm) + 1) % SLOT_FORMS.length] as SlotForm)
            : slotForm,
      })
    },
  },
  {
    id: 'tool-shape',
    label: 'Shape',
    section: 'Tools',
    keys: ['3'],
    icon: Shapes,
    run: (b) => {
      const { tool, shapeForm } = b.store.getState()
      b.set({
        tool: 'shape',
        shapeForm:
          tool === 'shape'
            ? (SHAPE_FORMS[(SHAPE_FORMS.indexOf(shapeForm) + 1) % SHAPE_FORMS.length] as ShapeForm)
            : shapeForm,
      })
    },
  },
  {
    id: 'tool-path',
    label: 'Path',
    section: 'Tools',
    keys: ['4'],
    icon: PenTool,
    run: (b) => b.set({ tool: 'path' }),
  },
  {
    id: 'tool-type',
    label: 'Type',
    section: 'Tools',
    keys: ['5'],
    icon: Type,
    run: (b) => b.set({ tool: 'type' }),
  },
  {
    id: 'tool-brush',
    label: 'Brush',
    section: 'Tools',
    keys: ['6'],
    icon: Brush,
    run: (b) => b.set({ tool: 'brush' }),
  },
  {
    id: 'tool-cut',
    label: 'Cut out',
    section: 'Tools',
    keys: ['7'],
    icon: Scissors,
    run: (b) => b.set({ tool: 'cut' }),
  },
  {
    id: 'tool-weave',
    label: 'Weave',
    section: 'Tools',
    keys: ['8'],
    icon: Waypoints,
    run: (b) => b.set({ tool: 'weave' }),
  },
  {
    id: 'tool-sample',
    label: 'Sample',
    section: 'Tools',
    keys: ['9'],
    icon: Pipette,
    run: (b) => b.set({ tool: 'sample', sampleFor: null }),
  },
])
