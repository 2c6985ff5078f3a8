'use client'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { BookmarkPlus, X } from 'lucide-react'
import { newId } from '@/core/basics/ids'
import type { Channel } from '@/core/design/channel-schema'
import { addChannel } from '@/core/design/commands'
import { forgetChannel, listSavedChannels, type SavedChannel, saveChannel } from '@/wire/channels'
import { ask, wordsOf } from '@/wire/client'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Menu, MenuItem } from '../ui/menu'

const KEY = ['saved-channels']
/** Channels that people saved, for all designs and for this one's campaign. */
export function useSavedChannels(design: string | null): readonly SavedChannel[] {
  const asked = useQuery({
    queryKey: [...KEY, design],
    queryFn: ({ signal }) => ask(listSavedChannels, { signal, query: design ? { design } : {} }),
  })
  return asked.data?.channels ?? []
}

/** Saves the channel for other designs. */
export function SaveChannel({ channel }: { channel: Channel }) {
  const bench = useBench()
  const design = useBenchState((s) => s.design.id)
  const queries = useQueryClient()
  const save = async (scope: SavedChannel['scope']) => {
    const { order: _, ...rest } = channel
    try {
      await ask(saveChannel, { body: { design, scope, channel: rest } })
    } catch (thrown) {
      return bench.notify(wordsOf(thrown, 'Nothing was saved; try again.'), 'trouble')
    }
    bench.notify(
      `“${channel.name}” is saved for ${scope === 'all' ? 'all designs' : 'the designs of this campaign'}.`,
    )
    await queries.invalidateQueries({ queryKey: KEY })
  }
  return (
    <Menu
      trigger={
        <Button small>
          <BookmarkPlus aria-hidden size={12} /> Save this channel
        </Button>
      }
    >
      <MenuItem onSelect={() => void save('campaign')}>For the designs of this campaign</MenuItem>
      <MenuItem onSelect={() => void save('all')}>For all designs</MenuItem>
    </Menu>
  )
}

/** Those that were saved, to add; each can be forgotten. */
export function SavedItems() {
  const bench = useBench()
  const s = useBenchState((state) => ({ design: state.design, page: state.page }))
  const queries = useQueryClient()
  const saved = useSavedChannels(s.design.id)
  const here = new Set(Object.values(s.design.channels).map((c) => `${c.name} ${c.width} ${c.height}`))
  const spare = saved.filter(({ channel: c }) => !here.has(`${c.name} ${c.width} ${c.height}`))
  const forget = async (id: string) => {
    await ask(forgetChannel, { query: { id } }).catch((thrown) =>
      bench.notify(wordsOf(thrown, 'It is still there; try again.'), 'trouble'),
    )
    await queries.invalidateQueries({ queryKey: KEY })
  }
  return spare.map(({ id, channel }) => (
    <MenuItem
      key={id}
      aria-keyshortcuts="Delete"
      onKeyDown={(e) => {
        if (e.key === 'Delete') void forget(id)
      }}
      onSelect={() => {
        const own = `own-${newId()}`
        bench.edit('Add a channel', (d) => addChannel(d, { ...channel, id: own }))
        bench.show(s.page, own)
      }}
    >
      {channel.name}
      <span className="ml-auto text-tiny text-soft tabular-nums">
        {channel.width} × {channel.height}
      </span>
      {/* For the pointer; by the keyboard Delete does the same. */}
      <span
        aria-hidden="true"
        title={`Forget ${channel.name} (Delete)`}
        className="rounded p-0.5 text-soft hover:bg-line hover:text-ink"
        onClick={(e) => {
          e.stopPropagation()
          e.preventDefault()
          void forget(id)
        }}
      >
        <X size={12} />
      </span>
    </MenuItem>
  ))
}
