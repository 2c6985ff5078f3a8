'use client'
import { Download } from 'lucide-react'
import type { Design } from '@/core/design/schema'
import type { DeliveryFile } from '@/core/formats/delivery-files'
import { outputOf } from '@/core/outputs/list'
import type { DeliveredFile, Delivery } from '@/wire/deliveries'
import type { ExportFinding } from '@/wire/designs'
import { Button } from '../ui/button'
import { Progress } from '../ui/progress'
import { isRunning, nameOfFormat, type Options, sizeLabel } from './delivery'
import { fileKey, MOST_TRIED, type Trial, type Tried, writtenNow } from './trials'

/** What comes out: each file with its size in pixels, its measured weight and what the checks say. */
export function FilesTable({
  files,
  pages,
  rows: table,
  options,
  delivery,
  findings,
  trials,
  onCompare,
}: {
  files: readonly DeliveryFile[]
  /** Named where there are several. */
  pages: Design['pages']
  rows: Design['rows']
  options: Options
  delivery: Delivery | null
  findings: readonly ExportFinding[] | null
  /** What files would weigh as things are now, by `fileKey`. */
  trials: ReadonlyMap<string, Trial>
  onCompare: (file: Tried) => void
}) {
  const rows = delivery?.files ?? []
  const several = new Set(files.map((f) => f.page)).size > 1
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
          {files.map((planned, n) => {
            const { page, row, pages: all, channel: c, width, height, format, scale, name } = planned
            const flat = outputOf(format).takes === 'picture'
            const file = rows.find((f) => f.name === name)
            const found = (findings ?? []).filter(
              (f) => f.channel === c.id && f.page === page && f.row === row,
            )
            return (
              <tr key={fileKey(planned)} className="border-b border-line/60 [&>td]:px-4 [&>td]:py-1.5">
                <td className="font-medium">
                  {c.name}
                  {several && !all && <span className="font-normal text-soft"> · {pages[page]?.name}</span>}
                  {row && <span className="font-normal text-soft"> · {table[row]?.name}</span>}
                  {all && all.length > 1 && (
                    <span className="font-normal text-soft"> · {all.length} pages</span>
                  )}
                  {scale !== 1 && flat && <span className="font-normal text-soft"> · {scale} ×</span>}
                </td>
                <td className="text-soft tabular-nums">
                  {file?.width ?? width} × {file?.height ?? height}
                </td>
                <td className="max-w-52 truncate text-soft">
                  {file?.state === 'done' && delivery ? (
                    <a
                      className="inline-flex items-center gap-1 underline underline-offset-2 hover:text-ink"
                      href={`/api/deliveries/${delivery.id}/files/${encodeURIComponent(file.name)}`}
                      download
                      draggable
                      onDragStart={(e) => {
                        // Browsers that know this type hand the file itself to where it is dropped.
                        const { mime } = outputOf(format)
                        e.dataTransfer.setData('DownloadURL', `${mime}:${file.name}:${e.currentTarget.href}`)
                      }}
                    >
                      <Download size={12} />
                      {file.name}
                    </a>
                  ) : (
                    (file?.name ?? toldFormat(planned, options))
                  )}
                </td>
                <td className="tabular-nums">
                  <Weight
                    file={file}
                    running={running}
                    trial={flat && n < MOST_TRIED ? trials.get(fileKey(planned)) : null}
                  />
                </td>
                <td className={found.length > 0 ? 'text-warn' : 'text-soft'}>
                  {findings === null ? 'being checked' : foundIn(found)}
                </td>
                <td className="text-right">
                  {flat && (
                    <Button
                      small
                      aria-label={`Compare ${c.name}${row ? `, ${table[row]?.name}` : ''}`}
                      onClick={() => onCompare(planned)}
                    >
                      Compare
                    </Button>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

function toldFormat(file: Tried, o: Options): string {
  const { format, settings, mostKb } = writtenNow(file, o)
  return nameOfFormat(format, settings) + (mostKb === null ? '' : `, at most ${mostKb} KB`)
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
  /** Null for what is not tried beforehand. */
  trial: Trial | undefined | null
}) {
  if (file?.state === 'done') {
    const { bytes, likeness = null, message = '', kept, checked } = file
    const state = [kept && 'as it was delivered before', checked && 'read back'].filter(Boolean).join(', ')
    return <Told bytes={bytes} likeness={likeness} message={message} state={state} />
  }
  if (file?.state === 'failed') return <span className="text-warn">{file.message}</span>
  if (file && running) return <Progress label="How far the file is" share={file.share} />
  if (trial === null) return <span className="text-soft">measured on export</span>
  if (!trial) return <span className="text-soft">being measured</span>
  if ('trouble' in trial) return <span className="text-tiny text-soft">{trial.trouble}</span>
  return <Told {...trial} />
}

type Known = { bytes: number; likeness: number | null; message: string; state?: string }
const Told = ({ bytes, likeness, message, state }: Known) => (
  <>
    {sizeLabel(bytes)}
    {likeness !== null && (
      <span className="ml-2 text-tiny text-soft" title="Structural similarity to what was designed">
        {(likeness * 100).toFixed(1)} % like
      </span>
    )}
    {state && <span className="block text-tiny text-soft">{state}</span>}
    {message && <span className="block max-w-64 text-tiny text-soft">{message}</span>}
  </>
)
