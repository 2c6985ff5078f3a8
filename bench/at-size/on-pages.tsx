import { Bar, Lines, Other, Page } from './pieces'
import type { StandIn } from './stand-in'

/** Among others, in a grid and in a list beside it. */
export const Videos: StandIn = ({ art, size }) => (
  <div className="flex items-start gap-10">
    <div className="grid shrink-0 grid-cols-2 gap-4">
      {[0, 1, 2, 3].map((n) => (
        <div key={n} style={{ width: size.width }} className="overflow-hidden rounded-md bg-met-card pb-3">
          {n === 1 ? art : <Other width="100%" height={size.height} />}
          <span className="flex justify-between gap-4 px-3 pt-3">
            <Bar width="64%" strong />
            <Bar width="18%" />
          </span>
        </div>
      ))}
    </div>
    <div className="shrink-0 space-y-2 rounded-md bg-met-card p-3">
      {[0, 1, 2, 3, 4].map((n) => (
        <div key={n} className="flex items-center gap-3">
          <Bar width={88} strong />
          <Small size={size}>{n === 2 ? art : <Other width={size.width} height={size.height} />}</Small>
        </div>
      ))}
    </div>
  </div>
)
/** The same picture in a list, at half the size. */
const Small = ({
  size,
  children,
}: {
  size: { width: number; height: number }
  children: React.ReactNode
}) => (
  <div style={{ width: size.width / 2, height: size.height / 2 }}>
    <div className="origin-top-left scale-50" style={size}>
      {children}
    </div>
  </div>
)
/** The head of somebody’s page, with the portrait that stands over it. */
export const Header: StandIn = ({ art, channel, size }) => {
  const k = size.width / channel.width
  return (
    <Page width={size.width}>
      <div className="relative">
        {art}
        {channel.clear.map((c) => (
          <span
            key={`${c.x} ${c.y}`}
            className="absolute flex items-end justify-center"
            style={{ left: c.x * k, top: c.y * k, width: c.width * k, height: c.height * k }}
            title={c.label}
          >
            <span className="block aspect-square h-full rounded-full border-4 border-met-card bg-met-ink" />
          </span>
        ))}
      </div>
      <div className="flex gap-8 p-6">
        <div className="w-1/3 space-y-2">
          <Bar width="70%" tall={12} strong />
          <Lines count={3} />
        </div>
        <div className="grid flex-1 grid-cols-3 gap-3">
          {[0, 1, 2].map((n) => (
            <Other key={n} width="100%" height={90} />
          ))}
        </div>
      </div>
    </Page>
  )
}
/** The first thing of a page that scrolls on. */
export const Hero: StandIn = ({ art, size }) => (
  <Page width={size.width}>
    <div className="scroll-thin h-[560px] overflow-y-auto">
      <div className="flex items-center gap-6 px-6 py-3">
        <Bar width={90} tall={12} strong />
        <span className="flex-1" />
        {[44, 52, 40].map((w) => (
          <Bar key={w} width={w} />
        ))}
      </div>
      {art}
      <div className="grid grid-cols-3 gap-6 p-8">
        {[0, 1, 2].map((n) => (
          <div key={n} className="space-y-3">
            <Other width="100%" height={120} />
            <Bar width="70%" tall={10} strong />
            <Lines count={3} />
          </div>
        ))}
      </div>
    </div>
  </Page>
)
/** In a text that people came to read. */
export const Column: StandIn = ({ art, size, channel }) => {
  const tall = channel.height > channel.width
  const text = (
    <div className="flex-1 space-y-4">
      <Bar width="60%" tall={14} strong />
      <Lines count={5} />
      <Lines count={4} />
    </div>
  )
  return (
    <Page width={Math.max(640, tall ? 760 : size.width + 96)}>
      {tall ? (
        <div className="flex gap-8 p-8">
          {text}
          <div className="shrink-0">{art}</div>
        </div>
      ) : (
        <div className="flex flex-col gap-6 px-12 py-8">
          <div className="self-center">{art}</div>
          {text}
        </div>
      )}
    </Page>
  )
}
/** Under what somebody wrote. */
export const Signature: StandIn = ({ art }) => (
  <Page width={760}>
    {[0, 1].map((n) => (
      <div key={n} className="flex gap-5 border-b border-met-soft p-6">
        <div className="flex w-20 flex-col items-center gap-2">
          <Other width={56} height={56} />
          <Bar width={52} tall={6} />
        </div>
        <div className="flex-1 space-y-5">
          <Lines count={n === 0 ? 4 : 2} strong />
          <span className="block h-px w-full bg-met-soft" />
          {n === 0 ? art : <Other width={260} height={40} />}
        </div>
      </div>
    ))}
  </Page>
)
