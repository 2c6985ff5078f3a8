'use client'
import { ChevronDown, Eye, EyeOff, GripVertical, Trash2 } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { Layer } from '@/core/kinds/list'
import type { Definition } from '@/core/treatments/definition'
import { type Treatment, treatmentsOf } from '@/core/treatments/order'
import { changeTreatment, dropTreatment, moveTreatment, type Nth } from '../../actions/treating'
import { useBench } from '../../state/bench-context'
import { IconButton } from '../../ui/button'
import { intoView } from '../../ui/into-view'
import { useSorted } from '../../ui/sortable'
import { OwnMark } from '../own'
import { Settings } from './settings'
import { useTargets } from './use-targets'

type CardProps = {
  treatment: Treatment
  definition: Definition
  which: Nth
  layer: Layer
  open: boolean
  onOpen: () => void
}

export function Card({ treatment: t, definition, which, layer, open, onOpen }: CardProps) {
  const bench = useBench()
  const targets = useTargets(which)
  const { place, grip } = useSorted(t.id)
  const head = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    if (open) intoView(head.current?.closest('[data-card]') ?? null)
  }, [open])
  const differs = [...Object.keys(definition.fields), 'on', 'strength', 'blend', 'mask']
  return (
    <div
      {...place}
      data-card
      className={`-mx-1.5 flex flex-col gap-1.5 rounded-control border border-line bg-panel p-1 ${t.on ? '' : 'opacity-60'}`}
    >
      <div className="flex items-center gap-0.5">
        <span
          {...grip}
          className="cursor-grab touch-none text-soft"
          title="Drag to another place in the order"
        >
          <GripVertical size={13} />
        </span>
        <button
          ref={head}
          type="button"
          aria-expanded={open}
          aria-label={`Treatment: ${definition.label}`}
          className="flex h-6 min-w-0 flex-1 items-center gap-1 rounded-control px-1 text-left text-small hover:bg-lit"
          onClick={onOpen}
          onKeyDown={(e) => {
            if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return
            e.preventDefault()
            e.stopPropagation()
            const list = treatmentsOf(layer)
            const at = list.findIndex((o) => o.id === t.id)
            moveTreatment(
              bench,
              layer.id,
              t.id,
              (e.key === 'ArrowUp' ? list[at - 1]?.id : list[at + 2]?.id) ??
                (e.key === 'ArrowUp' ? t.id : null),
            )
          }}
        >
          <ChevronDown
            size={13}
            className={`shrink-0 text-soft transition-transform ${open ? '' : '-rotate-90'}`}
          />
          <span className="truncate">{definition.label}</span>
          {t.strength < 1 && (
            <span className="ml-auto shrink-0 text-tiny text-soft tabular-nums">
              {Math.round(t.strength * 100)} %
            </span>
          )}
        </button>
        <OwnMark of={targets} keys={open ? ['on'] : differs} />
        <IconButton
          label={t.on ? `Switch ${definition.label} off` : `Switch ${definition.label} on`}
          className="!size-6"
          onClick={() => changeTreatment(bench, t.on ? 'off' : 'on', which, { on: !t.on })}
        >
          {t.on ? <Eye size={13} /> : <EyeOff size={13} />}
        </IconButton>
        <IconButton
          label={`Remove ${definition.label}`}
          className="!size-6"
          onClick={() => dropTreatment(bench, which)}
        >
          <Trash2 size={13} />
        </IconButton>
      </div>
      {open && <Settings t={t} definition={definition} which={which} layer={layer} />}
    </div>
  )
}
