'use client'
import { Copy, Download } from 'lucide-react'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import type { Design } from '@/core/design/schema'
import { AS_DESIGNED, type Row } from '@/core/design/table-schema'
import type { proposedOutput } from '@/core/formats/proposal'
import type { OutputFormat } from '@/core/outputs/define'
import { outputOf, outputs } from '@/core/outputs/list'
import { type Credit, creditLines } from '@/core/outputs/manifest'
import { NAME_WORDS } from '@/core/outputs/names'
import type { Delivery } from '@/wire/deliveries'
import { Button } from '../ui/button'
import { NumberField } from '../ui/number-field'
import { Segments } from '../ui/segments'
import { Tick } from '../ui/tick'
import { fetchFiles, isRunning, type Options, settingsIn } from './delivery'
import { FactorField, FormatSettings } from './format-settings'

/** Format, size, ground, pages, bleed and names of what is exported. */
export function OptionsPanel({
  options,
  set,
  pages,
  onPages,
  setOnPages,
  rows,
  onRows,
  setOnRows,
  bleeds,
  rules,
  delivery,
  credits,
  changed,
  proposed,
  example,
  warnings,
  untold,
}: {
  options: Options
  set: (change: Partial<Options>) => void
  pages: readonly Design['pages'][string][]
  onPages: ReadonlySet<string>
  setOnPages: (change: (t: ReadonlySet<string>) => ReadonlySet<string>) => void
  /** The design's table; none where it has none. */
  rows: readonly Row[]
  onRows: ReadonlySet<string>
  setOnRows: (to: ReadonlySet<string>) => void
  bleeds: boolean
  /** A channel says what its destination takes. */
  rules: boolean
  delivery: Delivery | null
  /** Whom the pictures in it want named. */
  credits: readonly Credit[]
  /** Linked designs that were worked on since they were linked, by name. */
  changed: readonly string[]
  proposed: ReturnType<typeof proposedOutput>
  /** What the first file would be called, and what is to be said of the names. */
  example: string
  warnings: readonly string[]
  /** Pages that go out without an alternative text. */
  untold: number
}) {
  const format = outputOf(options.format)
  const flat = format.takes === 'picture'
  return (
    <aside
      aria-label="Options"
      className="scroll-thin flex w-[304px] shrink-0 flex-col overflow-y-auto border-l border-line bg-panel"
    >
      <Part title="Format">
        <div
          role="group"
          aria-label="Format"
          className="grid grid-cols-3 gap-0.5 rounded-control bg-well p-0.5"
        >
          {outputs.map((f) => (
            <button
              key={f.id}
              type="button"
              aria-pressed={f.id === options.format}
              title={f.says}
              className={`h-6 rounded-[5px] text-small ${f.id === options.format ? 'bg-panel font-semibold ring-1 ring-line' : 'text-soft'}`}
              onClick={() => set({ format: f.id })}
            >
              {f.label}
            </button>
          ))}
        </div>
        <p className="text-tiny text-soft">
          {`${format.says} ${keptBy(format)} `}
          {proposed.format !== options.format && flat && (
            <>
              {` ${outputOf(proposed.format).label} suits this design: ${proposed.why}. `}
              <button
                type="button"
                className="underline underline-offset-2 hover:text-ink"
                onClick={() => set({ format: proposed.format })}
              >
                Take it
              </button>
            </>
          )}
        </p>
        <FormatSettings
          format={format}
          settings={settingsIn(options)}
          set={(chosen) => set({ chosen: { ...options.chosen, [options.format]: chosen } })}
        />
        <Several
          label="Also as"
          options={outputs.filter((f) => f.id !== options.format).map((f) => [f.id, f.label] as const)}
          on={options.also.filter((id) => id !== options.format)}
          set={(also) => set({ also })}
        />
        {flat && <FactorField value={options.scale} onChange={(scale) => set({ scale })} />}
        {flat && (
          <NumberField
            label="Width of every picture, 0 to go by the factor"
            short="or wide"
            unit="px"
            min={0}
            max={30_000}
            digits={0}
            value={options.wide ?? 0}
            onChange={(v) => set({ wide: v >= 8 ? Math.round(v) : null })}
          />
        )}
        {flat && (
          <Several
            label="Also at"
            options={FACTORS.filter((f) => f !== options.scale).map((f) => [f, `${f} ×`] as const)}
            on={options.scales.filter((f) => f !== options.scale)}
            set={(scales) => set({ scales })}
          />
        )}
      </Part>
      {flat && (
        <Part title="Weight">
          <NumberField
            label="Most weight of a file, 0 for any"
            short="at most"
            unit="KB"
            min={0}
            max={1_000_000}
            digits={0}
            value={options.mostKb ?? 0}
            onChange={(v) => set({ mostKb: v > 0 ? Math.round(v) : null })}
          />
          {options.mostKb !== null && (
            <NumberField
              label="Likeness to the original that no file goes below"
              short="not below"
              unit="% like"
              min={0}
              max={100}
              digits={0}
              value={options.floor}
              onChange={(v) => set({ floor: v })}
            />
          )}
          {options.mostKb !== null && (
            <Tick on={options.smaller} onChange={(smaller) => set({ smaller })}>
              Fewer pixels where nothing else helps
            </Tick>
          )}
        </Part>
      )}
      {rules && flat && (
        <Part title="Channels">
          <Tick on={options.rules ?? true} onChange={(on) => set({ rules: on })}>
            Format and weight as channels ask for
          </Tick>
        </Part>
      )}
      <Part title="Ground">
        <Segments
          label="Ground"
          value={format.keeps.transparency ? options.ground : 'page'}
          options={[
            ['page', 'Page colour'],
            ['transparent', 'Transparent'],
          ]}
          disabled={!format.keeps.transparency}
          onChange={(v) => set({ ground: v as Options['ground'] })}
        />
        {!format.keeps.transparency && (
          <p className="text-tiny text-soft">{format.label} has no transparency.</p>
        )}
      </Part>
      {pages.length > 1 && (
        <Part title="Pages">
          {pages.map((p) => (
            <label key={p.id} className="flex h-6 items-center gap-2 text-small">
              <input
                type="checkbox"
                className="accent-[var(--color-accent)]"
                checked={onPages.has(p.id)}
                onChange={() =>
                  setOnPages((t) =>
                    t.has(p.id) ? new Set([...t].filter((x) => x !== p.id)) : new Set([...t, p.id]),
                  )
                }
              />
              {p.name}
            </label>
          ))}
        </Part>
      )}
      {rows.length > 0 && <Rows rows={rows} on={onRows} set={setOnRows} />}
      {bleeds && format.takes !== 'design' && (
        <Part title="Print">
          <Tick on={options.bleed} onChange={(on) => set({ bleed: on })}>
            With bleed, where a size has one
          </Tick>
          {options.bleed && (
            <Tick on={options.trimmed} onChange={(trimmed) => set({ trimmed })}>
              And cut to the page, beside it
            </Tick>
          )}
        </Part>
      )}
      <Part title="Names">
        <label className="field">
          <input
            aria-label="File name pattern"
            value={options.pattern}
            onChange={(e) => set({ pattern: e.target.value })}
          />
        </label>
        <p className="text-tiny text-soft">{NAME_WORDS.map((w) => `{${w}}`).join(' ')}</p>
        {example && (
          <p className="text-tiny">
            <span className="text-soft">such as </span>
            <span className="wrap-anywhere">{example}</span>
          </p>
        )}
        {warnings.map((w) => (
          <p key={w} className="text-tiny text-warn">
            {w}
          </p>
        ))}
      </Part>
      <Part title="Words with the files">
        <p className="text-tiny text-soft">
          {untold === 0
            ? 'Every page has an alternative text.'
            : `${untold === 1 ? 'A page has' : `${untold} pages have`} no alternative text. “Alt text and caption …” on the bench writes it.`}
        </p>
      </Part>
      {changed.length > 0 && (
        <Part title="Linked designs">
          <p className="text-tiny text-warn">
            {changed.map((n) => `“${n}”`).join(', ')} {changed.length > 1 ? 'were' : 'was'} worked on since.
            On the bench it can be taken over; what goes out shows it as it was linked.
          </p>
        </Part>
      )}
      {credits.length > 0 && (
        <Part title="To be named">
          <ul className="flex flex-col gap-1 text-tiny">
            {credits.map(({ of, credit }) => (
              <li key={`${of}/${credit}`}>
                <span className="text-soft">{of}:</span> {credit}
              </li>
            ))}
          </ul>
          <div className="flex items-center justify-between gap-2">
            <p className="text-tiny text-soft">In “credits.txt” of the zip.</p>
            <Button small onClick={() => void copyCredits(credits)}>
              <Copy size={13} />
              Copy
            </Button>
          </div>
        </Part>
      )}
      <Part title="Package">
        <Segments
          label="Package"
          value={options.single ? 'single' : 'zip'}
          options={[
            ['zip', 'One zip'],
            ['single', 'Single files'],
          ]}
          onChange={(v) => set({ single: v === 'single' })}
        />
      </Part>
      {delivery && !isRunning(delivery) && delivery.done > 0 && (
        <div className="p-3">
          <Button className="w-full" onClick={() => fetchFiles(delivery, options.single)}>
            <Download size={14} />
            Fetch again
          </Button>
        </div>
      )}
      <p aria-live="polite" className="sr-only">
        {delivery ? `${delivery.done} of ${delivery.total} files made, ${delivery.state}` : ''}
      </p>
    </aside>
  )
}

/** Which rows of the table go out, the design itself among them. */
function Rows({
  rows,
  on,
  set,
}: {
  rows: readonly Row[]
  on: ReadonlySet<string>
  set: (to: ReadonlySet<string>) => void
}) {
  const flip = (id: string) =>
    set(on.has(id) ? new Set([...on].filter((x) => x !== id)) : new Set([...on, id]))
  const all = rows.every((r) => on.has(r.id))
  return (
    <Part title="Rows of the table">
      <div className="scroll-thin flex max-h-52 flex-col overflow-y-auto">
        {[{ id: AS_DESIGNED, name: 'As designed' }, ...rows].map((r) => (
          <label key={r.id} className="flex h-6 shrink-0 items-center gap-2 text-small">
            <input
              type="checkbox"
              className="accent-[var(--color-accent)]"
              checked={on.has(r.id)}
              onChange={() => flip(r.id)}
            />
            <span className={`truncate ${r.id === AS_DESIGNED ? 'text-soft' : ''}`}>{r.name}</span>
          </label>
        ))}
      </div>
      {rows.length > 1 && (
        <Button small onClick={() => set(new Set(all ? [AS_DESIGNED] : rows.map((r) => r.id)))}>
          {all ? 'Only as designed' : `All ${rows.length} rows`}
        </Button>
      )}
    </Part>
  )
}

async function copyCredits(credits: readonly Credit[]): Promise<void> {
  try {
    await navigator.clipboard.writeText(creditLines(credits))
    toast('The credits are in the clipboard.')
  } catch {
    toast.error('The browser does not let the clipboard be written. The credits are in the zip.')
  }
}

const FACTORS = [0.5, 1, 2, 3]
/** What a format keeps of a design, in words. */
function keptBy({ keeps, label }: OutputFormat): string {
  const all = [
    keeps.transparency && 'transparency',
    keeps.layers && 'layers',
    keeps.sharpType && 'sharp type',
  ].filter(Boolean)
  return all.length > 0 ? `${label} keeps ${all.join(', ')}.` : `${label} keeps no transparency.`
}
/** Some of several, each on or off. */
function Several<V extends string | number>({
  label,
  options,
  on,
  set,
}: {
  label: string
  options: readonly (readonly [value: V, label: string])[]
  on: readonly V[]
  set: (on: V[]) => void
}) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-1 text-tiny">
      <span className="mr-1 text-soft">{label}</span>
      {options.map(([value, text]) => (
        <button
          key={value}
          type="button"
          aria-label={`${label} ${text}`}
          aria-pressed={on.includes(value)}
          className={`h-5 rounded-full border px-2 ${on.includes(value) ? 'border-accent text-ink' : 'border-line text-soft hover:text-ink'}`}
          onClick={() => set(on.includes(value) ? on.filter((v) => v !== value) : [...on, value])}
        >
          {text}
        </button>
      ))}
    </div>
  )
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section aria-label={title} className="flex flex-col gap-2 border-b border-line px-3 py-3">
    <h2 className="text-small font-semibold">{title}</h2>
    {children}
  </section>
)
