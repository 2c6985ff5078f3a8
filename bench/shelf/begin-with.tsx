import { useQuery } from '@tanstack/react-query'
import { FilePlus, ImageUp, LoaderCircle } from 'lucide-react'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import { ask, wordsOf } from '@/wire/client'
import { listLayouts } from '@/wire/designs'
import { storeSource } from '@/wire/supplies'
import { PHOTOS } from '../ui/choose-files'
import { RenderedPicture } from '../ui/rendered-picture'
import type { SourceInfo } from '../worker/protocol'

export type Earlier = {
  id: string
  name: string
  page: string
  revision: number
  channels: readonly { id: string; master: boolean }[]
}
/** What a design begins with; null for an empty page. */
export type Beginning =
  | { kind: 'layout'; id: string }
  | { kind: 'design'; id: string }
  | { kind: 'picture'; info: SourceInfo; name: string }
  | null

type Props = {
  from: Beginning
  channel: string | null
  designs: readonly Earlier[]
  onChange: (from: Beginning) => void
}

/** Empty, a starting layout, a picture, or an earlier design: seen as it comes out on the master. */
export function BeginWith({ from, channel, designs, onChange }: Props) {
  const asked = useQuery({
    queryKey: ['layouts'],
    queryFn: ({ signal }) => ask(listLayouts, { signal }),
    staleTime: Number.POSITIVE_INFINITY,
  })
  const layouts = asked.isError ? [] : (asked.data?.layouts ?? null)
  const [busy, setBusy] = useState(false)
  const chooser = useRef<HTMLInputElement>(null)
  const taken = from?.kind === 'picture' ? from : null
  const take = async (file: File | undefined) => {
    if (!file) return
    setBusy(true)
    try {
      const info = await ask(storeSource, { file })
      if (info.kind === 'picture') onChange({ kind: 'picture', info, name: file.name })
      else toast.error('A design can begin with a photo. The graphic was kept among your supplies.')
    } catch (thrown) {
      toast.error(wordsOf(thrown, 'Nothing was stored; try again.'))
    }
    setBusy(false)
  }
  const seen = channel && !channel.startsWith('own-') ? `&channel=${channel}` : ''
  return (
    <section aria-label="Begin with" className="mt-4">
      <h3 className="mb-2 border-b border-line pb-1 text-tiny font-semibold tracking-wide text-soft">
        Begin with
      </h3>
      <ul
        className="grid grid-cols-[repeat(auto-fill,minmax(112px,1fr))] gap-2.5"
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault()
          void take(e.dataTransfer.files[0])
        }}
      >
        <Card label="An empty page" on={from === null} onClick={() => onChange(null)}>
          <FilePlus size={20} className="text-soft" />
        </Card>
        <Card
          label={from?.kind === 'picture' ? from.name : 'A picture …'}
          on={from?.kind === 'picture'}
          onClick={() => chooser.current?.click()}
        >
          {busy && <LoaderCircle size={20} className="animate-spin text-soft" />}
          {!busy && taken && <Picture src={`/api/blobs/${taken.info.sha}/preview`} />}
          {!busy && !taken && <ImageUp size={20} className="text-soft" />}
        </Card>
        {layouts === null &&
          Array.from({ length: 6 }, (_, n) => (
            <li key={n} className="h-[124px] animate-pulse rounded-control bg-well" />
          ))}
        {layouts?.map((l) => (
          <Card
            key={l.id}
            label={l.label}
            on={from?.kind === 'layout' && from.id === l.id}
            onClick={() => onChange({ kind: 'layout', id: l.id })}
          >
            <Picture src={`/api/layouts/${l.id}/picture?side=240${seen}`} />
          </Card>
        ))}
        {designs.slice(0, 12).map((d) => (
          <Card
            key={d.id}
            label={d.name}
            on={from?.kind === 'design' && from.id === d.id}
            onClick={() => onChange({ kind: 'design', id: d.id })}
          >
            <Picture
              src={`/api/designs/${d.id}/thumb?page=${d.page}&channel=${d.channels.find((c) => c.master)?.id}&side=240&r=${d.revision}`}
            />
          </Card>
        ))}
      </ul>
      <input
        ref={chooser}
        type="file"
        hidden
        accept={PHOTOS}
        onChange={(e) => {
          void take(e.target.files?.[0])
          e.target.value = ''
        }}
      />
    </section>
  )
}

const Card = ({
  label,
  on,
  onClick,
  children,
}: {
  label: string
  on: boolean
  onClick: () => void
  children: React.ReactNode
}) => (
  <li>
    <button type="button" aria-pressed={on} className="block w-full text-left" onClick={onClick}>
      <span
        className={`flex h-[100px] items-center justify-center rounded-control bg-well p-1.5 ${on ? 'outline-2 outline-accent' : 'hover:bg-line'}`}
      >
        {children}
      </span>
      <span className={`mt-1 block truncate text-tiny ${on ? 'font-semibold' : 'text-soft'}`}>{label}</span>
    </button>
  </li>
)
const Picture = ({ src }: { src: string }) => (
  <RenderedPicture src={src} alt="" className="max-h-full max-w-full rounded-[2px]" />
)
