'use client'
import { onPage } from '@/core/design/properties/targets'
import { ChannelFields } from '../channels/channel-fields'
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
      <Section title="Channel">
        <ChannelFields channel={s.design.channels[channel.id] ?? channel} />
        {!s.master && !channel.elsewhere && (
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
