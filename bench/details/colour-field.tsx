'use client'
import { Pipette, Plus } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useMemo, useState } from 'react'
import { HexAlphaColorPicker } from 'react-colorful'
import { flushSync } from 'react-dom'
import { lookUp, readColour } from '@/core/colour/colour'
import { newId } from '@/core/design/blank'
import { inOrder, keyBetween } from '@/core/design/order'
import type { Design, Paint } from '@/core/design/schema'
import { useBench, useCalmState } from '../state/bench-context'
import { IconButton } from '../ui/button'

type Props = {
  label: string
  /** What is shown of the label before the colour. */
  named?: string
  colour: string
  onPreview: (colour: string) => void
  onChange: (colour: string) => void
}

/** Every literal colour and swatch that the design uses, most used first. */
export function coloursInUse(design: Design): string[] {
  const counts = new Map<string, number>()
  const add = (c: string) => counts.set(c, (counts.get(c) ?? 0) + 1)
  const paint = (p: Paint) => {
    if (p.kind === 'solid') add(p.colour)
    else if (p.kind !== 'none') for (const s of Object.values(p.stops)) add(s.colour)
  }
  for (const l of Object.values(design.layers)) {
    if ('fill' in l) paint(l.fill)
    if ('stroke' in l && l.stroke.weight > 0) add(l.stroke.colour)
    if (l.kind === 'graphic') Object.values(l.parts).forEach(add)
  }
  return [...counts]
    .filter(([c]) => !c.startsWith('swatch:'))
    .sort((a, b) => b[1] - a[1])
    .map(([c]) => c)
}

/** A colour that is picked, typed, pasted, sampled or taken from the swatches. */
export function ColourField({ label, colour, named, onPreview, onChange }: Props) {
  const bench = useBench()
  const s = useCalmState((state) => ({ design: state.design }))
  const [text, setText] = useState<string | null>(null)
  const hex = lookUp(colour, s.design.swatches)
  const swatch = colour.startsWith('swatch:') ? s.design.swatches[colour.slice(7)] : undefined
  const used = useMemo(() => coloursInUse(s.design).slice(0, 14), [s.design])
  const type = (value: string) => {
    const read = readColour(value)
    setText(null)
    if (read && read !== hex) onChange(read)
    else if (!read) bench.notify(`“${value}” is not a colour. Type it as #c65a36, rgb(), hsl() or oklch().`)
  }
  const keep = () => {
    const id = newId()
    const last = inOrder(s.design.swatches).at(-1)
    bench.edit('Add swatch', (d) => {
      d.swatches[id] = { id, name: hex, colour: hex, order: keyBetween(last?.order ?? null, null) }
    })
    onChange(`swatch:${id}`)
  }
  return (
    <Popover.Root onOpenChange={(open) => !open && setText(null)}>
      <div className="field gap-2">
        <Popover.Trigger asChild>
          <button
            type="button"
            aria-label={`Choose ${label}`}
            className="checker-dim size-5 shrink-0 overflow-hidden rounded-[4px] ring-1 ring-black/15"
          >
            <span className="block size-full" style={{ background: hex }} />
          </button>
        </Popover.Trigger>
        {named && <span className="w-16 shrink-0 truncate text-soft">{named}</span>}
        <input
          aria-label={label}
          value={text ?? swatch?.name ?? hex}
          onFocus={(e) => {
            // At once, so that what is typed next replaces the code and does not follow it.
            flushSync(() => setText(hex))
            e.target.select()
          }}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => text !== null && (text === hex ? setText(null) : type(text))}
          onKeyDown={(e) => {
            e.stopPropagation()
            if (e.key === 'Enter') e.currentTarget.blur()
          }}
        />
        <button
          type="button"
          aria-label={`Sample ${label} from the stage`}
          title="Sample from the stage"
          className="text-soft hover:text-ink"
          onClick={() => bench.set({ tool: 'sample', sampleFor: onChange })}
        >
          <Pipette size={13} />
        </button>
      </div>
      <Popover.Portal>
        <Popover.Content
          side="right"
          align="start"
          sideOffset={10}
          className="z-50 w-[232px] rounded-lg border border-line bg-panel p-3 shadow-xl [&_.react-colorful]:w-full"
        >
          <HexAlphaColorPicker color={hex} onChange={onPreview} />
          <Settle hex={hex} onChange={onChange} />
          <div className="mt-2 flex items-center justify-between text-tiny text-soft">
            <span>Swatches</span>
            <IconButton label="Keep as a swatch" className="!size-5" onClick={keep}>
              <Plus size={13} />
            </IconButton>
          </div>
          <div className="flex flex-wrap gap-1">
            {inOrder(s.design.swatches).map((w) => (
              <Dot key={w.id} colour={w.colour} label={w.name} on={colour === `swatch:${w.id}`} onClick={() => onChange(`swatch:${w.id}`)} />
            ))}
            {Object.keys(s.design.swatches).length === 0 && <span className="text-tiny text-soft">None yet.</span>}
          </div>
          <p className="mt-2 text-tiny text-soft">In use</p>
          <div className="flex flex-wrap gap-1">
            {used.map((c) => (
              <Dot key={c} colour={c} label={c} on={c === colour} onClick={() => onChange(c)} />
            ))}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** What the picker previewed is taken when the pointer is let go. */
function Settle({ hex, onChange }: { hex: string; onChange: (c: string) => void }) {
  const bench = useBench()
  return (
    <span
      ref={(el) => {
        const box = el?.parentElement
        if (box) box.onpointerup = () => bench.inGesture && onChange(hex)
      }}
    />
  )
}
const Dot = ({ colour, label, on, onClick }: { colour: string; label: string; on: boolean; onClick: () => void }) => (
  <button
    type="button"
    aria-label={label}
    title={label}
    aria-pressed={on}
    className={`checker-dim size-6 overflow-hidden rounded-[4px] ring-1 ring-black/15 ${on ? 'outline-2 outline-offset-1 outline-accent' : ''}`}
    onClick={onClick}
  >
    <span className="block size-full" style={{ background: colour }} />
  </button>
)
