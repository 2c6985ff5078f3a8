'use client'
import { LoaderCircle } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { AnswerOf } from '@/wire/call'
import { ask, reasonOf, wordsOf } from '@/wire/client'
import { inspectPdf } from '@/wire/supplies'
import { Button } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'
import { NumberField } from '../ui/number-field'
import { Segments } from '../ui/segments'

export type PagesChosen = { pages: number[]; as: 'lines' | 'picture'; ppi: number }

/** Asks which pages of a PDF come in, and as what. `onChosen` may take its time; its error is shown here. */
export function ChoosePages({
  file,
  onChosen,
  onClose,
}: {
  file: File | null
  onChosen: (chosen: PagesChosen) => Promise<void>
  onClose: () => void
}) {
  const [held, setHeld] = useState<AnswerOf<typeof inspectPdf> | null>(null)
  const [ticked, setTicked] = useState<ReadonlySet<number>>(new Set([1]))
  const [as, setAs] = useState<PagesChosen['as']>('lines')
  const [ppi, setPpi] = useState(200)
  const [busy, setBusy] = useState(false)
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => {
    if (!file) return
    let stale = false
    setHeld(null)
    setTrouble(null)
    setBusy(false)
    setTicked(new Set([1]))
    ask(inspectPdf, { file }).then(
      (value) => !stale && setHeld(value),
      (thrown: unknown) => !stale && setTrouble(wordsOf(thrown, 'Nothing was stored; try again.')),
    )
    return () => {
      stale = true
    }
  }, [file])
  const bring = async () => {
    setBusy(true)
    setTrouble(null)
    try {
      await onChosen({ pages: [...ticked].sort((a, b) => a - b), as, ppi })
    } catch (thrown) {
      setTrouble(thrown instanceof Error ? thrown.message : 'This did not work. Nothing was stored.')
      setBusy(false)
    }
  }
  const more = held && held.count > held.pages.length ? `, the first ${held.pages.length} shown` : ''
  return (
    <DialogFrame
      open={file !== null}
      onClose={onClose}
      title={`Which pages of “${file?.name}” come in?`}
      note={held ? `${held.count} page${held.count === 1 ? '' : 's'}${more}` : 'Read page by page'}
      className="!bottom-auto max-h-[84vh] w-[640px]"
    >
      <div className="scroll-thin min-h-32 flex-1 overflow-y-auto bg-stage p-4">
        {!held && !trouble && (
          <LoaderCircle className="mx-auto mt-8 animate-spin text-soft" aria-label="Reading the file" />
        )}
        <div className="flex flex-wrap items-end gap-4">
          {held?.pages.map((p, n) => (
            <label key={`${n + 1}`} className="flex flex-col items-center gap-1 text-tiny">
              {/* biome-ignore lint/performance/noImgElement: a picture that only this page has */}
              <img
                src={p.picture}
                alt=""
                className={`max-h-40 max-w-32 shadow-md ${ticked.has(n + 1) ? 'ring-2 ring-accent' : 'opacity-70'}`}
              />
              <span className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="accent-[var(--color-accent)]"
                  checked={ticked.has(n + 1)}
                  onChange={() =>
                    setTicked((t) =>
                      t.has(n + 1) ? new Set([...t].filter((x) => x !== n + 1)) : new Set([...t, n + 1]),
                    )
                  }
                />
                Page {n + 1}
              </span>
            </label>
          ))}
        </div>
      </div>
      <footer className="flex items-center gap-3 border-t border-line p-3">
        <Segments
          label="As what"
          value={as}
          options={[
            ['lines', 'Lines and pictures'],
            ['picture', 'One picture each'],
          ]}
          onChange={(v) => setAs(v as PagesChosen['as'])}
        />
        {as === 'picture' && (
          <div className="w-28">
            <NumberField
              label="Px to the inch"
              short="at"
              unit="ppi"
              min={36}
              max={600}
              digits={0}
              value={ppi}
              onChange={setPpi}
            />
          </div>
        )}
        {trouble && (
          <p role="alert" className="min-w-0 flex-1 text-tiny text-warn">
            {trouble}
          </p>
        )}
        <Button
          look="primary"
          className="ml-auto shrink-0"
          disabled={!held || busy || ticked.size === 0}
          onClick={() => void bring()}
        >
          {busy ? 'Being brought in …' : `Bring in ${ticked.size} page${ticked.size === 1 ? '' : 's'}`}
        </Button>
      </footer>
    </DialogFrame>
  )
}

/** Pages of a PDF as files that are placed like any other. Throws an error that says why one is not. */
export async function pagesOf(file: File, { pages, as, ppi }: PagesChosen): Promise<File[]> {
  const out: File[] = []
  const name = file.name.replace(/\.pdf$/i, '')
  for (const page of pages) {
    const answer = await fetch(`/api/pdf/page?page=${page}&as=${as}&ppi=${ppi}`, {
      method: 'POST',
      body: file,
      headers: { 'x-file-name': encodeURIComponent(file.name) },
    })
    if (!answer.ok)
      throw new Error(await reasonOf(answer, 'This page could not be read. Nothing was stored.'))
    const own = pages.length > 1 ? `${name} ${page}` : name
    const blob = await answer.blob()
    out.push(new File([blob], `${own}.${blob.type.includes('svg') ? 'svg' : 'png'}`))
  }
  return out
}
