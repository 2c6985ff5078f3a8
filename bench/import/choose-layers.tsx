'use client'
import { Folder } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { OraChoice } from '@/core/formats/open-raster/stack'
import type { AnswerOf } from '@/wire/call'
import { ask, wordsOf } from '@/wire/client'
import { inspectOpenRaster } from '@/wire/supplies'
import { Button } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'

type Held = AnswerOf<typeof inspectOpenRaster>
export type Chosen = { layers: string[]; as: 'layers' | 'picture' }

const inspect = (file: File): Promise<Held> =>
  ask(inspectOpenRaster, { file }).catch((thrown: unknown) => {
    throw new Error(wordsOf(thrown, 'Nothing was stored; try again.'))
  })
/** The layers of a file, front first: members of a stack follow it. */
function frontFirst(choices: readonly OraChoice[]): OraChoice[] {
  const under = (parent: string): OraChoice[] =>
    choices
      .filter((c) =>
        parent === ''
          ? c.depth === 0
          : c.path.startsWith(`${parent}.`) && c.depth === parent.split('.').length,
      )
      .reverse()
      .flatMap((c) => [c, ...(c.kind === 'stack' ? under(c.path) : [])])
  return under('')
}

/** Asks which layers of an OpenRaster file come in, and as what. `onChosen` may take its time; its error is shown here. */
export function ChooseLayers({
  file,
  onChosen,
  onClose,
  onOwn,
}: {
  file: File | null
  onChosen: (chosen: Chosen) => Promise<void>
  onClose: () => void
  /** Called instead of asking where the file holds a design of ours. */
  onOwn?: () => void
}) {
  const [held, setHeld] = useState<Held | null>(null)
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const [as, setAs] = useState<Chosen['as']>('layers')
  const [busy, setBusy] = useState(false)
  const [trouble, setTrouble] = useState<string | null>(null)
  const own = useRef(onOwn)
  own.current = onOwn
  useEffect(() => {
    if (!file) return
    let stale = false
    setHeld(null)
    setTrouble(null)
    setBusy(false)
    inspect(file).then(
      (value) => {
        if (stale) return
        if (value.own && own.current) {
          own.current()
          return
        }
        setHeld(value)
        setTicked(
          new Set(
            value.choices.filter((c) => c.kind === 'layer' && shownIn(value.choices, c)).map((c) => c.path),
          ),
        )
      },
      (thrown: Error) => !stale && setTrouble(thrown.message),
    )
    return () => {
      stale = true
    }
  }, [file])
  const rows = useMemo(() => (held ? frontFirst(held.choices) : []), [held])
  const layers = rows.filter((r) => r.kind === 'layer')
  const flip = (paths: readonly string[], on: boolean) =>
    setTicked((t) => new Set(on ? [...t, ...paths] : [...t].filter((p) => !paths.includes(p))))
  const bring = async () => {
    setBusy(true)
    setTrouble(null)
    try {
      await onChosen({ layers: layers.map((l) => l.path).filter((p) => ticked.has(p)), as })
    } catch (thrown) {
      setTrouble(thrown instanceof Error ? thrown.message : 'This did not work. Nothing was stored.')
      setBusy(false)
    }
  }
  const waiting = trouble ? 'The file could not be read.' : 'Reading the file …'
  return (
    <DialogFrame
      open={file !== null}
      onClose={onClose}
      title={`Which layers of “${file?.name}” come in?`}
      note={held ? `${held.width} × ${held.height} px, ${layers.length} layers, front first` : waiting}
      className="h-fit max-h-[84vh] w-[520px]"
    >
      {held && (
        <div className="flex items-center gap-1 border-b border-line px-3 py-1.5">
          <Button
            small
            look="ghost"
            onClick={() =>
              flip(
                layers.map((l) => l.path),
                true,
              )
            }
          >
            All
          </Button>
          <Button small look="ghost" onClick={() => setTicked(new Set())}>
            None
          </Button>
          <span className="ml-auto text-tiny text-soft" aria-live="polite">
            {ticked.size} of {layers.length} chosen
          </span>
        </div>
      )}
      <ul className="min-h-0 flex-1 overflow-y-auto py-1" aria-busy={!held && !trouble}>
        {!held &&
          !trouble &&
          [0, 1, 2].map((n) => <li key={n} className="mx-3 my-1.5 h-12 rounded-control bg-well" />)}
        {rows.map((row) => (
          <Row key={row.path} row={row} all={rows} ticked={ticked} flip={flip} />
        ))}
      </ul>
      {trouble && (
        <p
          role="alert"
          className={`px-4 py-2.5 text-small text-accent ${held ? 'border-t border-line' : ''}`}
        >
          {trouble}
        </p>
      )}
      <footer
        className={`${trouble !== null && !held ? 'hidden' : 'flex'} items-center gap-4 border-t border-line px-4 py-2.5`}
      >
        <fieldset className="flex gap-4" disabled={!held}>
          <legend className="sr-only">As what</legend>
          {(
            [
              ['layers', 'Editable layers'],
              ['picture', 'One picture'],
            ] as const
          ).map(([value, label]) => (
            <label key={value} className="flex items-center gap-1.5 text-small">
              <input
                type="radio"
                name="import-as"
                className="accent-[var(--color-accent)]"
                checked={as === value}
                onChange={() => setAs(value)}
              />
              {label}
            </label>
          ))}
        </fieldset>
        <Button
          look="primary"
          className="ml-auto"
          disabled={!held || busy || ticked.size === 0}
          onClick={() => void bring()}
        >
          {busy ? 'Bringing in …' : 'Bring in'}
        </Button>
      </footer>
    </DialogFrame>
  )
}

const shownIn = (all: readonly OraChoice[], c: OraChoice): boolean =>
  c.visible && all.every((other) => other.visible || !c.path.startsWith(`${other.path}.`))

function Row({
  row,
  all,
  ticked,
  flip,
}: {
  row: OraChoice
  all: readonly OraChoice[]
  ticked: ReadonlySet<string>
  flip: (paths: readonly string[], on: boolean) => void
}) {
  const paths =
    row.kind === 'layer'
      ? [row.path]
      : all.filter((r) => r.kind === 'layer' && r.path.startsWith(`${row.path}.`)).map((r) => r.path)
  const on = paths.filter((p) => ticked.has(p)).length
  const marks = [
    row.visible ? null : 'hidden',
    row.operator,
    row.opacity < 1 ? `${Math.round(row.opacity * 100)} %` : null,
  ].filter(Boolean)
  return (
    <li>
      <label
        className="flex min-h-9 items-center gap-2.5 py-1 pr-4 hover:bg-well"
        style={{ paddingLeft: `calc(1rem + ${row.depth * 1.25}rem)` }}
      >
        <input
          type="checkbox"
          className="accent-[var(--color-accent)]"
          checked={paths.length > 0 && on === paths.length}
          disabled={paths.length === 0}
          ref={(box) => {
            if (box) box.indeterminate = on > 0 && on < paths.length
          }}
          onChange={(e) => flip(paths, e.target.checked)}
        />
        {row.picture ? (
          // biome-ignore lint/performance/noImgElement: a small picture in a data address
          <img
            src={row.picture}
            alt=""
            className="checker size-12 rounded-control border border-line object-contain"
          />
        ) : (
          <Folder size={15} className="text-soft" />
        )}
        <span className="min-w-0 flex-1 truncate text-small">
          {row.name || (row.kind === 'stack' ? 'Group' : 'Layer')}
        </span>
        {marks.length > 0 && <span className="text-tiny text-soft">{marks.join(' · ')}</span>}
      </label>
    </li>
  )
}
