import { newId } from '@/core/design/blank'
import { addPage, clearPage, removePage } from '@/core/design/commands'
import { inOrder } from '@/core/design/order'
import { arrangementKey } from '@/core/design/schema'
import type { Bench } from '../state/bench-store'
import { defineCommands } from './define'

const newPage = (copy: boolean) => (b: Bench) => {
  const { design, page, channel } = b.store.getState()
  const id = newId()
  b.edit(copy ? 'Duplicate page' : 'Add page', (d) => addPage(d, id, `Page ${inOrder(design.pages).length + 1}`, page, newId, copy))
  b.show(id, channel)
}

export const designCommands = defineCommands([
  { id: 'save', label: 'Save', section: 'Design', keys: ['Mod+S'], run: (b) => b.notify(b.sync.unsent === 0 ? 'Everything is saved.' : 'Saving…') },
  { id: 'add-page', label: 'Add a page', section: 'Design', run: newPage(false) },
  { id: 'duplicate-page', label: 'Duplicate this page', section: 'Design', run: newPage(true) },
  { id: 'clear-page', label: 'Clear this page', section: 'Design', run: (b) => b.edit('Clear page', (d) => clearPage(d, b.store.getState().page)) },
  {
    id: 'remove-page',
    label: 'Remove this page',
    section: 'Design',
    can: (s) => Object.keys(s.design.pages).length > 1,
    run: (b) => b.edit('Remove page', (d) => removePage(d, b.store.getState().page)),
  },
  {
    id: 'arrange-again',
    label: 'Arrange again',
    section: 'Design',
    can: (s) => s.channel !== s.design.master,
    run: (b) => {
      const { page, channel } = b.store.getState()
      b.edit('Arrange again', (d) => {
        delete d.arrangements[arrangementKey(page, channel)]
      })
    },
  },
])
