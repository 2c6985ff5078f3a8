'use client'
import { Pipette, Plus } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useEffect, useMemo, useState } from 'react'
import { HexAlphaColorPicker } from 'react-colorful'
import { flushSync } from 'react-dom'
import { newId } from '@/core/basics/ids'
import { inOrder, keyBetween } from '@/core/basics/order'
import { fromHex, lookUp, luminance, readColour, worstContrast } from '@/core/colour/colour'
import { harmony, tones } from '@/core/colour/harmony'
import { coloursOfPaint } from '@/core/colour/light'
import type { Design } from '@/core/design/schema'
import { isWorded } from '@/core/kinds/facts'
import { kindOf } from '@/core/kinds/list'
import { pictureColours } from '../actions/colouring'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { NameInput } from '../ui/name-input'

type Props = {
  label: string
  /** What is shown of the label before the colour. */
  named?: string
  /** Where what stands for the colour is a name that can be changed. */
  name?: { value: string; onChange: (name: string) => void }
  /** The type that it is for: its contrast with what lies beneath is told. */
  against?: string
  colour: string
  onPreview: (colour: string) => void
  onChange: (colour: string) => void
}

/** Every literal colour and swatch that the design uses, most used first. */
export function coloursInUse(design: Design): string[] {
  const counts = new Map<string, number>()
  const add = (c: string) => counts.set(c, (counts.get(c) ?? 0) + 1)
  for (const l of Object.values(design.layers)) kindOf(l).colours(l).forEach(add)
  return [...counts]
    .filter(([c]) => !c.startsWith('swatch:'))
    .sort((a, b) => b[1] - a[1])
    .map(([c]) => c)
}

/** A colour that is picked, typed, pasted, sampled or taken from the swatches. */
export function ColourField({ label, colour, named, name, against, onPreview, onChange }: Props) {
  const bench = useBench()
  const swatches = usePaced('stage', (s) => s.resolved.swatches)
  const [text, setText] = useState<string | null>(null)
  const hex = lookUp(colour, swatches)
  const swatch = colour.startsWith('swatch:') ? swatches[colour.slice(7)] : undefined
  const type = (value: string) => {
    const read = readColour(value)
    setText(null)
    if (read && read !== hex) onChange(read)
    else if (!read) bench.notify(`“${value}” is not a colour. Type it as #c65a36, rgb(), hsl() or oklch().`)
  }
  const keep = () => {
    const id = newId()
    const last = inOrder(swatches).at(-1)
    bench.edit('Add swatch', (d) => {
      d.swatches[id] = { id, name: hex, colour: hex, order: keyBetween(last?.order ?? null, null) }
    })
    onChange(`swatch:${id}`)
  }
  return (
    <Popover.Root onOpenChange={(open) => !open && setText(null)}>
      <div className={`field ${name ? 'gap-1.5' : 'gap-2'}`}>
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
        {name && (
          <NameInput
            label={`Name of the swatch ${name.value}`}
            className="!w-[62px] !flex-none"
            value={name.value}
            onKeep={(n) => n && name.onChange(n)}
          />
        )}
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
          collisionPadding={8}
          className="z-50 max-h-[var(--radix-popover-content-available-height)] w-[232px] overflow-y-auto rounded-lg border border-line bg-panel p-3 shadow-xl scroll-thin [&_.react-colorful]:h-40 [&_.react-colorful]:w-full"
        >
          <HexAlphaColorPicker color={hex} onChange={onPreview} />
          <Settle hex={hex} onChange={onChange} />
          {against && <ContrastNote layer={against} hex={hex} />}
          <div className="mt-2 flex items-center justify-between text-tiny text-soft">
            <span>Swatches</span>
            <IconButton label="Keep as a swatch" className="!size-5" onClick={keep}>
              <Plus size={13} />
            </IconButton>
          </div>
          <div className="flex flex-wrap gap-1">
            {inOrder(swatches).map((w) => (
              <Dot
                key={w.id}
                colour={w.colour}
                label={w.name}
                on={colour === `swatch:${w.id}`}
                onClick={() => onChange(`swatch:${w.id}`)}
              />
            ))}
            {Object.keys(swatches).length === 0 && <span className="text-tiny text-soft">None yet.</span>}
          </div>
          <InUse colour={colour} onChange={onChange} />
          <GoesWith hex={hex.slice(0, 7)} onChange={onChange} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** The colours of the design, the most used first. */
function InUse({ colour, onChange }: { colour: string; onChange: (colour: string) => void }) {
  const design = usePaced('kept', (s) => s.design)
  const used = useMemo(() => coloursInUse(design).slice(0, 14), [design])
  return (
    <>
      <p className="mt-2 text-tiny text-soft">In use</p>
      <div className="flex flex-wrap gap-1">
        {used.map((c) => (
          <Dot key={c} colour={c} label={c} on={c === colour} onClick={() => onChange(c)} />
        ))}
      </div>
    </>
  )
}

/** What goes with a colour, tones of it, and what the picture at hand is made of. */
function GoesWith({ hex, onChange }: { hex: string; onChange: (c: string) => void }) {
  const bench = useBench()
  const [pictured, setPictured] = useState<string[] | null>(null)
  const rows: [string, string[]][] = [
    ['Goes with it', [...harmony(hex, 'opposite'), ...harmony(hex, 'near'), ...harmony(hex, 'three')]],
    ['Dark to light', tones(hex, 7)],
  ]
  return (
    <>
      {rows.map(([label, colours]) => (
        <div key={label}>
          <p className="mt-2 text-tiny text-soft">{label}</p>
          <div className="flex flex-wrap gap-1">
            {[...new Set(colours)].map((c) => (
              <Dot key={c} colour={c} label={c} on={false} onClick={() => onChange(c)} />
            ))}
          </div>
        </div>
      ))}
      <div className="mt-2 flex flex-wrap items-center gap-1">
        {pictured?.map((c) => (
          <Dot key={c} colour={c} label={`${c} in the picture`} on={false} onClick={() => onChange(c)} />
        ))}
        {pictured === null && (
          <button
            type="button"
            className="text-tiny text-soft underline underline-offset-2 hover:text-ink"
            onClick={() => void pictureColours(bench, 7).then(setPictured)}
          >
            Colours of the picture
          </button>
        )}
        {pictured?.length === 0 && (
          <span className="text-tiny text-soft">There is no picture on this page.</span>
        )}
      </div>
    </>
  )
}

/** From which ratio on type is readable: WCAG 2.2, 1.4.3. */
const READABLE = [
  [4.5, 'readable', 'text-soft'],
  [3, 'readable when large', 'text-soft'],
  [0, 'hard to read', 'text-warn'],
] as const

/** How readable type would be in a colour where it lies now. */
function ContrastNote({ layer, hex }: { layer: string; hex: string }) {
  const bench = useBench()
  const [under, setGround] = useState<readonly number[] | null>(null)
  // Words on a plate are read against that.
  const plate = useBenchState((s) => {
    const own = s.resolved.layers.find((l) => l.layer.id === layer)?.layer
    const paint = isWorded(own) ? own.plate?.fill : undefined
    const [colour] = paint ? coloursOfPaint(paint) : []
    return colour === undefined ? null : luminance(fromHex(lookUp(colour, s.resolved.swatches)))
  })
  const ground = plate === null ? under : [plate]
  useEffect(() => {
    let gone = false
    void bench.client
      .ask<number[] | null>({ ask: 'ground', layer })
      .then((found) => !gone && setGround(found))
    return () => {
      gone = true
    }
  }, [bench, layer])
  if (!ground || ground.length === 0) return null
  const ratio = worstContrast(luminance(fromHex(hex)), ground)
  const [, word, tone] = READABLE.find(([least]) => ratio >= least) ?? READABLE[2]
  return (
    <p className={`mt-2 text-tiny tabular-nums ${tone}`} role="status">
      Contrast {ratio.toFixed(1)} : 1, {word}
    </p>
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
const Dot = ({
  colour,
  label,
  on,
  onClick,
}: {
  colour: string
  label: string
  on: boolean
  onClick: () => void
}) => (
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
