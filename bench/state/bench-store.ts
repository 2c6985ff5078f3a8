import { createStore, type StoreApi } from 'zustand/vanilla'
import type { LightOf } from '@/core/adapt/lightness'
import { inOrder } from '@/core/basics/order'
import { historyOf } from '@/core/design/history'
import type { Design } from '@/core/design/schema'
import { outermost } from '@/core/design/tree'
import { withMaster } from '@/core/resolve/compose-in'
import { alternativesOn, inksOf, lightUnder, readingOf } from '@/core/resolve/readings'
import { resolve } from '@/core/resolve/resolve'
import { FontBook } from '@/core/type/fonts'
import { ask } from '@/wire/client'
import { readLog as readLogOf } from '@/wire/designs'
import { readFonts } from '../actions/fonts'
import { RenderClient } from '../worker/client'
import { fetchedFont } from '../worker/fonts'
import type { SourceInfo } from '../worker/protocol'
import type { Bench } from './bench'
import { type BenchState, type Loaded, openedState } from './bench-state'
import { newFrames } from './frames'
import { listening } from './listening'
import { newRecording } from './recording'
import { newShowing, type ResolveNow } from './showing'
import { Sync } from './sync'

/** One open design: its state, its history, its workers and its saving. */
export function createBench(loaded: Loaded): Bench {
  const fonts = new FontBook(fetchedFont)
  const infos = new Map(loaded.sources.map((s) => [s.sha, s]))
  const lightOf: LightOf = (sha) => infos.get(sha)?.light ?? null
  const firstPage = inOrder(loaded.design.pages)[0]?.id ?? ''
  const resolveNow: ResolveNow = (design, page, channel, row) =>
    resolve(design, { page, channel, ...(row ? { row } : {}) }, { fonts, lightOf })
  const store: StoreApi<BenchState> = createStore(() =>
    openedState(loaded, firstPage, resolveNow(loaded.design, firstPage, loaded.design.master, null)),
  )
  const { getState, setState } = store
  let client: RenderClient | null = null
  let notices = 0
  const notify: Bench['notify'] = (text, tone = 'plain', action) =>
    setState({ notice: { text, tone, id: ++notices, action } })
  const showing = newShowing(store, fonts, resolveNow)
  const recording = newRecording({ store, showing, notify, sync: () => sync, client: () => client })

  const sync = new Sync(loaded.id, loaded.revision, loaded.design, {
    told: (save) => setState({ save }),
    theirs: (edits) => {
      for (const edit of edits) recording.take(edit, false)
    },
    replaced: (design, note) => {
      recording.rest()
      showing.show(design)
      client?.setDesign(design, getState().revision, [...infos.values()])
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

  const bench: Bench = {
    ...recording,
    store,
    fonts,
    sync,
    notify,
    frames: newFrames(),
    get client(): RenderClient {
      if (!client) throw new Error('The bench is not open.')
      return client
    },
    get inGesture(): boolean {
      return recording.inGesture()
    },
    get base(): Design {
      return recording.base()
    },
    open() {
      const made = new RenderClient()
      client = made
      made.setDesign(getState().design, getState().revision, [...infos.values()])
      made.listen(listening(bench))
      showing.openFonts()
      sync.open()
      void readLog()
      void readFonts(bench)
      return () => {
        made.close()
        sync.close()
        client = null
      }
    },
    resolveOf: (design) => resolveNow(design, getState().page, getState().channel, getState().row),
    readingOf: (page) => readingOf(getState().design, page, { fonts, lightOf }),
    lightOf,
    lightUnder: (id) => lightUnder(getState().resolved, id, { fonts, lightOf }),
    withMaster: (channel) => withMaster(getState().design, channel, { fonts, lightOf }),
    inks: () => inksOf(getState().resolved, { fonts, lightOf }),
    alternatives() {
      const { design, page, channel } = getState()
      return alternativesOn(design, page, channel, { fonts, lightOf }).map((a) => a.arrangement)
    },
    addSource(info: SourceInfo) {
      infos.set(info.sha, info)
      setState({ sources: Object.fromEntries(infos) })
      client?.addSources([info])
    },
    select(ids) {
      setState({
        selection: [...new Set(ids)],
        cropping: null,
        editingType: null,
        mask: null,
        pointInHand: null,
      })
    },
    takenBy(id) {
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
        resolved: resolveNow(s.design, page, channel, s.row),
        view: { ...s.view, fitted: true },
      })
    },
    showRow(id: string | null) {
      const s = getState()
      const row = id && s.design.rows[id] ? id : null
      if (s.row === row) return
      setState({ row, editingType: null, resolved: resolveNow(s.design, s.page, s.channel, row) })
      client?.setRow(row)
      showing.openFonts()
    },
    set: (partial: Partial<BenchState>) => setState(partial),
  }
  return bench
}
