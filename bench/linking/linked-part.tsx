'use client'
import { ExternalLink, RefreshCw } from 'lucide-react'
import { targetKey } from '@/core/design/linked'
import { linkOf } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { breakLink, followLinks, ownCopy } from '../actions/linking'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Menu, MenuItem } from '../ui/menu'

/** Which design a picture is of, whether it is as that is now, and what can be done about it. */
export function LinkedPart({ layer }: { layer: Layer }) {
  const bench = useBench()
  const link = linkOf(layer)?.link
  const newer = useBenchState((s) => (link ? s.newer[targetKey(link)] : undefined))
  if (!link) return null
  return (
    <fieldset className="flex flex-col gap-1.5 rounded-control bg-well p-2">
      <legend className="sr-only">Linked design</legend>
      <p className="text-small">
        <span className="text-soft">Shows </span>
        <span className="font-medium">{newer && newer !== 'gone' ? newer.name : link.name}</span>
        <span className={`block text-tiny ${newer ? 'text-warn' : 'text-soft'}`}>{stateOf(newer)}</span>
      </p>
      <div className="flex flex-wrap gap-1.5">
        {newer && newer !== 'gone' && (
          <Button small look="dark" onClick={() => followLinks(bench, [layer.id])}>
            <RefreshCw size={12} />
            Take over
          </Button>
        )}
        {newer !== 'gone' && (
          <a
            href={`/designs/${link.design}`}
            target="_blank"
            rel="noreferrer"
            className="inline-flex h-6 items-center gap-1.5 rounded-control border border-line bg-panel px-2 text-tiny font-medium hover:bg-page"
          >
            <ExternalLink size={12} />
            Open it
          </a>
        )}
        <Menu trigger={<Button small>More …</Button>}>
          <MenuItem onSelect={() => bench.set({ dialog: 'link', linking: [layer.id] })}>
            Link another …
          </MenuItem>
          <MenuItem disabled={newer === 'gone'} onSelect={() => void ownCopy(bench, layer.id)}>
            A copy of its own
          </MenuItem>
          <MenuItem onSelect={() => breakLink(bench, [layer.id])}>Unlink: a picture as it is</MenuItem>
        </Menu>
      </div>
    </fieldset>
  )
}
function stateOf(newer: unknown): string {
  if (newer === 'gone') return 'The design is not here; this picture of it stays.'
  return newer ? 'It has changed since.' : 'as it is now'
}
