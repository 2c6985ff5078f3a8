import { ball, ringSlab, roundedOutline, slab } from '../geometry'
import { type Picture, studio } from '../studio'
import { BLACK, facing, glassy, picture, SILVER } from './parts'

export const devices: Picture[] = [
  picture(
    'phone-upright',
    640,
    1240,
    studio((s) => {
      ringSlab(
        s.mesh,
        roundedOutline(0, 1.6, 1.56, 3.2, 0.26),
        roundedOutline(0, 1.6, 1.46, 3.1, 0.22),
        -0.14,
        0,
        s.material(SILVER),
        0.04,
      )
      ringSlab(
        s.mesh,
        roundedOutline(0, 1.6, 1.48, 3.12, 0.23),
        roundedOutline(0, 1.6, 1.36, 3.0, 0.18),
        -0.1,
        -0.015,
        s.material(glassy),
        0.006,
      )
      slab(s.mesh, roundedOutline(0.8, 2.1, 0.05, 0.4, 0.02), -0.1, -0.04, s.material(SILVER), 0.015)
    }, facing(3.2)),
  ),
  picture(
    'tablet-upright',
    1000,
    1300,
    studio((s) => {
      ringSlab(
        s.mesh,
        roundedOutline(0, 1.6, 2.4, 3.2, 0.2),
        roundedOutline(0, 1.6, 2.32, 3.12, 0.17),
        -0.12,
        0,
        s.material({ ...SILVER, colour: '#8b8882' }),
        0.04,
      )
      ringSlab(
        s.mesh,
        roundedOutline(0, 1.6, 2.34, 3.14, 0.18),
        roundedOutline(0, 1.6, 2.12, 2.9, 0.05),
        -0.1,
        -0.015,
        s.material(glassy),
        0.006,
      )
      ball(s.mesh, [0, 3.1, -0.02], 0.022, s.material({ colour: '#35414d', roughness: 0.2, coat: 1 }), 1, 12)
    }, facing(3.2)),
  ),
  picture(
    'laptop-open',
    1500,
    960,
    studio(
      (s) => {
        const body = s.material({ ...SILVER, colour: '#bdbab5' })
        ringSlab(
          s.mesh,
          roundedOutline(0, 1.42, 3.9, 2.5, 0.12),
          roundedOutline(0, 1.42, 3.84, 2.44, 0.1),
          -0.1,
          0,
          body,
          0.03,
        )
        ringSlab(
          s.mesh,
          roundedOutline(0, 1.42, 3.86, 2.46, 0.11),
          roundedOutline(0, 1.44, 3.6, 2.24, 0.03),
          -0.08,
          -0.01,
          s.material(glassy),
          0.006,
        )
        // The keyboard half comes toward us: seen from the front it is a low wedge.
        slab(s.mesh, roundedOutline(0, 0.09, 4.3, 0.2, 0.09), -0.2, 0.9, body, 0.05)
        slab(
          s.mesh,
          roundedOutline(0, 0.165, 0.9, 0.06, 0.03),
          0.4,
          0.91,
          s.material({ ...SILVER, colour: '#9a9793' }),
          0.01,
        )
      },
      facing(2.75, 1.34),
    ),
  ),
  picture(
    'screen-on-stand',
    1400,
    1180,
    studio(
      (s) => {
        ringSlab(
          s.mesh,
          roundedOutline(0, 2.2, 4.2, 2.5, 0.08),
          roundedOutline(0, 2.2, 4.02, 2.32, 0.03),
          -0.14,
          0,
          s.material(BLACK),
          0.03,
        )
        const body = s.material({ ...SILVER, colour: '#a8a5a0' })
        slab(s.mesh, roundedOutline(0, 0.6, 0.5, 0.9, 0.03), -0.2, -0.12, body, 0.02)
        slab(s.mesh, roundedOutline(0, 0.06, 1.7, 0.12, 0.05), -0.5, 0.35, body, 0.04)
      },
      facing(3.5, 1.74),
    ),
  ),
]
