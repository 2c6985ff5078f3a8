'use client'
import { Download } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Design } from '@/core/design/schema'
import type { Delivery } from '@/wire/deliveries'
import { Button } from '../ui/button'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'
import { Tick } from '../ui/tick'
import { fetchFiles, isRunning, type Options } from './delivery'

/** Format, size, ground, pages, bleed and names of what is exported. */
export function OptionsPanel({
  options,
  set,
  pages,
  onPages,
  setOnPages,
  bleeds,
  rules,
  delivery,
}: {
  options: Options
  set: (change: Partial<Options>) => void
  pages: readonly Design['pages'][string][]
  onPages: ReadonlySet<string>
  setOnPages: (change: (t: ReadonlySet<string>) => ReadonlySet<string>) => void
  bleeds: boolean
  /** A channel says what its destination takes. */
  rules: boolean
  delivery: Delivery | null
}) {
  return (
    <aside
      aria-label="Options"
      className="scroll-thin flex w-[304px] shrink-0 flex-col overflow-y-auto border-l border-line bg-panel"
    >
      <Part title="Format">
        <Segments
          label="Format"
          value={options.format}
          options={[
            ['png', 'PNG'],
            ['jpeg', 'JPEG'],
            ['ora', 'OpenRaster'],
          ]}
          onChange={(v) => set({ format: v as Options['format'] })}
        />
        {options.format === 'jpeg' && (
          <div className="flex items-center gap-3 text-small">
            <span className="text-soft">Quality</span>
            <Slider
              label="Quality"
              min={30}
              max={100}
              value={options.quality}
              onChange={(v) => set({ quality: v })}
              onCommit={(v) => set({ quality: v })}
            />
            <span className="w-7 text-right tabular-nums">{options.quality}</span>
          </div>
        )}
        {options.format === 'ora' && (
          <p className="text-tiny text-soft">
            Layers as pictures at 100 %, for other programs; the design itself travels inside. What OpenRaster
            cannot say is merged and listed.
          </p>
        )}
        {options.format !== 'ora' && (
          <NumberField
            label="Size factor"
            short="factor"
            unit="×"
            min={0.1}
            max={4}
            step={0.1}
            digits={2}
            value={options.scale}
            onChange={(v) => set({ scale: v })}
          />
        )}
      </Part>
      {rules && options.format !== 'ora' && (
        <Part title="Channels">
          <Tick on={options.rules ?? true} onChange={(on) => set({ rules: on })}>
            Format and weight as channels ask for
          </Tick>
        </Part>
      )}
      <Part title="Ground">
        <Segments
          label="Ground"
          value={options.format === 'jpeg' ? 'page' : options.ground}
          options={[
            ['page', 'Page colour'],
            ['transparent', 'Transparent'],
          ]}
          disabled={options.format === 'jpeg'}
          onChange={(v) => set({ ground: v as Options['ground'] })}
        />
        {options.format === 'jpeg' && <p className="text-tiny text-soft">JPEG has no transparency.</p>}
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
      {bleeds && options.format !== 'ora' && (
        <Part title="Print">
          <Tick on={options.bleed} onChange={(on) => set({ bleed: on })}>
            With bleed, where a size has one
          </Tick>
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
        <p className="text-tiny text-soft">{'{design} {page} {channel} {width} {height}'}</p>
      </Part>
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

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section aria-label={title} className="flex flex-col gap-2 border-b border-line px-3 py-3">
    <h2 className="text-small font-semibold">{title}</h2>
    {children}
  </section>
)
function Segments({
  label,
  value,
  options,
  onChange,
  disabled,
}: {
  label: string
  value: string
  options: readonly (readonly [string, string])[]
  onChange: (v: string) => void
  disabled?: boolean
}) {
  return (
    <div role="group" aria-label={label} className="flex rounded-control bg-well p-0.5">
      {options.map(([v, text]) => (
        <button
          key={v}
          type="button"
          disabled={disabled}
          aria-pressed={v === value}
          className={`h-6 flex-1 rounded-[5px] text-small disabled:opacity-50 ${v === value ? 'bg-panel font-semibold ring-1 ring-line' : 'text-soft'}`}
          onClick={() => onChange(v)}
        >
          {text}
        </button>
      ))}
    </div>
  )
}
