import { curve, tube, type Vector } from '../geometry'
import { looks } from '../scene'
import { type Picture, studio } from '../studio'
import { cloth, cushion, leg, picture } from './parts'

export const seats: Picture[] = [
  picture(
    'chair',
    860,
    1240,
    studio(
      (s) => {
        const wood = s.material({ ...looks.oak, scale: 2 })
        cushion(s, [0, 1.55, 0], [1.6, 0.16, 1.5], s.material(cloth('#d8cbb4', '#c2b294')), 0.3)
        cushion(s, [0, 1.44, 0], [1.7, 0.12, 1.6], wood, 0.25)
        for (const x of [-0.68, 0.68]) {
          leg(s, [x, 1.42, 0.66], [x * 1.12, 0, 0.78], wood)
          tube(
            s.mesh,
            curve<Vector>(
              [
                [x * 1.12, 0, -0.8],
                [x, 1.42, -0.66],
                [x * 1.02, 2.4, -0.86],
                [x * 1.04, 3.1, -1.0],
              ],
              8,
            ),
            () => 0.075,
            wood,
            14,
          )
        }
        for (const [y, z] of [
          [3.02, -0.98],
          [2.6, -0.92],
        ] as const)
          tube(
            s.mesh,
            curve<Vector>(
              [
                [-0.7, y, z],
                [0, y + 0.03, z - 0.14],
                [0.7, y, z],
              ],
              10,
            ),
            () => 0.11,
            wood,
            14,
            0.4,
          )
        for (let n = -2; n <= 2; n++)
          tube(
            s.mesh,
            [
              [n * 0.24, 1.5, -0.68],
              [n * 0.26, 2.56, -0.98],
            ],
            () => 0.03,
            wood,
            8,
          )
      },
      { height: 3.9, middle: 1.5, above: 2.2, across: 5 },
    ),
  ),
  picture(
    'sofa',
    1500,
    860,
    studio(
      (s) => {
        const m = s.material(cloth('#5b7d74', '#4a6a62'))
        cushion(s, [0, 0.75, 0], [4.6, 0.7, 1.9], m, 0.25)
        cushion(s, [0, 1.5, -0.8], [4.6, 1.4, 0.6], m, 0.3)
        for (const x of [-1, 1]) {
          cushion(s, [x * 1.06, 1.2, 0.12], [2.06, 0.42, 1.6], m, 0.34)
          cushion(s, [x * 1.06, 1.72, -0.44], [2.0, 0.95, 0.42], m, 0.4)
          cushion(s, [x * 2.4, 1.15, 0], [0.5, 1.1, 1.95], m, 0.35)
        }
        cushion(s, [-1.5, 1.75, -0.1], [0.95, 0.9, 0.34], s.material(cloth('#d99b5c', '#c9864a')), 0.5)
        const wood = s.material(looks.walnut)
        for (const x of [-2.2, 2.2])
          for (const z of [0.75, -0.75]) leg(s, [x, 0.45, z], [x * 1.02, 0, z], wood, 0.09)
      },
      { height: 3.2, middle: 1.05, above: 2.2 },
    ),
  ),
]
