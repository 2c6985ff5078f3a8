'use client'
import { fromHex, lookUp, luminance } from '@/core/colour/colour'
import { coloursOfPaint } from '@/core/colour/light'
import { setOnLayer } from '@/core/design/properties/set'
import type { LayerOf } from '@/core/kinds/list'
import type { Plate } from '@/core/kinds/type/plate'
import { useBench, useBenchState } from '../state/bench-context'
import { Choice } from '../ui/choice'
import { NumberField } from '../ui/number-field'
import { ColourField } from './colour-field'
import { shared } from './section'

const KINDS = [
  { value: 'none', label: 'No plate' },
  { value: 'block', label: 'Plate: one block' },
  { value: 'band', label: 'Plate: a band per line' },
  { value: 'pill', label: 'Plate: round ends' },
]
/** Lengths of a plate as shares of the type size. */
const LENGTHS = [
  ['across', 'Room beside the words', 'beside'],
  ['down', 'Room above and below the words', 'above'],
  ['radius', 'Corners of the plate', 'corners'],
] as const
const FIRST: Omit<Plate, 'fill' | 'kind'> = { across: 0.35, down: 0.16, radius: 0.14 }
const [DARK, LIGHT] = ['#1c1c1c', '#ffffff']

/** What lies behind words and follows them on every channel. */
export function PlateFields({ leaves }: { leaves: readonly LayerOf<'type'>[] }) {
  const bench = useBench()
  const channel = useBenchState((s) => s.channel)
  const swatches = useBenchState((s) => s.resolved.swatches)
  /** A colour that the words are read on. */
  const under = (l: LayerOf<'type'>): string => {
    const [ink = DARK] = coloursOfPaint(l.fill)
    return luminance(fromHex(lookUp(ink, swatches))) > 0.3 ? DARK : LIGHT
  }
  const write = (name: string, of: (plate: Plate) => Plate | null, only?: 'shown') => {
    const change = (d: Parameters<Parameters<typeof bench.edit>[1]>[0]) => {
      for (const l of leaves) {
        const { plate } = l
        const first: Plate = { kind: 'block', fill: { kind: 'solid', colour: under(l) }, ...FIRST }
        setOnLayer(d, channel, l.id, 'plate', of(plate ?? first))
      }
    }
    if (only) bench.preview(change)
    else bench.commit(name, change)
  }
  const kind = shared(leaves, (l) => l.plate?.kind ?? 'none')
  const plate = leaves[0]?.plate
  const fill = plate?.fill.kind === 'solid' ? plate.fill : null
  const colour = (to: string, only?: 'shown') =>
    write('Colour of the plate', (p) => ({ ...p, fill: { kind: 'solid', colour: to } }), only)
  return (
    <>
      <Choice
        label="Plate behind the words"
        value={kind}
        options={KINDS}
        onChange={(v) =>
          write(v === 'none' ? 'No plate' : 'Plate behind the words', (p) =>
            v === 'none' ? null : { ...p, kind: v as Plate['kind'] },
          )
        }
      />
      {plate && (
        <>
          {fill && (
            <ColourField
              label="Colour of the plate"
              colour={fill.colour}
              onPreview={(c) => colour(c, 'shown')}
              onChange={(c) => colour(c)}
            />
          )}
          <div className="grid grid-cols-2 gap-1.5">
            {LENGTHS.filter(([key]) => key !== 'radius' || plate.kind !== 'pill').map(
              ([key, label, short]) => (
                <NumberField
                  key={key}
                  label={label}
                  short={short}
                  unit="%"
                  min={0}
                  max={400}
                  digits={0}
                  value={plate[key] * 100}
                  onChange={(v) => write(label, (p) => ({ ...p, [key]: v / 100 }))}
                  onDrag={(v) => write(label, (p) => ({ ...p, [key]: v / 100 }), 'shown')}
                />
              ),
            )}
          </div>
        </>
      )}
    </>
  )
}
