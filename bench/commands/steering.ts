import { toggleOnlyHere } from '../actions/only-here'
import { say, tryArrangement } from '../actions/steering'
import { carryOver, carryOverPages, changedHere } from '../actions/wall'
import { defineCommands, needs, severalSelected, someSelected } from './define'

const elsewhere = needs('another channel than the master', (s) => s.channel !== s.design.master)

/** How adaptations are steered: other arrangements, and what things are to each other. */
export const steeringCommands = defineCommands([
  {
    id: 'another-arrangement',
    label: 'Another arrangement',
    words: 'alternatives next layout other',
    section: 'Design',
    needs: elsewhere,
    run: (b) => tryArrangement(b, 1),
  },
  {
    id: 'arrangement-before',
    label: 'The arrangement before',
    words: 'alternatives previous layout other',
    section: 'Design',
    needs: elsewhere,
    run: (b) => tryArrangement(b, -1),
  },
  {
    id: 'carry-over',
    label: 'Carry changes over to like channels',
    words: 'copy changes other channels shape same',
    section: 'Design',
    needs: needs('something changed on this channel', (s) => changedHere(s).length > 0),
    run: carryOver,
  },
  {
    id: 'carry-over-seen',
    label: 'Carry changes over …',
    words: 'copy changes channels pages designs campaign series preview each',
    section: 'Design',
    needs: needs('something changed on this channel', (s) => changedHere(s).length > 0),
    run: (b) => b.set({ dialog: 'carry' }),
  },
  {
    id: 'carry-over-pages',
    label: 'Carry changes over to the other pages',
    words: 'copy changes series same name',
    section: 'Design',
    needs: needs(
      'something changed on this channel, and another page',
      (s) => Object.keys(s.design.pages).length > 1 && changedHere(s).length > 0,
    ),
    run: carryOverPages,
  },
  {
    id: 'only-here',
    label: 'Only on this channel, or on all again',
    words: 'own layer exists channel alone hide elsewhere',
    section: 'Design',
    needs: someSelected,
    run: toggleOnlyHere,
  },
  {
    id: 'belongs-together',
    label: 'Belongs together',
    words: 'relation unit adaptation keep',
    section: 'Arrange',
    needs: severalSelected,
    run: (b) => say(b, 'together', b.store.getState().selection, 'Belongs together'),
  },
  {
    id: 'a-row',
    label: 'A row of like things',
    words: 'relation set adaptation cards',
    section: 'Arrange',
    needs: severalSelected,
    run: (b) => say(b, 'row', b.store.getState().selection, 'A row of like things'),
  },
  {
    id: 'on-this',
    label: 'Lies on the hindmost',
    words: 'relation carrier adaptation on this label button card',
    section: 'Arrange',
    needs: severalSelected,
    run: (b) => say(b, 'on', b.store.getState().selection, 'Lies on'),
  },
  {
    id: 'read-in-order',
    label: 'Read in the order selected',
    words: 'reading order sequence first then adaptation flow',
    section: 'Arrange',
    needs: severalSelected,
    run: (b) => say(b, 'order', b.store.getState().selection, 'Read in this order'),
  },
  {
    id: 'not-together',
    label: 'Does not belong together',
    words: 'relation apart adaptation cut',
    section: 'Arrange',
    needs: severalSelected,
    run: (b) => say(b, 'apart', b.store.getState().selection, 'Does not belong together'),
  },
])
