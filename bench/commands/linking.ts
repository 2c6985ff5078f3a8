import { linksIn } from '@/core/design/linked'
import { linkOf } from '@/core/kinds/facts'
import { breakLink, followLinks, lookAtLinks, makeLinked, ownCopy } from '../actions/linking'
import type { BenchState } from '../state/bench'
import { defineCommands, needs, someSelected } from './define'

const selectedLinks = (s: BenchState): string[] =>
  s.selection.filter((id) => {
    const layer = s.design.layers[id]
    return layer !== undefined && linkOf(layer) !== null
  })
const linked = needs('a linked design that is selected', (s) => selectedLinks(s).length > 0)
const some = needs('a linked design', (s) => linksIn(s.design).length > 0)

export const linkingCommands = defineCommands([
  {
    id: 'link-design',
    label: 'Link a design …',
    words: 'place embed nested linked piece smart component reuse instance another document inside',
    section: 'Design',
    run: (b) => b.set({ dialog: 'link', linking: [] }),
  },
  {
    id: 'make-linked',
    label: 'Make what is selected a linked design',
    words: 'piece symbol component reuse instance nest convert smart shared several places',
    section: 'Design',
    needs: someSelected,
    run: (b) => void makeLinked(b),
  },
  {
    id: 'links-look',
    label: 'Look whether linked designs have changed',
    words: 'refresh update links stale outdated',
    section: 'Design',
    needs: some,
    run: (b) => void lookAtLinks(b),
  },
  {
    id: 'links-follow',
    label: 'Take over what changed in linked designs',
    words: 'update refresh relink sync links',
    section: 'Design',
    needs: some,
    run: (b) => followLinks(b),
  },
  {
    id: 'link-own-copy',
    label: 'A copy of its own for the linked design',
    words: 'independent duplicate unlink differ',
    section: 'Design',
    needs: linked,
    run: (b) => void ownCopy(b, selectedLinks(b.store.getState())[0] ?? ''),
  },
  {
    id: 'unlink',
    label: 'Unlink: a picture as it is',
    words: 'break link detach embed rasterize flatten',
    section: 'Design',
    needs: linked,
    run: (b) => breakLink(b, selectedLinks(b.store.getState())),
  },
])
