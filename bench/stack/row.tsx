'use client'
import {
  ChevronDown,
  ChevronRight,
  Eye,
  EyeOff,
  FlipHorizontal2,
  Focus,
  Folder,
  Link2,
  Lock,
  LockOpen,
} from 'lucide-react'
import { type DragEvent, type KeyboardEvent, memo, useState } from 'react'
import { setOnLayer } from '@/core/design/properties/set'
import { hasMembers, layerName } from '@/core/kinds/facts'
import { isAxis } from '@/core/kinds/group/mirror'
import { PARCEL_TYPE, parcelOf } from '../actions/clipboard'
import { useBench } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { LayerPicture } from './layer-picture'
import type { LayerRow } from './rows'

export const LAYER_TYPE = 'application/x-vivid-layers'

type Props = {
  row: LayerRow
  chosen: boolean
  solo: boolean
  /** Where in relation to this row a drag would land. */
  drop: 'over' | 'under' | 'in' | null
  toggle: (id: string) => void
  choose: (id: string, e: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => void
  onOver: (id: string, e: DragEvent<HTMLElement>) => void
  onDrop: (e: DragEvent) => void
  onKey: (row: LayerRow, e: KeyboardEvent<HTMLElement>) => void
}

const COMBINE_MARKS = {
  join: 'joined',
  punch: 'punched',
  overlap: 'overlap',
  exclude: 'but overlap',
} as const
const Landing = () => <div className="mx-2 h-0.5 rounded" style={{ background: 'var(--hue)' }} />

/** Whether a row looks and is spoken as before; what it holds counts only where it is read anew. */
const same = (a: Props, b: Props): boolean =>
  (Object.keys(b) as (keyof Props)[]).every((k) => k === 'row' || a[k] === b[k]) &&
  (['depth', 'bracket', 'first', 'last', 'open', 'tied', 'spoken', 'woven', 'ground'] as const).every(
    (k) => a.row[k] === b.row[k],
  ) &&
  a.row.node.layer === b.row.node.layer &&
  a.row.node.changed.length === b.row.node.changed.length

/** A layer in the stack: its picture, name, and only the marks that apply. */
export const Row = memo(function Row({
  row,
  chosen,
  solo,
  drop,
  toggle,
  choose,
  onOver,
  onDrop,
  onKey,
}: Props) {
  const bench = useBench()
  const [naming, setNaming] = useState(false)
  // What is only offered under the pointer is made only there: hundreds of rows stay light.
  const [under, setUnder] = useState(false)
  const { layer } = row.node
  const masks = Object.keys(layer.masks).length
  const marks = [
    hasMembers(layer) && layer.combine ? COMBINE_MARKS[layer.combine] : '',
    hasMembers(layer) && layer.mirror ? 'mirrored' : '',
    masks > 0 ? 'masked' : '',
    layer.recipe || Object.keys(layer.treatments).length > 0 ? 'treated' : '',
    row.woven ? 'woven' : '',
    row.ground ? 'ground' : '',
    layer.register ? 'in register' : '',
    layer.opacity < 1 ? `${Math.round(layer.opacity * 100)} %` : '',
    layer.blend !== 'normal' ? layer.blend : '',
  ]
    .filter(Boolean)
    .join(' ')
  const left = 14 + row.depth * 14 + row.bracket * 16
  const group = hasMembers(layer)
  return (
    <div
      style={{ ['--hue' as string]: `var(--plane-${layer.plane})` }}
      className="[content-visibility:auto] [contain-intrinsic-size:auto_36px]"
      onPointerMove={(e) => {
        // A row that only scrolls by beneath the pointer stays as it is.
        if (!under && (e.movementX !== 0 || e.movementY !== 0)) setUnder(true)
      }}
      onPointerLeave={() => under && setUnder(false)}
    >
      {drop === 'over' && <Landing />}
      <div
        role="treeitem"
        aria-selected={chosen}
        aria-level={row.depth + row.bracket + 1}
        {...(group ? { 'aria-expanded': row.open } : {})}
        aria-label={layerName(layer)}
        aria-description={row.spoken}
        tabIndex={0}
        data-layer={layer.id}
        draggable={!naming}
        className={`group relative flex h-9 items-center gap-2 pr-3 text-small outline-offset-[-2px] ${chosen ? 'bg-lit' : 'hover:bg-well'} ${layer.shown ? '' : 'opacity-50'} ${drop === 'in' ? 'ring-2 ring-[var(--hue)] ring-inset' : ''}`}
        style={{ paddingLeft: left }}
        onClick={(e) => choose(layer.id, e)}
        onDoubleClick={() => setNaming(true)}
        onKeyDown={(e) => {
          if (e.target !== e.currentTarget) return
          if (e.key === 'F2') setNaming(true)
          else onKey(row, e)
        }}
        onDragStart={(e) => {
          const { selection, design } = bench.store.getState()
          const ids = chosen ? [...selection] : [layer.id]
          e.dataTransfer.setData(LAYER_TYPE, JSON.stringify(ids))
          // Another design, in another tab, takes them as a copy.
          e.dataTransfer.effectAllowed = 'copyMove'
          e.dataTransfer.setData(PARCEL_TYPE, parcelOf(bench, ids))
          e.dataTransfer.setData(`${PARCEL_TYPE}-${design.id.toLowerCase()}`, '1')
        }}
        onDragOver={(e) => onOver(layer.id, e)}
        onDrop={onDrop}
      >
        <span
          className="absolute inset-y-0 left-1.5 w-[3px]"
          style={{ background: chosen ? 'var(--hue)' : 'color-mix(in oklch, var(--hue) 35%, transparent)' }}
        />
        {row.bracket > 0 && <Bracket left={left - 10} first={row.first} last={row.last} />}
        {group && (
          <button
            type="button"
            tabIndex={-1}
            aria-label={row.open ? 'Close the group' : 'Open the group'}
            className="-ml-1 flex size-5 items-center justify-center"
            onClick={(e) => {
              e.stopPropagation()
              toggle(layer.id)
            }}
          >
            {row.open ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
          </button>
        )}
        {group && <Folder size={16} className="shrink-0 text-soft" />}
        {isAxis(layer) && <FlipHorizontal2 size={16} className="shrink-0 text-soft" />}
        {!group && !isAxis(layer) && <LayerPicture id={layer.id} />}
        {naming ? (
          <NameField
            name={layerName(layer)}
            onName={(name) => {
              setNaming(false)
              if (name && name !== layerName(layer))
                bench.edit('Rename', (d) => {
                  const l = d.layers[layer.id]
                  if (l) Object.assign(l, { name, named: true })
                })
            }}
          />
        ) : (
          <span className="min-w-0 flex-1 truncate">{layerName(layer)}</span>
        )}
        {row.tied && (
          <span title={`Tied to ${row.tied}`} className="flex shrink-0 text-soft">
            <Link2 size={12} aria-hidden="true" />
          </span>
        )}
        {row.node.changed.length > 0 && (
          <span
            title="Differs from the master on this channel"
            className="size-1.5 shrink-0 rounded-full bg-accent"
          />
        )}
        {marks && !naming && !under && (
          <span className="max-w-24 shrink-0 truncate text-tiny text-soft">{marks}</span>
        )}
        <Mark
          under={under}
          label={solo ? 'Show everything again' : 'Show this alone'}
          on={solo}
          onClick={() => bench.set({ solo: solo ? null : layer.id })}
        >
          <Focus size={13} />
        </Mark>
        <Mark
          under={under}
          label={layer.locked ? 'Unlock' : 'Lock'}
          on={layer.locked}
          onClick={() =>
            bench.edit(layer.locked ? 'Unlock' : 'Lock', (d) => {
              const l = d.layers[layer.id]
              if (l) l.locked = !layer.locked
            })
          }
        >
          {layer.locked ? <Lock size={13} /> : <LockOpen size={13} />}
        </Mark>
        <Mark
          under={under}
          label={layer.shown ? 'Hide' : 'Show'}
          on={!layer.shown}
          onClick={() =>
            bench.edit(layer.shown ? 'Hide' : 'Show', (d) =>
              setOnLayer(d, bench.store.getState().channel, layer.id, 'shown', !layer.shown),
            )
          }
        >
          {layer.shown ? <Eye size={13} /> : <EyeOff size={13} />}
        </Mark>
      </div>
      {drop === 'under' && <Landing />}
    </div>
  )
}, same)

/** A state of the row: shown where it applies, offered under the pointer. */
const Mark = ({
  label,
  on,
  under,
  onClick,
  children,
}: {
  label: string
  on: boolean
  under: boolean
  onClick: () => void
  children: React.ReactNode
}) =>
  (on || under) && (
    <IconButton
      label={label}
      tabIndex={-1}
      className="!-mr-1.5 !size-6"
      onClick={(e) => {
        e.stopPropagation()
        onClick()
      }}
    >
      {children}
    </IconButton>
  )

const NameField = ({ name, onName }: { name: string; onName: (name: string) => void }) => (
  <input
    aria-label="Name of the layer"
    className="h-6 min-w-0 flex-1 rounded bg-panel px-1 outline-2 outline-accent"
    defaultValue={name}
    ref={(el) => el?.select()}
    onBlur={(e) => onName(e.target.value.trim())}
    onKeyDown={(e) => {
      e.stopPropagation()
      if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
    }}
    onClick={(e) => e.stopPropagation()}
  />
)

/** Ties what is inside to the layer that holds it, which lies beneath. */
const Bracket = ({ left, first, last }: { left: number; first: boolean; last: boolean }) => (
  <span
    aria-hidden="true"
    className="pointer-events-none absolute inset-y-0 z-10"
    style={{ left, color: 'var(--hue)' }}
  >
    <span
      className="absolute left-0 border-l-[1.5px] border-current"
      style={{ top: first ? 18 : 0, bottom: last ? -4 : 0 }}
    />
    <span className="absolute top-[17px] left-0 w-2 border-t-[1.5px] border-current" />
  </span>
)
