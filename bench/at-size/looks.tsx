'use client'
import { VISION_MATRICES, VISIONS } from '@/core/colour/vision'
import { setAtSize } from '../actions/at-size'
import { Picture } from '../lineup/picture'
import { useBench } from '../state/bench-context'
import type { Look } from '../state/slices/at-size'

const looks: readonly { id: Look; label: string; group: string }[] = [
  { id: 'plain', label: 'As it is', group: 'First glance' },
  { id: 'blurred', label: 'Blurred', group: 'First glance' },
  { id: 'small', label: 'Small', group: 'First glance' },
  { id: 'grey', label: 'Grey', group: 'First glance' },
  { id: 'protan', label: 'Without red cones', group: 'Colour vision' },
  { id: 'deutan', label: 'Without green cones', group: 'Colour vision' },
  { id: 'tritan', label: 'Without blue cones', group: 'Colour vision' },
]
/** Of the shorter side: what a glance leaves of a picture (*common practice*: squint until words go). */
const BLUR = 0.012
const SMALL = 0.22

/** How a picture of a size is drawn to be looked at so. */
export function styleOf(
  look: Look,
  { width, height }: { width: number; height: number },
): React.CSSProperties {
  if (look === 'blurred') return { filter: `blur(${(Math.min(width, height) * BLUR).toFixed(2)}px)` }
  if (look === 'grey') return { filter: 'grayscale(1)' }
  if (look === 'plain' || look === 'small') return {}
  return { filter: `url(#seen-${look})` }
}
/** Colour vision as filters on linear light, by the matrices of the core. */
export const VisionFilters = () => (
  <svg className="absolute size-0" aria-hidden="true">
    {VISIONS.map((v) => (
      <filter key={v} id={`seen-${v}`} colorInterpolationFilters="linearRGB" x="0" y="0" width="1" height="1">
        <feColorMatrix
          type="matrix"
          values={`${VISION_MATRICES[v].map((row) => `${row.join(' ')} 0 0`).join(' ')} 0 0 0 1 0`}
        />
      </filter>
    ))}
  </svg>
)
type Props = { of: string; ratio: number; look: Look }
/** The same picture at first glance and with other cones; one pressed is how the whole is looked at. */
export function Looks({ of, ratio, look }: Props) {
  const bench = useBench()
  const [w, h] = ratio > 1.25 ? [96, 96 / ratio] : [74 * ratio, 74]
  return (
    <div className="scroll-thin w-[232px] shrink-0 space-y-3 overflow-y-auto border-l border-line bg-panel p-3">
      {['First glance', 'Colour vision'].map((group) => (
        <section key={group} aria-label={group} className="space-y-2">
          <h3 className="text-small font-semibold">{group}</h3>
          <div className="grid grid-cols-2 gap-2">
            {looks
              .filter((l) => l.group === group)
              .map((l) => {
                const k = l.id === 'small' ? SMALL : 1
                return (
                  <button
                    key={l.id}
                    type="button"
                    data-look={l.id}
                    aria-pressed={look === l.id}
                    className={`flex min-h-24 flex-col items-center justify-between gap-1.5 overflow-hidden rounded-control p-1.5 text-tiny leading-tight ${look === l.id ? 'bg-well ring-2 ring-accent' : 'hover:bg-well'}`}
                    onClick={() => setAtSize(bench, { look: l.id })}
                  >
                    <span className="flex flex-1 items-center">
                      <Picture
                        of={of}
                        style={{
                          width: Math.min(96, w) * k,
                          height: h * k * (Math.min(96, w) / w),
                          ...styleOf(l.id, { width: w, height: h }),
                        }}
                      />
                    </span>
                    {l.label}
                  </button>
                )
              })}
          </div>
        </section>
      ))}
      <p className="text-tiny text-soft">
        Colour vision by Machado, Oliveira and Fernandes (2009). About one man in twelve tells red from green
        less well.
      </p>
    </div>
  )
}
