'use client'
import { useState } from 'react'
import { readMeans, recolourAll, recolourInSwatches } from '../actions/colouring'
import { useBench } from '../state/bench-context'
import { Button } from '../ui/button'
import { ColourField } from './colour-field'
import { Section } from './section'

/** One colour, or the set of swatches, for all that is selected, whatever it is; light and shade stay. */
export function RecolourSection() {
  const bench = useBench()
  const [colour, setColour] = useState('#c65a36')
  return (
    <Section title="Recolour">
      {/* Pictures are looked at before the first colour is chosen, so that it is seen on them too. */}
      <div onPointerEnter={() => void readMeans(bench)} onFocus={() => void readMeans(bench)}>
        <ColourField
          label="Colour for all"
          named="all to"
          colour={colour}
          onPreview={(c) => recolourAll(bench, c, 'shown')}
          onChange={(c) => {
            setColour(c)
            void readMeans(bench).then(() => recolourAll(bench, c, 'kept'))
          }}
        />
      </div>
      <Button small className="self-start" onClick={() => void recolourInSwatches(bench)}>
        Spread the swatches over them
      </Button>
    </Section>
  )
}
