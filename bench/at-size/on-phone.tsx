import { Bar, Disc, Lines, Phone } from './pieces'
import { PHONE_MM } from './places'
import type { StandIn } from './stand-in'

/** One of many that a thumb scrolls past. */
export const Feed: StandIn = ({ art, pxPerMm }) => {
  const [w, h] = [PHONE_MM.width * pxPerMm, PHONE_MM.height * pxPerMm]
  return (
    <Phone width={w} height={h}>
      <div className="scroll-thin size-full overflow-y-auto">
        <Post who={84}>{art}</Post>
        <Post who={120}>
          <span className="block bg-met-soft" style={{ height: w * 0.8 }} />
        </Post>
      </div>
    </Phone>
  )
}
const Post = ({ who, children }: { who: number; children: React.ReactNode }) => (
  <article className="pb-5">
    <div className="flex items-center gap-2 p-3">
      <Disc size={26} />
      <Bar width={who} strong />
    </div>
    <div className="flex justify-center bg-met-soft">{children}</div>
    <div className="space-y-2 p-3">
      <Bar width={56} tall={10} strong />
      <Lines count={2} />
    </div>
  </article>
)
/** The whole screen, with what lies over its head and foot. */
export const Story: StandIn = ({ art, pxPerMm }) => (
  <Phone width={PHONE_MM.width * pxPerMm} height={PHONE_MM.height * pxPerMm}>
    <div className="relative flex justify-center bg-met-page">
      {art}
      <div className="absolute inset-x-3 top-2.5 flex gap-1 opacity-90">
        {[0, 1, 2].map((n) => (
          <span key={n} className="h-[3px] flex-1 rounded-full bg-white/80" />
        ))}
      </div>
      <div className="absolute top-5 left-3 flex items-center gap-2 opacity-90">
        <span className="size-6 rounded-full bg-white/80" />
        <span className="h-2 w-20 rounded-full bg-white/80" />
      </div>
    </div>
    <div className="absolute inset-x-3 bottom-3 flex items-center gap-2">
      <span className="h-8 flex-1 rounded-full border border-met-ink" />
      <Disc size={22} />
    </div>
  </Phone>
)
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
