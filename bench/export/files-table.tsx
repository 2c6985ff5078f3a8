'use client'
import { Download } from 'lucide-react'
import type { Channel } from '@/core/design/channel-schema'
import { isPageOn } from '@/core/design/page-channels'
import type { Design } from '@/core/design/schema'
import type { DeliveredFile, Delivery } from '@/wire/deliveries'
import type { ExportFinding } from '@/wire/designs'
import { Progress } from '../ui/progress'
import { isRunning, type Options, sizeLabel } from './delivery'

const FORMAT_NAMES: Record<Options['format'], (quality: number) => string> = {
  png: () => 'PNG',
  jpeg: (q) => `JPEG ${q}`,
  ora: () => 'OpenRaster',
}

/** What comes out: each file with its size in pixels, its measured weight and what the checks say. */
export function FilesTable({
  pages,
  channels,
  several,
  options,
  delivery,
  findings,
}: {
  pages: readonly Design['pages'][string][]
  channels: readonly Channel[]
  several: boolean
  options: Options
  delivery: Delivery | null
  findings: readonly ExportFinding[] | null
}) {
  const rows = delivery?.files ?? []
  const running = isRunning(delivery)
  return (
    <div
      role="region"
      aria-label="Files"
      tabIndex={0}
      className="scroll-thin h-[232px] shrink-0 overflow-y-auto border-t border-line bg-panel"
    >
      <table className="w-full text-small">
        <thead className="sticky top-0 bg-panel text-left text-tiny text-soft">
          <tr className="border-b border-line [&>th]:px-4 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Size</th>
            <th>Pixels</th>
            <th>File</th>
            <th className="w-44">Weight</th>
            <th>Checks</th>
          </tr>
        </thead>
        <tbody>
          {pages.flatMap((p) =>
            channels
              .filter((c) => isPageOn(p, c.id))
              .map((c) => {
                const file = rows.find((f) => f.page === p.id && f.channel === c.id)
                const [extra, scale] =
                  options.format === 'ora' ? [0, 1] : [options.bleed ? c.bleed * 2 : 0, options.scale]
                const found = (findings ?? []).filter((f) => f.channel === c.id && f.page === p.id)
                return (
                  <tr key={`${p.id}${c.id}`} className="border-b border-line/60 [&>td]:px-4 [&>td]:py-1.5">
                    <td className="font-medium">
                      {c.name}
                      {several && <span className="font-normal text-soft"> · {p.name}</span>}
                    </td>
                    <td className="text-soft tabular-nums">
                      {file
                        ? `${file.width} × ${file.height}`
                        : `${Math.round((c.width + extra) * scale)} × ${Math.round((c.height + extra) * scale)}`}
                    </td>
                    <td className="max-w-52 truncate text-soft">
                      {file?.state === 'done' && delivery ? (
                        <a
                          className="inline-flex items-center gap-1 underline underline-offset-2 hover:text-ink"
                          href={`/api/deliveries/${delivery.id}/files/${encodeURIComponent(file.name)}`}
                          download
                        >
                          <Download size={12} />
                          {file.name}
                        </a>
                      ) : (
                        (file?.name ?? toldFormat(c, options))
                      )}
                    </td>
                    <td className="tabular-nums">
                      <Weight file={file} running={running} />
                    </td>
                    <td className={found.length > 0 ? 'text-warn' : 'text-soft'}>
                      {findings === null ? 'being checked' : foundIn(found)}
                    </td>
                  </tr>
                )
              }),
          )}
        </tbody>
      </table>
    </div>
  )
}

function toldFormat(c: Channel, o: Options): string {
  const rules = o.rules && o.format !== 'ora' ? c.file : undefined
  const format = FORMAT_NAMES[rules?.format ?? o.format](o.quality)
  return rules?.mostKb ? `${format}, at most ${rules.mostKb} KB` : format
}
const foundIn = (found: readonly ExportFinding[]): string => {
  const [only, more] = found
  if (!only) return '—'
  return more ? `${found.length} findings` : only.text
}
/** What a file weighs once it is made, how far it is before. */
function Weight({ file, running }: { file: DeliveredFile | undefined; running: boolean }) {
  if (file?.state === 'done')
    return (
      <>
        {sizeLabel(file.bytes)}
        {file.message && <span className="block max-w-64 text-tiny text-soft">{file.message}</span>}
      </>
    )
  if (file?.state === 'failed') return <span className="text-warn">{file.message}</span>
  if (file && running) return <Progress label="How far the file is" share={file.share} />
  return <span className="text-soft">measured on export</span>
}
