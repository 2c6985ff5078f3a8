'use client'
import { Check, Plus, Trash2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { inOrder } from '@/core/basics/order'
import { families } from '@/core/type/catalogue'
import { addMarks, withFont, withoutMark, withRecipe, withSwatch } from '../actions/house'
import { placeSource } from '../actions/placing'
import { useBench, useBenchState } from '../state/bench-context'
import { ownFamilies } from '../type/faces'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { DialogFrame } from '../ui/dialog-frame'

/** What the designs of the campaign share. */
export function HouseDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'house')
  const campaign = useBenchState((s) => s.campaign)
  return (
    <DialogFrame
      open={open}
      onClose={() => bench.set({ dialog: null })}
      title={`House set of “${campaign}”`}
      note="All designs of this campaign use it: change a swatch or a recipe of it in one, and the others follow."
      className="!bottom-auto max-h-[84vh] w-[560px]"
    >
      {open && (
        <div className="scroll-thin grid grid-cols-2 gap-x-6 gap-y-4 overflow-y-auto p-4">
          <Swatches />
          <Recipes />
          <Faces />
          <Marks />
        </div>
      )}
    </DialogFrame>
  )
}

const Part = ({
  title,
  note,
  aside,
  children,
}: {
  title: string
  note: string
  aside?: ReactNode
  children: ReactNode
}) => (
  <section aria-label={title} className="flex min-w-0 flex-col gap-1">
    <div className="flex h-6 items-center justify-between">
      <h3 className="text-small font-semibold">{title}</h3>
      {aside}
    </div>
    <p className="mb-0.5 text-tiny text-soft">{note}</p>
    {children}
  </section>
)
const Row = ({
  on,
  label,
  onChange,
  children,
}: {
  on: boolean
  label: string
  onChange: (on: boolean) => void
  children: ReactNode
}) => (
  <button
    type="button"
    role="checkbox"
    aria-checked={on}
    aria-label={label}
    className="flex h-7 items-center gap-2 rounded-control px-1.5 text-left text-small hover:bg-well"
    onClick={() => onChange(!on)}
  >
    <span
      className={`flex size-4 items-center justify-center rounded-[4px] border ${on ? 'border-accent bg-accent text-white' : 'border-line'}`}
    >
      {on && <Check size={11} />}
    </span>
    {children}
  </button>
)

function Swatches() {
  const bench = useBench()
  const { house, swatches } = useBenchState((s) => ({ house: s.house, swatches: s.design.swatches }))
  return (
    <Part title="Swatches" note="Tick those of this design that all are to have.">
      {inOrder(swatches).map((w) => (
        <Row
          key={w.id}
          on={w.id in house.swatches}
          label={`Swatch ${w.name}`}
          onChange={(on) => void withSwatch(bench, w.id, on)}
        >
          <span className="size-4 rounded-[4px] ring-1 ring-black/15" style={{ background: w.colour }} />
          <span className="truncate">{w.name}</span>
        </Row>
      ))}
      {Object.keys(swatches).length === 0 && (
        <p className="text-tiny text-soft">This design has no swatches yet.</p>
      )}
    </Part>
  )
}
function Recipes() {
  const bench = useBench()
  const { house, recipes } = useBenchState((s) => ({ house: s.house, recipes: s.design.recipes }))
  return (
    <Part title="Recipes" note="Treatments that things in all designs can follow.">
      {inOrder(recipes).map((r) => (
        <Row
          key={r.id}
          on={r.id in house.recipes}
          label={`Recipe ${r.name}`}
          onChange={(on) => void withRecipe(bench, r.id, on)}
        >
          <span className="truncate">{r.name}</span>
        </Row>
      ))}
      {Object.keys(recipes).length === 0 && (
        <p className="text-tiny text-soft">Keep the treatments of a layer as a recipe first.</p>
      )}
    </Part>
  )
}
function Faces() {
  const bench = useBench()
  const fonts = useBenchState((s) => s.house.fonts)
  const own = useBenchState((s) => s.ownFaces)
  const others = [...ownFamilies(own), ...families].filter((f) => !fonts.includes(f.name))
  return (
    <Part title="Typefaces" note="Offered first wherever a typeface is chosen.">
      {fonts.map((family) => (
        <div key={family} className="flex h-7 items-center gap-1 pl-1.5 text-small">
          <span className="min-w-0 flex-1 truncate">{family}</span>
          <IconButton
            label={`Take ${family} out of the house set`}
            className="!size-6"
            onClick={() => void withFont(bench, family, false)}
          >
            <Trash2 size={13} />
          </IconButton>
        </div>
      ))}
      <Choice
        label="Typeface for the house set"
        value="add"
        options={[
          { value: 'add', label: 'add a typeface …' },
          ...others.map((f) => ({ value: f.name, label: f.name })),
        ]}
        onChange={(family) => family !== 'add' && void withFont(bench, family, true)}
      />
    </Part>
  )
}
function Marks() {
  const bench = useBench()
  const { house, sources } = useBenchState((s) => ({ house: s.house, sources: s.sources }))
  return (
    <Part
      title="Marks"
      note="Logos and seals, placed by a click."
      aside={
        <Button small onClick={() => void addMarks(bench)}>
          <Plus size={12} /> From the selection
        </Button>
      }
    >
      <div className="flex flex-wrap gap-1.5">
        {inOrder(house.marks).map((m) => (
          <div key={m.id} className="group relative">
            <button
              type="button"
              aria-label={`Place the mark ${m.name}`}
              title={m.name}
              className="checker-dim flex size-16 items-center justify-center rounded-control p-1"
              onClick={() => {
                const info = sources[m.source]
                if (info)
                  placeSource(bench, {
                    info,
                    label: m.name,
                    kind: info.kind === 'graphic' ? 'graphic' : 'cutout',
                  })
                bench.set({ dialog: null })
              }}
            >
              {/* Previews are small WebP of our own server; nothing is gained from another optimiser. */}
              {/* biome-ignore lint/performance/noImgElement: see above */}
              <img
                src={`/api/blobs/${m.source}/preview`}
                alt=""
                className="max-h-full max-w-full object-contain"
              />
            </button>
            <IconButton
              label={`Take the mark ${m.name} out of the house set`}
              className="!absolute -top-1 -right-1 !size-5 bg-panel opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
              onClick={() => void withoutMark(bench, m.id)}
            >
              <Trash2 size={11} />
            </IconButton>
          </div>
        ))}
        {Object.keys(house.marks).length === 0 && <p className="text-tiny text-soft">None yet.</p>}
      </div>
    </Part>
  )
}
