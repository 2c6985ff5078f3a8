'use client'
import { Scissors, Waypoints } from 'lucide-react'
import { partnersOf } from '@/core/compose/marks'
import { sentenceOf } from '@/core/compose/read'
import { say } from '../actions/steering'
import { useBench, usePaced } from '../state/bench-context'
import { Button } from '../ui/button'

/** What the tool understood of one thing, a sentence each; what is wrong is taken apart, for all channels at once. */
export function Understood({ id }: { id: string }) {
  const bench = useBench()
  const { page, design, shown } = usePaced('kept', (s) => ({
    page: s.page,
    design: s.design,
    shown: s.understood,
  }))
  const { relations, items } = bench.readingOf(page)
  const own = relations.filter((r) => r.of.includes(id) && r.kind !== 'in-line')
  if (own.length === 0) return null
  const known = (list: readonly string[]) => list.filter((m) => design.layers[m])
  return (
    <>
      <div className="flex items-center justify-between text-tiny text-soft">
        What it understood
        <Button
          small
          look={shown ? 'dark' : 'ghost'}
          aria-pressed={shown}
          onClick={() => bench.set({ understood: !shown })}
        >
          <Waypoints aria-hidden size={12} /> On the stage
        </Button>
      </div>
      <ul aria-label="What was understood" className="space-y-0.5">
        {own.map((r) => {
          const sentence = sentenceOf(r, items, id)
          const members = known(partnersOf(r))
          return (
            <li
              key={`${r.kind} ${r.to.join()}`}
              className="flex min-h-6 items-center gap-1 text-tiny leading-4"
            >
              <span className="min-w-0 flex-1">{sentence}</span>
              {members.length > 1 && r.kind !== 'order' && (
                <Button
                  aria-label={`Take apart: ${sentence}`}
                  onClick={() => say(bench, 'apart', members, 'Does not belong together')}
                >
                  <Scissors aria-hidden className="size-3.5" />
                </Button>
              )}
            </li>
          )
        })}
      </ul>
    </>
  )
}
