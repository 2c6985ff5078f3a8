'use client'
import { useStore } from 'zustand'
import { placeFiles } from './actions/placing'
import { CaptionsDialog } from './captions/captions-dialog'
import { CarryDialog } from './carry/carry-dialog'
import { SizesDialog } from './channels/sizes-dialog'
import { KeysDialog } from './commands/keys-dialog'
import { ExcerptDialog } from './export/excerpt-dialog'
import { HouseDialog } from './house/house-dialog'
import { ChooseLayers } from './import/choose-layers'
import { ChoosePages, pagesOf } from './import/choose-pages'
import { placeImported } from './import/place-imported'
import { LinkDialog } from './linking/link-dialog'
import { NeedsDialog } from './needs/needs-dialog'
import type { Bench } from './state/bench'
import { VersionsDialog } from './versions/versions-dialog'

/** All that opens over the bench; each shows itself when the state asks for it. */
export default function Dialogs({ bench }: { bench: Bench }) {
  return (
    <>
      <KeysDialog />
      <VersionsDialog />
      <HouseDialog />
      <NeedsDialog />
      <CaptionsDialog />
      <ExcerptDialog />
      <SizesDialog />
      <CarryDialog />
      <LinkDialog />
      <Importing bench={bench} />
    </>
  )
}

function Importing({ bench }: { bench: Bench }) {
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
