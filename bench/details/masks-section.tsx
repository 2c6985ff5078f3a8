'use client'
import {
  Blend,
  Brush,
  Circle,
  Contrast,
  Eye,
  EyeOff,
  FlipHorizontal2,
  Hexagon,
  Layers2,
  type LucideIcon,
  Pipette,
  Plus,
  Square,
  SunDim,
  Trash2,
} from 'lucide-react'
import { onMask, type Target } from '@/core/design/properties/targets'
import type { Placement } from '@/core/geometry/placement-schema'
import { isPhoto, layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { type Mask, type MaskOf, maskSettings, masksOf, nameOfMask } from '@/core/masks/mask'
import { inFrame } from '@/core/masks/mask-frame'
import { frameOf } from '@/core/render/masked'
import type { MaskView } from '../render/seeing'
import { useBench, useBenchState } from '../state/bench-context'
import { recolourPart } from '../state/colouring'
import {
  cleanSpecks,
  followTouching,
  lookForSpecks,
  pickEverywhere,
  pickOnlyTouching,
} from '../state/mask-work'
import {
  addMask,
  changeMask,
  dropMask,
  type MaskChoice,
  maskInHand,
  maskSources,
  reshapeMask,
  samplePicked,
} from '../state/masks'
import { setThings } from '../state/properties'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { intoView } from '../ui/into-view'
import { Menu, MenuItem } from '../ui/menu'
import { NameInput } from '../ui/name-input'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'
import { Tick } from '../ui/tick'
import { Own, OwnMark } from './own'
import { Section } from './section'

const CHOICES: readonly (readonly [MaskChoice, string, LucideIcon])[] = [
  ['painted', 'Painted', Brush],
  ['rectangle', 'Rectangle', Square],
  ['ellipse', 'Ellipse', Circle],
  ['polygon', 'Polygon', Hexagon],
  ['linear', 'Fade along a line', Blend],
  ['radial', 'Fade from a point', SunDim],
  ['colour', 'Picked colour', Pipette],
  ['lightness', 'Knock out by lightness', Contrast],
  ['layer', 'From a layer', Layers2],
]
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
const iconOf = (m: Mask): LucideIcon => {
  if (m.kind === 'picked') {
    if (m.by === 'colour') return Pipette
    return Contrast
  }
  if (m.kind === 'painted') return Brush
  if (m.kind === 'gradient') {
    if (m.form === 'linear') return Blend
    return SunDim
  }
  if (m.kind === 'layer') return Layers2
  if (m.kind === 'shape' && m.form === 'ellipse') return Circle
  if (m.kind === 'shape' && m.form === 'polygon') return Hexagon
  return Square
}

/** What is set by its handles on the stage. */
const PLACED = ['x', 'y', 'width', 'height', 'turnDegrees', 'from', 'to', 'd', 'form']
const settingsOf = (m: Mask): string[] =>
  Object.keys(m).filter(
    (key) =>
      key in maskSettings.all ||
      (m.kind in maskSettings && key in maskSettings[m.kind as keyof typeof maskSettings]),
  )

/** What hides parts of the selected layer, each mask with its own strength; the one in the hand is open. */
export function MasksSection({ layer }: { layer: Layer }) {
  const bench = useBench()
  const open = useBenchState((s) => s.mask)
  // What brush and dab can be told is on top of the panel: there is the next step.
  const picking = useBenchState((s) => s.tool === 'pick')
  const masks = masksOf(layer)
  return (
    <Section
      title="Masks"
      aside={
        <Menu
          align="end"
          trigger={
            <IconButton label="Add a mask" className="!size-6">
              <Plus size={14} />
            </IconButton>
          }
        >
          {CHOICES.map(([choice, label, Icon]) => (
            <MenuItem key={choice} onSelect={() => addMask(bench, choice)}>
              <Icon size={14} className="text-soft" />
              {label}
            </MenuItem>
          ))}
        </Menu>
      }
    >
      {masks.length === 0 && (
        <p className="text-tiny text-soft">None. A mask hides parts; nothing of the layer is lost.</p>
      )}
      {masks.map((m) => (
        <div
          key={m.id}
          ref={open === m.id && picking ? intoView : undefined}
          className={
            open === m.id ? '-mx-1.5 flex flex-col gap-1.5 rounded-control border border-line p-1.5' : ''
          }
        >
          <Head mask={m} open={open === m.id} layer={layer.id} />
          {open === m.id && <MaskControls mask={m} layer={layer} />}
        </div>
      ))}
    </Section>
  )
}

function Head({ mask: m, open, layer }: { mask: Mask; open: boolean; layer: string }) {
  const bench = useBench()
  const name = useBenchState((s) => nameOf(m, s.design.layers))
  const Icon = iconOf(m)
  return (
    <div className={`flex items-center gap-0.5 ${m.on ? '' : 'opacity-60'}`}>
      <button
        type="button"
        aria-expanded={open}
        aria-label={`Mask: ${name}`}
        className="flex h-6 min-w-0 flex-1 items-center gap-1.5 rounded-control px-1 text-left text-small hover:bg-lit"
        onClick={() =>
          bench.set({
            mask: open ? null : m.id,
            tool: open || m.kind !== 'painted' ? 'pick' : m.cut ? 'cut' : 'brush',
          })
        }
      >
        <Icon size={14} className="shrink-0 text-soft" />
        <span className="truncate">{name}</span>
        {m.strength < 1 && (
          <span className="ml-auto shrink-0 text-tiny text-soft tabular-nums">
            {Math.round(m.strength * 100)} %
          </span>
        )}
      </button>
      <OwnMark
        of={[onMask(layer, m.id)]}
        keys={open ? ['on', 'swap', ...(m.kind === 'picked' ? [] : PLACED)] : settingsOf(m)}
      />
      <IconButton
        label={m.swap ? 'Swap back what it shows and hides' : 'Swap what it shows and hides'}
        aria-pressed={m.swap}
        className={`!size-6 ${m.swap ? 'text-accent' : ''}`}
        onClick={() => changeMask(bench, 'Swap a mask', m.id, { swap: !m.swap })}
      >
        <FlipHorizontal2 size={13} />
      </IconButton>
      <IconButton
        label={m.on ? 'Switch the mask off' : 'Switch the mask on'}
        className="!size-6"
        onClick={() =>
          changeMask(bench, m.on ? 'Switch a mask off' : 'Switch a mask on', m.id, { on: !m.on })
        }
      >
        {m.on ? <Eye size={13} /> : <EyeOff size={13} />}
      </IconButton>
      <IconButton label="Remove the mask" className="!size-6" onClick={() => dropMask(bench, m.id)}>
        <Trash2 size={13} />
      </IconButton>
    </div>
  )
}

/** What a mask is called, the layer that it goes by too. */
function nameOf(m: Mask, layers: Record<string, Layer>): string {
  if (m.name || m.kind !== 'layer') return nameOfMask(m)
  const by = layers[m.layer]
  return by ? `From “${layerName(by)}”` : 'From a layer that is gone'
}

function MaskControls({ mask: m, layer }: { mask: Mask; layer: Layer }) {
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

const PICKS = {
  colour: [
    ['tolerance', 'Tolerance', 'Tolerance of a mask'],
    ['fade', 'Fade', 'Fade of a mask'],
  ],
  lightness: [
    ['from', 'From', 'Darkest tone of a mask'],
    ['to', 'To', 'Lightest tone of a mask'],
  ],
} as const
/** A tone or colour of the layer's own pixels that is picked. */
function PickControls({ mask: m, picture, of }: { mask: MaskOf<'picked'>; picture: boolean; of: Target }) {
  const bench = useBench()
  // The two ends of a range keep apart.
  const within = (key: 'tolerance' | 'fade' | 'from' | 'to', v: number) => {
    if (key === 'fade') return Math.max(0.002, v)
    if (key === 'from') return Math.min(v, m.to - 0.01)
    if (key === 'to') return Math.max(v, m.from + 0.01)
    return v
  }
  return (
    <>
      {m.by === 'colour' && (
        <Own of={[of]} keys={['colour']}>
          <div className="flex items-center gap-2">
            <span
              aria-hidden="true"
              className="size-6 shrink-0 rounded-control border border-line"
              style={{ background: m.colour }}
            />
            <span className="flex-1 text-small tabular-nums">{m.colour}</span>
            <Button small onClick={() => samplePicked(bench, m.id)}>
              <Pipette size={13} /> Sample
            </Button>
          </div>
        </Own>
      )}
      {PICKS[m.by].map(([key, label, name]) => (
        <Labelled
          key={key}
          of={of}
          keys={[key]}
          label={label}
          value={m[key] * 100}
          max={100}
          unit="%"
          onShow={(v) => reshapeMask(bench, '', m, { [key]: within(key, v / 100) }, 'shown')}
          onKeep={(v) => {
            reshapeMask(bench, name, m, { [key]: within(key, v / 100) })
            followTouching(bench, m.id)
          }}
        />
      ))}
      {picture && (
        <Tick
          on={m.touching !== undefined}
          onChange={(on) => (on ? pickOnlyTouching(bench, m.id) : pickEverywhere(bench, m.id))}
        >
          only what touches
        </Tick>
      )}
      <Own of={[of]} keys={['clean']}>
        <Tick
          on={m.clean}
          onChange={(on) => reshapeMask(bench, 'Take the colour out of edges', m, { clean: on })}
        >
          take its colour out of the edges
        </Tick>
      </Own>
    </>
  )
}

/** A number that is dragged or typed, on one line with its slider. */
function Labelled(p: {
  of: Target
  keys: readonly string[]
  label: string
  value: number
  max: number
  most?: number
  unit: string
  onShow: (v: number) => void
  onKeep: (v: number) => void
}) {
  return (
    <Own of={[p.of]} keys={p.keys}>
      <div className="flex items-center gap-2">
        <div className="w-28 shrink-0">
          <NumberField
            label={`${p.label} of the mask`}
            short={p.label.toLowerCase()}
            unit={p.unit}
            min={0}
            max={p.most ?? p.max}
            digits={0}
            value={p.value}
            onChange={p.onKeep}
            onDrag={p.onShow}
          />
        </div>
        <Slider
          label={`${p.label} of the mask, slider`}
          min={0}
          max={p.max}
          value={Math.min(p.max, p.value)}
          onChange={p.onShow}
          onCommit={p.onKeep}
        />
      </div>
    </Own>
  )
}

function LayerChoice({ mask, layer }: { mask: MaskOf<'layer'>; layer: Layer }) {
  const bench = useBench()
  const design = useBenchState((s) => s.design)
  const options = maskSources({ design }, layer).map((l) => ({ value: l.id, label: layerName(l) }))
  return (
    <Own of={[onMask(layer.id, mask.id)]} keys={['layer', 'by']}>
      <div className="grid grid-cols-2 gap-1.5">
        <Choice
          label="The layer it goes by"
          placeholder="choose a layer"
          value={design.layers[mask.layer] ? mask.layer : null}
          options={options}
          onChange={(v) => reshapeMask(bench, 'Mask by another layer', mask, { layer: v })}
        />
        <Choice
          label="What of it counts"
          value={mask.by}
          options={[
            { value: 'coverage', label: 'where it covers' },
            { value: 'lightness', label: 'how light it is' },
          ]}
          onChange={(v) =>
            reshapeMask(bench, 'What a mask goes by', mask, { by: v as 'coverage' | 'lightness' })
          }
        />
      </div>
    </Own>
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
