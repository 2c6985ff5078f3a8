import { z } from 'zod'
import { blendModeSchema } from '../basics/blend-modes'
import { idSchema as id, orderSchema as order, unitSchema as unit } from '../basics/values'
import { placementSchema } from '../geometry/placement-schema'
import { maskSchema } from '../masks/mask'
import { treatmentSchema } from '../treatments/list'
import { planeSchema } from './planes'
import { weaveSchema } from './weave-schema'

export const BEHAVIOURS = ['cover', 'edge', 'anchor', 'reads', 'ride', 'span'] as const
export const behaviourSchema = z.object({
  /** `auto`: kind first, plane second. */
  kind: z.enum(['auto', ...BEHAVIOURS]),
  keepsSize: z.boolean(),
  keepsClear: z.boolean(),
  /** Its sides stay in proportion: a card is scaled, not stretched round its words. */
  keepsRatio: z.boolean().optional(),
  /** Of what carries others: that side stays as long as everything else says, instead of hugging what lies on it. */
  keepsWidth: z.boolean().optional(),
  keepsHeight: z.boolean().optional(),
  /** Of what carries others: the room round what lies on it, px of the master; as it lies there where it does not say. */
  padding: z.number().min(0).max(2000).optional(),
  /** Never smaller on another size than this share of what it takes on the master, each measured against its page; free where it does not say. */
  leastShare: z.number().min(0.1).max(2).optional(),
  /** Whether all of it must be seen, or the page and its slot may cut some of it off; as it suits it where it does not say. */
  seen: z.enum(['whole', 'cropped']).optional(),
  /** Strokes and corner radii stay as they are when the layer is sized, by hand or for a channel. */
  keepsWeight: z.boolean().default(false),
  /** What a layer rides on; without it the nearest thing beneath it. */
  host: id.nullable(),
  importance: z.enum(['must', 'should', 'may']),
})

/** What every layer has, of whatever kind. */
export const common = {
  id,
  name: z.string().max(200),
  /** A person gave it its name: another picture in its place does not take it away. */
  named: z.boolean().optional(),
  page: id,
  plane: planeSchema,
  parent: id.nullable(),
  /** The holder that this layer is kept inside: it shows only where that one has coverage. Same page, plane and group. */
  inside: id.nullable().default(null),
  /** Layers of one tie move together without being grouped. */
  tie: id.nullable().default(null),
  /** Lies always where that layer lies: parts of one photo. Their own placement says nothing. */
  register: id.nullable().default(null),
  order,
  shown: z.boolean(),
  locked: z.boolean(),
  placement: placementSchema,
  opacity: unit,
  /** Body strength: how much of the thing itself shows; what is kept inside it and what lies around it is spared. */
  body: unit.default(1),
  blend: blendModeSchema,
  /** What hides parts of it, each by its own; they multiply. */
  masks: z.record(id, maskSchema).default({}),
  /** Layers that pass over it at some of their crossings, though they lie beneath, or the other way round. */
  weaves: z.record(id, weaveSchema).default({}),
  /** Effects on it, in their order. */
  treatments: z.record(id, treatmentSchema).default({}),
  /** How much of its treatments shows, all of them together. */
  treated: unit.default(1),
  /** A recipe of the design that it follows: that one's treatments are shown instead of its own. */
  recipe: id.nullable().default(null),
  behaviour: behaviourSchema,
}
export type Behaviour = z.infer<typeof behaviourSchema>
export type BehaviourKind = (typeof BEHAVIOURS)[number]
export type Importance = Behaviour['importance']
