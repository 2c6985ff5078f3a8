import { type MaskKind, maskSettings } from '../../masks/mask'
import { ofKind, type Property, plainly } from './property'

const named: Record<string, string> = {
  turnDegrees: 'turn',
  width: 'size',
  height: 'size',
  x: 'place',
  y: 'place',
  by: 'what counts',
  swap: 'swapped',
  frame: 'what it moves with',
  d: 'outline',
  clean: 'clean edges',
  layer: 'layer it goes by',
}
/** What of a mask may differ on a channel: all but what is painted, which is the same everywhere. */
export const maskProperties: readonly Property[] = Object.entries(maskSettings).flatMap(([kind, settings]) =>
  Object.entries(settings).map(([key, schema]): Property => {
    const property = plainly('mask', key, {
      words: named[key] ?? key,
      schema,
      ...(key === 'layer' ? { refersTo: 'layer' as const } : {}),
    })
    return kind === 'all' ? property : ofKind(kind as MaskKind, property)
  }),
)
