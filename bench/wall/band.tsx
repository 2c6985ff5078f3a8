'use client'
import {
  ArrowDownWideNarrow,
  CopyCheck,
  EyeOff,
  Layers2,
  RotateCcw,
  Rows3,
  Ruler,
  SplitSquareHorizontal,
  Waypoints,
  X,
} from 'lucide-react'
import {
  arrangeAgain,
  carryOver,
  changedHere,
  followAgain,
  hideHere,
  setWall,
  toggleWall,
  treatedAlike,
  tryOthers,
  worstFirst,
} from '../actions/wall'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { Slider } from '../ui/slider'
import { useVersions } from '../versions/use-versions'

/** What all that hangs is compared with: the master, or a kept version. */
function Against({ against }: { against: 'master' | { version: string } }) {
  const bench = useBench()
  const design = useBenchState((s) => s.design.id)
  const versions = useVersions(design).data?.versions ?? []
  return (
    <div className="w-40">
      <Choice
        label="Compare with"
        value={against === 'master' ? 'master' : against.version}
        options={[
          { value: 'master', label: 'the master' },
          ...versions.slice(0, MOST_VERSIONS).map((v) => ({ value: v.id, label: v.name })),
        ]}
        onChange={(v) => setWall(bench, { against: v === 'master' ? 'master' : { version: v } })}
      />
    </div>
  )
}
/** So many of the newest are offered. */
const MOST_VERSIONS = 30

/** What can be done with all that hangs, or with those that are chosen. */
export function WallBand() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    wall: state.wall,
    alike: treatedAlike(state).length,
    selected: state.selection.length,
    differs: changedHere(state).length > 0,
    understood: state.understood,
  }))
  const { wall } = s
  if (!wall) return null
  const alike = () => treatedAlike(bench.store.getState())
  const many = wall.chosen.length > 0
  const toggle = (on: boolean) => (on ? 'dark' : 'ghost')
  return (
    <div
      role="toolbar"
      aria-label="Wall"
      className="absolute inset-x-0 top-0 z-10 flex h-9 items-center gap-1 border-b border-line bg-panel px-2"
      onPointerDown={(e) => e.stopPropagation()}
      onDoubleClick={(e) => e.stopPropagation()}
    >
      <div className="scroll-thin flex min-w-0 items-center gap-1 overflow-x-auto max-[1500px]:[&_svg]:hidden">
        <Button
          small
          look={toggle(wall.sizes === 'true')}
          aria-pressed={wall.sizes === 'true'}
          title="Each as large as it is beside the others"
          onClick={() => setWall(bench, { sizes: wall.sizes === 'true' ? 'alike' : 'true' })}
        >
          <Ruler size={13} /> To scale
        </Button>
        <Button
          small
          look={toggle(wall.order !== null)}
          aria-pressed={wall.order !== null}
          title="Those with most findings first"
          onClick={() => worstFirst(bench)}
        >
          <ArrowDownWideNarrow size={13} /> Worst first
        </Button>
        <Button
          small
          look={toggle(wall.against !== null)}
          aria-pressed={wall.against !== null}
          title="Compare with the master or a version under a split"
          onClick={() => setWall(bench, { against: wall.against ? null : 'master' })}
        >
          <SplitSquareHorizontal size={13} /> Compare
        </Button>
        {wall.against && <Against against={wall.against} />}
        {wall.against && (
          <div className="w-20">
            <Slider
              label="Where the split lies"
              value={Math.round(wall.split * 100)}
              min={0}
              max={100}
              onChange={(v) => setWall(bench, { split: v / 100 })}
            />
          </div>
        )}
        <Button
          small
          look={toggle(s.understood)}
          aria-pressed={s.understood}
          title="What belongs together, drawn on the page that is worked on (U)"
          onClick={() => bench.set({ understood: !s.understood })}
        >
          <Waypoints size={13} /> Understood
        </Button>
        <span className="mx-1 h-5 w-px bg-line" />
        <span className="min-w-0 truncate text-tiny text-soft" aria-live="polite">
          {many ? `${s.alike} chosen` : ''}
        </span>
        <Button small look="ghost" disabled={s.alike === 0} onClick={() => arrangeAgain(bench, alike())}>
          <RotateCcw size={13} /> Arrange again
        </Button>
        <Button small look="ghost" disabled={s.alike !== 1} onClick={() => tryOthers(bench, alike()[0])}>
          <Rows3 size={13} /> Alternatives
        </Button>
        <Button
          small
          look="ghost"
          title="Hide the selection on these channels; where it is hidden on all of them, show it again"
          disabled={s.alike === 0 || s.selected === 0}
          onClick={() => hideHere(bench, alike())}
        >
          <EyeOff size={13} /> Hide here
        </Button>
        <Button small look="ghost" disabled={s.alike === 0} onClick={() => followAgain(bench, alike())}>
          <Layers2 size={13} /> Follow master
        </Button>
        <Button
          small
          look="ghost"
          title="What was changed here goes to the chosen channels, else to those of like shape"
          disabled={!s.differs}
          onClick={() => carryOver(bench)}
        >
          <CopyCheck size={13} /> Carry over
        </Button>
        {many && (
          <Button small look="ghost" onClick={() => setWall(bench, { chosen: [] })}>
            Choose none
          </Button>
        )}
      </div>
      <IconButton label="Close the wall" hint="Shift+A" className="ml-auto" onClick={() => toggleWall(bench)}>
        <X size={15} />
      </IconButton>
    </div>
  )
}
