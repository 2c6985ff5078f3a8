'use client'
import { Check, CircleAlert, CloudOff, FileDown, LoaderCircle } from 'lucide-react'
import { Popover } from 'radix-ui'
import { type ReactNode, useEffect, useState } from 'react'
import { useBench, useBenchState } from './state/bench-context'
import type { Told } from './state/sync'
import { Button } from './ui/button'
import type { Doing } from './worker/protocol'

/** How saving stands, in a word beside the name and in sentences under it. */
function textOf({ state, kept, message }: Told): { word: string; text: string; trouble: boolean } {
  if (state === 'saved') return { word: '', text: 'Saved', trouble: false }
  if (state === 'saving') return { word: '', text: 'Saving', trouble: false }
  if (state === 'refused')
    return { word: 'Refused', text: message ?? 'The server refused an edit.', trouble: true }
  const why = message ?? 'The server does not answer.'
  return kept
    ? {
        word: 'Not sent yet',
        text: `${why} Your work is kept in this browser and sent as soon as it can be.`,
        trouble: true,
      }
    : {
        word: 'Only in this tab',
        text: `${why} This browser keeps nothing, so your work is in this tab alone: leave it open, or save what is unsent to a file.`,
        trouble: true,
      }
}

/** What was not stored, as a file that can be kept and read. */
function saveUnstored(name: string, unstored: unknown): void {
  const a = document.createElement('a')
  a.href = URL.createObjectURL(new Blob([JSON.stringify(unstored, null, 1)], { type: 'application/json' }))
  a.download = `${name.replace(/[^\p{L}\p{N} -]/gu, '')}-unsaved.json`
  a.click()
  URL.revokeObjectURL(a.href)
}

const WORDS: Record<Doing['work'], [word: string, of: string]> = {
  fetching: ['Fetching', 'picture'],
  drawing: ['Drawing', ''],
  arranging: ['Arranging', 'size'],
  checking: ['Checking', 'size'],
  taking: ['Taking in', 'picture'],
  setting: ['Setting', ''],
}
/** Work that takes no longer than this is not told of, ms. */
const SHORT = 450

/** What takes time just now, told once it does: of the stage before what is done aside. */
function useDoing(): { word: string; text: string } | null {
  const doing = useBenchState((s) => s.doing.bench ?? s.doing.type ?? s.doing.stage ?? s.doing.quiet)
  const work = doing?.work ?? null
  const [long, setLong] = useState<string | null>(null)
  useEffect(() => {
    if (!work) return setLong(null)
    const due = setTimeout(() => setLong(work), SHORT)
    return () => clearTimeout(due)
  }, [work])
  if (!doing || long !== work) return null
  const [word, of] = WORDS[doing.work]
  const left = of && `${doing.left} ${of}${doing.left === 1 ? '' : 's'} left`
  return { word, text: [word, left].filter(Boolean).join(', ') }
}

const ICONS: Partial<Record<string, ReactNode>> = {
  saved: <Check size={13} />,
  saving: <LoaderCircle size={13} className="animate-spin" />,
  offline: <CloudOff size={14} />,
}

/**
 * The one quiet place that says what is going on: whether everything is saved, and where it is not, why, what is safe and what
 * can be done; what is being drawn, arranged and checked, where that takes long.
 */
export function SaveMark() {
  const bench = useBench()
  const save = useBenchState((s) => s.save)
  const name = useBenchState((s) => s.design.name)
  const { word, text, trouble } = textOf(save)
  const doing = useDoing()
  const icon = ICONS[save.state] ?? <CircleAlert size={14} />
  const file = (
    <Button onClick={() => saveUnstored(name, bench.sync.unstored)}>
      <FileDown size={14} />
      Save it to a file
    </Button>
  )
  if (!trouble && save.aside === 0)
    return (
      <output
        data-status
        title={[text, doing?.text].filter(Boolean).join('. ')}
        aria-label={text}
        className="flex w-[74px] items-center gap-1.5 text-tiny text-soft"
      >
        {doing && save.state === 'saved' ? <LoaderCircle size={13} className="animate-spin" /> : icon}
        {doing?.word}
      </output>
    )
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          className={`flex items-center gap-1 rounded-control px-1.5 py-1 text-tiny hover:bg-well ${trouble ? 'font-semibold text-warn' : 'text-soft'}`}
        >
          <output title={text} aria-label={text} className="flex items-center gap-1">
            {icon}
            {word}
          </output>
          {save.aside > 0 && (
            <span className="rounded-full bg-warn-ground px-1.5 text-warn">{save.aside} aside</span>
          )}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          className="z-50 w-[360px] rounded-lg border border-line bg-panel p-4 text-small shadow-xl"
        >
          {trouble && (
            <>
              <p className="font-semibold">
                {save.state === 'refused'
                  ? 'One step was not stored'
                  : 'The server has not got everything yet'}
              </p>
              <p className="mt-1 text-soft">{text}</p>
            </>
          )}
          {save.state === 'refused' && (
            <>
              <p className="mt-2 text-soft">
                What came before it is stored. It and what you did since wait here; nothing is lost until you
                put it away.
              </p>
              <div className="mt-3 flex flex-wrap gap-2">
                <Button look="primary" onClick={() => void bench.sync.goOn()}>
                  Go on without it
                </Button>
                <Button onClick={() => bench.sync.tryAgain()}>Try again</Button>
                <Button onClick={() => void bench.sync.backToStored()}>Back to what is stored</Button>
                {file}
              </div>
            </>
          )}
          {save.state === 'offline' && !save.kept && <div className="mt-3">{file}</div>}
          {save.aside > 0 && (
            <div className={trouble ? 'mt-4 border-t border-line pt-3' : ''}>
              <p className="font-semibold">
                {save.aside} step{save.aside === 1 ? '' : 's'} could not be stored
              </p>
              <ul className="scroll-thin mt-1 max-h-40 overflow-y-auto text-soft">
                {bench.sync.unstored.slice(0, save.aside).map((a) => (
                  <li key={a.edit.id} className="py-0.5">
                    <span className="text-ink">{a.edit.name}</span>: {a.message}
                  </li>
                ))}
              </ul>
              <div className="mt-3 flex gap-2">
                {file}
                <Button look="ghost" onClick={() => void bench.sync.putAway()}>
                  Put away
                </Button>
              </div>
            </div>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
