'use client'
import { Sparkles } from 'lucide-react'
import { type FormEvent, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { inOrder } from '@/core/basics/order'
import { altFrom } from '@/core/delivery/alt'
import type { Caption } from '@/core/design/caption-schema'
import { captionKey, captionOf, GOOD_ALT, setCaption } from '@/core/design/captions'
import { isPageOn } from '@/core/design/page-channels'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Choice } from '../ui/choice'
import { DialogFrame } from '../ui/dialog-frame'

/** Words that go out beside the pictures: an alternative text and a caption for each page, other ones where a size needs them. */
export function CaptionsDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'captions')
  return (
    <DialogFrame
      open={open}
      onClose={() => bench.set({ dialog: null })}
      title="Alt text and caption"
      note="They go out with the files: in the list of a delivery, and inside the files that can hold them."
      className="!bottom-auto max-h-[84vh] w-[560px]"
    >
      {open && <Inside />}
    </DialogFrame>
  )
}

const ALL = 'all'
function Inside() {
  const bench = useBench()
  const design = useBenchState((s) => s.design)
  const page = useBenchState((s) => s.page)
  const shown = useBenchState((s) => s.resolved)
  const [of, setOf] = useState(ALL)
  const onPage = design.pages[page]
  if (!onPage) return null
  const channels = inOrder(design.channels).filter((c) => isPageOn(onPage, c.id))
  const channel = of === ALL ? null : of
  const own = design.captions[captionKey(page, channel)]
  const taken = captionOf(design, page, channel ?? '')
  const set = (change: Partial<Caption>) =>
    bench.edit('Words beside the picture', (d) => setCaption(d, page, channel, change))
  return (
    <div className="scroll-thin flex flex-col gap-4 overflow-y-auto p-4">
      <div className="flex flex-col gap-1 text-small">
        <span className="font-medium">Made by</span>
        <span className="field">
          <Typed
            label="Who made the design"
            value={design.author}
            most={200}
            hint="Studio or designer"
            keep={(author) =>
              bench.edit('Who made it', (d) => {
                d.author = author
              })
            }
          />
        </span>
      </div>
      <div className="flex items-center gap-2">
        <span className="text-small text-soft">{onPage.name} on</span>
        <Choice
          label="On which sizes"
          value={of}
          className="!w-56"
          options={[
            { value: ALL, label: 'all sizes' },
            ...channels.map((c) => ({
              value: c.id,
              label: design.captions[captionKey(page, c.id)] ? `${c.name}, its own` : c.name,
            })),
          ]}
          onChange={setOf}
        />
      </div>
      <Words
        key={`alt ${of}`}
        label="Alternative text"
        says="What is seen, for who cannot see it."
        value={own?.alt ?? ''}
        elsewhere={channel ? taken.alt : ''}
        good={GOOD_ALT}
        most={2000}
        set={(alt) => set({ alt })}
      >
        <Button small onClick={() => set({ alt: altFrom(shown.layers).slice(0, 2000) })}>
          <Sparkles size={12} />
          Begin with what is there
        </Button>
      </Words>
      <Words
        key={`caption ${of}`}
        label="Caption"
        says="What stands under it where it is posted."
        value={own?.caption ?? ''}
        elsewhere={channel ? taken.caption : ''}
        most={10_000}
        set={(caption) => set({ caption })}
      />
    </div>
  )
}

function Words({
  label,
  says,
  value,
  elsewhere,
  good,
  most,
  set,
  children,
}: {
  label: string
  says: string
  value: string
  /** What is taken where nothing is written here. */
  elsewhere: string
  good?: number
  most: number
  set: (text: string) => void
  children?: ReactNode
}) {
  const [typed, setTyped] = useState(value)
  const count = [...typed].length
  const long = good !== undefined && count > good
  return (
    <div className="flex flex-col gap-1 text-small">
      <span className="flex items-baseline gap-2">
        <span className="font-medium">{label}</span>
        <span className="text-tiny text-soft">{says}</span>
        <span
          className={`ml-auto text-tiny tabular-nums ${long ? 'text-warn' : 'text-soft'}`}
          aria-live="polite"
        >
          {good === undefined ? `${count}` : `${count} of ${good}`}
        </span>
      </span>
      <Typed area label={label} value={value} most={most} hint={elsewhere} keep={set} typed={setTyped} />
      <span className="flex items-center gap-2">
        {children}
        {long && (
          <span className="text-tiny text-warn">Long for a screen reader; say what matters first.</span>
        )}
      </span>
    </div>
  )
}

/** Text that is one step of work once it is left, however many letters were typed. */
function Typed({
  label,
  value,
  most,
  hint,
  keep,
  typed,
  area,
}: {
  label: string
  value: string
  most: number
  hint: string
  keep: (text: string) => void
  typed?: (text: string) => void
  area?: boolean
}) {
  const field = useRef<HTMLTextAreaElement & HTMLInputElement>(null)
  const latest = useRef({ value, keep })
  latest.current = { value, keep }
  // What was kept elsewhere, by an undo or a button, is shown.
  useEffect(() => {
    if (field.current && field.current.value !== value) field.current.value = value
    typed?.(value)
  }, [value, typed])
  const leave = () => {
    const text = field.current?.value ?? ''
    if (text !== latest.current.value) latest.current.keep(text)
  }
  // The dialog may be closed from within the field.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, at its end
  useLayoutEffect(() => leave, [])
  const how = {
    ref: field,
    'aria-label': label,
    defaultValue: value,
    maxLength: most,
    placeholder: hint,
    onBlur: leave,
    onInput: (e: FormEvent<HTMLTextAreaElement | HTMLInputElement>) => typed?.(e.currentTarget.value),
  }
  return area ? (
    <textarea
      {...how}
      className="min-h-24 resize-y rounded-control bg-well px-2.5 py-2 outline-none focus-visible:ring-2 focus-visible:ring-accent"
    />
  ) : (
    <input {...how} />
  )
}
