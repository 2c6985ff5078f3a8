'use client'
import { Crop, Scissors } from 'lucide-react'
import { useRef } from 'react'
import { sourcesOf } from '@/core/kinds/facts'
import type { LayerOf } from '@/core/kinds/list'
import { startCrop } from '../actions/cropping'
import { swapPicture } from '../actions/slots'
import { upload } from '../actions/uploads'
import { commandById } from '../commands/list'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { PHOTOS } from '../ui/choose-files'
import { Section } from './section'

const nameOfFile = (file: File | undefined): string => file?.name.replace(/\.[a-z0-9]+$/i, '') ?? ''

/** What a picture is, how large it is shown, and another in its place. */
export function PictureSection({ picture }: { picture: LayerOf<'picture'> }) {
  const bench = useBench()
  const uses = useBenchState(
    (s) =>
      Object.values(s.design.layers).filter((l) => sourcesOf(l).some((u) => u.sha === picture.source)).length,
  )
  const chooser = useRef<HTMLInputElement>(null)
  const every = useRef(false)
  const choose = (all: boolean) => {
    every.current = all
    chooser.current?.click()
  }
  return (
    <Section title="Picture">
      <p className="text-tiny text-soft tabular-nums">
        {picture.sourceWidth} × {picture.sourceHeight} px, shown at{' '}
        {Math.round((picture.placement.width / picture.sourceWidth) * 100)} %
        {uses > 1 ? `, used ${uses} times` : ''}
      </p>
      <input
        ref={chooser}
        type="file"
        hidden
        accept={PHOTOS}
        onChange={async (e) => {
          const [file] = e.target.files ?? []
          e.target.value = ''
          const info = file ? await upload(bench, file) : null
          if (info) swapPicture(bench, picture.id, { info, label: nameOfFile(file) }, every.current)
        }}
      />
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={() => choose(false)}>
          {uses > 1 ? 'Swap this one …' : 'Swap …'}
        </Button>
        {uses > 1 && (
          <Button small onClick={() => choose(true)}>
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
