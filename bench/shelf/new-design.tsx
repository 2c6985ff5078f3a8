'use client'
import { X } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { Dialog } from 'radix-ui'
import { useEffect, useState } from 'react'
import { toast } from 'sonner'
import { channelPresets, ownChannel } from '@/core/design/channels'
import { ask, wordsOf } from '@/wire/client'
import { beginDesign } from '@/wire/designs'
import { useSavedChannels } from '../channels/saved'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { holdTurns } from '../ui/turns'
import { type Beginning, BeginWith, type Earlier } from './begin-with'
import { ChannelOutline, type Spec } from './channel-outline'
import { OwnSize } from './own-size'

const GROUPS = ['Social', 'Print', 'Web'] as const
const GROUNDS = [
  ['#ffffff', 'White'],
  ['#f3ead9', 'Cream'],
  ['#000000', 'Black'],
  ['transparent', 'Transparent'],
] as const

/** One question: where will it be seen? */
/** Where groups of sizes lie. */
const PLACES: Record<string, string> = { Web: 'order-3 w-full', Social: 'order-1 min-w-[36%]' }

export function NewDesign({
  open,
  campaign,
  campaigns,
  designs,
  onClose,
}: {
  open: boolean
  campaign: string
  campaigns: readonly string[]
  designs: readonly Earlier[]
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
  const [from, setFrom] = useState<Beginning>(null)
  useEffect(() => {
    if (!open) return
    setWhere(campaign || campaigns[0] || 'My campaign')
    setChosen([])
    setMaster(null)
    setName('')
    setBusy(false)
    setFrom(null)
  }, [open, campaign, campaigns])
  const saved = useSavedChannels(null).map(
    ({ channel }): Spec => ({ ...channel, group: channel.print ? 'Print' : 'Web' }),
  )
  const all = [...channelPresets, ...saved, ...own]
  const first = master ?? chosen[0] ?? null
  const toggle = (id: string) => {
    setChosen((c) => (c.includes(id) ? c.filter((x) => x !== id) : [...c, id]))
    if (master === id) setMaster(null)
  }
  const addOwn = (spec: Spec) => {
    setOwn((o) => [...o, spec])
    setChosen((c) => [...c, spec.id])
  }
  useEffect(() => () => holdTurns(false), [])
  const create = async () => {
    const specs = chosen.flatMap((id) => all.find((c) => c.id === id) ?? [])
    if (specs.length === 0 || !first) return
    setBusy(true)
    // What is begun does not wait for pictures of what is there.
    holdTurns(true)
    const channels = specs.map(({ group: _, ...c }) => c)
    try {
      const { id } = await ask(beginDesign, {
        body: {
          name: name.trim() || 'Untitled design',
          campaign: where.trim() || 'My campaign',
          channels: [...channels.filter((c) => c.id === first), ...channels.filter((c) => c.id !== first)],
          master: first,
          colour: ground,
          from:
            from &&
            (from.kind === 'picture'
              ? { kind: 'picture', sha: from.info.sha }
              : { kind: from.kind, id: from.id }),
        },
      })
      router.push(`/designs/${id}`)
    } catch (thrown) {
      setBusy(false)
      holdTurns(false)
      toast.error(wordsOf(thrown, 'Nothing was created; try again.'))
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
                <section key={g} aria-label={g} className={`mt-3 ${PLACES[g] ?? 'order-2 flex-1'}`}>
                  <h3 className="mb-2 border-b border-line pb-1 text-tiny font-semibold tracking-wide text-soft">
                    {g}
                  </h3>
                  <ul className="flex flex-wrap items-end gap-x-5 gap-y-3">
                    {all
                      .filter((c) => c.group === g)
                      .map((c) => (
                        <ChannelOutline
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
            <OwnSize onAdd={addOwn} />
            <BeginWith
              from={from}
              channel={first}
              designs={designs}
              onChange={(next) => {
                setFrom(next)
                // A picture alone says its own size.
                if (next?.kind === 'picture' && chosen.length === 0) {
                  const k = Math.min(1, 8000 / Math.max(next.info.width, next.info.height))
                  const [w, h] = [
                    Math.max(8, Math.round(next.info.width * k)),
                    Math.max(8, Math.round(next.info.height * k)),
                  ]
                  addOwn(ownChannel(`own-${Date.now().toString(36)}`, 'The picture’s size', w, h))
                }
              }}
            />
          </div>
          <footer className="flex items-center gap-2 border-t border-line px-7 py-3">
            <label className="field h-8 w-52">
              <span className="text-soft">Name</span>
              <input
                aria-label="Name of the design"
                placeholder="Untitled design"
                value={name}
                onChange={(e) => setName(e.target.value)}
              />
            </label>
            <label className="field h-8 w-56">
              <span className="text-soft">Campaign</span>
              <input
                aria-label="Campaign"
                list="campaigns"
                value={where}
                onChange={(e) => setWhere(e.target.value)}
              />
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
            <Button
              look="primary"
              className="h-8 px-4"
              disabled={chosen.length === 0 || busy}
              onClick={() => void create()}
            >
              {busy ? 'Creating …' : 'Begin'}
            </Button>
          </footer>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
