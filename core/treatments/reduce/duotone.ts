import { treatment } from '../definition'
import { colour } from '../field'
import { between } from './light-table'

/** Two colours, one for the dark and one for the light. */
export const duotone = treatment({
  kind: 'duotone',
  label: 'Duotone',
  group: 'reduce',
  fields: { dark: colour('Dark', '#26323c'), light: colour('Light', '#f3e3cc') },
  point: ({ dark, light }, look) => ({
    op: 'light',
    table: between(look, [
      { offset: 0, colour: dark },
      { offset: 1, colour: light },
    ]),
  }),
})
