'use client'
import { useQueries } from '@tanstack/react-query'
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceDot,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import type { Settings } from '@/core/outputs/define'
import { outputOf } from '@/core/outputs/list'
import { inTurn } from '../ui/turns'
import { useLater } from '../ui/use-later'
import { type Options, settingsIn, sizeLabel } from './delivery'
import { type Tried, trialUrl, tried, writtenNow } from './trials'

type Point = { value: number | string; kb: number; like: number }
/** So many values of a dial are tried, spread over all of it. */
const SHOWN = 9

/** Values of a format's dial spread evenly, its ends included. */
export function spread<V>(values: readonly V[], count: number): V[] {
  if (values.length <= count) return [...values]
  return Array.from(
    { length: count },
    (_, n) => values[Math.round((n * (values.length - 1)) / (count - 1))] as V,
  )
}

/**
 * What a file weighs against how like it is to what was designed, over all of its format's dial. A point that is pressed or dragged
 * to is chosen; each is tried as it would be delivered.
 */
export function DialChart({
  design,
  revision,
  file,
  options,
  set,
}: {
  design: string
  revision: number
  file: Tried
  options: Options
  set: (settings: Settings) => void
}) {
  const { format } = writtenNow(file, options)
  const settings = settingsIn({ ...options, format })
  const { dial, label } = outputOf(format)
  const used = dial && (dial.when?.(settings) ?? true) ? dial : null
  const values = used ? spread(used.values, SHOWN) : []
  const url = (value: number | string) =>
    trialUrl(design, revision, file, {
      ...options,
      // The dial itself is looked at, not what is fitted by it.
      mostKb: null,
      rules: false,
      format,
      chosen: { ...options.chosen, [format]: { ...settings, [used?.setting ?? '']: value } },
    })
  const urls = useLater(JSON.stringify(values.map(url)), 400)
  const asked = JSON.parse(urls) as (string | null)[]
  const found = useQueries({
    queries: asked.map((at) => ({
      queryKey: ['trial', at],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        inTurn(signal, () => tried(at as string, signal), 'checked'),
      enabled: at !== null,
      staleTime: Number.POSITIVE_INFINITY,
      retry: false,
    })),
  })
  if (!used) return null
  const points = values.flatMap((value, n): Point[] => {
    const t = found[n]?.data
    return t && 'bytes' in t ? [{ value, kb: t.bytes / 1024, like: (t.likeness ?? 1) * 100 }] : []
  })
  // The scale begins at a whole per cent below all, so that it has round marks.
  const least = Math.min(99, ...points.map((p) => Math.floor(p.like)))
  const chosen = settings[used.setting]
  const nearest = points.reduce<Point | null>(
    (best, p) =>
      best === null || away(p.value, chosen, used.values) < away(best.value, chosen, used.values) ? p : best,
    null,
  )
  const take = (state: { activeIndex?: number | string | null | undefined }) => {
    const p = points[Number(state.activeIndex)]
    if (state.activeIndex != null && p && p.value !== chosen) set({ ...settings, [used.setting]: p.value })
  }
  return (
    <figure className="border-t border-line px-4 py-2">
      <figcaption className="flex gap-2 text-tiny text-soft">
        <span>
          {label}: weight against likeness over all of “{outputOf(format).settings[used.setting]?.label}”
        </span>
        {points.length < values.length && (
          <span>
            {points.length} of {values.length} measured
          </span>
        )}
        {nearest && (
          <span className="ml-auto tabular-nums">
            {nearest.value}: {sizeLabel(nearest.kb * 1024)}, {nearest.like.toFixed(1)} % like
          </span>
        )}
      </figcaption>
      <div className="h-28 text-tiny" aria-hidden="true">
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            data={points}
            margin={{ top: 8, right: 16, bottom: 0, left: 0 }}
            onClick={take}
            onMouseMove={(state, e) => {
              if ((e as unknown as { buttons?: number }).buttons === 1) take(state)
            }}
          >
            <CartesianGrid stroke="var(--color-line)" vertical={false} />
            <XAxis
              dataKey="kb"
              type="number"
              domain={['dataMin', 'dataMax']}
              tickFormatter={(v: number) => sizeLabel(v * 1024)}
              stroke="var(--color-soft)"
              tick={{ fontSize: 11 }}
            />
            <YAxis
              width={52}
              domain={[least, 100]}
              ticks={[least, (least + 100) / 2, 100]}
              tickFormatter={(v: number) => `${v} %`}
              stroke="var(--color-soft)"
              tick={{ fontSize: 11 }}
            />
            <Tooltip
              isAnimationActive={false}
              content={({ payload }) => {
                const p = payload?.[0]?.payload as Point | undefined
                return p ? (
                  <span className="rounded bg-ink px-1.5 py-0.5 text-tiny text-panel">
                    {p.value}: {sizeLabel(p.kb * 1024)}, {p.like.toFixed(1)} %
                  </span>
                ) : null
              }}
            />
            <Line
              dataKey="like"
              stroke="var(--color-accent)"
              dot={{ r: 3 }}
              isAnimationActive={false}
              type="monotone"
            />
            {nearest && (
              <ReferenceDot x={nearest.kb} y={nearest.like} r={6} fill="var(--color-accent)" stroke="#fff" />
            )}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <div role="group" aria-label={`Values of ${label}`} className="flex gap-1 overflow-x-auto pb-1">
        {points.map((p) => (
          <button
            key={p.value}
            type="button"
            aria-pressed={p === nearest}
            className={`min-w-0 flex-1 rounded-[5px] px-1 py-0.5 text-center text-tiny tabular-nums ${p === nearest ? 'bg-panel font-semibold ring-1 ring-line' : 'text-soft hover:text-ink'}`}
            onClick={() => set({ ...settings, [used.setting]: p.value })}
          >
            <span className="block">{p.value}</span>
            {sizeLabel(p.kb * 1024)}
          </button>
        ))}
      </div>
    </figure>
  )
}
const away = (value: number | string, chosen: unknown, all: readonly (number | string)[]): number =>
  Math.abs(all.indexOf(value) - all.indexOf(chosen as number | string))
