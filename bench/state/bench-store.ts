import { createStore, type StoreApi } from 'zustand/vanilla'
import type { LightOf } from '@/core/adapt/lightness'
import { newId } from '@/core/basics/ids'
import { inOrder } from '@/core/basics/order'
import { applyEdit, type Edit, type Patch, record } from '@/core/design/edits'
import { advance, historyOf, redoOf, undoOf } from '@/core/design/history'
import { type Arrangement, arrangementKey, type Design, SCHEMA_VERSION } from '@/core/design/schema'
import { outermost } from '@/core/design/tree'
import { facesDue } from '@/core/resolve/needs'
import { resolve } from '@/core/resolve/resolve'
import type { ResolvedPage } from '@/core/resolve/resolved'
import { fontFileName } from '@/core/type/catalogue'
import { FontBook } from '@/core/type/fonts'
import { ask } from '@/wire/client'
import { readLog as readLogOf } from '@/wire/designs'
import { RenderClient } from '../render/client'
import type { SourceInfo } from '../render/protocol'
import type { Bench } from './bench'
import { type BenchState, type Loaded, type NoticeAction, openedState } from './bench-state'
import { keepStroke } from './painting'
import { Sync } from './sync'

/** One open design: its state, its history, its workers and its saving. */
export function createBench(loaded: Loaded): Bench {
  const fonts = new FontBook(async (file) => {
    const answer = await fetch(`/generated/fonts/${fontFileName(file)}.ttf`)
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
  })
  const infos = new Map(loaded.sources.map((s) => [s.sha, s]))
  const lightOf: LightOf = (sha) => infos.get(sha)?.light ?? null
  const firstPage = inOrder(loaded.design.pages)[0]?.id ?? ''
  const resolveNow = (design: Design, page: string, channel: string) =>
    resolve(design, { page, channel }, { fonts, lightOf })
  const store: StoreApi<BenchState> = createStore(() =>
    openedState(loaded, firstPage, resolveNow(loaded.design, firstPage, loaded.design.master)),
  )
  const { getState, setState } = store
  let client: RenderClient | null = null
  let gesture: { base: Design; last: Design } | null = null
  let notices = 0

  const notify = (text: string, tone: 'plain' | 'trouble' = 'plain', action?: NoticeAction) =>
    setState({ notice: { text, tone, id: ++notices, action } })

  const sync = new Sync(loaded.id, loaded.revision, loaded.design, {
    told: (save) => setState({ save }),
    theirs: (edits) => {
      for (const edit of edits) take(edit, false)
    },
    replaced: (design, note) => {
      replaceDesign(design)
      void readLog()
      if (note)
        notify(note.text, 'trouble', note.versions ? { label: 'Versions', command: 'versions' } : undefined)
    },
  })
  /** What can be taken back: the log of the design, and what is on its way. */
  async function readLog(): Promise<void> {
    const read = await ask(readLogOf, { params: { id: loaded.id } }).catch(() => null)
    if (!read) return
    const past = read.log.map((l) => l.edit)
    const known = new Set(past.map((e) => e.id))
    setState({ history: historyOf([...past, ...sync.pending.filter((e) => !known.has(e.id))]) })
  }

  /** Fonts that the page shown needs are opened; it is arranged again when they have come. */
  function openFonts(): void {
    const due = facesDue(getState().resolved, fonts)
    if (due.length === 0) return
    void fonts.open(due).then(() => {
      const s = getState()
      setState({ fontsReady: s.fontsReady + 1, resolved: resolveNow(s.design, s.page, s.channel) })
      openFonts()
    })
  }
  function show(design: Design, more: Partial<BenchState> = {}): void {
    const s = { ...getState(), ...more }
    const page = design.pages[s.page] ? s.page : (inOrder(design.pages)[0]?.id ?? '')
    const channel = design.channels[s.channel] ? s.channel : design.master
    const selection = s.selection.filter((id) => design.layers[id]?.page === page)
    const inside = s.inside && design.layers[s.inside] ? s.inside : null
    const editingType = s.editingType && design.layers[s.editingType] ? s.editingType : null
    // A mask that was undone or removed is in no hand any more.
    const mask = s.mask && design.layers[selection[0] ?? '']?.masks[s.mask] ? s.mask : null
    setState({
      ...more,
      design,
      page,
      channel,
      selection,
      inside,
      editingType,
      mask,
      revision: getState().revision + 1,
      resolved: resolveNow(design, page, channel),
    })
    openFonts()
  }
  function rest(): void {
    gesture = null
    if (getState().inHand) setState({ moving: false, inHand: false })
  }
  function replaceDesign(design: Design): void {
    rest()
    show(design)
    client?.setDesign(design, getState().revision, [...infos.values()])
  }
  /** Applies an edit that is already recorded: another tab's, an undo. What is in the hand stays in it. */
  function take(edit: Edit, own: boolean): void {
    const next = applyEdit(getState().design, edit.patches)
    if (gesture) gesture = { base: applyEdit(gesture.base, edit.patches), last: next }
    show(next, { history: own ? advance(getState().history, edit) : getState().history })
    client?.commit(edit.patches as Patch[], getState().revision)
    if (own) sync.push(edit)
  }
  function finish(name: string, base: Design, change: (draft: Design) => void, keep?: string): void {
    const { design, patches, inverse } = record(base, change)
    if (patches.length === 0) {
      if (getState().design !== base) {
        show(base)
        client?.commit([], getState().revision)
      }
      return
    }
    const edit: Edit = {
      id: newId(),
      name,
      base: sync.revision,
      version: SCHEMA_VERSION,
      way: 'do',
      target: null,
      patches,
      inverse,
      ...(keep ? { keep } : {}),
    }
    show(design, { history: advance(getState().history, edit) })
    client?.commit(patches, getState().revision)
    sync.push(edit)
  }

  /** When each revision was first on the stage; read by measuring. */
  const frames = {
    shown: [] as { revision: number; stroke: number; at: number; milliseconds: number }[],
    note({
      revision,
      stroke,
      milliseconds,
    }: {
      revision: number
      stroke: number
      milliseconds: number
    }): void {
      const last = frames.shown.at(-1)
      if (last?.revision === revision && last.stroke === stroke) return
      frames.shown.push({ revision, stroke, at: performance.now(), milliseconds })
      if (frames.shown.length > 2000) frames.shown.splice(0, 1000)
    },
  }
  const bench: Bench = {
    store,
    fonts,
    sync,
    frames,
    get client(): RenderClient {
      if (!client) throw new Error('The bench is not open.')
      return client
    },
    /** Starts workers and saving; returns the end of it. */
    open(): () => void {
      const made = new RenderClient()
      client = made
      made.setDesign(getState().design, getState().revision, [...infos.values()])
      made.listen((m) => {
        if (m.kind === 'thumb') {
          const { thumbs } = getState()
          setState({
            thumbs: {
              ...thumbs,
              [`${m.page}/${m.channel}`]: {
                revision: m.revision,
                width: m.width,
                height: m.height,
                data: m.data,
                leftOut: m.leftOut,
              },
            },
          })
          if (
            m.arrangement &&
            (m.chosenAnew || !getState().design.arrangements[arrangementKey(m.page, m.channel)])
          )
            bench.keepArrangement(m.page, m.channel, m.arrangement)
        } else if (m.kind === 'layer' && m.data)
          setState({ layerPictures: { ...getState().layerPictures, [m.id]: m.data } })
        else if (m.kind === 'findings')
          setState({ findings: { ...getState().findings, [`${m.page}/${m.channel}`]: m.findings } })
        else if (m.kind === 'painted') void keepStroke(bench, m)
        else if (m.kind === 'trouble') notify(m.message, 'trouble')
      })
      openFonts()
      sync.open()
      void readLog()
      return () => {
        made.close()
        sync.close()
        client = null
      }
    },

    /** One step of work, recorded, shown and saved; `keep` names a version of the state before it. */
    edit(name: string, change: (draft: Design) => void, keep?: string): void {
      rest()
      finish(name, getState().design, change, keep)
    },
    /**
     * A change in the hand: shown but not recorded until `commit`. Always from the state at the gesture's start.
     * `onStage`: panels need not follow every move.
     */
    preview(change: (draft: Design) => void, onStage = false): void {
      gesture ??= { base: getState().design, last: getState().design }
      const { design, patches } = record(gesture.base, change)
      gesture.last = design
      show(design, { moving: onStage, inHand: true })
      client?.preview(patches, getState().revision)
    },
    commit(name: string, change: (draft: Design) => void): void {
      const base = gesture?.base ?? getState().design
      rest()
      finish(name, base, change)
    },
    cancel(): void {
      if (!gesture) return
      const { base } = gesture
      rest()
      show(base)
      // To the stage the hand has let go: it must not take what comes for parts of a gesture.
      client?.commit([], getState().revision)
    },
    get inGesture(): boolean {
      return gesture !== null
    },
    /** The design as it was when the hand took hold, or as it is. */
    get base(): Design {
      return gesture?.base ?? getState().design
    },
    undo(): void {
      if (gesture) return bench.cancel()
      const edit = undoOf(getState().history, newId(), sync.revision)
      if (edit) bench.tryTake(edit)
    },
    redo(): void {
      const edit = redoOf(getState().history, newId(), sync.revision)
      if (edit) bench.tryTake(edit)
    },
    tryTake(edit: Edit): void {
      try {
        take(edit, true)
      } catch {
        notify(
          'This step no longer fits, as another tab changed the same thing since. Nothing was changed.',
          'trouble',
        )
      }
    },
    /** An arrangement that was chosen is stored with the design, outside the history. */
    keepArrangement(page: string, channel: string, arrangement: Arrangement): void {
      if (gesture) return
      const { design } = getState()
      if (!design.pages[page] || !design.channels[channel]) return
      const {
        design: next,
        patches,
        inverse,
      } = record(design, (d) => {
        d.arrangements[arrangementKey(page, channel)] = arrangement
      })
      if (patches.length === 0) return
      show(next)
      client?.commit(patches, getState().revision)
      sync.push({
        id: newId(),
        name: 'Arrange',
        base: sync.revision,
        version: SCHEMA_VERSION,
        way: 'keep',
        target: null,
        patches,
        inverse,
      })
    },
    /** A design as it would be seen on the page and channel shown. */
    resolveOf: (design: Design): ResolvedPage => resolveNow(design, getState().page, getState().channel),
    addSource(info: SourceInfo): void {
      infos.set(info.sha, info)
      setState({ sources: Object.fromEntries(infos) })
      client?.addSources([info])
    },
    select(ids: readonly string[]): void {
      setState({ selection: [...new Set(ids)], editingType: null, mask: null, pointInHand: null })
    },
    /** The thing a click on a layer means: itself inside the group that was gone into, else its outermost group. */
    takenBy(id: string): string {
      const s = getState()
      if (!s.inside) return outermost(s.design, id)
      let at = s.design.layers[id]
      while (at?.parent && at.parent !== s.inside) at = s.design.layers[at.parent]
      return at?.parent === s.inside ? at.id : outermost(s.design, id)
    },
    show: (page: string, channel: string) => {
      const s = getState()
      if (s.page === page && s.channel === channel) return
      setState({
        page,
        channel,
        selection: s.page === page ? s.selection : [],
        inside: null,
        editingType: null,
        resolved: resolveNow(s.design, page, channel),
        view: { ...s.view, fitted: true },
      })
    },
    set: (partial: Partial<BenchState>) => setState(partial),
    notify,
  }
  return bench
}
