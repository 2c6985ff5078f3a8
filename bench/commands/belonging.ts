import { newId } from '@/core/basics/ids'
import { release } from '@/core/design/commands'
import { followMaster, ofLayers, setOnLayer } from '@/core/design/properties/set'
import { tie, untie } from '@/core/design/ties'
import { insidesOf, siblingsOf, withMembers } from '@/core/design/tree'
import { hasParts, isPhoto, takesPicture } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { fillPage } from '../actions/backdrop'
import { croppable, startCrop } from '../actions/cropping'
import { gather } from '../actions/gathering'
import { putInside } from '../actions/insides'
import { makeSlots, slotFormOf, slotInOpening } from '../actions/slot-making'
import { exchangePictures } from '../actions/slots'
import { canStrew, setFree, strewSelection } from '../actions/strewing'
import type { BenchState } from '../state/bench'
import { defineCommands, needs, ofKind, oneSelected, severalSelected, someSelected } from './define'
import { flatOrder } from './depth'

/** Of several the lowest holds the others; one alone is held by what lies directly beneath it. */
function holderFor({ selection, design }: BenchState): { ids: string[]; holder: string } | null {
  const layers = selection.flatMap((id) => design.layers[id] ?? [])
  const [first] = layers
  if (!first || layers.some((l) => l.page !== first.page)) return null
  const rank = (id: string): number => flatOrder(design, first.page).indexOf(id)
  if (layers.length === 1) {
    const band = siblingsOf(design, first)
    const beneath = band[band.findIndex((l) => l.id === first.id) - 1]
    return beneath ? { ids: [first.id], holder: beneath.id } : null
  }
  const [holder, ...rest] = [...selection].sort((a, b) => rank(a) - rank(b))
  return holder ? { ids: rest, holder } : null
}

/** A picture or graphic that may have an opening. */
const framed = (s: BenchState): string | null => {
  const [id] = s.selection
  const layer = id && s.selection.length === 1 ? s.design.layers[id] : undefined
  return layer && (isPhoto(layer) || hasParts(layer)) ? layer.id : null
}

const filled = (l: Layer | undefined): boolean => takesPicture(l) && l.picture !== null

/** What belongs together, is held, hidden or locked. */
export const belongingCommands = defineCommands([
  {
    id: 'weights-follow',
    label: 'Strokes and corners are sized along, or stay',
    section: 'Arrange',
    run: (b) => b.set({ weightsFollow: !b.store.getState().weightsFollow }),
  },
  {
    id: 'tie',
    label: 'Tie together without grouping',
    section: 'Arrange',
    keys: ['Alt+G'],
    needs: severalSelected,
    run: (b) => {
      const { selection } = b.store.getState()
      b.edit('Tie', (d) => tie(d, selection, newId()))
      b.notify(`${selection.length} things are tied: moving one moves the others.`)
    },
  },
  {
    id: 'untie',
    label: 'Untie',
    section: 'Arrange',
    keys: ['Alt+Shift+G'],
    needs: needs('something tied', (s) => s.selection.some((id) => s.design.layers[id]?.tie)),
    run: (b) => b.edit('Untie', (d) => untie(d, b.store.getState().selection)),
  },
  {
    id: 'fit-page',
    label: 'Fill the page: make it the backdrop',
    words: 'background cover ground full behind all',
    section: 'Arrange',
    needs: oneSelected,
    run: fillPage,
  },
  {
    id: 'gather',
    label: 'Gather: let it wait beside the page',
    words: 'apron pasteboard aside park keep outside off page later',
    section: 'Arrange',
    needs: needs(
      'something selected, on the master',
      (s) => s.selection.length > 0 && s.channel === s.design.master,
    ),
    run: gather,
  },
  {
    id: 'strew',
    label: 'Strew: copies of this as one layer',
    section: 'Arrange',
    needs: needs('a selected thing that can be copied', canStrew),
    run: strewSelection,
  },
  {
    id: 'set-free',
    label: 'Set a strew free into copies',
    section: 'Arrange',
    needs: ofKind('strew', 'a selected strew'),
    run: setFree,
  },
  {
    id: 'make-slot',
    label: 'Make a slot of the outline',
    section: 'Arrange',
    needs: needs('a selected shape or graphic', (s) =>
      s.selection.some((id) => slotFormOf(s.design.layers[id])),
    ),
    run: (b) => void makeSlots(b),
  },
  {
    id: 'slot-in-opening',
    label: 'Slot in the opening',
    section: 'Arrange',
    needs: needs('one picture or graphic with an opening', (s) => framed(s) !== null),
    run: (b) => {
      const id = framed(b.store.getState())
      if (id) void slotInOpening(b, id)
    },
  },
  {
    id: 'slots-in-openings',
    label: 'A slot in each opening',
    section: 'Arrange',
    needs: needs('one picture or graphic with openings', (s) => framed(s) !== null),
    run: (b) => {
      const id = framed(b.store.getState())
      if (id) void slotInOpening(b, id, true)
    },
  },
  {
    id: 'reframe',
    label: 'Pan and zoom the picture in its slot',
    section: 'Arrange',
    needs: needs(
      'a selected slot with a picture',
      (s) => s.reframing !== null || s.selection.some((id) => filled(s.design.layers[id])),
    ),
    run: (b) => {
      const { reframing, selection, design } = b.store.getState()
      b.set({ reframing: reframing ? null : (selection.find((id) => filled(design.layers[id])) ?? null) })
    },
  },
  {
    id: 'crop',
    label: 'Crop the picture',
    words: 'trim cut straighten level ratio rotate horizon',
    section: 'Arrange',
    needs: needs(
      'one selected picture',
      (s) => s.selection.length === 1 && croppable(s, s.selection[0] ?? '') !== null,
    ),
    run: (b) => void startCrop(b, b.store.getState().selection[0] ?? ''),
  },
  {
    id: 'exchange-pictures',
    label: 'Exchange the pictures of two slots',
    words: 'swap switch photos',
    section: 'Arrange',
    needs: needs(
      'two selected slots',
      (s) => s.selection.length === 2 && s.selection.every((id) => takesPicture(s.design.layers[id])),
    ),
    run: (b) => {
      const [one, two] = b.store.getState().selection
      if (one && two) exchangePictures(b, one, two)
    },
  },
  {
    id: 'keep-inside',
    label: 'Keep inside',
    section: 'Arrange',
    keys: ['Alt+I'],
    needs: needs('a thing and its holder beneath it', (s) => holderFor(s) !== null),
    run: (b) => {
      const found = holderFor(b.store.getState())
      if (found) putInside(b, found.ids, found.holder)
    },
  },
  {
    id: 'release',
    label: 'Let go from its holder',
    section: 'Arrange',
    keys: ['Alt+Shift+I'],
    needs: needs('a holder, or something kept inside one', (s) =>
      s.selection.some((id) => s.design.layers[id]?.inside || insidesOf(s.design, id).length > 0),
    ),
    run: (b) => {
      const { selection, design } = b.store.getState()
      // Of a holder, everything that it holds.
      const ids = selection.flatMap((id) =>
        design.layers[id]?.inside ? [id] : insidesOf(design, id).map((l) => l.id),
      )
      b.edit('Let go', (d) => release(d, ids))
      b.select(ids)
    },
  },
  {
    id: 'lock',
    label: 'Lock or unlock',
    section: 'Arrange',
    keys: ['Mod+L'],
    needs: someSelected,
    run: (b) => {
      const { selection, design } = b.store.getState()
      const on = selection.some((id) => !design.layers[id]?.locked)
      b.edit(on ? 'Lock' : 'Unlock', (d) => {
        for (const id of selection) {
          const l = d.layers[id]
          if (l) l.locked = on
        }
      })
    },
  },
  {
    id: 'hide',
    label: 'Hide or show',
    section: 'Arrange',
    keys: ['Mod+Alt+H'],
    needs: someSelected,
    run: (b) => {
      const { selection, design, channel, resolved } = b.store.getState()
      const shown = new Map(resolved.layers.map((l) => [l.layer.id, l.layer.shown]))
      const on = selection.some((id) => !(shown.get(id) ?? design.layers[id]?.shown))
      b.edit(on ? 'Show' : 'Hide', (d) => {
        for (const id of selection) setOnLayer(d, channel, id, 'shown', on)
      })
    },
  },
  {
    id: 'follow-master',
    label: 'Follow the master again',
    section: 'Arrange',
    needs: needs(
      'something selected on another channel than the master',
      (s) => s.selection.length > 0 && s.channel !== s.design.master,
    ),
    run: (b) => {
      const { selection, channel, design } = b.store.getState()
      b.edit('Follow the master again', (d) =>
        followMaster(d, {
          channel,
          targets: ofLayers(selection.flatMap((id) => withMembers(design, id).map((l) => l.id))),
        }),
      )
    },
  },
])
