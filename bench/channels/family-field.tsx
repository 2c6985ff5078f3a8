import type { Channel } from '@/core/design/channel-schema'
import type { Chosen } from '@/core/design/chosen-schema'
import { FAMILIES } from '@/core/design/chosen-schema'
import { ratioGroupLabels, ratioGroupOf } from '@/core/design/ratio-groups'
import { pinFamily } from '../actions/channels'
import { useBench, useBenchState } from '../state/bench-context'
import { Choice } from '../ui/choice'

const told: Record<Chosen['family'], string> = {
  tree: 'rows and columns',
  apart: 'words taken off what they touch',
  over: 'words first, the rest beside them',
  column: 'one column of words',
  whole: 'one piece, only scaled',
}
/** Which kind of arrangement channels of like shape get: as each is best, or one that people chose for all of them. */
export function FamilyField({ channel }: { channel: Channel }) {
  const bench = useBench()
  const group = ratioGroupOf(channel)
  const pinned = useBenchState((s) => s.design.pinned[group] ?? 'any')
  return (
    <div className="text-tiny text-soft">
      Arranged as, on all {ratioGroupLabels[group]}
      <Choice
        label={`Kind of arrangement on ${ratioGroupLabels[group]}`}
        value={pinned}
        options={[
          { value: 'any', label: 'as each is best' },
          ...FAMILIES.map((f) => ({ value: f, label: told[f] })),
        ]}
        onChange={(v) => pinFamily(bench, group, v === 'any' ? null : (v as Chosen['family']))}
      />
    </div>
  )
}
