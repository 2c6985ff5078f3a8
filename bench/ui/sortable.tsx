'use client'
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import {
  horizontalListSortingStrategy,
  SortableContext,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { type CSSProperties, type HTMLAttributes, type ReactNode, useId } from 'react'

/** px that the hand moves before something is dragged: a press stays a press. */
const SLACK = 4
type Props = {
  ids: readonly string[]
  along: 'across' | 'down'
  /** `id` comes to lie at the place that `over` had. */
  onMove: (id: string, over: string) => void
  children: ReactNode
}
/** Things in a row or a column that are dragged into another order. */
export function Sortable({ ids, along, onMove, children }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: SLACK } }))
  const end = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) onMove(String(active.id), String(over.id))
  }
  return (
    <DndContext id={useId()} sensors={sensors} onDragEnd={end}>
      <SortableContext
        items={[...ids]}
        strategy={along === 'across' ? horizontalListSortingStrategy : verticalListSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  )
}
/** What one of them is given: where it lies while others make room, and what it is taken by. */
export function useSorted(id: string): {
  place: { ref: (el: HTMLElement | null) => void; style: CSSProperties }
  grip: HTMLAttributes<HTMLElement>
} {
  const { setNodeRef, transform, transition, listeners, isDragging } = useSortable({ id })
  return {
    place: {
      ref: setNodeRef,
      style: {
        transform: CSS.Translate.toString(transform),
        transition,
        ...(isDragging ? { zIndex: 10, position: 'relative' } : {}),
      },
    },
    grip: (listeners ?? {}) as HTMLAttributes<HTMLElement>,
  }
}
