import { Bar, Lines, Other, Phone } from './pieces'
import { PHONE_MM } from './places'
import type { StandIn } from './stand-in'

/** One of many that a thumb scrolls past. */
export const Feed: StandIn = ({ art, pxPerMm }) => {
  const [w, h] = [PHONE_MM.width * pxPerMm, PHONE_MM.height * pxPerMm]
  return (
    <Phone width={w} height={h}>
      <div className="scroll-thin size-full space-y-6 overflow-y-auto py-6">
        <Passage>
          <Other width="100%" height={w * 0.3} />
        </Passage>
        <Passage>{art}</Passage>
        <Passage>
          <Other width="100%" height={w * 0.8} />
        </Passage>
      </div>
    </Phone>
  )
}
const Passage = ({ children }: { children: React.ReactNode }) => (
  <article>
    <div className="flex justify-center">{children}</div>
    <div className="px-4 pt-3">
      <Lines count={2} />
    </div>
  </article>
)
/** The whole screen; what the phone itself lays over it is dimmed: as far in as the channel keeps free above and below. */
export const Story: StandIn = ({ art, pxPerMm, channel, size }) => {
  const k = size.height / channel.height
  const band = 'absolute inset-x-0 flex flex-col justify-center gap-2 bg-black/25 px-6'
  return (
    <Phone width={PHONE_MM.width * pxPerMm} height={PHONE_MM.height * pxPerMm}>
      <div className="flex size-full items-center justify-center bg-met-page">
        <div className="relative">
          {art}
          <div className={`top-0 ${band}`} style={{ height: channel.safe.top * k * COVERED }}>
            <span className="h-2 w-2/5 rounded-full bg-white/70" />
          </div>
          <div className={`bottom-0 ${band}`} style={{ height: channel.safe.bottom * k * COVERED }}>
            <span className="h-2 w-3/5 rounded-full bg-white/70" />
            <span className="h-2 w-1/3 rounded-full bg-white/70" />
          </div>
        </div>
      </div>
    </Phone>
  )
}
/** Of what a channel keeps free so much is covered in fact. */
const COVERED = 0.6
/** A link that somebody sent, among what they said. */
export const Conversation: StandIn = ({ art, size }) => (
  <div className="flex w-[520px] flex-col gap-3 rounded-xl bg-met-card p-5 shadow-lg">
    <Said width={210} />
    <Said width={140} mine />
    <div
      className="max-w-full self-start overflow-hidden rounded-2xl bg-met-page"
      style={{ width: size.width }}
    >
      {art}
      <div className="space-y-2 p-3">
        <Bar width={96} tall={6} />
        <Bar width="80%" strong />
      </div>
    </div>
    <Said width={180} mine />
  </div>
)
const Said = ({ width, mine }: { width: number; mine?: boolean }) => (
  <div className={`rounded-2xl bg-met-soft p-3 ${mine ? 'self-end' : 'self-start'}`} style={{ width }}>
    <Bar width="90%" strong />
  </div>
)
