import { RenderedPicture } from '../ui/rendered-picture'
import { type SheetChannel, sheetLayout } from './sheet-layout'

/** The master large, its adaptations small beside it, all to one scale but the master. */
export function ContactSheet({
  design,
  page,
  revision,
  channels,
}: {
  design: string
  page: string
  revision: number
  channels: readonly SheetChannel[]
}) {
  const sheet = sheetLayout(channels)
  return (
    <span className="relative block" style={{ width: sheet.width, height: sheet.height }}>
      {sheet.places.map((p) => (
        <RenderedPicture
          key={p.channel.id}
          src={`/api/designs/${design}/thumb?page=${page}&channel=${p.channel.id}&side=${Math.ceil(Math.max(p.width, p.height) * 1.5)}&r=${revision}`}
          alt={p.channel.master ? `${p.channel.name}, the master` : p.channel.name}
          title={`${p.channel.name}, ${p.channel.width} × ${p.channel.height}`}
          width={p.width}
          height={p.height}
          className="absolute rounded-[2px] bg-well shadow-[0_0_0_1px_rgb(0_0_0/0.1)]"
          style={{ left: p.x, top: p.y, width: p.width, height: p.height }}
        />
      ))}
    </span>
  )
}
