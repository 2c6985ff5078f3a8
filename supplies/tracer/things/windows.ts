import { archOutline, ringSlab, roundedOutline, slab } from '../geometry'
import type { Material } from '../materials'
import { looks, type Scene } from '../scene'
import { type Picture, studio } from '../studio'
import { facing, frameOf, inset, oval, picture, rect } from './parts'

const SASH: Material = {
  colour: '#efe8da',
  second: '#ded3bf',
  pattern: 'plaster',
  scale: 1.4,
  amount: 0.4,
  roughness: 0.5,
  coat: 0.3,
}
const bars = (
  s: Scene,
  material: number,
  ups: readonly number[],
  acrosses: readonly number[],
  w: number,
  h: number,
  y0: number,
) => {
  for (const x of ups)
    slab(s.mesh, roundedOutline(x, y0 + h / 2, 0.1, h, 0.01), -0.14, -0.03, material, 0.025)
  for (const y of acrosses) slab(s.mesh, roundedOutline(0, y, w, 0.1, 0.01), -0.14, -0.03, material, 0.025)
}
export const windows: Picture[] = [
  picture(
    'window-with-panes',
    1000,
    1300,
    studio(
      (s) => {
        const m = s.material(SASH)
        frameOf(s, rect(2.5, 3.2), inset(2.5, 3.2, 0.2), SASH, 0.2, 0.05)
        bars(s, m, [0], [1.1, 2.1], 2.2, 2.9, 0.15)
        slab(s.mesh, roundedOutline(0, -0.04, 2.9, 0.2, 0.03), -0.2, 0.25, m, 0.05)
      },
      facing(3.5, 1.56),
    ),
  ),
  picture(
    'window-arched',
    900,
    1340,
    studio((s) => {
      const m = s.material({ ...looks.walnut, scale: 2 })
      ringSlab(s.mesh, archOutline(0, 0, 2.2, 3.4), archOutline(0, 0.16, 1.88, 3.08), -0.22, 0, m, 0.05)
      bars(s, m, [0], [1.1, 2.3], 1.94, 3.2, 0.1)
    }, facing(3.4)),
  ),
  picture(
    'window-round',
    1100,
    1100,
    studio((s) => {
      const m = s.material({ ...looks.greenWall, roughness: 0.5, coat: 0.3 })
      ringSlab(s.mesh, oval(3, 3, 1.5), oval(2.56, 2.56, 1.5), -0.22, 0, m, 0.07)
      bars(s, m, [0], [1.5], 2.66, 2.66, 0.17)
    }, facing(3)),
  ),
  picture(
    'window-wide-open',
    1500,
    1060,
    studio(
      (s) => {
        const m = s.material(SASH)
        frameOf(s, rect(3.4, 2.6), inset(3.4, 2.6, 0.16), SASH, 0.2, 0.05)
        // Two leaves stand open: narrow from the front.
        for (const side of [-1, 1]) {
          ringSlab(
            s.mesh,
            roundedOutline(side * 1.98, 1.3, 0.52, 2.44, 0.02),
            roundedOutline(side * 1.98, 1.3, 0.32, 2.22, 0.01),
            -0.05,
            0.08,
            m,
            0.03,
          )
        }
        slab(s.mesh, roundedOutline(0, -0.06, 3.8, 0.2, 0.03), -0.2, 0.3, m, 0.05)
      },
      facing(2.95, 1.24),
    ),
  ),
]
