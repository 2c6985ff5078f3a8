'use client'
import { Check, Plus, X } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { Dialog } from 'radix-ui'
import { useEffect, useState } from 'react'
import { toast } from 'sonner'
import { channelPresets, ownChannel, printChannel } from '@/core/design/channels'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'

type Spec = (typeof channelPresets)[number]
const GROUPS = ['Social', 'Print', 'Web'] as const
const GROUNDS = [
  ['#ffffff', 'White'],
  ['#f3ead9', 'Cream'],
  ['#1c1c1c', 'Black'],
  ['transparent', 'Transparent'],
] as const

/** One question: where will it be seen? */
export function NewDesign({
  open,
  campaign,
  campaigns,
  onClose,
}: {
  open: boolean
  campaign: string
  campaigns: readonly string[]
  onClose: () => void
}) {
  const router = useRouter()
  const [chosen, setChosen] = useState<string[]>([])
  const [master, setMaster] = useState<string | null>(null)
  const [own, setOwn] = useState<Spec[]>([])
  const [name, setName] = useState('')
  const [where, setWhere] = useState('')
  const [ground, setGround] = useState<string>('#ffffff')
  const [busy, setBusy] = useState(false)
  useEffect(() => {
    if (!open) return
    setWhere(campaign || campaigns[0] || 'My campaign')
    setChosen([])
    setMaster(null)
    setName('')
    setBusy(false)
  }, [open, campaign, campaigns])
  const all = [...channelPresets, ...own]
  const first = master ?? chosen[0] ?? null
  const toggle = (id: string) => {
    setChosen((c) => (c.includes(id) ? c.filter((x) => x !== id) : [...c, id]))
    if (master === id) setMaster(null)
  }
  const create = async () => {
    const specs = chosen.flatMap((id) => all.find((c) => c.id === id) ?? [])
    if (specs.length === 0 || !first) return
    setBusy(true)
    const channels = specs.map(({ group: _, ...c }) => c)
    const r = await fetch('/api/designs', {
      method: 'POST',
      body: JSON.stringify({
        name: name.trim() || 'Untitled design',
        campaign: where.trim() || 'My campaign',
        channels: [...channels.filter((c) => c.id === first), ...channels.filter((c) => c.id !== first)],
        master: first,
        colour: ground,
      }),
    }).catch(() => null)
    const answer = r
      ? ((await r.json()) as { id?: string; message?: string })
      : { message: 'The server does not answer. Nothing was created; try again.' }
    if (r?.ok && answer.id) router.push(`/designs/${answer.id}`)
    else {
      setBusy(false)
      toast.error(answer.message ?? 'The design could not be created.')
    }
  }
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/30" />
        <Dialog.Content className="fixed inset-x-[4vw] inset-y-[4vh] z-50 mx-auto flex max-w-[1180px] flex-col overflow-hidden rounded-xl border border-line bg-panel shadow-2xl">
          <header className="flex items-start gap-4 px-7 pt-5 pb-2">
            <div>
              <Dialog.Title className="font-display text-2xl">Where will it be seen?</Dialog.Title>
              <Dialog.Description className="text-small text-soft">
                Choose every place; compose in one of them, the master, and the others follow.
              </Dialog.Description>
            </div>
            <Dialog.Close asChild>
              <IconButton label="Close" className="ml-auto">
                <X size={17} />
              </IconButton>
            </Dialog.Close>
          </header>
          <div className="scroll-thin min-h-0 flex-1 overflow-y-auto px-7 pb-4">
            <div className="flex flex-wrap gap-x-10">
              {GROUPS.map((g) => (
                <section
                  key={g}
                  aria-label={g}
                  className={`mt-3 ${g === 'Web' ? 'order-3 w-full' : g === 'Social' ? 'order-1 min-w-[36%]' : 'order-2 flex-1'}`}
                >
                  <h3 className="mb-2 border-b border-line pb-1 text-tiny font-semibold tracking-wide text-soft">{g}</h3>
                  <ul className="flex flex-wrap items-end gap-x-5 gap-y-3">
                    {all
                      .filter((c) => c.group === g)
                      .map((c) => (
                        <Outline
                          key={c.id}
                          spec={c}
                          on={chosen.includes(c.id)}
                          master={first === c.id}
                          toggle={() => toggle(c.id)}
                          makeMaster={() => setMaster(c.id)}
                        />
                      ))}
                  </ul>
                </section>
              ))}
            </div>
            <OwnSize
              onAdd={(spec) => {
                setOwn((o) => [...o, spec])
                setChosen((c) => [...c, spec.id])
              }}
            />
          </div>
          <footer className="flex items-center gap-2 border-t border-line px-7 py-3">
            <label className="field h-8 w-52">
              <span className="text-soft">Name</span>
              <input aria-label="Name of the design" placeholder="Untitled design" value={name} onChange={(e) => setName(e.target.value)} />
            </label>
            <label className="field h-8 w-56">
              <span className="text-soft">Campaign</span>
              <input aria-label="Campaign" list="campaigns" value={where} onChange={(e) => setWhere(e.target.value)} />
            </label>
            <datalist id="campaigns">
              {campaigns.map((c) => (
                <option key={c} value={c} />
              ))}
            </datalist>
            <div className="w-36">
              <Choice
                className="h-8"
                label="Page colour"
                value={ground}
                options={GROUNDS.map(([value, label]) => ({ value, label }))}
                onChange={setGround}
              />
            </div>
            <span className="ml-auto text-small text-soft">
              {chosen.length === 0
                ? 'Nothing chosen yet'
                : `${chosen.length} size${chosen.length === 1 ? '' : 's'}, composed in ${all.find((c) => c.id === first)?.name}`}
            </span>
            <Button look="primary" className="h-8 px-4" disabled={chosen.length === 0 || busy} onClick={() => void create()}>
              {busy ? 'Creating …' : 'Begin'}
            </Button>
          </footer>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

/** A channel to scale, its safe area and clear boxes drawn. */
function Outline({
  spec: c,
  on,
  master,
  toggle,
  makeMaster,
}: {
  spec: Spec
  on: boolean
  master: boolean
  toggle: () => void
  makeMaster: () => void
}) {
  const k = Math.min(104 / c.height, 150 / c.width) * Math.min(1, 0.62 + Math.sqrt(c.width * c.height) / 4200)
  const [w, h] = [Math.max(28, Math.round(c.width * k)), Math.round(c.height * k)]
  return (
    <li className="flex flex-col items-center gap-1">
      <button
        type="button"
        aria-pressed={on}
        aria-label={`${c.name}, ${c.width} × ${c.height}`}
        className={`relative rounded-[3px] border ${on ? 'border-accent bg-accent/8 outline-2 -outline-offset-1 outline-accent' : 'border-soft/50 hover:bg-well'}`}
        style={{ width: w, height: h }}
        onClick={toggle}
      >
        <svg viewBox={`0 0 ${c.width} ${c.height}`} className="absolute inset-0 size-full" aria-hidden="true">
          <rect
            x={c.safe.left}
            y={c.safe.top}
            width={c.width - c.safe.left - c.safe.right}
            height={c.height - c.safe.top - c.safe.bottom}
            fill="none"
            stroke="currentColor"
            strokeOpacity={0.28}
            strokeDasharray="12 12"
            strokeWidth={c.width / w}
          />
          {c.clear.map((b) => (
            <rect key={`${b.x}${b.y}`} x={b.x} y={b.y} width={b.width} height={b.height} fill="currentColor" fillOpacity={0.16} />
          ))}
        </svg>
        {on && (
          <span className="absolute -top-2 -right-2 flex size-5 items-center justify-center rounded-full bg-accent text-white">
            <Check size={12} strokeWidth={3} />
          </span>
        )}
      </button>
      <span className="text-small">{c.name}</span>
      <span className="-mt-1 text-tiny text-soft tabular-nums">
        {c.print ? `${c.print.widthMm} × ${c.print.heightMm} mm` : `${c.width} × ${c.height}`}
      </span>
      {on ? (
        <button
          type="button"
          aria-pressed={master}
          className={`rounded-full px-2 text-tiny ${master ? 'bg-ink text-panel' : 'text-soft underline-offset-2 hover:underline'}`}
          onClick={makeMaster}
        >
          {master ? 'master' : 'make master'}
        </button>
      ) : (
        <span className="h-4" />
      )}
    </li>
  )
}

function OwnSize({ onAdd }: { onAdd: (spec: Spec) => void }) {
  const [width, setWidth] = useState('1200')
  const [height, setHeight] = useState('800')
  const [unit, setUnit] = useState('px')
  const [ppi, setPpi] = useState('300')
  const [w, h] = [Number(width.replace(',', '.')), Number(height.replace(',', '.'))]
  const mm = unit === 'mm' ? 1 : unit === 'cm' ? 10 : 25.4
  const ok = w > 0 && h > 0 && (unit !== 'px' || (w >= 8 && h >= 8 && w <= 30_000 && h <= 30_000))
  const add = () => {
    const id = `own-${Date.now().toString(36)}`
    const name = `${width} × ${height}${unit === 'px' ? '' : ` ${unit}`}`
    onAdd(unit === 'px' ? ownChannel(id, name, Math.round(w), Math.round(h)) : printChannel(id, name, w * mm, h * mm, Number(ppi) || 300, 3, 5, 7))
  }
  return (
    <section aria-label="Own size" className="mt-4">
      <h3 className="mb-2 border-b border-line pb-1 text-tiny font-semibold tracking-wide text-soft">Own size</h3>
      <div className="flex items-center gap-2">
        <label className="field w-28">
          <span className="text-soft">width</span>
          <input aria-label="Width" value={width} onChange={(e) => setWidth(e.target.value)} />
        </label>
        <label className="field w-28">
          <span className="text-soft">height</span>
          <input aria-label="Height" value={height} onChange={(e) => setHeight(e.target.value)} />
        </label>
        <div className="w-20">
          <Choice label="Unit" value={unit} options={['px', 'mm', 'cm', 'in'].map((u) => ({ value: u, label: u }))} onChange={setUnit} />
        </div>
        {unit !== 'px' && (
          <label className="field w-28">
            <span className="text-soft">ppi</span>
            <input aria-label="Resolution" value={ppi} onChange={(e) => setPpi(e.target.value)} />
          </label>
        )}
        <Button disabled={!ok} onClick={add}>
          <Plus size={14} />
          Add this size
        </Button>
        {!ok && <span className="text-tiny text-warn">A size is between 8 and 30 000 px a side.</span>}
      </div>
    </section>
  )
}
