'use client'
import { Plus, Trash2 } from 'lucide-react'
import type { Area } from '@/core/design/channel-schema'
import { Button, IconButton } from '../ui/button'
import { NameInput } from '../ui/name-input'
import { StageBar } from '../ui/stage-bar'
import { type Drawn, KINDS } from './areas'

type Props = {
  taken: Drawn | null
  adding: 'also' | 'clear' | null
  /** No more of a kind can be stored. */
  full: { also: boolean; clear: boolean }
  onAdd: (kind: 'also' | 'clear' | null) => void
  onEdit: (drawn: Drawn, area: Area | null, name: string) => void
  onDone: () => void
}
/** What can be done with the areas of a channel while they are drawn. */
export function AreasBar({ taken, adding, full, onAdd, onEdit, onDone }: Props) {
  const named = taken && taken.kind !== 'safe' ? taken : null
  return (
    <StageBar label="Areas of the channel">
      {(['clear', 'also'] as const).map((kind) => (
        <Button
          key={kind}
          small
          look={adding === kind ? 'dark' : 'ghost'}
          aria-pressed={adding === kind}
          disabled={full[kind]}
          onClick={() => onAdd(adding === kind ? null : kind)}
        >
          <Plus size={12} /> {KINDS[kind]}
        </Button>
      ))}
      {adding && <span className="px-1 text-tiny text-soft">Drag it on the page.</span>}
      {named && !adding && (
        <>
          <NameInput
            label={`Name of the ${KINDS[named.kind].toLowerCase()}`}
            value={named.area.label}
            placeholder="What covers it, whose it is"
            className="field w-40"
            onKeep={(label) => onEdit(named, { ...named.area, label }, 'Name an area')}
          />
          <IconButton
            label="Remove the area"
            onClick={() => onEdit(named, null, `Remove: ${KINDS[named.kind]}`)}
          >
            <Trash2 size={14} />
          </IconButton>
        </>
      )}
      <Button small look="primary" onClick={onDone}>
        Done
      </Button>
    </StageBar>
  )
}
