import { ChevronDown, Copy, Plus } from 'lucide-react'
import { inOrder } from '@/core/basics/order'
import { movePage } from '@/core/design/commands'
import { isPageOn } from '@/core/design/page-channels'
import type { Design } from '@/core/design/schema'
import { lackOf } from '../commands/define'
import { commandById } from '../commands/list'
import { useBench, useBenchState } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { Menu, MenuItem } from '../ui/menu'
import { Sortable, useSorted } from '../ui/sortable'

/** The pages of a series: chosen, dragged into another order, named, copied, cleared. */
export function PageStrip({ design, page, channel }: { design: Design; page: string; channel: string }) {
  const bench = useBench()
  const naming = useBenchState((s) => s.naming)
  const pages = inOrder(design.pages)
  const run = (id: string) => commandById(id).run(bench)
  const placeOf = (id: string) => pages.findIndex((p) => p.id === id)
  const move = (id: string, over: string) =>
    bench.edit('Move the page', (d) => movePage(d, id, placeOf(over) - placeOf(id)))
  const state = bench.store.getState()
  const item = (id: string, label: string) => (
    <MenuItem key={id} disabled={lackOf(commandById(id), state) !== null} onSelect={() => run(id)}>
      {label}
    </MenuItem>
  )
  return (
    <div className="flex items-center gap-1 border-l border-line pl-3" role="group" aria-label="Pages">
      <Sortable ids={pages.map((p) => p.id)} along="across" onMove={move}>
        {pages.map((p, n) =>
          naming === p.id ? (
            <input
              key={p.id}
              aria-label="Name of the page"
              className="field h-7 w-28"
              defaultValue={p.name}
              ref={(el) => el?.select()}
              onBlur={(e) => {
                const name = e.target.value.trim().slice(0, 200)
                bench.set({ naming: null })
                if (name && name !== p.name)
                  bench.edit('Rename the page', (d) => {
                    const held = d.pages[p.id]
                    if (held) held.name = name
                  })
              }}
              onKeyDown={(e) => {
                e.stopPropagation()
                if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
              }}
            />
          ) : (
            <PageButton key={p.id} page={p} number={n + 1} here={p.id === page} channel={channel} />
          ),
        )}
      </Sortable>
      <IconButton label="Add a page" onClick={() => run('add-page')}>
        <Plus size={15} />
      </IconButton>
      <IconButton label="Duplicate this page" onClick={() => run('duplicate-page')}>
        <Copy size={14} />
      </IconButton>
      <Menu
        align="end"
        trigger={
          <IconButton label="More for this page" className="!w-5">
            <ChevronDown size={14} />
          </IconButton>
        }
      >
        {item('rename-page', 'Rename …')}
        {item(
          'page-only-here',
          pages.some((p) => p.id === page && p.only) ? 'On all channels again' : 'Only on this channel',
        )}
        {item('page-back', 'Move one place earlier')}
        {item('page-on', 'Move one place later')}
        {item('clear-page', 'Clear this page')}
        {item('remove-page', 'Remove this page')}
      </Menu>
    </div>
  )
}

type ButtonProps = { page: Design['pages'][string]; number: number; here: boolean; channel: string }
function PageButton({ page: p, number, here, channel }: ButtonProps) {
  const bench = useBench()
  const { place, grip } = useSorted(p.id)
  const on = isPageOn(p, channel)
  return (
    <button
      {...place}
      {...grip}
      type="button"
      aria-current={here}
      title={on ? p.name : `${p.name}: not on this channel`}
      className={`h-7 min-w-7 rounded-control px-2 text-small tabular-nums ${on ? '' : 'opacity-40'} ${here ? 'bg-ink text-panel' : 'bg-panel hover:bg-well'}`}
      onClick={() => bench.show(p.id, channel)}
      onDoubleClick={() => bench.set({ naming: p.id })}
    >
      {number}
    </button>
  )
}
