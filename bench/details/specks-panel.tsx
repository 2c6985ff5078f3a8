'use client'
import { cleanTicked, endSpecks, sizeSpecks, spareAll, spareSpeck, tickedIn } from '../actions/specks'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Tick } from '../ui/tick'
import { TipSize } from './tip-size'

/** The most specks that are listed; all are numbered on the stage. */
const MOST_LISTED = 60

/** Specks that were found: how small they are, which are cleaned, and their cleaning. */
export function SpecksPanel() {
  const bench = useBench()
  const specks = useBenchState((s) => s.specks)
  if (!specks) return null
  const found = specks.found ?? []
  const ticked = tickedIn({ specks })
  const holes = found.filter((f) => f.hole).length
  const said = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`
  return (
    <div role="group" aria-label="Specks" className="flex flex-col gap-1.5 border-b border-line px-3 py-2.5">
      <div className="flex items-center justify-between">
        <h3 className="text-small font-semibold">Specks</h3>
        <span role="status" className="text-tiny text-soft">
          {specks.busy === 'looking' && 'Looking …'}
          {specks.busy === 'cleaning' && 'Cleaning …'}
          {!specks.busy && `${said(found.length - holes, 'dot')}, ${said(holes, 'hole')}`}
        </span>
      </div>
      <TipSize
        label="Specks up to"
        min={1}
        max={400}
        value={specks.size}
        onChange={(size) => sizeSpecks(bench, size)}
      />
      {!specks.busy && found.length === 0 && (
        <p className="text-tiny text-soft">None of this size. A larger size finds larger ones.</p>
      )}
      {found.length > 0 && (
        <>
          <Tick on={ticked.length === found.length} onChange={(on) => spareAll(bench, !on)}>
            All of them
          </Tick>
          <div className="scroll-thin grid max-h-40 grid-cols-2 gap-x-2 overflow-y-auto">
            {found.slice(0, MOST_LISTED).map((f, n) => (
              <Tick
                key={`${f.x},${f.y}`}
                on={!specks.spared.includes(n)}
                onChange={() => spareSpeck(bench, n)}
              >
                {`${n + 1} ${f.hole ? 'hole' : 'dot'}, ${Math.max(1, Math.round(2 * f.radius))} px`}
              </Tick>
            ))}
          </div>
          {found.length > MOST_LISTED && (
            <p className="text-tiny text-soft">{`${found.length - MOST_LISTED} more are numbered on the stage.`}</p>
          )}
        </>
      )}
      <div className="flex gap-1.5">
        <Button
          small
          look="dark"
          disabled={specks.busy !== null || ticked.length === 0}
          onClick={() => void cleanTicked(bench)}
        >
          {`Clean ${ticked.length}`}
        </Button>
        <Button small onClick={() => endSpecks(bench)}>
          Leave them
        </Button>
      </div>
    </div>
  )
}
