import { ARM_M, CARD_MM } from './places'
import type { StandIn } from './stand-in'

/** A pencil is so long, mm (*common practice*). */
const PENCIL_MM = 175

/** On a table, beside a pencil and a card from a purse, all at their true size. */
export const Table: StandIn = ({ art, pxPerMm }) => (
  <div className="flex flex-col items-start gap-8 rounded-lg bg-met-soft p-10">
    <div className="flex items-center gap-8">
      <div className="shadow-[0_2px_7px_rgb(0_0_0/0.28)]">{art}</div>
      <span
        className="block shrink-0 rounded-lg bg-met-card shadow"
        title="A card of ISO/IEC 7810"
        style={{ width: CARD_MM.width * pxPerMm, height: CARD_MM.height * pxPerMm }}
      />
    </div>
    <span
      className="block rounded-l rounded-r-full bg-met-ink"
      title="A pencil"
      style={{ width: PENCIL_MM * pxPerMm, height: 7 * pxPerMm }}
    />
  </div>
)

/** People are so tall, and pictures hang with their middle so high, m (*common practice*). */
const TALL_M = 1.7
const HUNG_M = 1.55
/** On a wall, as large as it appears from where one stands, with somebody before it. */
export function onWall(metres: number): StandIn {
  return ({ art, size, pxPerMm }) => {
    const m = 1000 * pxPerMm * (ARM_M / metres)
    // One looks straight at it: its middle is the middle of what is seen, the floor far beneath.
    const floor = `calc(50% + ${HUNG_M * m}px)`
    return (
      <div className="relative size-full overflow-hidden bg-met-card">
        <div className="absolute inset-x-0 bottom-0 bg-met-soft" style={{ top: floor }} />
        <div className="absolute top-1/2 left-1/2 -translate-1/2 shadow-[0_1px_4px_rgb(0_0_0/0.3)]">
          {art}
        </div>
        <svg
          aria-hidden="true"
          viewBox="0 0 34 100"
          className="absolute fill-met-ink"
          style={{
            height: TALL_M * m,
            top: `calc(50% + ${(HUNG_M + 0.06 - TALL_M) * m}px)`,
            left: `calc(50% + ${size.width / 2 + 0.35 * m}px)`,
          }}
        >
          <circle cx="17" cy="7" r="6.4" />
          <path d="M10 15h14q5 0 5 6v25q0 3-3 3v46q0 5-4.500 5t-4.500-5v-36h-1v36q0 5-4.500 5t-4.500-5v-46q-3 0-3-3v-25q0-6 5-6Z" />
        </svg>
      </div>
    )
  }
}
