/**
 * Measures speed, memory and exactness against the numbers asked for, in one run. `--json` for data, `--only PARTS` for
 * some (opening, delivering, drag, handling, large, painting, softness, adapt, cutout, precision, scaling, compositing, treatments, restyle, deep, scales, faults); exit 1 when a number is missed by over 15 %.
 */
import { loadSupplies, lookupIn } from '../host/supplies'
import { adaptAll } from './adapt-speed'
import { measureAdapting } from './adapting'
import { startApplication } from './application'
import { measureBench } from './bench'
import { measureCompositing } from './compositing'
import { measureCutout, measureCutoutSpeed } from './cutout'
import { measureDepth, measureScales } from './deep'
import { measureDelivering } from './delivering'
import { drag20 } from './drag-20'
import { measureFaults } from './faults'
import { measureHandling } from './handling'
import { measureLarge } from './large'
import { measureOpening } from './opening'
import { measurePainting, measurePicking, measureRims, measureSoftness, measureTouching } from './painting'
import { measurePrecision } from './precision'
import { finish, note } from './report'
import { measureRestyle, measureTreatedDrags } from './restyle'
import { measureScaling } from './scaling'
import { measureTreatments } from './treatments'
import { measureWall } from './wall'

const only = process.argv.includes('--only') ? process.argv[process.argv.indexOf('--only') + 1] : undefined
const wants = (part: string): boolean => only === undefined || only.split(',').includes(part)

const loaded = await loadSupplies()
if (wants('opening')) {
  // A store of its own, in which nothing was rendered yet.
  const fresh = await startApplication()
  try {
    await measureOpening(fresh)
  } finally {
    await fresh.close()
  }
}
if (wants('delivering')) {
  const application = await startApplication()
  try {
    await measureDelivering(application, loaded)
  } finally {
    await application.close()
  }
}
if (
  wants('drag') ||
  wants('wall') ||
  wants('large') ||
  wants('handling') ||
  wants('painting') ||
  wants('restyle')
) {
  const application = await startApplication()
  try {
    if (wants('drag')) await measureBench(application, drag20(lookupIn(loaded)), loaded)
    if (wants('wall')) await measureWall(application, drag20(lookupIn(loaded)), loaded)
    if (wants('handling')) await measureHandling(application, lookupIn(loaded), loaded)
    if (wants('large')) await measureLarge(application, loaded)
    if (wants('restyle')) {
      await measureRestyle(application, drag20(lookupIn(loaded)), loaded)
      await measureTreatedDrags(application, drag20(lookupIn(loaded)), loaded)
    }
    if (wants('painting')) await measurePainting(application, loaded)
  } finally {
    await application.close()
  }
}
if (wants('adapt'))
  note('Adapting a design to a channel, median over 300 made designs', await adaptAll(), 'ms', 5)
if (wants('adapt')) await measureAdapting(loaded)
if (wants('softness')) {
  await measureSoftness(loaded)
  measurePicking()
  measureTouching()
  measureRims()
}
if (wants('cutout')) {
  await measureCutoutSpeed()
  await measureCutout()
}
if (wants('precision')) measurePrecision()
if (wants('scaling')) await measureScaling(loaded)
if (wants('compositing')) await measureCompositing()
if (wants('treatments')) await measureTreatments()
if (wants('deep')) await measureDepth()
if (wants('scales')) await measureScales()
if (wants('faults')) await measureFaults()
finish()
