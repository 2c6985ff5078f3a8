import fc from 'fast-check'
import { blankDesign, presetSpecs } from '../core/design/blank'
import type { Design } from '../core/design/schema'
import type { Layer } from '../core/kinds/list'
import {
  axisLayer,
  boxAt,
  gradeLayer,
  groupLayer,
  mergedLayer,
  pictureLayer,
  typeLayer,
} from '../core/kinds/new'
import { difference, reducedTo, rendered } from '../core/render/compared.test-data'
import {
  designs,
  everything,
  kindsIn,
  readBlob,
  shippedPicture,
} from '../core/render/random-designs.test-data'
import { renderPage } from '../core/render/render-page'
import { newTreatment, treatmentDefinitions } from '../core/treatments/list'
import { openHost } from '../host/project'
import { median, note } from './report'

const at = (id: string, order: string, parent: string | null = null) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const key = (n: number) => `a${50 + n}`
const blurred = (layer: Layer, radius: number): Layer => ({
  ...layer,
  treatments: { t: { ...newTreatment('blur', { id: 't', order: 'a0' }), radius } },
})

/** So many of one kind over each other, on a page `w` by `h`. */
type Pile = (count: number, w: number, h: number) => Layer[]
const piles: Record<string, Pile> = {
  'merged copies with a blur': (count, w, h) =>
    Array.from({ length: count }, (_, n) =>
      blurred(mergedLayer(at(`m${n}`, key(n)), 'M', boxAt(0, 0, w, h)), 8),
    ),
  'grades with a blur': (count, w, h) =>
    Array.from({ length: count }, (_, n) =>
      blurred({ ...gradeLayer(at(`g${n}`, key(n)), 'G', boxAt(0, 0, w, h)), opacity: 0.5 }, 8),
    ),
  'mirrors over each other': (count, w, h) =>
    Array.from({ length: count }, (_, n): Layer[] => {
      const group = {
        ...groupLayer(at(`r${n}`, key(n)), 'R'),
        mirror: { way: 'across' as const, count: 2, cut: false },
      }
      const copy = mergedLayer(at(`c${n}`, 'a10', `r${n}`), 'C', boxAt(0, 0, w / 2, h))
      const word = typeLayer(
        at(`w${n}`, 'a05', `r${n}`),
        'Kiln',
        boxAt(w * 0.1, h * 0.1 + (n * h) / 20, w * 0.4, h * 0.3),
        { size: h * 0.2 },
      )
      return [
        group,
        word,
        blurred(copy, 4),
        axisLayer(at(`x${n}`, 'a90', `r${n}`), {
          ...boxAt(w / 2 - h / 4, h / 2 - 0.5, h / 2, 1),
          rotation: 90,
        }),
      ]
    }).flat(),
}
function page(w: number, h: number, layers: readonly Layer[]): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('d', 'D', [{ ...spec, width: w, height: h }])
  const photo = pictureLayer(at('photo', 'a00'), 'Photo', shippedPicture, boxAt(0, 0, w, h))
  for (const l of [
    photo,
    typeLayer(at('word', 'a20'), 'Kiln', boxAt(w * 0.1, h * 0.3, w * 0.6, h * 0.4), { size: h * 0.3 }),
    ...layers,
  ])
    d.layers[l.id] = l
  return d
}

/** What one more of what reads all that lies beneath it costs, against the first; 1 when it costs as much. */
export async function measureDepth(): Promise<void> {
  const host = openHost(readBlob)
  for (const [w, h] of [
    [500, 200],
    [2000, 2000],
  ] as const)
    for (const [name, pile] of Object.entries(piles)) {
      const takes: number[] = []
      for (const count of [0, 1, 2, 4, 8]) {
        const resolved = await host.resolve(page(w, h, pile(count, w, h)), 'page1', 'square-post')
        const runs: number[] = []
        for (let run = 0; run < 4; run++) {
          host.renderer.release()
          const from = performance.now()
          await renderPage(resolved, 1, { left: 0, top: 0, right: w, bottom: h }, host)
          runs.push(performance.now() - from)
        }
        // The least: a machine that is shared only ever adds.
        takes.push(Math.min(...runs))
      }
      const [none = 0, one = 0, , , eight = 0] = takes
      note(`${name}, ${w} × ${h}: none`, none, 'ms')
      note(`${name}, ${w} × ${h}: the first takes`, one - none, 'ms')
      note(
        `${name}, ${w} × ${h}: each further one against the first`,
        (eight - one) / 7 / Math.max(0.5, one - none),
        '×',
        1.3,
      )
    }
}

const SCALES = [1 / 2, 1 / 3, 0.37]
/** Random designs of everything at smaller scales against the reduction of the full one, and what of them is met. */
export async function measureScales(count = 3000): Promise<void> {
  const host = openHost(readBlob)
  const met = new Set<string>()
  const means: number[] = []
  let apart = 0
  for (const design of fc.sample(designs({ ...everything, least: 1 }), { numRuns: count, seed: 4021 })) {
    for (const kind of kindsIn(design)) met.add(kind)
    const full = await rendered(design, 1, host)
    let near = true
    for (const scale of SCALES) {
      const { mean, over } = difference(reducedTo(full, scale), await rendered(design, scale, host))
      means.push(mean)
      if (mean > 1.5 || over > 0.02) near = false
    }
    if (!near) apart++
  }
  note(`Random designs at ½, ⅓ and 0.37 apart from the full one reduced, of ${count}`, apart, '', 0)
  note('Mean distance of one at a smaller scale, median', median(means), 'levels', 1.5)
  const missing = treatmentDefinitions
    .flatMap((d) => [`treatment ${d.kind}`, `treatment ${d.kind} in a grade`])
    .filter((k) => !met.has(k))
  note('Treatments, on things and in grades, that were not met among them', missing.length, '', 0)
}
