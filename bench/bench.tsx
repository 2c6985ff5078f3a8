'use client'
import { useEffect, useMemo, useState } from 'react'
import { toast } from 'sonner'
import { useStore } from 'zustand'
import { watchHouse } from './actions/house'
import { placeFiles } from './actions/placing'
import { Announcer } from './announcer'
import { AtSize } from './at-size/at-size'
import { CaptionsDialog } from './captions/captions-dialog'
import { CarryDialog } from './carry/carry-dialog'
import { SizesDialog } from './channels/sizes-dialog'
import { KeysDialog } from './commands/keys-dialog'
import { commandById } from './commands/list'
import { Palette } from './commands/palette'
import { useKeys } from './commands/use-keys'
import { Details } from './details/details'
import { ExcerptDialog } from './export/excerpt-dialog'
import { HouseDialog } from './house/house-dialog'
import { ChooseLayers } from './import/choose-layers'
import { ChoosePages, pagesOf } from './import/choose-pages'
import { placeImported } from './import/place-imported'
import { Lineup } from './lineup/lineup'
import { NeedsDialog } from './needs/needs-dialog'
import { Stack } from './stack/stack'
import { PinnedPicture } from './stage/pinned-picture'
import { Stage } from './stage/stage'
import type { Bench as BenchModel, Loaded } from './state/bench'
import { BenchContext } from './state/bench-context'
import { createBench } from './state/bench-store'
import { Supplies } from './supplies/drawer'
import { TopBar } from './top-bar'
import { VersionsDialog } from './versions/versions-dialog'

/** Where one design is worked on. */
export function Bench({ loaded }: { loaded: Loaded }) {
  const [bench, setBench] = useState<BenchModel | null>(null)
  useEffect(() => {
    const made = createBench(loaded)
    const closeBench = made.open()
    const closeHouse = watchHouse(made)
    const close = () => {
      closeHouse()
      closeBench()
    }
    setBench(made)
    // Tests and measuring reach the same store that the interface uses.
    ;(window as { vividBench?: BenchModel }).vividBench = made
    return () => {
      setBench(null)
      close()
    }
  }, [loaded])
  return bench ? (
    <BenchContext value={bench}>
      <Room bench={bench} />
    </BenchContext>
  ) : (
    <Loading />
  )
}

function Room({ bench }: { bench: BenchModel }) {
  const [supplies, setSupplies] = useState(false)
  useKeys(bench)
  const notice = useStore(bench.store, (s) => s.notice)
  useEffect(() => {
    // What was said is no longer true.
    if (!notice) {
      toast.dismiss()
      return
    }
    const { action } = notice
    const long = notice.tone === 'trouble' || action
    ;(notice.tone === 'trouble' ? toast.error : toast)(notice.text, {
      duration: long ? 9000 : 4000,
      ...(action
        ? { action: { label: action.label, onClick: () => commandById(action.command).run(bench) } }
        : {}),
    })
  }, [notice, bench])
  const height = useMemo(() => (supplies ? 'h-[272px]' : 'h-[38px]'), [supplies])
  return (
    <div className="flex h-dvh min-w-[1024px] flex-col overflow-hidden">
      <TopBar />
      <Lineup />
      <div className="relative flex min-h-0 flex-1">
        <AtSize />
        <div className="flex min-w-0 flex-1 flex-col">
          <div className="flex min-h-0 flex-1">
            <Details />
            <main className="relative flex min-w-0 flex-1 bg-stage">
              <div className="relative min-w-0 flex-1">
                <Stage />
              </div>
              <PinnedPicture />
            </main>
          </div>
          <div className={`${height} shrink-0`}>
            <Supplies onHeight={setSupplies} />
          </div>
        </div>
        <Stack />
      </div>
      <Announcer />
      <Palette />
      <KeysDialog />
      <VersionsDialog />
      <HouseDialog />
      <NeedsDialog />
      <CaptionsDialog />
      <ExcerptDialog />
      <SizesDialog />
      <CarryDialog />
      <Importing bench={bench} />
    </div>
  )
}

function Importing({ bench }: { bench: BenchModel }) {
  const file = useStore(bench.store, (s) => s.importing)
  const close = () => bench.set({ importing: null })
  const pdf = /\.pdf$/i.test(file?.name ?? '')
  return (
    <>
      <ChooseLayers
        file={pdf ? null : file}
        onClose={close}
        onChosen={async (chosen) => {
          if (file) await placeImported(bench, file, chosen)
          close()
        }}
      />
      <ChoosePages
        file={pdf ? file : null}
        onClose={close}
        onChosen={async (chosen) => {
          const files = file ? await pagesOf(file, chosen) : []
          close()
          if (chosen.as === 'lines' && files.some((f) => /\.png$/.test(f.name)))
            bench.notify(
              'What is see-through in a way that lines cannot say came in as a picture of its page.',
            )
          await placeFiles(bench, files)
        }}
      />
    </>
  )
}

/** The bench's outline while it opens. */
const Loading = () => (
  <div className="flex h-dvh flex-col" aria-busy="true">
    <div className="h-11 border-b border-line bg-panel" />
    <div className="h-[92px] border-b border-line bg-panel" />
    <div className="flex min-h-0 flex-1">
      <div className="w-[274px] border-r border-line bg-panel" />
      <div className="flex-1 bg-stage" />
      <div className="w-[264px] border-l border-line bg-panel" />
    </div>
    <p className="sr-only">Opening the design</p>
  </div>
)
