'use client'
import { CircleAlert, ImageOff, Palette, Table2, Type } from 'lucide-react'
import { type ReactNode, useEffect, useState } from 'react'
import { linkedDesigns, linksIn, targetKey } from '@/core/design/linked'
import { facesNeeded, filesNeeded, type NeededFace, type NeededFile } from '@/core/design/needs'
import { columnsOf, rowsOf } from '@/core/design/table'
import { type Family, families, familyByName, isShipped } from '@/core/type/catalogue'
import { RIGHTS } from '../actions/fonts'
import { stored } from '../export/excerpts'
import { useBench, useBenchState } from '../state/bench-context'
import { faceFor, ownFamilies } from '../type/faces'
import { weightNames } from '../type/weight-names'
import { Button } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'
import { Tick } from '../ui/tick'
import { useVersions } from '../versions/use-versions'
import type { SourceInfo } from '../worker/protocol'

/** What the design is made of and cannot be without: its typefaces and files, where they come from, what is missing. */
export function NeedsDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'needs')
  return (
    <DialogFrame
      open={open}
      onClose={() => bench.set({ dialog: null })}
      title="What this design needs"
      note="Its typefaces and files. Press one to select what uses it."
      className="!bottom-auto max-h-[84vh] w-[600px]"
    >
      {open && (
        <>
          <div className="scroll-thin flex min-h-0 flex-col gap-4 overflow-y-auto p-4">
            <Faces />
            <Files />
            <Designs />
            <Table />
          </div>
          <Packed />
        </>
      )}
    </DialogFrame>
  )
}

/** All of it as one file, that opens elsewhere as it looks here. */
function Packed() {
  const bench = useBench()
  const id = useBenchState((s) => s.design.id)
  const [all, setAll] = useState(false)
  const kept = useVersions(id).data?.versions.length ?? 0
  const links = useBenchState((s) => linkedDesigns(s.design).length)
  const [along, setAlong] = useState(true)
  return (
    <section aria-label="Package" className="flex shrink-0 items-center gap-3 border-line border-t p-4">
      <div className="min-w-0 flex-1 text-small text-soft">
        <p>
          Packed in one file with all of this, whom to name and a text of licences it opens elsewhere as it
          looks here.
        </p>
        {links > 0 && (
          <Tick on={along} onChange={setAlong}>
            with {links === 1 ? 'the linked design' : `the ${links} linked designs`} and what these show
          </Tick>
        )}
        {kept > 0 && (
          <Tick on={all} onChange={setAll}>
            with {kept === 1 ? 'its version' : `its ${kept} versions`} and all that they are made of
          </Tick>
        )}
      </div>
      <Button
        onClick={() =>
          void stored(bench).then((done) => {
            const how = new URLSearchParams({
              ...(all && kept > 0 ? { versions: 'yes' } : {}),
              ...(along ? {} : { linked: 'no' }),
            })
            if (done) window.location.href = `/api/designs/${id}/package?${how}`
            else bench.notify('Not everything is saved yet; try again once it is.', 'trouble')
          })
        }
      >
        Save the package
      </Button>
    </section>
  )
}

/** Goes to what uses a thing: the layers are selected, on a page that has some of them. */
function useShow(): (layers: readonly string[]) => void {
  const bench = useBench()
  return (layers) => {
    const { design, page, channel } = bench.store.getState()
    const pageOf = (id: string) => design.layers[id]?.page
    const to = layers.some((id) => pageOf(id) === page) ? page : pageOf(layers[0] ?? '')
    if (!to) return
    if (to !== page) bench.show(to, channel)
    bench.select(layers.filter((id) => pageOf(id) === to))
    bench.set({ dialog: null })
  }
}

const counted = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`

function Part({ title, none, children }: { title: string; none: string; children: ReactNode[] }) {
  return (
    <section aria-label={title}>
      <h3 className="mb-1 text-small font-semibold">{title}</h3>
      {children.length === 0 ? (
        <p className="text-small text-soft">{none}</p>
      ) : (
        <ul className="divide-y divide-line border-y border-line">{children}</ul>
      )}
    </section>
  )
}
function Row({
  picture,
  name,
  use,
  from,
  trouble = false,
  onPress,
}: {
  picture: ReactNode
  name: string
  use: string
  from: string
  trouble?: boolean
  onPress: (() => void) | null
}) {
  return (
    <li>
      <button
        type="button"
        disabled={onPress === null}
        className="flex min-h-11 w-full items-center gap-3 px-1 py-1.5 text-left text-small enabled:hover:bg-well"
        onClick={() => onPress?.()}
      >
        <span className="flex size-9 shrink-0 items-center justify-center overflow-hidden rounded-[4px] bg-well">
          {picture}
        </span>
        <span className="min-w-0 flex-1">
          <span className="block truncate font-medium">{name}</span>
          <span className="block truncate text-tiny text-soft">{use}</span>
        </span>
        <span
          className={`flex max-w-[50%] items-center gap-1 text-right text-tiny ${trouble ? 'font-semibold text-warn' : 'text-soft'}`}
        >
          {trouble && <CircleAlert size={13} className="shrink-0" />}
          {from}
        </span>
      </button>
    </li>
  )
}

function Faces() {
  const show = useShow()
  const s = useBenchState((state) => ({
    design: state.design,
    own: state.ownFaces,
  }))
  const here = [...s.own, ...Object.values(s.design.faces)]
  const known = [...families, ...ownFamilies(here)]
  const familyOf = (name: string) => known.find((f) => f.name === name) ?? null
  const from = ({ family }: NeededFace): { from: string; trouble?: boolean } => {
    const own = here.find((f) => f.family === family)
    if (own) return { from: `Your own file; ${RIGHTS[own.embedding]}` }
    if (isShipped(family)) return { from: 'Comes with the application; free to embed' }
    return { from: `Missing; ${familyByName(family).name} stands in`, trouble: true }
  }
  return (
    <Part title="Typefaces" none="No words are set.">
      {facesNeeded(s.design).map((f) => {
        const styles = f.styles.map(
          ({ weight, italic }) => `${weightNames[weight] ?? weight}${italic ? ' italic' : ''}`,
        )
        return (
          <Row
            key={f.family}
            picture={<Letters family={familyOf(f.family)} />}
            name={f.family}
            use={`${styles.join(', ')} · ${counted(f.layers.length, 'text', 'texts')}`}
            {...from(f)}
            onPress={() => show(f.layers)}
          />
        )
      })}
    </Part>
  )
}

/** Two letters in a face; nothing where it is not here. */
function Letters({ family }: { family: Family | null }) {
  const [face, setFace] = useState<string | null>(null)
  useEffect(() => setFace(family && faceFor(family)), [family])
  return face ? (
    <span className="text-lg" style={{ fontFamily: `"${face}"` }}>
      Aa
    </span>
  ) : (
    <Type size={15} className="text-soft" />
  )
}

/** The designs that it shows. */
function Designs() {
  const show = useShow()
  const design = useBenchState((s) => s.design)
  const newer = useBenchState((s) => s.newer)
  const links = linksIn(design)
  if (links.length === 0) return null
  const ids = [...new Set(links.map((l) => l.link.design))]
  return (
    <Part title="Linked designs" none="">
      {ids.map((id) => {
        const own = links.filter((l) => l.link.design === id)
        const [first] = own
        const states = own.map((l) => newer[targetKey(l.link)])
        const gone = states.includes('gone')
        const changed = states.some((s) => s !== undefined)
        const told = changed ? 'Has changed since it was linked' : 'Shown as it is now'
        return (
          <Row
            key={id}
            picture={
              // biome-ignore lint/performance/noImgElement: a small copy of our own server
              <img
                src={`/api/blobs/${first?.source}/preview?side=96`}
                alt=""
                loading="lazy"
                className="max-h-full max-w-full"
              />
            }
            name={first?.link.name ?? ''}
            use={counted(own.length, 'layer', 'layers')}
            from={gone ? 'Not here; its picture stays' : told}
            trouble={gone || changed}
            onPress={() => show(own.map((l) => l.layer))}
          />
        )
      })}
    </Part>
  )
}
/** The table that it is filled from. */
function Table() {
  const bench = useBench()
  const design = useBenchState((s) => s.design)
  const [columns, rows] = [columnsOf(design), rowsOf(design)]
  if (columns.length === 0) return null
  return (
    <Part title="Table" none="">
      {[
        <Row
          key="table"
          picture={<Table2 size={15} className="text-soft" />}
          name={counted(rows.length, 'row', 'rows')}
          use={columns.map((c) => c.name).join(', ')}
          from="Kept with the design"
          onPress={() => bench.set({ dialog: null, table: true })}
        />,
      ]}
    </Part>
  )
}

function Files() {
  const show = useShow()
  const s = useBenchState((state) => ({
    design: state.design,
    sources: state.sources,
    findings: state.findings,
  }))
  const missing = Object.values(s.findings)
    .flat()
    .filter((f) => f.check === 'missing-file')
    .map((f) => f.layer)
  const use = ({ layers }: NeededFile, info: SourceInfo | undefined): string =>
    [
      info && (info.kind === 'graphic' ? 'vector' : `${info.width} × ${info.height} px`),
      layers.length > 0 && counted(layers.length, 'layer', 'layers'),
    ]
      .filter(Boolean)
      .join(' · ')
  return (
    <Part title="Pictures, graphics and looks" none="No files are used.">
      {filesNeeded(s.design).map((f) => {
        const info = s.sources[f.sha]
        const Absent = f.as === 'look' ? Palette : ImageOff
        const gone = f.layers.length > 0 && f.layers.every((id) => missing.includes(id))
        return (
          <Row
            key={f.sha}
            picture={
              info && !gone ? (
                // biome-ignore lint/performance/noImgElement: a small copy of our own server
                <img
                  src={`/api/blobs/${f.sha}/preview?side=96`}
                  alt=""
                  loading="lazy"
                  className="max-h-full max-w-full"
                />
              ) : (
                <Absent className="text-soft" size={15} />
              )
            }
            name={f.name}
            use={use(f, info)}
            from={gone ? 'Missing or damaged' : 'Kept with the design'}
            trouble={gone}
            onPress={f.layers.length > 0 ? () => show(f.layers) : null}
          />
        )
      })}
    </Part>
  )
}
