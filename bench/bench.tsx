'use client'
import { lazy, Suspense, useEffect, useMemo, useState } from 'react'
import { toast } from 'sonner'
import { useStore } from 'zustand'
import { watchHouse } from './actions/house'
import { watchLinks } from './actions/linking'
import { Announcer } from './announcer'
import { AtSize } from './at-size/at-size'
import { commandById } from './commands/list'
import { Palette } from './commands/palette'
import { useKeys } from './commands/use-keys'
import { Details } from './details/details'
import { Lineup } from './lineup/lineup'
import { Stack } from './stack/stack'
import { PinnedPicture } from './stage/pinned-picture'
import { Stage } from './stage/stage'
import type { Bench as BenchModel, Loaded } from './state/bench'
import { BenchContext } from './state/bench-context'
import { createBench } from './state/bench-store'
import { Supplies } from './supplies/drawer'
import { TableDrawer } from './table/table-drawer'
import { TopBar } from './top-bar'

/** Their code comes when the stage is there: nobody needs them before. */
const Dialogs = lazy(() => import('./dialogs'))

/** Where one design is worked on. */
export function Bench({ loaded }: { loaded: Loaded }) {
  const [bench, setBench] = useState<BenchModel | null>(null)
  useEffect(() => {
    const made = createBench(loaded)
    const closeBench = made.open()
    const closeHouse = watchHouse(made)
    const closeLinks = watchLinks(made)
    const close = () => {
      closeHouse()
      closeLinks()
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
  const [dialogs, setDialogs] = useState(false)
  useKeys(bench)
  useEffect(() => bench.client.afterStage(() => setDialogs(true)), [bench])
  const notice = useStore(bench.store, (s) => s.notice)
  const table = useStore(bench.store, (s) => s.table)
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
          {table && <TableDrawer />}
          <div className={table ? 'hidden' : `${height} shrink-0`}>
            <Supplies onHeight={setSupplies} />
          </div>
        </div>
        <Stack />
      </div>
      <Announcer />
      <Palette />
      <Suspense fallback={null}>{dialogs && <Dialogs bench={bench} />}</Suspense>
    </div>
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
