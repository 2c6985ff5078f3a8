'use client'
import { LayoutGrid, Plus, Smartphone, Table2 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { Fragment, memo, useDeferredValue, useEffect, useMemo } from 'react'
import { inOrder } from '@/core/basics/order'
import { openFindings } from '@/core/checks/accepting'
import { channelPresets } from '@/core/design/channels'
import { addChannel, removeChannel } from '@/core/design/commands'
import { isPageOn } from '@/core/design/page-channels'
import { changesIn, followMaster, onPageOf } from '@/core/design/properties/set'
import { lineupOf } from '@/core/design/sizes'
import { toggleAtSize } from '../actions/at-size'
import { makeMaster, moveChannel } from '../actions/channels'
import { bringIn } from '../actions/elsewhere'
import { setWall, toggleWall } from '../actions/wall'
import { SavedItems } from '../channels/saved'
import { commandById } from '../commands/list'
import type { BenchState } from '../state/bench'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { chooseFiles, PICTURES } from '../ui/choose-files'
import { Menu, MenuBody, MenuItem } from '../ui/menu'
import { openOwnMenu } from '../ui/own-menu'
import { PageStrip } from './page-strip'
import { Picture } from './picture'
import { STRIP, useShows } from './shows'

const shown = (state: BenchState) => ({ design: state.design, page: state.page, channel: state.channel })

/** Live pictures of all adaptations, and of the pages where there are several. */
export function Lineup() {
  return <Strip s={useDeferredValue(usePaced('kept', shown))} />
}

const Strip = memo(function Strip({ s }: { s: ReturnType<typeof shown> }) {
  const bench = useBench()
  const channels = useMemo(() => {
    return lineupOf(inOrder(s.design.channels), s.design.master)
  }, [s.design.channels, s.design.master])
  useShows(channels)
  useEffect(() => bench.client.setChecks(s.page), [bench, s.page])
  const spare = channelPresets.filter((p) => !s.design.channels[p.id])
  return (
    <nav
      aria-label="Lineup"
      className="flex h-[92px] shrink-0 items-stretch gap-1 border-b border-line bg-panel px-3"
    >
      <div className="scroll-thin flex min-w-0 flex-1 items-end gap-1 overflow-x-auto overflow-y-hidden py-1.5">
        {channels.map((c, n) => (
          <Fragment key={c.id}>
            {c.under && c.id !== s.design.master && channels[n - 1]?.under !== c.under && (
              <Group name={c.under} ids={channels.filter((o) => o.under === c.under).map((o) => o.id)} />
            )}
            <Thumb id={c.id} name={c.name} width={c.width} height={c.height} />
          </Fragment>
        ))}
        <Menu
          trigger={
            <IconButton label="Add a channel" className="mb-5 ml-1">
              <Plus size={16} />
            </IconButton>
          }
        >
          <MenuItem onSelect={() => bench.set({ dialog: 'sizes' })}>Own sizes …</MenuItem>
          <MenuItem onSelect={() => void chooseFiles(PICTURES).then((files) => bringIn(bench, files))}>
            Composed elsewhere …
          </MenuItem>
          <SavedItems />
          {spare.map((p) => (
            <MenuItem
              key={p.id}
              onSelect={() => {
                const { group: _, ...channel } = p
                bench.edit('Add a channel', (d) => addChannel(d, channel))
                bench.show(s.page, p.id)
              }}
            >
              {p.name}
              <span className="ml-auto text-tiny text-soft tabular-nums">
                {p.width} × {p.height}
              </span>
            </MenuItem>
          ))}
        </Menu>
      </div>
      <Modes />
      <PageStrip design={s.design} page={s.page} channel={s.channel} />
    </nav>
  )
})

/** The name of a group of channels; pressed, they are chosen on the wall to be treated alike. */
function Group({ name, ids }: { name: string; ids: readonly string[] }) {
  const bench = useBench()
  return (
    <button
      type="button"
      title={`Choose all of “${name}” on the wall`}
      className="ml-1 h-[78px] max-w-24 shrink-0 truncate rounded-control border-l border-line px-1.5 text-tiny text-soft [writing-mode:vertical-rl] hover:bg-well hover:text-ink"
      onClick={() => {
        if (!bench.store.getState().wall) toggleWall(bench)
        setWall(bench, { chosen: ids })
      }}
    >
      {name}
    </button>
  )
}
function Thumb({ id, name, width, height }: { id: string; name: string; width: number; height: number }) {
  const bench = useBench()
  const s = usePaced('stage', (state) => ({
    left: state.thumbs[`${state.page}/${id}`]?.leftOut.length ?? 0,
    current: state.channel === id,
    master: state.design.master === id,
    page: state.page,
    on: isPageOn(state.design.pages[state.page] ?? {}, id),
    findings: isPageOn(state.design.pages[state.page] ?? {}, id)
      ? openFindings(state.findings[`${state.page}/${id}`] ?? [], state.design).length
      : 0,
    elsewhere: state.design.channels[id]?.elsewhere ?? false,
    changes: state.design.channels[id]?.elsewhere
      ? 0
      : changesIn(state.design, { channel: id, targets: onPageOf(state.design, state.page) }).length,
  }))
  const k = Math.min(STRIP.height / height, (STRIP.height * STRIP.ratio) / width)
  const { left } = s
  const told = [
    s.master ? 'master' : '',
    s.elsewhere ? 'composed elsewhere' : '',
    s.on ? '' : 'this page is not there',
    s.findings > 0 ? `${s.findings} finding${s.findings === 1 ? '' : 's'}` : '',
    s.changes > 0 ? `${s.changes} own change${s.changes === 1 ? '' : 's'}` : '',
    left > 0 ? `${left} left out` : '',
  ]
    .filter(Boolean)
    .join(', ')
  return (
    <DropdownMenu.Root modal={false}>
      <div className="relative" onContextMenu={openOwnMenu}>
        <button
          type="button"
          aria-current={s.current}
          aria-label={`${name}${told ? `, ${told}` : ''}`}
          data-channel={id}
          className={`flex h-[78px] flex-col items-center justify-end gap-1 rounded-control px-2 pb-1 ${s.current ? 'bg-well ring-1 ring-line' : 'hover:bg-well/60'}`}
          onClick={() => bench.show(s.page, id)}
        >
          <span className={`flex h-[52px] items-center ${s.on ? '' : 'opacity-30'}`}>
            <Picture
              of={`${s.page}/${id}`}
              className={`rounded-[2px] shadow-[0_0_0_1px_rgb(0_0_0/0.12)] ${s.current ? 'outline-2 outline-offset-2 outline-accent' : ''}`}
              style={{ width: Math.round(width * k), height: Math.round(height * k) }}
            />
          </span>
          <span
            className={`text-tiny leading-4 whitespace-nowrap ${s.current ? 'font-semibold' : 'text-soft'}`}
          >
            {name}
            {s.master && <span className="font-normal text-soft"> · master</span>}
            {s.elsewhere && <span className="font-normal text-soft"> · elsewhere</span>}
          </span>
        </button>
        <span className="pointer-events-none absolute -top-0.5 right-0 flex gap-0.5">
          {s.changes > 0 && <Badge title={`${s.changes} own changes`}>✎ {s.changes}</Badge>}
          {left > 0 && <Badge title={`${left} left out for lack of room`}>− {left}</Badge>}
          {s.findings > 0 && (
            <Badge warn title={`${s.findings} findings`}>
              {s.findings}
            </Badge>
          )}
        </span>
        {!s.master && (
          <DropdownMenu.Trigger asChild>
            <button
              type="button"
              aria-label={`More for ${name}`}
              className="absolute right-1 bottom-6 h-5 rounded bg-panel px-1 text-tiny text-ink opacity-0 shadow-[0_0_0_1px_rgb(0_0_0/0.12)] hover:bg-well focus-visible:opacity-100 data-[state=open]:opacity-100 [div:hover>&]:opacity-100"
            >
              ⋯
            </button>
          </DropdownMenu.Trigger>
        )}
      </div>
      <MenuBody>
        <MenuItem
          onSelect={() => bench.edit('Follow the master again', (d) => followMaster(d, { channel: id }))}
          disabled={s.changes === 0}
        >
          Follow the master again
        </MenuItem>
        <MenuItem
          disabled={s.elsewhere}
          onSelect={() => {
            bench.show(s.page, id)
            commandById('arrange-again').run(bench)
          }}
        >
          Arrange again
        </MenuItem>
        <MenuItem
          disabled={s.elsewhere}
          onSelect={() => {
            bench.show(s.page, id)
            commandById('another-arrangement').run(bench)
          }}
        >
          Another arrangement
        </MenuItem>
        <MenuItem disabled={s.elsewhere} onSelect={() => makeMaster(bench, id)}>
          Make it the master
        </MenuItem>
        <MenuItem onSelect={() => moveChannel(bench, id, -1)}>Earlier in the lineup</MenuItem>
        <MenuItem onSelect={() => moveChannel(bench, id, 1)}>Later in the lineup</MenuItem>
        <MenuItem onSelect={() => bench.edit('Remove channel', (d) => removeChannel(d, id))}>
          Remove from the lineup
        </MenuItem>
      </MenuBody>
    </DropdownMenu.Root>
  )
}
/** Opens and closes the wall. */
type ModeProps = { on: boolean; title: string; label: string; icon: React.ReactNode; run: () => void }
const Mode = ({ on, title, label, icon, run }: ModeProps) => (
  <button
    type="button"
    aria-pressed={on}
    title={title}
    onClick={run}
    className={`my-1.5 flex w-14 flex-col items-center justify-center gap-1 rounded-control text-tiny ${on ? 'bg-ink text-panel' : 'text-soft hover:bg-well hover:text-ink'}`}
  >
    {icon}
    {label}
  </button>
)
/** Other ways to see the adaptations than one on the stage. */
function Modes() {
  const bench = useBench()
  const wall = useBenchState((state) => state.wall !== null)
  const met = useBenchState((state) => state.atSize !== null)
  const table = useBenchState((state) => state.table)
  return (
    <div className="flex">
      <Mode
        on={wall}
        title="Wall: all channels at once (Shift+A)"
        label="Wall"
        icon={<LayoutGrid size={18} />}
        run={() => toggleWall(bench)}
      />
      <Mode
        on={met}
        title="At size: where people will meet it (T)"
        label="At size"
        icon={<Smartphone size={18} />}
        run={() => toggleAtSize(bench)}
      />
      <Mode
        on={table}
        title="Table: a row for each of a series (Alt+B)"
        label="Table"
        icon={<Table2 size={18} />}
        run={() => bench.set({ table: !table })}
      />
    </div>
  )
}
export const Badge = ({ warn, ...rest }: React.ComponentProps<'span'> & { warn?: boolean }) => (
  <span
    className={`rounded-full border px-1.5 text-[10px] leading-4 font-semibold tabular-nums ${warn ? 'border-warn/40 bg-warn-ground text-warn' : 'border-line bg-panel text-soft'}`}
    {...rest}
  />
)
