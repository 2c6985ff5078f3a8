'use client'
import { newId } from '@/core/basics/ids'
import { addLayers } from '@/core/design/commands'
import { boxAt, typeLayer } from '@/core/kinds/new'
import { pairings } from '@/supplies/pairings'
import { inkAt, spotsFor } from '../actions/placing'
import { useBench } from '../state/bench-context'

/** A headline and what goes with it, set in a pairing of faces. */
export function Pairings() {
  const bench = useBench()
  const place = async (p: (typeof pairings)[number]) => {
    const s = bench.store.getState()
    const { width, height } = s.resolved
    const short = Math.min(width, height)
    const [first, second] = spotsFor(s, 'type', 2)
    if (!first || !second) return
    const [size, small] = [short * 0.1, Math.max(s.resolved.channel.smallestType, short * 0.034)]
    const inks = await Promise.all([0.15, 0.3].map((y) => inkAt(bench, { x: width * 0.25, y: height * y })))
    const head = typeLayer(
      { id: newId(), ...first },
      'A headline\nof two lines',
      boxAt(width * 0.08, height * 0.1, width * 0.8, size * p.head.leading * 2),
      { ...p.head, size },
      inks[0],
    )
    const line = typeLayer(
      { id: newId(), ...second },
      'And a line that goes with it',
      boxAt(
        width * 0.08,
        height * 0.1 + size * p.head.leading * 2 + short * 0.02,
        width * 0.8,
        small * p.small.leading,
      ),
      { ...p.small, size: small },
      inks[1],
    )
    bench.edit('Place type pairing', (d) => addLayers(d, [head, line]))
    bench.select([head.id, line.id])
  }
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-2">
      {pairings.map((p) => (
        <li key={p.id}>
          <button
            type="button"
            className="flex h-[104px] w-full flex-col items-start justify-center gap-1 overflow-hidden rounded-control bg-well px-4 text-left hover:bg-line"
            onClick={() => void place(p)}
            aria-label={`Place the pairing ${p.label}`}
          >
            <PairingFace family={p.head.family} weight={p.head.weight} size={24}>
              {p.label}
            </PairingFace>
            <PairingFace family={p.small.family} weight={p.small.weight} size={12}>
              {p.head.family} with {p.small.family}
            </PairingFace>
          </button>
        </li>
      ))}
    </ul>
  )
}
function PairingFace({
  family,
  weight,
  size,
  children,
}: {
  family: string
  weight: number
  size: number
  children: React.ReactNode
}) {
  const slug = family.toLowerCase().replaceAll(' ', '-')
  return (
    <>
      <style
        href={`face-${slug}-${weight}`}
        precedence="low"
      >{`@font-face{font-family:"${family} ${weight}";src:url("/generated/fonts/${slug}-latin-${weight}-normal.ttf")}`}</style>
      <span style={{ fontFamily: `"${family} ${weight}"`, fontSize: size, lineHeight: 1.1 }}>{children}</span>
    </>
  )
}
