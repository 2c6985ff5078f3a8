'use client'
import { Brush } from 'lucide-react'
import { onMask } from '@/core/design/properties/targets'
import type { Placement } from '@/core/geometry/placement-schema'
import { isPhoto } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import type { Mask, MaskOf } from '@/core/masks/mask'
import { inFrame } from '@/core/masks/mask-frame'
import { frameOf } from '@/core/render/masked'
import { recolourPart } from '../../actions/colouring'
import { cleanSpecks, lookForSpecks } from '../../actions/mask-work'
import { changeMask, maskInHand, reshapeMask } from '../../actions/masks'
import { useBench, useBenchState } from '../../state/bench-context'
import { setThings } from '../../state/properties'
import { Button } from '../../ui/button'
import { Choice } from '../../ui/choice'
import { NameInput } from '../../ui/name-input'
import { NumberField } from '../../ui/number-field'
import type { MaskView } from '../../worker/seeing'
import { Own } from '../own'
import { Labelled } from './labelled'
import { LayerChoice } from './layer-choice'
import { PickControls } from './pick-controls'

const FRAMES: readonly { value: Mask['frame']; label: string }[] = [
  { value: 'layer', label: 'moves with the layer' },
  { value: 'page-stretched', label: 'stays, stretched with the page' },
  { value: 'page-kept', label: 'stays, keeps its proportion' },
]

const VIEWS: readonly { value: MaskView; label: string }[] = [
  { value: 'result', label: 'seen by its effect' },
  { value: 'overlay', label: 'what it hides in red' },
  { value: 'alone', label: 'the mask alone' },
]

export function MaskControls({ mask: m, layer }: { mask: Mask; layer: Layer }) {
  const bench = useBench()
  const of = onMask(layer.id, m.id)
  const frame = useBenchState((s) => maskInHand(s)?.frame ?? null)
  const view = useBenchState((s) => s.maskView)
  const painting = useBenchState((s) => s.tool === 'brush')
  const short = frame ? Math.min(frame.width, frame.height) : 1
  const soften = (px: number) => ({ softness: Math.min(2, Math.max(0, px / short)) })
  return (
    <>
      <div className="flex items-center gap-1.5">
        <NameInput
          label="Name of the part"
          placeholder="name of the part"
          className="field min-w-0 flex-1 text-small"
          value={m.name ?? ''}
          onKeep={(name) => changeMask(bench, 'Name a part', m.id, { name: name || undefined })}
        />
        <Button small onClick={() => void recolourPart(bench, layer.id, m.id)}>
          Recolour
        </Button>
      </div>
      <Labelled
        of={of}
        keys={['strength']}
        label="Strength"
        value={m.strength * 100}
        max={100}
        unit="%"
        onShow={(v) => changeMask(bench, '', m.id, { strength: v / 100 }, 'shown')}
        onKeep={(v) => changeMask(bench, 'Strength of a mask', m.id, { strength: v / 100 })}
      />
      <Labelled
        of={of}
        keys={['softness']}
        label="Softness"
        value={m.softness * short}
        max={Math.max(1, Math.round(short * 0.6))}
        most={Math.round(short * 2)}
        unit="px"
        onShow={(v) => changeMask(bench, '', m.id, soften(v), 'shown')}
        onKeep={(v) => changeMask(bench, 'Softness of a mask', m.id, soften(v))}
      />
      {m.kind !== 'layer' && m.kind !== 'painted' && m.kind !== 'picked' && (
        <Own of={[of]} keys={['frame']}>
          <Choice
            label="What the mask moves with"
            value={m.frame}
            options={FRAMES}
            onChange={(v) => refit(bench, m, frame, v as Mask['frame'])}
          />
        </Own>
      )}
      {m.kind === 'shape' && m.form === 'rectangle' && (
        <Labelled
          of={of}
          keys={['round']}
          label="Roundness"
          value={m.round * 100}
          max={100}
          unit="%"
          onShow={(v) => reshapeMask(bench, '', m, { round: v / 100 }, 'shown')}
          onKeep={(v) => reshapeMask(bench, 'Roundness of a mask', m, { round: v / 100 })}
        />
      )}
      {m.kind === 'shape' && m.form === 'polygon' && (
        <Own of={[of]} keys={['corners']}>
          <NumberField
            label="Corners of the mask"
            short="corners"
            min={3}
            max={64}
            digits={0}
            value={m.corners}
            onChange={(v) => reshapeMask(bench, 'Corners of a mask', m, { corners: Math.round(v) })}
          />
        </Own>
      )}
      <Choice
        label="How the mask is seen"
        value={view}
        options={VIEWS}
        onChange={(v) => bench.set({ maskView: v as MaskView })}
      />
      {m.kind === 'picked' && <PickControls mask={m} picture={isPhoto(layer)} of={of} />}
      {m.kind === 'layer' && <LayerChoice mask={m} layer={layer} />}
      {m.kind === 'painted' && <SpecksField mask={m} />}
      {m.kind === 'painted' && !painting && (
        <Button small onClick={() => bench.set({ tool: 'brush' })}>
          <Brush size={13} /> Paint
        </Button>
      )}
    </>
  )
}

/** The size up to which stray dots and holes are cleaned; 0 for none. */
function SpecksField({ mask: m }: { mask: MaskOf<'painted'> }) {
  const bench = useBench()
  const loud = useBenchState((s) => s.strongGround !== null)
  return (
    <div className="flex items-center gap-1.5">
      <NumberField
        label="Specks of the mask"
        short="specks"
        unit="px"
        min={0}
        max={2000}
        digits={0}
        value={m.specks?.size ?? 0}
        onChange={(v) => void cleanSpecks(bench, m, Math.round(v))}
      />
      <Button small aria-pressed={loud} look={loud ? 'dark' : 'plain'} onClick={() => lookForSpecks(bench)}>
        Strong ground
      </Button>
    </div>
  )
}

/** Another thing to move with, the mask staying where it is now. */
function refit(
  bench: ReturnType<typeof useBench>,
  m: Mask,
  from: Placement | null,
  frame: Mask['frame'],
): void {
  const own = maskInHand({ ...bench.store.getState(), mask: m.id })?.own
  const to = own && frameOf({ frame }, own, bench.store.getState().resolved)
  if (!from || !to) return
  setThings(bench, 'What a mask moves with', [
    [onMask(own.layer.id, m.id), { ...inFrame(m, from, to), frame }],
  ])
}
