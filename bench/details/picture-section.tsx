'use client'
import { Crop, Scissors } from 'lucide-react'
import { sourcesOf } from '@/core/kinds/facts'
import type { LayerOf } from '@/core/kinds/list'
import { startCrop } from '../actions/cropping'
import { choosePicture } from '../actions/slots'
import { commandById } from '../commands/list'
import { LinkedPart } from '../linking/linked-part'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Section } from './section'

/** What a picture is, how large it is shown, and another in its place. */
export function PictureSection({ picture }: { picture: LayerOf<'picture'> }) {
  const bench = useBench()
  const uses = useBenchState(
    (s) =>
      Object.values(s.design.layers).filter((l) => sourcesOf(l).some((u) => u.sha === picture.source)).length,
  )
  return (
    <Section title="Picture">
      <LinkedPart layer={picture} />
      <p className="text-tiny text-soft tabular-nums">
        {picture.sourceWidth} × {picture.sourceHeight} px, shown at{' '}
        {Math.round((picture.placement.width / picture.sourceWidth) * 100)} %
        {uses > 1 ? `, used ${uses} times` : ''}
      </p>
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={() => void choosePicture(bench, picture.id)}>
          {uses > 1 ? 'Swap this one …' : 'Swap …'}
        </Button>
        {uses > 1 && (
          <Button small onClick={() => void choosePicture(bench, picture.id, true)}>
            Swap every use …
          </Button>
        )}
      </div>
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={() => startCrop(bench, picture.id)}>
          <Crop size={12} /> Crop
        </Button>
        <Button small onClick={() => bench.set({ tool: 'cut' })}>
          <Scissors size={12} /> Cut out …
        </Button>
        <Button small onClick={() => commandById('part-in-register').run(bench)}>
          Part in register
        </Button>
      </div>
    </Section>
  )
}
