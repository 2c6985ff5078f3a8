'use client'
import { RotateCcw } from 'lucide-react'
import { type Change, changeKey } from '@/core/design/change-schema'
import { changesIn, followMaster } from '@/core/design/properties/set'
import { propertyOf } from '@/core/design/properties/table'
import {
  layerOfTarget,
  onPage,
  readTarget,
  type Target,
  type TargetKind,
  thingAt,
} from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import { layerName } from '@/core/kinds/facts'
import { type Mask, nameOfMask } from '@/core/masks/mask'
import { type Treatment, treatmentKinds } from '@/core/treatments/list'
import { useBench, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'
import { Section } from './section'

/** Whose a change is, where that is not the layer itself. */
function ownerOf(design: Design, target: Target): string {
  const thing = thingAt(design, target)
  const named: { [K in TargetKind]?: (thing: never) => string } = {
    treatment: (t: Treatment) => treatmentKinds.get(t.kind)?.label ?? t.kind,
    mask: (m: Mask) => `${nameOfMask(m)} mask`,
    swatch: (w: Design['swatches'][string]) => `swatch ${w.name}`,
  }
  const { kind } = readTarget(target)
  const nameOf = kind ? named[kind] : undefined
  return thing && nameOf ? nameOf(thing as never) : ''
}
type Row = { channel: string; told: string; keys: string[] }
/** What differs, a row for each thing that can follow again by itself. */
function rowsOf(design: Design, changes: readonly Change[], several: boolean): Row[] {
  const rows = new Map<string, Row>()
  for (const c of changes) {
    const layer = design.layers[layerOfTarget(c.target) ?? '']
    const told = [
      several && layer ? `“${layerName(layer)}”` : '',
      ownerOf(design, c.target),
      propertyOf(c.target, c.property)?.words ?? c.property,
    ]
      .filter(Boolean)
      .join(' · ')
    const name = `${c.channel}/${told}`
    const held = rows.get(name)
    const key = changeKey(c.channel, c.target, c.property)
    if (held) held.keys.push(key)
    else rows.set(name, { channel: c.channel, told, keys: [key] })
  }
  return [...rows.values()].sort((a, b) => (a.told < b.told ? -1 : 1))
}

/** What differs on each channel, to follow the master again one by one or all of a channel at once. */
export function Differences({
  targets,
  several,
}: {
  targets: (target: Target) => boolean
  several: boolean
}) {
  const bench = useBench()
  const design = usePaced('kept', (s) => s.design)
  const channel = usePaced('kept', (s) => s.channel)
  const rows = rowsOf(design, changesIn(design, { targets }), several)
  const follow = (keys: readonly string[]) =>
    bench.edit('Follow the master again', (d) => {
      for (const key of keys) delete d.changes[key]
    })
  // The channel shown is first.
  const channels = [...new Set(rows.map((r) => r.channel))].sort(
    (a, b) => Number(b === channel) - Number(a === channel),
  )
  return channels.map((c) => {
    const own = rows.filter((r) => r.channel === c)
    const name = design.channels[c]?.name ?? c
    return (
      <div key={c} role="group" aria-label={`Differs on ${name}`} className="flex flex-col text-small">
        <div className="flex items-center gap-2">
          <span className="size-1.5 shrink-0 rounded-full bg-accent" />
          <span className="min-w-0 flex-1 truncate">{name}</span>
          {c === channel && (
            <Button
              small
              look="ghost"
              title="To channels of like shape, to pages and to other designs, each seen before"
              onClick={() => bench.set({ dialog: 'carry' })}
            >
              Carry over …
            </Button>
          )}
          <Button
            small
            aria-label="Follow master"
            title="All of it follows the master again"
            onClick={() =>
              bench.edit('Follow the master again', (d) => followMaster(d, { channel: c, targets }))
            }
          >
            Follow
          </Button>
        </div>
        <ul>
          {own.map((r) => (
            <li key={r.told} className="flex h-6 items-center gap-1 pl-3.5 text-tiny text-soft">
              <span className="min-w-0 flex-1 truncate" title={r.told}>
                {r.told}
              </span>
              <button
                type="button"
                aria-label={`Follow the master again on ${name}: ${r.told}`}
                title="Follow the master again"
                className="grid size-5 place-items-center rounded-control hover:bg-lit hover:text-ink"
                onClick={() => follow(r.keys)}
              >
                <RotateCcw size={12} />
              </button>
            </li>
          ))}
        </ul>
      </div>
    )
  })
}

/** What differs of what all things share: the page's colour, swatches, recipes. */
export function SharedOnChannels() {
  const page = usePaced('kept', (s) => s.page)
  const any = usePaced('kept', (s) => changesIn(s.design, { targets: isShared(s.page) }).length > 0)
  if (!any) return null
  return (
    <Section title="On channels">
      <Differences targets={isShared(page)} several={false} />
    </Section>
  )
}
const isShared =
  (page: string) =>
  (target: Target): boolean =>
    layerOfTarget(target) === null && (!target.startsWith('pages/') || target === onPage(page))
