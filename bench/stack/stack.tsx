'use client'
import { ChevronDown, ChevronRight, Eye, EyeOff, Folder, FolderPlus, Lock, LockOpen } from 'lucide-react'
import { type DragEvent, memo, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { layerName } from '@/core/design/blank'
import { moveInStack, setOn } from '@/core/design/commands'
import { PLANES, type Plane, planeLabels } from '@/core/design/planes'
import type { ResolvedLayer } from '@/core/design/resolve'
import { commandById } from '../commands/list'
import { useBench, useBenchState, useCalmState } from '../state/bench-context'
import type { BenchState } from '../state/bench-store'
import { PARCEL_TYPE, parcelOf } from '../state/clipboard'
import { IconButton } from '../ui/button'
import { LayerPicture } from './layer-picture'

type Drop = { plane: Plane; parent: string | null; above: string | null; inside: string | null; key: string }
const LAYER_TYPE = 'application/x-vivid-layers'

const shown = (state: BenchState) => ({
  resolved: state.resolved,
  selection: state.selection,
  design: state.design,
  page: state.page,
  channel: state.channel,
  inside: state.inside,
})

/** The six planes and their layers, front at the top. Follows the hand when there is time; the stage comes first. */
export function Stack() {
  return <StackList s={useDeferredValue(useCalmState(shown))} />
}

const StackList = memo(function StackList({ s }: { s: ReturnType<typeof shown> }) {
  const bench = useBench()
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set())
  const [drop, setDrop] = useState<Drop | null>(null)
  const [anchor, setAnchor] = useState<string | null>(null)
  const byPlane = useMemo(() => new Map(PLANES.map((p) => [p, s.resolved.layers.filter((l) => l.layer.plane === p).reverse()])), [s.resolved])
  const rows = useMemo(() => {
    const walk = (list: readonly ResolvedLayer[]): string[] =>
      list.flatMap((l) => [
        ...walk([...l.insides].reverse()),
        l.layer.id,
        ...(l.layer.kind === 'group' && !closed.has(l.layer.id) ? walk([...l.children].reverse()) : []),
      ])
    return [...PLANES].reverse().flatMap((p) => walk(byPlane.get(p) ?? []))
  }, [byPlane, closed])

  useEffect(() => {
    const ids = Object.values(s.design.layers)
      .filter((l) => l.page === s.page)
      .map((l) => l.id)
    const wait = setTimeout(() => bench.client.setLayers(s.page, s.channel, ids, 56), 150)
    return () => clearTimeout(wait)
  }, [bench, s.design, s.page, s.channel])

  const choose = (id: string, e: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
    if (e.shiftKey && anchor && rows.includes(anchor)) {
      const [a, b] = [rows.indexOf(anchor), rows.indexOf(id)]
      bench.select(rows.slice(Math.min(a, b), Math.max(a, b) + 1))
      return
    }
    if (e.ctrlKey || e.metaKey) bench.select(s.selection.includes(id) ? s.selection.filter((x) => x !== id) : [...s.selection, id])
    else bench.select([id])
    setAnchor(id)
    const parent = s.design.layers[id]?.parent ?? null
    bench.set({ inside: parent })
  }
  const dropHere = (e: DragEvent) => {
    e.preventDefault()
    const to = drop
    setDrop(null)
    const ids = JSON.parse(e.dataTransfer.getData(LAYER_TYPE) || '[]') as string[]
    if (to && ids.length > 0) bench.edit('Move in the stack', (d) => moveInStack(d, ids, to))
  }
  return (
    <aside aria-label="Stack" className="flex h-full w-[264px] shrink-0 flex-col border-l border-line bg-panel">
      <header className="flex h-9 items-center gap-1 border-b border-line px-3">
        <h2 className="mr-auto text-small font-semibold">Stack</h2>
        <IconButton label="Group the selection (Ctrl + G)" disabled={s.selection.length === 0} onClick={() => commandById('group').run(bench)}>
          <FolderPlus size={15} />
        </IconButton>
      </header>
      <div
        className="scroll-thin flex-1 overflow-y-auto pb-8"
        role="tree"
        aria-label="Layers"
        aria-multiselectable="true"
        onDragEnd={() => setDrop(null)}
      >
        {[...PLANES].reverse().map((plane) => {
          const layers = byPlane.get(plane) ?? []
          return (
            <section key={plane} role="group" aria-label={planeLabels[plane]} style={{ ['--hue' as string]: `var(--plane-${plane})` }}>
              <div
                className={`flex items-center gap-2 border-t border-line px-3 text-tiny font-semibold ${layers.length === 0 ? 'h-6' : 'h-7'}`}
                style={{ color: 'var(--hue)' }}
                onDragOver={(e) => {
                  e.preventDefault()
                  setDrop({ plane, parent: null, inside: null, above: layers[0]?.layer.id ?? null, key: `plane-${plane}` })
                }}
                onDrop={dropHere}
              >
                <span className="size-2 rounded-[2px]" style={{ background: 'var(--hue)' }} />
                {planeLabels[plane]}
                {layers.length > 0 && <span className="ml-auto font-normal text-soft tabular-nums">{layers.length}</span>}
              </div>
              {drop?.key === `plane-${plane}` && <div className="mx-2 h-0.5 rounded" style={{ background: 'var(--hue)' }} />}
              {layers.map((l) => (
                <Row
                  key={l.layer.id}
                  node={l}
                  depth={0}
                  selection={s.selection}
                  closed={closed}
                  drop={drop}
                  toggle={(id) => setClosed((c) => (c.has(id) ? new Set([...c].filter((x) => x !== id)) : new Set([...c, id])))}
                  choose={choose}
                  setDrop={setDrop}
                  onDrop={dropHere}
                />
              ))}
            </section>
          )
        })}
        {s.resolved.layers.length === 0 && (
          <p className="px-3 py-4 text-small text-soft">
            Nothing here yet. Drag something from the supplies below, drop a file on the stage, or press 5 and write.
          </p>
        )}
      </div>
    </aside>
  )
})

type RowProps = {
  node: ResolvedLayer
  depth: number
  /** How many holders a layer is inside of. */
  bracket?: number
  first?: boolean
  last?: boolean
  selection: readonly string[]
  closed: ReadonlySet<string>
  drop: Drop | null
  toggle: (id: string) => void
  choose: (id: string, e: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => void
  setDrop: (d: Drop | null) => void
  onDrop: (e: DragEvent) => void
}

function Row({ node, depth, bracket = 0, first = false, last = false, ...rest }: RowProps) {
  const bench = useBench()
  const [naming, setNaming] = useState(false)
  const channel = useBenchState((state) => state.channel)
  const { layer } = node
  const { selection, closed, drop, toggle, choose, setDrop, onDrop } = rest
  const chosen = selection.includes(layer.id)
  const open = layer.kind === 'group' && !closed.has(layer.id)
  const members = [...node.children].reverse()
  const over = (e: DragEvent<HTMLElement>) => {
    e.preventDefault()
    e.stopPropagation()
    const r = e.currentTarget.getBoundingClientRect()
    const share = (e.clientY - r.top) / r.height
    const beside = { plane: layer.plane, parent: layer.parent, inside: layer.inside ?? null }
    // The middle of a row takes things in: into a group, or inside anything else.
    if (share > 0.3 && share < 0.7) {
      if (layer.kind === 'group')
        setDrop({ plane: layer.plane, parent: layer.id, inside: null, above: members[0]?.layer.id ?? null, key: `in-${layer.id}` })
      else
        setDrop({
          plane: layer.plane,
          parent: layer.parent,
          inside: layer.id,
          above: node.insides.at(-1)?.layer.id ?? null,
          key: `in-${layer.id}`,
        })
    } else if (share < 0.5) setDrop({ ...beside, above: layer.id, key: `over-${layer.id}` })
    else setDrop({ ...beside, above: below(bench, layer.id), key: `under-${layer.id}` })
  }
  const marks = [layer.opacity < 1 ? `${Math.round(layer.opacity * 100)} %` : '', layer.blend !== 'normal' ? layer.blend : '']
    .filter(Boolean)
    .join(' ')
  const inner = [...node.insides].reverse()
  return (
    <>
      {inner.map((m, n) => (
        <Row key={m.layer.id} node={m} depth={depth} bracket={bracket + 1} first={n === 0} last={n === inner.length - 1} {...rest} />
      ))}
      {drop?.key === `over-${layer.id}` && <div className="mx-2 h-0.5 rounded" style={{ background: 'var(--hue)' }} />}
      <div
        role="treeitem"
        aria-selected={chosen}
        aria-level={depth + 1}
        {...(layer.kind === 'group' ? { 'aria-expanded': open } : {})}
        aria-label={layerName(layer)}
        {...(bracket > 0 ? { 'aria-description': 'kept inside' } : {})}
        tabIndex={0}
        data-layer={layer.id}
        draggable={!naming}
        className={`group relative flex h-9 items-center gap-2 pr-3 text-small outline-offset-[-2px] ${chosen ? 'bg-lit' : 'hover:bg-well'} ${layer.shown ? '' : 'opacity-50'} ${drop?.key === `in-${layer.id}` ? 'ring-2 ring-[var(--hue)] ring-inset' : ''}`}
        style={{ paddingLeft: 14 + depth * 14 + bracket * 16 }}
        onClick={(e) => choose(layer.id, e)}
        onDoubleClick={() => setNaming(true)}
        onKeyDown={(e) => {
          if (e.target !== e.currentTarget) return
          if (e.key === 'Enter' || e.key === ' ') {
            e.preventDefault()
            choose(layer.id, e)
          } else if (e.key === 'F2') setNaming(true)
          else if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault()
            e.stopPropagation()
            const all = [...document.querySelectorAll<HTMLElement>('[role="treeitem"]')]
            all[all.indexOf(e.currentTarget) + (e.key === 'ArrowDown' ? 1 : -1)]?.focus()
          }
        }}
        onDragStart={(e) => {
          const ids = chosen ? [...selection] : [layer.id]
          e.dataTransfer.setData(LAYER_TYPE, JSON.stringify(ids))
          // Another design, in another tab, takes them as a copy.
          e.dataTransfer.effectAllowed = 'copyMove'
          e.dataTransfer.setData(PARCEL_TYPE, parcelOf(bench, ids))
          e.dataTransfer.setData(`${PARCEL_TYPE}-${bench.store.getState().design.id.toLowerCase()}`, '1')
        }}
        onDragOver={over}
        onDrop={onDrop}
      >
        <span
          className="absolute inset-y-0 left-1.5 w-[3px]"
          style={{ background: chosen ? 'var(--hue)' : 'color-mix(in oklch, var(--hue) 35%, transparent)' }}
        />
        {bracket > 0 && <Bracket left={14 + depth * 14 + (bracket - 1) * 16 + 6} first={first} last={last} />}
        {layer.kind === 'group' ? (
          <button
            type="button"
            tabIndex={-1}
            aria-label={open ? 'Close the group' : 'Open the group'}
            className="-ml-1 flex size-5 items-center justify-center"
            onClick={(e) => {
              e.stopPropagation()
              toggle(layer.id)
            }}
          >
            {open ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
          </button>
        ) : null}
        {layer.kind === 'group' ? <Folder size={16} className="shrink-0 text-soft" /> : <LayerPicture id={layer.id} />}
        {naming ? (
          <input
            aria-label="Name of the layer"
            className="h-6 min-w-0 flex-1 rounded bg-panel px-1 outline-2 outline-accent"
            defaultValue={layerName(layer)}
            ref={(el) => el?.select()}
            onBlur={(e) => {
              const name = e.target.value.trim()
              setNaming(false)
              if (name && name !== layerName(layer))
                bench.edit('Rename', (d) => {
                  const l = d.layers[layer.id]
                  if (l) l.name = name
                })
            }}
            onKeyDown={(e) => {
              e.stopPropagation()
              if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
            }}
            onClick={(e) => e.stopPropagation()}
          />
        ) : (
          <span className="min-w-0 flex-1 truncate">{layerName(layer)}</span>
        )}
        {node.changed.length > 0 && <span title="Differs from the master on this channel" className="size-1.5 shrink-0 rounded-full bg-accent" />}
        {marks && !naming && <span className="max-w-24 shrink-0 truncate text-tiny text-soft group-hover:hidden">{marks}</span>}
        <IconButton
          label={layer.locked ? 'Unlock' : 'Lock'}
          tabIndex={-1}
          className={`!-mr-1.5 !size-6 ${layer.locked ? '' : '!hidden group-hover:!inline-flex'}`}
          onClick={(e) => {
            e.stopPropagation()
            bench.edit(layer.locked ? 'Unlock' : 'Lock', (d) => {
              const l = d.layers[layer.id]
              if (l) l.locked = !layer.locked
            })
          }}
        >
          {layer.locked ? <Lock size={13} /> : <LockOpen size={13} />}
        </IconButton>
        <IconButton
          label={layer.shown ? 'Hide' : 'Show'}
          tabIndex={-1}
          className={`!-mr-1.5 !size-6 ${layer.shown ? '!hidden group-hover:!inline-flex' : ''}`}
          onClick={(e) => {
            e.stopPropagation()
            bench.edit(layer.shown ? 'Hide' : 'Show', (d) => setOn(d, channel, layer.id, 'shown', !layer.shown))
          }}
        >
          {layer.shown ? <Eye size={13} /> : <EyeOff size={13} />}
        </IconButton>
      </div>
      {drop?.key === `under-${layer.id}` && <div className="mx-2 h-0.5 rounded" style={{ background: 'var(--hue)' }} />}
      {open && members.map((m) => <Row key={m.layer.id} node={m} depth={depth + 1} {...rest} />)}
    </>
  )
}

/** Ties what is inside to the layer that holds it, which lies beneath. */
const Bracket = ({ left, first, last }: { left: number; first: boolean; last: boolean }) => (
  <span aria-hidden="true" className="pointer-events-none absolute inset-y-0 z-10" style={{ left, color: 'var(--hue)' }}>
    <span className="absolute left-0 border-l-[1.5px] border-current" style={{ top: first ? 18 : 0, bottom: last ? -4 : 0 }} />
    <span className="absolute top-[17px] left-0 w-2 border-t-[1.5px] border-current" />
  </span>
)

/** The sibling directly beneath, which a thing dropped under a row comes to lie above. */
function below(bench: ReturnType<typeof useBench>, id: string): string | null {
  const { design } = bench.store.getState()
  const layer = design.layers[id]
  if (!layer) return null
  const band = Object.values(design.layers)
    .filter(
      (l) =>
        l.page === layer.page &&
        l.parent === layer.parent &&
        (l.inside ?? null) === (layer.inside ?? null) &&
        (layer.parent !== null || l.plane === layer.plane),
    )
    .sort((a, b) => (a.order < b.order ? -1 : 1))
  return band[band.findIndex((l) => l.id === id) - 1]?.id ?? null
}
