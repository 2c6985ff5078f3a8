'use client'
import { FolderPlus } from 'lucide-react'
import {
  type DragEvent,
  type KeyboardEvent,
  memo,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { moveInStack } from '@/core/design/commands'
import { siblingsOf } from '@/core/design/tree'
import { hasMembers, layerName } from '@/core/kinds/facts'
import { type Plane, planeLabels } from '@/core/kinds/planes'
import { groundOf } from '@/core/resolve/ground'
import { commandById } from '../commands/list'
import type { BenchState } from '../state/bench'
import { useBench, usePaced } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { WithContextMenu } from '../ui/context-menu'
import { LAYER_TYPE, Row } from './row'
import { type LayerRow, nextPlace, type PlaneRow, rowsOf, type StackRow } from './rows'

type Drop = {
  plane: Plane
  parent: string | null
  above: string | null
  inside: string | null
  at: string
  how: 'over' | 'under' | 'in'
}

const shown = (state: BenchState) => ({
  resolved: state.resolved,
  selection: state.selection,
  design: state.design,
  page: state.page,
  channel: state.channel,
  solo: state.solo,
})

/** The six planes and their layers, front at the top. Follows the hand when there is time; the stage comes first. */
export function Stack() {
  return <StackList s={useDeferredValue(usePaced('kept', shown))} />
}

const StackList = memo(function StackList({ s }: { s: ReturnType<typeof shown> }) {
  const bench = useBench()
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set())
  const [drop, setDrop] = useState<Drop | null>(null)
  const [said, setSaid] = useState('')
  /** Where a range begins: what was chosen here last, as long as nothing was selected elsewhere since. */
  const anchor = useRef<{ from: string; selection: readonly string[] } | null>(null)
  const list = useRef<HTMLDivElement>(null)
  const rows = useMemo(
    () => rowsOf(s.resolved.layers, s.design, closed, groundOf(s.resolved)),
    [s.resolved, s.design, closed],
  )
  const chosen = useMemo(() => new Set(s.selection), [s.selection])
  // Handlers stay the same from one render to the next, so that only rows that changed are drawn anew.
  const now = useRef({ rows, drop })
  now.current = { rows, drop }

  useEffect(() => {
    const ids = Object.values(s.design.layers)
      .filter((l) => l.page === s.page)
      .map((l) => l.id)
    const wait = setTimeout(() => bench.client.setLayers(s.page, s.channel, ids, 56), 150)
    return () => clearTimeout(wait)
  }, [bench, s.design, s.page, s.channel])

  const toggle = useCallback(
    (id: string) =>
      setClosed((c) => (c.has(id) ? new Set([...c].filter((x) => x !== id)) : new Set([...c, id]))),
    [],
  )
  const choose = useCallback(
    (id: string, e: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
      const { selection, design } = bench.store.getState()
      const ids = now.current.rows.flatMap((r) => (r.kind === 'layer' ? [r.node.layer.id] : []))
      const own = anchor.current?.selection === selection ? anchor.current.from : selection.at(-1)
      const keep = (from: string) => {
        anchor.current = { from, selection: bench.store.getState().selection }
      }
      if (e.shiftKey && own && ids.includes(own)) {
        const [a, b] = [ids.indexOf(own), ids.indexOf(id)]
        bench.select(ids.slice(Math.min(a, b), Math.max(a, b) + 1))
        return keep(own)
      }
      if (e.ctrlKey || e.metaKey)
        bench.select(selection.includes(id) ? selection.filter((x) => x !== id) : [...selection, id])
      else bench.select([id])
      keep(id)
      bench.set({ inside: design.layers[id]?.parent ?? null })
    },
    [bench],
  )
  const onDrop = useCallback(
    (e: DragEvent) => {
      e.preventDefault()
      const to = now.current.drop
      setDrop(null)
      const ids = JSON.parse(e.dataTransfer.getData(LAYER_TYPE) || '[]') as string[]
      const own = ids.filter((id) => bench.store.getState().design.layers[id])
      if (to && own.length > 0) bench.edit('Move in the stack', (d) => moveInStack(d, own, to))
    },
    [bench],
  )
  const onOver = useCallback(
    (id: string, e: DragEvent<HTMLElement>) => {
      e.preventDefault()
      e.stopPropagation()
      const row = now.current.rows.find((r): r is LayerRow => r.kind === 'layer' && r.node.layer.id === id)
      if (!row) return
      const { layer, children, insides } = row.node
      const r = e.currentTarget.getBoundingClientRect()
      const share = (e.clientY - r.top) / r.height
      const beside = { plane: layer.plane, parent: layer.parent, inside: layer.inside ?? null, at: layer.id }
      // The middle of a row takes things in: into a group, or inside anything else.
      const within = hasMembers(layer)
        ? { ...beside, parent: layer.id, inside: null, above: children.at(-1)?.layer.id ?? null }
        : { ...beside, inside: layer.id, above: insides.at(-1)?.layer.id ?? null }
      let next: Drop
      if (share > 0.3 && share < 0.7) next = { ...within, how: 'in' }
      else if (share < 0.5) next = { ...beside, above: layer.id, how: 'over' }
      else next = { ...beside, above: below(bench.store.getState(), layer.id), how: 'under' }
      const { drop: held } = now.current
      if (held?.at !== next.at || held.how !== next.how) setDrop(next)
    },
    [bench],
  )
  const onKey = useCallback(
    (row: LayerRow, e: KeyboardEvent<HTMLElement>) => {
      const { layer } = row.node
      const items = [...(list.current?.querySelectorAll<HTMLElement>('[role="treeitem"]') ?? [])]
      const at = items.indexOf(e.currentTarget)
      const go = (to: number) => {
        const next = items[to]
        next?.focus()
        next?.scrollIntoView({ block: 'nearest' })
        if (next && e.shiftKey)
          choose(next.dataset.layer ?? '', { shiftKey: true, ctrlKey: false, metaKey: false })
      }
      const up = e.key === 'ArrowUp'
      if ((up || e.key === 'ArrowDown') && e.altKey) {
        // With Alt the layer itself goes up or down: past its group's edge out of it, past its plane's edge to the next.
        const to = nextPlace(now.current.rows, layer.id, up ? -1 : 1)
        if (to) {
          bench.select([layer.id])
          bench.edit('Move in the stack', (d) => moveInStack(d, [layer.id], to))
          requestAnimationFrame(() =>
            list.current?.querySelector<HTMLElement>(`[data-layer="${layer.id}"]`)?.focus(),
          )
        } else setSaid(`${layerName(layer)} cannot go further ${up ? 'to the front' : 'back'}.`)
      } else if (up) go(at - 1)
      else if (e.key === 'ArrowDown') go(at + 1)
      else if (e.key === 'Home') go(0)
      else if (e.key === 'End') go(items.length - 1)
      else if (e.key === 'ArrowRight' && hasMembers(layer) && !row.open) toggle(layer.id)
      else if (e.key === 'ArrowLeft' && hasMembers(layer) && row.open) toggle(layer.id)
      else if (e.key === 'ArrowLeft' && layer.parent)
        list.current?.querySelector<HTMLElement>(`[data-layer="${layer.parent}"]`)?.focus()
      else if (e.key === 'Enter' || e.key === ' ') choose(layer.id, e)
      else return
      e.preventDefault()
      e.stopPropagation()
    },
    [bench, choose, toggle],
  )
  const overPlane = (row: PlaneRow) => (e: DragEvent) => {
    e.preventDefault()
    setDrop({
      plane: row.plane,
      parent: null,
      inside: null,
      above: row.front,
      at: `plane-${row.plane}`,
      how: 'under',
    })
  }
  return (
    <aside
      aria-label="Stack"
      className="flex h-full w-[264px] shrink-0 flex-col border-l border-line bg-panel"
    >
      <header className="flex h-9 items-center gap-1 border-b border-line px-3">
        <h2 className="mr-auto text-small font-semibold">Stack</h2>
        <IconButton
          label="Group the selection (Ctrl + G)"
          disabled={s.selection.length === 0}
          onClick={() => commandById('group').run(bench)}
        >
          <FolderPlus size={15} />
        </IconButton>
      </header>
      <WithContextMenu
        before={(e) => {
          const id = (e.target as Element).closest<HTMLElement>('[data-layer]')?.dataset.layer
          if (id && !bench.store.getState().selection.includes(id)) bench.select([id])
        }}
      >
        <div
          ref={list}
          className="scroll-thin min-h-0 flex-1 overflow-y-auto pb-8 [contain:strict] will-change-transform"
          role="tree"
          aria-label="Layers"
          aria-multiselectable="true"
          onDragEnd={() => setDrop(null)}
        >
          {byPlane(rows).map(({ head, layers }) => (
            <section
              key={head.plane}
              role="group"
              aria-label={planeLabels[head.plane]}
              style={{ ['--hue' as string]: `var(--plane-${head.plane})` }}
            >
              <div
                className={`flex items-center gap-2 border-t border-line px-3 text-tiny font-semibold ${head.count === 0 ? 'h-6' : 'h-7'}`}
                style={{ color: 'var(--hue)' }}
                onDragOver={overPlane(head)}
                onDrop={onDrop}
              >
                <span className="size-2 rounded-[2px]" style={{ background: 'var(--hue)' }} />
                {planeLabels[head.plane]}
                {head.count > 0 && (
                  <span className="ml-auto font-normal text-soft tabular-nums">{head.count}</span>
                )}
              </div>
              {drop?.at === `plane-${head.plane}` && (
                <div className="mx-2 h-0.5 rounded" style={{ background: 'var(--hue)' }} />
              )}
              {layers.map((row) => (
                <Row
                  key={row.node.layer.id}
                  row={row}
                  chosen={chosen.has(row.node.layer.id)}
                  solo={s.solo === row.node.layer.id}
                  drop={drop?.at === row.node.layer.id ? drop.how : null}
                  toggle={toggle}
                  choose={choose}
                  onOver={onOver}
                  onDrop={onDrop}
                  onKey={onKey}
                />
              ))}
            </section>
          ))}
          {s.resolved.layers.length === 0 && (
            <p className="px-3 py-4 text-small text-soft">
              Nothing here yet. Drag something from the supplies below, drop a file on the stage, or press 5
              and write.
            </p>
          )}
        </div>
      </WithContextMenu>
      <p className="sr-only" role="status" aria-live="polite">
        {said}
      </p>
    </aside>
  )
})

/** Each plane with the rows beneath its head. */
function byPlane(rows: readonly StackRow[]): { head: PlaneRow; layers: LayerRow[] }[] {
  const out: { head: PlaneRow; layers: LayerRow[] }[] = []
  for (const row of rows) {
    if (row.kind === 'plane') out.push({ head: row, layers: [] })
    else out.at(-1)?.layers.push(row)
  }
  return out
}

/** The sibling directly beneath, which a thing dropped under a row comes to lie above. */
function below({ design }: Pick<BenchState, 'design'>, id: string): string | null {
  const layer = design.layers[id]
  if (!layer) return null
  const band = siblingsOf(design, layer)
  return band[band.findIndex((l) => l.id === id) - 1]?.id ?? null
}
