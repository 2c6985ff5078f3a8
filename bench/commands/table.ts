import {
  bringTable,
  canBecomeColumns,
  columnsFromSelection,
  newRow,
  saveTable,
  stepRow,
} from '../actions/table'
import { defineCommands, needs } from './define'

const rows = needs('a row in the table', (s) => Object.keys(s.design.rows).length > 0)
const columns = needs('a column in the table', (s) => Object.keys(s.design.columns).length > 0)

export const tableCommands = defineCommands([
  {
    id: 'table',
    label: 'Table: fill this design from rows',
    words: 'series spreadsheet csv data merge batch variations variable many names bulk generate',
    section: 'Design',
    keys: ['Alt+B'],
    run: (b) => b.set({ table: !b.store.getState().table }),
  },
  {
    id: 'table-columns',
    label: 'What is selected becomes columns of the table',
    words: 'series data field variable bind placeholder merge',
    section: 'Design',
    needs: needs('words, a picture or a slot that is no column yet', canBecomeColumns),
    run: columnsFromSelection,
  },
  {
    id: 'table-row',
    label: 'Add a row to the table',
    words: 'series variation record',
    section: 'Design',
    needs: columns,
    run: (b) => newRow(b),
  },
  {
    id: 'table-bring',
    label: 'Bring a table (CSV) …',
    words: 'import spreadsheet series data merge csv tsv',
    section: 'Design',
    needs: columns,
    run: (b) => void bringTable(b),
  },
  {
    id: 'table-save',
    label: 'Save the table as CSV',
    words: 'export spreadsheet series data',
    section: 'Design',
    needs: columns,
    run: saveTable,
  },
  {
    id: 'row-next',
    label: 'The next row of the table',
    words: 'series variation record',
    section: 'Design',
    keys: ['Alt+PageDown'],
    needs: rows,
    run: (b) => stepRow(b, 1),
  },
  {
    id: 'row-before',
    label: 'The row of the table before',
    words: 'series variation record previous',
    section: 'Design',
    keys: ['Alt+PageUp'],
    needs: rows,
    run: (b) => stepRow(b, -1),
  },
  {
    id: 'row-none',
    label: 'As designed: no row of the table',
    words: 'series original template master',
    section: 'Design',
    needs: needs('a row that is shown', (s) => s.row !== null),
    run: (b) => b.showRow(null),
  },
])
