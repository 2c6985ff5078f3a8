import { treatment } from '../definition'
import { amount, choice, px } from '../field'

/** Moved by what another layer shows: lighter than the middle one way, darker the other. */
export const displacement = treatment({
  kind: 'displace',
  label: 'Displacement',
  group: 'surface',
  words: 'warp folds map',
  fields: {
    layer: { kind: 'layer', label: 'By' },
    by: choice('Moves by', { light: 'lightness', colours: 'red across, green down' }, 'light'),
    across: amount(px('Across', 12, 400, { least: -400, reach: 60 })),
    down: amount(px('Down', 12, 400, { least: -400, reach: 60 })),
  },
  near: ({ layer, by, across, down }, { scale }) =>
    layer
      ? {
          op: 'displace',
          layer,
          light: by === 'light',
          dx: (across / 2) * scale,
          dy: (down / 2) * scale,
          size: 1,
          seed: 0,
        }
      : null,
})
