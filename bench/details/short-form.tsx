'use client'
import { isWorded } from '@/core/kinds/facts'
import { useBench, usePaced } from '../state/bench-context'
import { NameInput } from '../ui/name-input'

/** Shorter words of a text, for channels where there is no room for all of them. */
export function ShortForm({ id }: { id: string }) {
  const bench = useBench()
  const s = usePaced('kept', (state) => ({
    layer: state.design.layers[id],
    shown: state.resolved.layers.find((l) => l.layer.id === id)?.layer,
  }))
  const { layer, shown } = s
  if (!isWorded(layer)) return null
  const here = isWorded(shown) && Boolean(layer.short) && shown.text === layer.short
  return (
    <div className="space-y-1">
      <NameInput
        label="Short form"
        value={layer.short ?? ''}
        placeholder="Short form for small channels"
        className="field w-full"
        onKeep={(text) =>
          bench.edit('Short form', (d) => {
            const own = d.layers[id]
            if (!isWorded(own)) return
            if (text) own.short = text
            else delete own.short
          })
        }
      />
      {here && <p className="text-tiny text-soft">The short form stands here, for want of room.</p>}
    </div>
  )
}
