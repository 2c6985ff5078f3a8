import { archOutline, ball, curve, ringSlab, roundedOutline, slab, tube, type Vector } from '../geometry'
import { looks } from '../scene'
import { type Picture, studio } from '../studio'
import { BLACK, facing, frameOf, GOLD, inset, oval, PAPER, picture, rect } from './parts'

const framed: Picture[] = [
  picture(
    'frame-oak',
    1000,
    1250,
    studio((s) => frameOf(s, rect(2.4, 3), inset(2.4, 3, 0.2), looks.oak), facing(3)),
  ),
  picture(
    'frame-black',
    1250,
    1000,
    studio((s) => {
      frameOf(s, rect(3, 2.4), inset(3, 2.4, 0.12), BLACK, 0.2, 0.03)
      ringSlab(s.mesh, inset(3, 2.4, 0.12), inset(3, 2.4, 0.4), -0.16, -0.1, s.material(PAPER), 0.02)
    }, facing(2.4)),
  ),
  picture(
    'frame-gold',
    1000,
    1250,
    studio((s) => {
      frameOf(s, rect(2.5, 3.1), inset(2.5, 3.1, 0.14), GOLD, 0.2, 0.06)
      ringSlab(
        s.mesh,
        inset(2.5, 3.1, 0.12),
        inset(2.5, 3.1, 0.3),
        -0.2,
        -0.05,
        s.material({ ...GOLD, colour: '#a87d38' }),
        0.08,
      )
      ringSlab(s.mesh, inset(2.5, 3.1, 0.29), inset(2.5, 3.1, 0.36), -0.2, -0.02, s.material(GOLD), 0.03)
      const bead = s.material(GOLD)
      for (let n = 0; n < 120; n++) {
        const o = inset(2.5, 3.1, 0.21)
        const t = (n / 120) * o.length
        const [a, b] = [o[Math.floor(t) % o.length], o[(Math.floor(t) + 1) % o.length]] as const
        if (a && b)
          ball(
            s.mesh,
            [a[0] + (b[0] - a[0]) * (t % 1), a[1] + (b[1] - a[1]) * (t % 1), -0.02],
            0.035,
            bead,
            1,
            8,
          )
      }
    }, facing(3.1)),
  ),
  picture(
    'frame-oval',
    1000,
    1250,
    studio((s) => {
      frameOf(s, oval(2.4, 3, 1.5), oval(1.96, 2.56, 1.5), { ...looks.walnut, scale: 0.7 }, 0.2, 0.1)
      ringSlab(s.mesh, oval(2.0, 2.6, 1.5), oval(1.9, 2.5, 1.5), -0.16, -0.02, s.material(GOLD), 0.03)
    }, facing(3)),
  ),
  picture(
    'frame-arch',
    900,
    1300,
    studio(
      (s) =>
        frameOf(
          s,
          archOutline(0, 0, 2.2, 3.2),
          archOutline(0, 0.18, 1.84, 2.84),
          { ...looks.clayWall, bump: 0.1 },
          0.24,
          0.06,
        ),
      facing(3.2),
    ),
  ),
  picture(
    'frame-white-wide',
    1400,
    820,
    studio(
      (s) =>
        frameOf(
          s,
          rect(4.2, 2.4),
          inset(4.2, 2.4, 0.16),
          { colour: '#f2ede4', roughness: 0.4, coat: 0.5 },
          0.2,
          0.05,
        ),
      facing(2.4),
    ),
  ),
]
const poster = picture(
  'poster-hanger',
  940,
  1320,
  studio(
    (s) => {
      const wood = s.material({ ...looks.oak, scale: 2 })
      const cord = s.material({ colour: '#8a7355', roughness: 0.9 })
      for (const y of [0, 3.0])
        slab(s.mesh, roundedOutline(0, y + 0.09, 2.5, 0.18, 0.05), -0.12, 0.02, wood, 0.03)
      ringSlab(
        s.mesh,
        roundedOutline(0, 1.59, 2.3, 2.9, 0.01),
        roundedOutline(0, 1.59, 2.1, 2.64, 0.01),
        -0.06,
        -0.05,
        s.material(PAPER),
        0.004,
      )
      for (const side of [-1, 1])
        tube(
          s.mesh,
          curve<Vector>(
            [
              [side * 1.1, 3.16, -0.05],
              [side * 0.5, 3.55, -0.05],
              [0, 3.9, -0.05],
            ],
            8,
          ),
          () => 0.018,
          cord,
          6,
        )
    },
    facing(4, 1.95),
  ),
)

/** Frames around openings that are see-through. */
export const frames: Picture[] = [...framed, poster]
