import type { Layer } from '../kinds/list'
import { anchorPoint } from './channel-place'
import { type Change, type ChangeProperty, type Channel, changeKey, type Design } from './schema'

type ValueOf<P extends ChangeProperty> = Extract<Change, { property: P }>['value']

/**
 * A property that may differ on a channel. `words` name it in a list. `merge`: a value takes the place of the one before, or its
 * entries do, each for itself. `phase`: what is shown at all comes before arranging, so that it is measured as it will be; place
 * and look come after.
 */
type Property<P extends ChangeProperty> = {
  words: string
  merge: 'replace' | 'entries'
  phase: 'content' | 'look'
  /** The layer with the value on a channel; itself where it has no such property. */
  put: (layer: Layer, value: ValueOf<P>, channel: Channel) => Layer
}
const plain =
  <P extends ChangeProperty>(key: P) =>
  (layer: Layer, value: ValueOf<P>): Layer =>
    key in layer ? ({ ...layer, [key]: value } as Layer) : layer
const merged =
  <P extends ChangeProperty>(key: P) =>
  (layer: Layer, value: ValueOf<P>): Layer => {
    const held = (layer as Record<string, unknown>)[key]
    return typeof held === 'object' && held !== null
      ? ({ ...layer, [key]: { ...held, ...(value as object) } } as Layer)
      : layer
  }

/** All of them: what is true of one is said here and nowhere else. */
export const properties: { [P in ChangeProperty]: Property<P> } = {
  place: {
    words: 'place',
    merge: 'replace',
    phase: 'look',
    put(layer, v, channel) {
      const at = anchorPoint(v.anchor, channel)
      const short = Math.min(channel.width, channel.height)
      const { width, height } = layer.placement
      const placement = {
        ...layer.placement,
        x: at.x + v.dx * short,
        y: at.y + v.dy * short,
        width: width * v.factorX,
        height: height * v.factorY,
        rotation: v.rotation,
        flipX: v.flipX,
        flipY: v.flipY,
        ...(v.skew !== undefined || layer.placement.skew !== undefined ? { skew: v.skew ?? 0 } : {}),
      }
      return { ...layer, placement }
    },
  },
  shown: { words: 'shown', merge: 'replace', phase: 'content', put: plain('shown') },
  text: { words: 'words', merge: 'replace', phase: 'content', put: plain('text') },
  order: { words: 'depth', merge: 'replace', phase: 'content', put: plain('order') },
  style: { words: 'type', merge: 'entries', phase: 'look', put: merged('style') },
  opacity: { words: 'opacity', merge: 'replace', phase: 'look', put: plain('opacity') },
  blend: { words: 'blend mode', merge: 'replace', phase: 'look', put: plain('blend') },
  fill: { words: 'fill', merge: 'replace', phase: 'look', put: plain('fill') },
  stroke: { words: 'border', merge: 'entries', phase: 'look', put: merged('stroke') },
  parts: { words: 'colours', merge: 'entries', phase: 'look', put: merged('parts') },
}

/** A layer with what differs on a channel. */
export const withChange = (layer: Layer, change: Change, channel: Channel): Layer =>
  (properties[change.property].put as (l: Layer, v: unknown, c: Channel) => Layer)(
    layer,
    change.value,
    channel,
  )

/** Sets a property: on the master itself, elsewhere as what differs there. Of entries, those not named stay as they are. */
export function setOn<P extends ChangeProperty>(
  d: Design,
  channel: string,
  id: string,
  property: P,
  value: ValueOf<P>,
): void {
  const layer = d.layers[id]
  if (!layer) return
  const entries = properties[property].merge === 'entries'
  if (channel !== d.master) {
    const key = changeKey(channel, id, property)
    const held = d.changes[key]
    const whole = entries && held ? { ...(held.value as object), ...(value as object) } : value
    d.changes[key] = { channel, target: id, property, value: whole } as Change
    return
  }
  const own = (layer as Record<string, unknown>)[property]
  if (own === undefined) return
  if (entries) Object.assign(own as object, value)
  else (layer as Record<string, unknown>)[property] = value
}
