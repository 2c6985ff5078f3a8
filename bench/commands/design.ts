import { newId } from '@/core/basics/ids'
import { inOrder } from '@/core/basics/order'
import { addPage, clearPage, movePage, removePage } from '@/core/design/commands'
import { type Freed, freeEverything } from '@/core/design/free'
import { setPageOnly } from '@/core/design/page-channels'
import { arrangementKey, type Design } from '@/core/design/schema'
import { withMembers } from '@/core/design/tree'
import { hasParts, layerName } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { type Artwork, readSvg } from '@/core/vector/svg'
import { makeMaster } from '../actions/channels'
import { fetchProof } from '../export/excerpts'
import { bringRemarks } from '../remarks/take'
import type { Bench, BenchState } from '../state/bench'
import { serverLoader } from '../worker/loader'
import { defineCommands, needs } from './define'

const pageAt = (s: BenchState, by: number) => {
  const pages = inOrder(s.design.pages)
  return pages[pages.findIndex((p) => p.id === s.page) + by]
}
const followsMaster = (s: BenchState): boolean =>
  s.channel !== s.design.master && !s.design.channels[s.channel]?.elsewhere
/** Up to three names, and how many more. */
const listed = (names: readonly string[]): string =>
  [...names.slice(0, 3), ...(names.length > 3 ? [`${names.length - 3} more`] : [])].join(', ')
/** What came of freeing, in words; what had to stay is named with the reason. */
function toldOf(
  { freed, dropped, left }: Freed,
  layer: (id: string) => Layer | undefined,
  before: (id: string) => Layer | undefined,
): string {
  const gone = dropped.flatMap((id) => before(id) ?? []).map((l) => `“${layerName(l)}”`)
  const names = left.slice(0, 3).flatMap(({ id, why }) => {
    const l = layer(id)
    return l ? [`“${layerName(l)}” stays: ${why}`] : []
  })
  const more = left.length > 3 ? [`${left.length - 3} more stay`] : []
  return [
    freed.length === 1
      ? 'One piece can be edited by itself now.'
      : `${freed.length} pieces can be edited by themselves now.`,
    gone.length > 0 ? `Dropped, as empty or repeated: ${listed(gone)}.` : '',
    [...names, ...more].join('; '),
  ]
    .filter(Boolean)
    .join(' ')
}

/** Artwork of the graphics in some layers, by their source. */
async function artworkIn(design: Design, ids: readonly string[]): Promise<Map<string, Artwork>> {
  const sources = new Set(
    ids.flatMap((id) => withMembers(design, id)).flatMap((l) => (hasParts(l) ? [l.source] : [])),
  )
  const read = await Promise.all(
    [...sources].map(async (sha) => [sha, await serverLoader.graphic(sha)] as const),
  )
  return new Map(read.flatMap(([sha, text]) => (text ? [[sha, readSvg(text)] as const] : [])))
}
async function freeAll(b: Bench): Promise<void> {
  const s = b.store.getState()
  const all = Object.values(s.design.layers).filter(
    (l) => l.page === s.page && l.parent === null && !l.inside,
  )
  const ids = s.selection.length > 0 ? s.selection : all.map((l) => l.id)
  const hasGraphics = ids.some((id) => withMembers(s.design, id).some((l) => hasParts(l)))
  const art = hasGraphics ? await artworkIn(s.design, ids) : new Map<string, Artwork>()
  let came: Freed = { freed: [], dropped: [], left: [] }
  b.edit(
    'Free everything',
    (d) => {
      came = freeEverything(d, ids, { art, newId })
    },
    'Before freeing everything',
  )
  b.select(s.selection.length > 0 ? came.freed : [])
  b.notify(
    toldOf(
      came,
      (id) => b.store.getState().design.layers[id],
      (id) => s.design.layers[id],
    ),
  )
}

const newPage = (copy: boolean) => (b: Bench) => {
  const { design, page, channel } = b.store.getState()
  const id = newId()
  b.edit(copy ? 'Duplicate page' : 'Add page', (d) =>
    addPage(d, id, `Page ${inOrder(design.pages).length + 1}`, page, newId, copy),
  )
  b.show(id, channel)
}

export const designCommands = defineCommands([
  {
    id: 'save',
    label: 'Save',
    section: 'Design',
    keys: ['Mod+S'],
    run: (b) => b.notify(b.sync.unsent === 0 ? 'Everything is saved.' : 'Saving…'),
  },
  {
    id: 'versions',
    label: 'Versions …',
    section: 'Design',
    keys: ['Alt+V'],
    run: (b) => b.set({ dialog: 'versions' }),
  },
  {
    id: 'proof-html',
    label: 'Proof with room for remarks',
    words: 'approval review comments sign off client feedback html page',
    section: 'Design',
    run: (b) => void fetchProof(b, 'html'),
  },
  {
    id: 'proof-pdf',
    label: 'Proof as a PDF sheet',
    words: 'approval review contact sheet overview print sign off client',
    section: 'Design',
    run: (b) => void fetchProof(b, 'pdf'),
  },
  {
    id: 'take-remarks',
    label: 'Take in remarks …',
    words: 'comments feedback review proof import',
    section: 'Design',
    run: (b) => void bringRemarks(b),
  },
  {
    id: 'captions',
    label: 'Alt text and caption …',
    words: 'alternative description accessibility post words metadata author credit',
    section: 'Design',
    run: (b) => b.set({ dialog: 'captions' }),
  },
  {
    id: 'needs',
    label: 'What this design needs …',
    words: 'fonts typefaces used missing files links licence package collect',
    section: 'Design',
    run: (b) => b.set({ dialog: 'needs' }),
  },
  {
    id: 'free-everything',
    label: 'Free everything: unpick groups and holders',
    section: 'Arrange',
    run: (b) => void freeAll(b),
  },
  ...(
    [
      ['back', -1],
      ['on', 1],
    ] as const
  ).map(([way, by]) => ({
    id: `page-${way}`,
    label: by < 0 ? 'Move this page one place earlier' : 'Move this page one place later',
    section: 'Design' as const,
    needs: needs(
      by < 0 ? 'a page before this one' : 'a page after this one',
      (s) => pageAt(s, by) !== undefined,
    ),
    run: (b: Bench) => b.edit('Move the page', (d) => movePage(d, b.store.getState().page, by)),
  })),
  ...(
    [
      ['page-before', 'The page before', -1],
      ['next-page', 'The next page', 1],
    ] as const
  ).map(([id, label, by]) => ({
    id,
    label,
    section: 'Design' as const,
    needs: needs(
      by < 0 ? 'a page before this one' : 'a page after this one',
      (s) => pageAt(s, by) !== undefined,
    ),
    run: (b: Bench) => {
      const s = b.store.getState()
      const to = pageAt(s, by)
      if (to) b.show(to.id, s.channel)
    },
  })),
  {
    id: 'export',
    label: 'Export …',
    words: 'download save as picture png jpeg files deliver share publish',
    section: 'Design',
    run: () => document.querySelector<HTMLElement>('[data-export]')?.click(),
  },
  {
    id: 'rename-page',
    label: 'Rename this page …',
    section: 'Design',
    run: (b) => b.set({ naming: b.store.getState().page }),
  },
  { id: 'add-page', label: 'Add a page', section: 'Design', run: newPage(false) },
  { id: 'duplicate-page', label: 'Duplicate this page', section: 'Design', run: newPage(true) },
  {
    id: 'page-only-here',
    label: 'This page only on this channel, or on all again',
    words: 'own page channel series',
    section: 'Design',
    needs: needs('another page', (s) => Object.keys(s.design.pages).length > 1),
    run: (b) => {
      const { page, channel, design } = b.store.getState()
      const own = design.pages[page]?.only !== undefined
      const name = design.channels[channel]?.name ?? 'this channel'
      b.edit(own ? 'The page on all channels' : `The page only on ${name}`, (d) =>
        setPageOnly(d, page, own ? null : channel),
      )
      b.notify(
        own
          ? 'The page is on all channels again.'
          : `The page is on ${name} alone; nowhere else is it delivered.`,
      )
    },
  },
  {
    id: 'clear-page',
    label: 'Clear this page',
    section: 'Design',
    run: (b) => b.edit('Clear page', (d) => clearPage(d, b.store.getState().page)),
  },
  {
    id: 'remove-page',
    label: 'Remove this page',
    section: 'Design',
    needs: needs('another page', (s) => Object.keys(s.design.pages).length > 1),
    run: (b) => b.edit('Remove page', (d) => removePage(d, b.store.getState().page)),
  },
  {
    id: 'make-master',
    label: 'Make this channel the master',
    words: 'compose here swap original source',
    section: 'Design',
    needs: needs('another channel than the master, that follows it', followsMaster),
    run: (b) => makeMaster(b, b.store.getState().channel),
  },
  {
    id: 'arrange-again',
    label: 'Arrange again',
    section: 'Design',
    needs: needs('another channel than the master, that follows it', followsMaster),
    run: (b) => {
      const { page, channel } = b.store.getState()
      b.edit('Arrange again', (d) => {
        delete d.arrangements[arrangementKey(page, channel)]
      })
    },
  },
])
