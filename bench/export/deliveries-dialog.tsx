'use client'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Download, RotateCw, Trash2 } from 'lucide-react'
import { toast } from 'sonner'
import type { Design } from '@/core/design/schema'
import { outputOf } from '@/core/outputs/list'
import { ask, wordsOf } from '@/wire/client'
import { type DeliveredFile, type Delivery, readDeliveries, removeDelivery } from '@/wire/deliveries'
import { Button, IconButton } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'
import { fetchFiles, isRunning, sizeLabel } from './delivery'

export const deliveriesKey = (design: string) => ['deliveries', design]
export const useDeliveries = (design: string) =>
  useQuery({
    queryKey: deliveriesKey(design),
    queryFn: ({ signal }) => ask(readDeliveries, { params: { id: design }, signal }),
  })

/** What was delivered of a design so far, with its settings: to be fetched, made again where it changed, compared with now, removed. */
export function DeliveriesDialog({
  design,
  open,
  onClose,
  onAgain,
  onCompare,
}: {
  design: Design
  open: boolean
  onClose: () => void
  onAgain: (d: Delivery) => void
  onCompare: (d: Delivery, file: DeliveredFile) => void
}) {
  const cache = useQueryClient()
  const all = useDeliveries(design.id)
  const remove = async (d: Delivery) => {
    await ask(removeDelivery, { params: { id: d.id } }).catch((thrown: unknown) =>
      toast.error(wordsOf(thrown, 'The delivery is still there; try again.')),
    )
    await cache.invalidateQueries({ queryKey: deliveriesKey(design.id) })
  }
  const list = all.data?.deliveries ?? []
  return (
    <DialogFrame
      open={open}
      onClose={onClose}
      title="Deliveries"
      note="Made again, only what has changed since is rendered; the rest is taken over as it is."
      className="w-[760px]"
    >
      <ol className="scroll-thin min-h-0 flex-1 overflow-y-auto" aria-label="Deliveries">
        {list.length === 0 && (
          <li className="p-6 text-center text-small text-soft">
            {all.isLoading ? 'Being looked for …' : 'Nothing was delivered of this design yet.'}
          </li>
        )}
        {list.map((d) => {
          const made = d.files.filter((f) => f.state === 'done')
          const weight = made.reduce((sum, f) => sum + f.bytes, 0)
          return (
            <li key={d.id} className="border-b border-line px-4 py-3">
              <div className="flex items-center gap-2">
                <div className="min-w-0 flex-1">
                  <p className="text-small font-medium">{when(d.createdAt)}</p>
                  <p className="text-tiny text-soft">
                    {[
                      `${made.length} of ${d.files.length} file${d.files.length === 1 ? '' : 's'}`,
                      [...new Set(d.files.map((f) => outputOf(f.format ?? d.options.format).label))].join(
                        ', ',
                      ),
                      sizeLabel(weight),
                      STATES[d.state],
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </p>
                </div>
                <Button small disabled={isRunning(d)} onClick={() => onAgain(d)}>
                  <RotateCw size={13} />
                  Deliver again
                </Button>
                <Button small disabled={made.length === 0} onClick={() => fetchFiles(d, false)}>
                  <Download size={13} />
                  Fetch
                </Button>
                <IconButton
                  label={`Remove the delivery of ${when(d.createdAt)}`}
                  onClick={() => void remove(d)}
                >
                  <Trash2 size={14} />
                </IconButton>
              </div>
              <details className="mt-1">
                <summary className="cursor-pointer text-tiny text-soft">Files</summary>
                <ul className="mt-1 flex flex-col gap-1">
                  {d.files.map((f) => (
                    <li key={f.name} className="flex items-center gap-2 text-tiny">
                      <a
                        className={`min-w-0 flex-1 truncate ${f.state === 'done' ? 'underline underline-offset-2' : 'text-soft'}`}
                        href={
                          f.state === 'done'
                            ? `/api/deliveries/${d.id}/files/${encodeURIComponent(f.name)}`
                            : undefined
                        }
                        download
                      >
                        {f.name}
                      </a>
                      <span className="text-soft tabular-nums">
                        {[sizeLabel(f.bytes), f.kept && 'unchanged', f.message].filter(Boolean).join(' · ')}
                      </span>
                      {canBeCompared(f, d, design) && (
                        <Button
                          small
                          onClick={() => onCompare(d, f)}
                          aria-label={`Compare ${f.name} with now`}
                        >
                          Compare with now
                        </Button>
                      )}
                    </li>
                  ))}
                </ul>
              </details>
            </li>
          )
        })}
      </ol>
    </DialogFrame>
  )
}
const STATES: Record<Delivery['state'], string> = {
  waiting: 'waiting',
  working: 'being made',
  done: '',
  failed: 'not all could be made',
  stopped: 'stopped',
}
const when = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
const canBeCompared = (f: DeliveredFile, d: Delivery, design: Design): boolean =>
  f.state === 'done' &&
  outputOf(f.format ?? d.options.format).takes === 'picture' &&
  design.channels[f.channel] !== undefined &&
  design.pages[f.page] !== undefined
