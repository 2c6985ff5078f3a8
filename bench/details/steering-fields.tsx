'use client'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { readingOrder } from '@/core/compose/reading-order'
import type { Behaviour } from '@/core/kinds/common'
import type { Layer } from '@/core/kinds/list'
import { forgetOrder, readElsewhere } from '../actions/steering'
import { useBench, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'
import { shared } from './section'

const SEEN = [
  { value: 'any', label: 'seen as it suits the channel' },
  { value: 'whole', label: 'must be seen whole' },
  { value: 'cropped', label: 'may be cropped' },
]
/** A share that is worth asking for to begin with. */
const FIRST_SHARE = 0.8

/** How much of the selection must be seen on other sizes, and how large it stays there at least. */
export function SeenFields({ layers }: { layers: readonly Layer[] }) {
  const bench = useBench()
  const change = (name: string, of: (b: Behaviour) => void) =>
    bench.edit(name, (d) => {
      for (const { id } of layers) {
        const l = d.layers[id]
        if (l) of(l.behaviour)
      }
    })
  const share = shared(layers, (l) => l.behaviour.leastShare ?? 0)
  const limited = layers.some((l) => l.behaviour.leastShare !== undefined)
  const setShare = (to: number | undefined) =>
    change('Smallest share', (b) => {
      if (to === undefined) delete b.leastShare
      else b.leastShare = to
    })
  return (
    <>
      <Choice
        label="How much must be seen"
        value={shared(layers, (l) => l.behaviour.seen ?? 'any')}
        options={SEEN}
        onChange={(v) =>
          change('How much must be seen', (b) => {
            if (v === 'any') delete b.seen
            else b.seen = v as Behaviour['seen']
          })
        }
      />
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1">
          <Tick on={limited} onChange={(on) => setShare(on ? FIRST_SHARE : undefined)}>
            Takes a least share of the page
          </Tick>
        </span>
        {limited && (
          <span className="w-20">
            <NumberField
              label="Least share of what it takes on the master"
              short=""
              unit="%"
              min={10}
              max={200}
              value={share === null ? null : Math.round(share * 100)}
              onChange={(v) => setShare(v / 100)}
            />
          </span>
        )}
      </div>
    </>
  )
}
const placeOf = (n: number): string => ['first', 'second', 'third'][n] ?? `as number ${n + 1}`

/** When words are read among the others of their page, on all channels. */
export function ReadingPlace({ id }: { id: string }) {
  const bench = useBench()
  const { page, design } = usePaced('kept', (s) => ({ page: s.page, design: s.design }))
  const order = readingOrder(bench.readingOf(page))
  const at = order.indexOf(id)
  if (at < 0 || order.length < 2) return null
  const said = Object.values(design.said).some((s) => s.page === page && s.kind === 'order')
  return (
    <div className="flex min-h-6 items-center gap-1 text-small">
      <span className="min-w-0 flex-1">
        Read {placeOf(at)} of {order.length}
      </span>
      <Button
        small
        aria-label="Read earlier"
        disabled={at === 0}
        onClick={() => readElsewhere(bench, id, -1)}
      >
        <ArrowUp aria-hidden className="size-3.5" />
      </Button>
      <Button
        small
        aria-label="Read later"
        disabled={at === order.length - 1}
        onClick={() => readElsewhere(bench, id, 1)}
      >
        <ArrowDown aria-hidden className="size-3.5" />
      </Button>
      {said && (
        <Button small aria-label="Read as it stands on the master" onClick={() => forgetOrder(bench)}>
          <X aria-hidden className="size-3.5" />
        </Button>
      )}
    </div>
  )
}
