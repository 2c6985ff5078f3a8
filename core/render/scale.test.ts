import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { treatmentDefinitions } from '../treatments/list'
import { difference, reducedTo, rendered } from './compared.test-data'
import { designs, everything, kindsIn, readBlob } from './random-designs.test-data'

const host = openHost(readBlob)
const SCALES = [1 / 2, 1 / 3, 0.37]
/** What a smaller view may differ from the reduction of the full one: levels in the mean, and the share of px over 16 levels off. */
const [MEAN, OVER] = [1.5, 0.02]
const DESIGNS = 300

describe('a design at a smaller scale', () => {
  it(`is the full one reduced, whatever it is made of: ${DESIGNS} random designs with every kind of layer, mask and treatment`, async () => {
    const met = new Set<string>()
    await fc.assert(
      fc.asyncProperty(designs({ ...everything, least: 1 }), async (design) => {
        for (const kind of kindsIn(design)) met.add(kind)
        const full = await rendered(design, 1, host)
        for (const scale of SCALES) {
          const { mean, over } = difference(reducedTo(full, scale), await rendered(design, scale, host))
          expect({ scale, mean: mean <= MEAN ? 'near' : mean, over: over <= OVER ? 'few' : over }).toEqual({
            scale,
            mean: 'near',
            over: 'few',
          })
        }
      }),
      { numRuns: DESIGNS, seed: 17, endOnFailure: true },
    )
    const kinds = ['picture', 'graphic', 'shape', 'slot', 'type', 'strew', 'group', 'merged', 'grade'].map(
      (k) => `layer ${k}`,
    )
    const masks = ['shape', 'path', 'gradient', 'layer', 'picked', 'painted'].map((k) => `mask ${k}`)
    const groups = [
      'mirror across',
      'mirror turned',
      'mirror cut',
      'combine join',
      'combine punch',
      'group open',
      'group closed',
      'bend',
      'perspective',
      'weave',
    ]
    const treatments = treatmentDefinitions.map((d) => `treatment ${d.kind}`)
    expect([...kinds, ...masks, ...groups, ...treatments].filter((k) => !met.has(k))).toEqual([])
    // Grades take every treatment: most of them are met here, all in measuring.
    expect([...met].filter((k) => k.endsWith('in a grade')).length).toBeGreaterThan(30)
  }, 600_000)
})
