import { edgesCrossed } from '../../adapt/units'
import { defineRelation } from '../relation'

/** Goes over one to three edges of the page. */
export const bleeds = defineRelation({
  kind: 'bleeds',
  find: (c, found) =>
    c.items.flatMap((i) => {
      if (
        i.role === 'words' ||
        found.some((f) => (f.kind === 'ground' || f.kind === 'frames') && f.of.includes(i.id))
      )
        return []
      const over = edgesCrossed(i.ink, c.width, c.height)
      const edges = (['left', 'right', 'top', 'bottom'] as const).filter((e) => over[e])
      return edges.length > 0 ? [{ kind: 'bleeds', of: [i.id], to: edges }] : []
    }),
  sentence: ({ to }) => `bleeds over the ${to.join(' and ')}`,
})
