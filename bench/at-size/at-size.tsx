'use client'
import { Moon, Ruler, Sun, X } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { Channel } from '@/core/design/channel-schema'
import { setAtSize, toggleAtSize } from '../actions/at-size'
import { Picture } from '../lineup/picture'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { onWall, Table } from './in-print'
import { Looks, styleOf, VisionFilters } from './looks'
import { Column, Header, Hero, Signature, Videos } from './on-pages'
import { Conversation, Feed, Story } from './on-phone'
import { PLACES, type PlaceId, placeOf, places, pxPerMm } from './places'
import type { StandIn } from './stand-in'
import { TrueSize } from './true-size'

const DISTANCES = [1, 2, 3, 5, 10]
const drawn: Record<Exclude<PlaceId, 'wall'>, StandIn> = {
  feed: Feed,
  story: Story,
  videos: Videos,
  link: Conversation,
  header: Header,
  hero: Hero,
  column: Column,
  signature: Signature,
  table: Table,
}
const walls = new Map(DISTANCES.map((m) => [m, onWall(m)]))

/** The channel that is worked on, at the size and in the kind of place where people will meet it. */
export function AtSize() {
  const on = useBenchState((s) => s.atSize !== null)
  return on && <Shown />
}
function Shown() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    at: state.atSize,
    page: state.page,
    channel: state.design.channels[state.channel],
  }))
  const frame = useRef<HTMLDivElement>(null)
  const [millimetre, setMillimetre] = useState(pxPerMm)
  const [laying, setLaying] = useState(false)
  useEffect(() => frame.current?.focus({ preventScroll: true }), [])
  const { at, channel, page } = s
  if (!at || !channel) return null
  const place = at.place ?? placeOf(channel)
  return (
    <section
      ref={frame}
      aria-label="At size"
      tabIndex={-1}
      className="absolute inset-0 z-30 flex flex-col bg-panel outline-none"
    >
      <VisionFilters />
      <div
        role="toolbar"
        aria-label="At size"
        className="flex h-9 items-center gap-2 border-b border-line px-3"
      >
        <span className="text-small font-semibold">{channel.name}</span>
        <div className="w-52">
          <Choice
            label="Where it is met"
            value={place}
            options={PLACES.map((id) => ({ value: id, label: places[id].label }))}
            onChange={(v) => setAtSize(bench, { place: v as PlaceId })}
          />
        </div>
        {place === 'wall' && (
          <div className="w-28">
            <Choice
              label="How far away"
              value={String(at.metres)}
              options={DISTANCES.map((m) => ({ value: String(m), label: `from ${m} m` }))}
              onChange={(v) => setAtSize(bench, { metres: Number(v) })}
            />
          </div>
        )}
        <Button
          small
          look="ghost"
          aria-pressed={at.dark}
          onClick={() => setAtSize(bench, { dark: !at.dark })}
        >
          {at.dark ? <Moon size={13} /> : <Sun size={13} />} {at.dark ? 'Dark' : 'Light'}
        </Button>
        <Button
          small
          look={at.full ? 'dark' : 'ghost'}
          aria-pressed={at.full}
          title="Computed px for px as it will be delivered, then shown at this size"
          onClick={() => setAtSize(bench, { full: !at.full })}
        >
          Full quality
        </Button>
        <Button
          small
          look={laying ? 'dark' : 'ghost'}
          aria-pressed={laying}
          onClick={() => setLaying(!laying)}
        >
          <Ruler size={13} /> True size …
        </Button>
        <IconButton
          label="Back to the stage"
          hint="T"
          className="ml-auto"
          onClick={() => toggleAtSize(bench)}
        >
          <X size={15} />
        </IconButton>
      </div>
      {laying && <TrueSize value={millimetre} onChange={setMillimetre} onClose={() => setLaying(false)} />}
      <div className="flex min-h-0 flex-1">
        <Met place={place} channel={channel} of={`${page}/${channel.id}`} millimetre={millimetre} />
        <Looks of={`${page}/${channel.id}`} ratio={channel.width / channel.height} look={at.look} />
      </div>
    </section>
  )
}
type MetProps = { place: PlaceId; channel: Channel; of: string; millimetre: number }
function Met({ place, channel, of, millimetre }: MetProps) {
  const at = useBenchState((s) => s.atSize)
  if (!at) return null
  const { seen } = places[place]
  const size = seen(channel, { pxPerMm: millimetre, metres: at.metres })
  const Drawn = place === 'wall' ? (walls.get(at.metres) ?? onWall(at.metres)) : drawn[place]
  const whole = at.look === 'small' ? 'scale-[0.22]' : ''
  return (
    <div
      data-met={at.dark ? 'dark' : 'light'}
      data-testid="met"
      className="scroll-thin relative flex min-w-0 flex-1 overflow-auto bg-met-page"
    >
      <div
        className={`${place === 'wall' ? 'absolute inset-0' : 'm-auto p-6'} ${whole}`}
        style={at.look === 'blurred' ? {} : styleOf(at.look, size)}
      >
        <Drawn
          channel={channel}
          size={size}
          pxPerMm={millimetre}
          art={
            <Picture
              of={of}
              className="block"
              style={{ ...size, ...(at.look === 'blurred' ? styleOf('blurred', size) : {}) }}
            />
          }
        />
      </div>
    </div>
  )
}
