'use client'
import { X } from 'lucide-react'
import { useBench, useBenchState } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { NumberField } from '../ui/number-field'
import { Segments } from '../ui/segments'
import { StageBar } from '../ui/stage-bar'
import { ProfileChoice } from './profile-choice'
import { proofAs } from './proof'

/** What is shown of printing, at the foot of the stage, while it is shown. */
export function ProofBar() {
  const bench = useBench()
  const proof = useBenchState((s) => s.softProof)
  if (!proof) return null
  return (
    <StageBar label="As printed">
      <span className="px-2 text-small whitespace-nowrap">As printed</span>
      <div className="w-56">
        <ProfileChoice
          value={proof.profile}
          onChange={(profile) => void proofAs(bench, { ...proof, profile })}
        />
      </div>
      <Segments
        label="What is marked"
        value={proof.marks}
        options={[
          ['none', 'No marks'],
          ['reach', 'Beyond the inks'],
          ['ink', 'Too much ink'],
        ]}
        onChange={(v) => void proofAs(bench, { ...proof, marks: v as typeof proof.marks })}
      />
      {proof.marks === 'ink' && (
        <div className="w-28">
          <NumberField
            label="All inks together, at most"
            short="over"
            unit="%"
            min={100}
            max={400}
            digits={0}
            value={proof.limit}
            onChange={(limit) => void proofAs(bench, { ...proof, limit })}
          />
        </div>
      )}
      <IconButton label="Show as it is" onClick={() => void proofAs(bench, null)}>
        <X size={14} />
      </IconButton>
    </StageBar>
  )
}
