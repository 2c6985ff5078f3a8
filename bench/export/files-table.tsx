'use client'
import { Download } from 'lucide-react'
import type { Channel } from '@/core/design/channel-schema'
import { isPageOn } from '@/core/design/page-channels'
import type { Design } from '@/core/design/schema'
import { outputOf } from '@/core/outputs/list'
import type { DeliveredFile, Delivery } from '@/wire/deliveries'
import type { ExportFinding } from '@/wire/designs'
import { Button } from '../ui/button'
import { Progress } from '../ui/progress'
import { isRunning, type Options, settingsIn, sizeLabel } from './delivery'
import { formatOn, type Trial, type Tried } from './trials'

/** What comes out: each file with its size in pixels, its measured weight and what the checks say. */
export function FilesTable({
  pages,
  channels,
  several,
  options,
  delivery,
  findings,
  trials,
  onCompare,
}: {
  pages: readonly Design['pages'][string][]
  channels: readonly Channel[]
  several: boolean
  options: Options
  delivery: Delivery | null
  findings: readonly ExportFinding[] | null
  /** What files would weigh as things are now, by page and channel. */
  trials: ReadonlyMap<string, Trial>
  onCompare: (file: Tried) => void
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
            <th className="w-20">
              <span className="sr-only">Compare</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {pages.flatMap((p) =>
            channels
              .filter((c) => isPageOn(p, c.id))
              .map((c) => {
                const file = rows.find((f) => f.page === p.id && f.channel === c.id)
                const [extra, scale] =
                  outputOf(options.format).takes === 'design'
                    ? [0, 1]
                    : [options.bleed ? c.bleed * 2 : 0, options.scale]
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
                      <Weight file={file} running={running} trial={trials.get(`${p.id}/${c.id}`)} />
                    </td>
                    <td className={found.length > 0 ? 'text-warn' : 'text-soft'}>
                      {findings === null ? 'being checked' : foundIn(found)}
                    </td>
                    <td className="text-right">
                      {formatOn(c, options) && (
                        <Button
                          small
                          aria-label={`Compare ${c.name}`}
                          onClick={() => onCompare({ page: p.id, channel: c })}
                        >
                          Compare
                        </Button>
                      )}
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
  const own = o.rules && outputOf(o.format).takes === 'picture' ? c.file : undefined
  const format = own?.format ?? o.format
  const { label, dial } = outputOf(format)
  const dialled = dial && format === o.format && dial.setting === 'quality' ? settingsIn(o)[dial.setting] : ''
  const limits = [own?.mostKb, o.mostKb].flatMap((kb) => kb ?? [])
  const most = limits.length > 0 ? `, at most ${Math.min(...limits)} KB` : ''
  return `${label} ${dialled ?? ''}`.trim() + most
}
const foundIn = (found: readonly ExportFinding[]): string => {
  const [only, more] = found
  if (!only) return '—'
  return more ? `${found.length} findings` : only.text
}
/** What a file weighs once it is made, how far it is before. */
function Weight({
  file,
  running,
  trial,
}: {
  file: DeliveredFile | undefined
  running: boolean
  trial: Trial | undefined
}) {
  if (file?.state === 'done')
    return <Told bytes={file.bytes} likeness={file.likeness ?? null} message={file.message ?? ''} />
  if (file?.state === 'failed') return <span className="text-warn">{file.message}</span>
  if (file && running) return <Progress label="How far the file is" share={file.share} />
  if (trial) return <Told bytes={trial.bytes} likeness={trial.likeness} message={trial.message} />
  return <span className="text-soft">being measured</span>
}

const Told = ({ bytes, likeness, message }: Trial) => (
  <>
    {sizeLabel(bytes)}
    {likeness !== null && (
      <span className="ml-2 text-tiny text-soft" title="Structural similarity to what was designed">
        {(likeness * 100).toFixed(1)} % like
      </span>
    )}
    {message && <span className="block max-w-64 text-tiny text-soft">{message}</span>}
  </>
)
