'use client'
import { onPage } from '@/core/design/properties/targets'
import { commandById } from '../commands/list'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Tick } from '../ui/tick'
import { ColourField } from './colour-field'
import { SharedOnChannels } from './differences'
import { GuidesSection } from './guides-section'
import { Section } from './section'
import { SwatchesSection } from './swatches-section'
import { useProperty } from './use-property'

/** What can be set when nothing is selected: the page, the channel, the swatches. */
export function PageSection() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    design: state.design,
    page: state.page,
    resolved: state.resolved,
    master: state.channel === state.design.master,
  }))
  const colour = useProperty<string>([onPage(s.page)], 'colour', 'Page colour')
  const page = s.design.pages[s.page]
  const { channel } = s.resolved
  if (!page) return null
  return (
    <>
      <Section title="Page colour" own={colour.own}>
        {colour.value !== null && colour.value !== 'transparent' && (
          <ColourField
            label="Page colour"
            colour={colour.value}
            onPreview={colour.show}
            onChange={colour.keep}
          />
        )}
        <Tick
          on={colour.value === 'transparent'}
          onChange={(on) => colour.keep(on ? 'transparent' : '#ffffff')}
        >
          Transparent
        </Tick>
      </Section>
      <Section title={channel.name}>
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-small">
          <dt className="text-soft">Size</dt>
          <dd className="text-right tabular-nums">
            {channel.width} × {channel.height} px
          </dd>
          {channel.print && (
            <>
              <dt className="text-soft">Trim</dt>
              <dd className="text-right tabular-nums">
                {channel.print.widthMm} × {channel.print.heightMm} mm, {channel.print.ppi} ppi
              </dd>
              <dt className="text-soft">Bleed</dt>
              <dd className="text-right tabular-nums">{channel.print.bleedMm} mm</dd>
            </>
          )}
          <dt className="text-soft">Safe area</dt>
          <dd className="text-right tabular-nums">
            {[channel.safe.top, channel.safe.right, channel.safe.bottom, channel.safe.left].every(
              (v) => v === channel.safe.top,
            )
              ? `${channel.safe.top} px`
              : `${channel.safe.top} · ${channel.safe.right} · ${channel.safe.bottom} · ${channel.safe.left}`}
          </dd>
          <dt className="text-soft">Smallest type</dt>
          <dd className="text-right tabular-nums">{Math.round(channel.smallestType)} px</dd>
        </dl>
        {!s.master && (
          <div className="flex flex-wrap gap-1.5">
            <Button onClick={() => commandById('another-arrangement').run(bench)}>Another arrangement</Button>
            <Button onClick={() => commandById('arrange-again').run(bench)}>Arrange again</Button>
          </div>
        )}
        {s.resolved.leftOut.length > 0 && (
          <p className="text-tiny text-warn">
            Left out for lack of room:{' '}
            {s.resolved.leftOut.map((id) => s.design.layers[id]?.name || 'a layer').join(', ')}.
          </p>
        )}
      </Section>
      <SharedOnChannels />
      <GuidesSection />
      <SwatchesSection />
    </>
  )
}
