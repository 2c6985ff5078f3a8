import sharp from 'sharp'
import { boxWhere, halved, type Pixels, toLab } from '../core/cutout/copies'
import { cutOut, cutStages } from '../core/cutout/cut-out'
import { study } from '../core/cutout/study'
import { boundsOf, heightOf, intersect, widthOf } from '../core/geometry/bounds'
import type { Dab } from '../core/masks/mask'
import { cutOutPicture, studyPicture } from '../host/cut-out'
import { openMemory } from '../host/kernels'
import { type CutoutScene, cutoutScene, SEVERAL } from './cutout-scenes'
import { nextDab } from './dabs'
import { note } from './report'

const SCENES = Array.from({ length: 36 }, (_, n) => n + 1)
/** Never tuned on: traced anew by each run that asks for them. */
const HELD_OUT = Array.from({ length: 10 }, (_, n) => 1000 + n)
/** Several things together; none of these was learnt from. */
const TOGETHER = Array.from({ length: 6 }, (_, n) => SEVERAL + 200 + n)
const FOLDER = '.cache/cutout-scenes'

const memory = openMemory()
const mean = (values: readonly number[]): number => values.reduce((s, v) => s + v, 0) / values.length

/** Intersection over union of two coverages, 0–255. */
function overlapOf(a: Uint8Array, b: Uint8Array): number {
  let [both, either] = [0, 0]
  a.forEach((v, n) => {
    both += Math.min(v, b[n] as number)
    either += Math.max(v, b[n] as number)
  })
  return either === 0 ? 1 : both / either
}
/** px within 4 of a change from covered to not. */
function bandOf({ alpha, width, height }: CutoutScene): Uint8Array {
  const out = new Uint8Array(alpha.length)
  for (let y = 1; y < height; y++)
    for (let x = 1; x < width; x++) {
      const n = y * width + x
      const v = (alpha[n] as number) >= 128
      if (v === (alpha[n - 1] as number) >= 128 && v === (alpha[n - width] as number) >= 128) continue
      for (let b = Math.max(0, y - 4); b < Math.min(height, y + 4); b++)
        out.fill(1, b * width + Math.max(0, x - 4), b * width + Math.min(width, x + 4))
    }
  return out
}
function bandError(scene: CutoutScene, alpha: Uint8Array): number {
  let [sum, count] = [0, 0]
  bandOf(scene).forEach((b, n) => {
    if (!b) return
    sum += Math.abs((alpha[n] as number) - (scene.alpha[n] as number)) / 255
    count++
  })
  return sum / count
}

/** In how much of its edge a subject differs by less than 0.1 in OKLab from what is behind it. */
function alike({ pixels, alpha, width, height }: CutoutScene): number {
  const lab = toLab({ width, height, data: pixels })
  let [near, count] = [0, 0]
  for (let y = 6; y < height - 6; y += 2)
    for (let x = 6; x < width - 6; x++) {
      const n = y * width + x
      if ((alpha[n] as number) >= 128 === (alpha[n + 1] as number) >= 128) continue
      const side = (inside: boolean) => {
        const sum = [0, 0, 0, 0]
        for (let v = y - 5; v <= y + 5; v++)
          for (let u = x - 5; u <= x + 5; u++) {
            const m = v * width + u
            if (inside ? (alpha[m] as number) < 250 : (alpha[m] as number) > 5) continue
            ;[lab.l, lab.a, lab.b].forEach((plane, k) => {
              sum[k] = (sum[k] as number) + (plane[m] as number)
            })
            sum[3] = (sum[3] as number) + 1
          }
        return sum.slice(0, 3).map((v) => v / Math.max(1, sum[3] as number))
      }
      const [f, g] = [side(true), side(false)]
      count++
      if (Math.hypot(...f.map((v, k) => v - (g[k] as number))) < 0.1) near++
    }
  return near / Math.max(1, count)
}

/** What is unlike the four corners' mean colour: the plain way, its tolerance the best of many for each scene. */
function byCorners(scene: CutoutScene): number {
  const { pixels, alpha, width, height } = scene
  const lab = toLab({ width, height, data: pixels })
  const at = [0, width - 1, (height - 1) * width, height * width - 1]
  const ground = [lab.l, lab.a, lab.b].map((plane) => mean(at.map((n) => plane[n] as number)))
  const away = Float32Array.from(lab.l, (l, n) =>
    Math.hypot(
      l - (ground[0] as number),
      (lab.a[n] as number) - (ground[1] as number),
      (lab.b[n] as number) - (ground[2] as number),
    ),
  )
  return Math.max(
    ...[0.05, 0.1, 0.15, 0.2, 0.3].map((t) =>
      overlapOf(
        Uint8Array.from(away, (d) => (d > t ? 255 : 0)),
        alpha,
      ),
    ),
  )
}

// biome-ignore lint/suspicious/noExplicitAny: the package has no types for its parts
type Cv = any
let vision: Promise<{ cv: Cv }> | null = null
/** Wrapped, as the module itself would be taken for a promise. */
const openCv = (): Promise<{ cv: Cv }> =>
  (vision ??= (async () => {
    const loaded: Cv = (await import('@techstark/opencv-js')).default
    if (loaded instanceof Promise) return { cv: await loaded }
    if (!loaded.Mat)
      await new Promise<void>((done) => {
        loaded.onRuntimeInitialized = () => done()
      })
    return { cv: loaded }
  })())
/** OpenCV's grabCut, five rounds from a box. */
async function grabbed(
  picture: Pixels,
  box: { x: number; y: number; width: number; height: number },
): Promise<Uint8Array> {
  const { cv } = await openCv()
  const whole = cv.matFromImageData({
    width: picture.width,
    height: picture.height,
    data: new Uint8ClampedArray(picture.data),
  })
  const [colour, mask, one, other] = [new cv.Mat(), new cv.Mat(), new cv.Mat(), new cv.Mat()]
  cv.cvtColor(whole, colour, cv.COLOR_RGBA2RGB)
  cv.grabCut(
    colour,
    mask,
    new cv.Rect(box.x, box.y, box.width, box.height),
    one,
    other,
    5,
    cv.GC_INIT_WITH_RECT,
  )
  const out = Uint8Array.from(mask.data as Uint8Array, (v) => (v === 1 || v === 3 ? 255 : 0))
  for (const m of [whole, colour, mask, one, other]) m.delete()
  return out
}
/** The box around what is set, a little wider, within the border. */
function boxOf(cut: Uint8Array, width: number, height: number) {
  const room = boxWhere(cut, { width, height }, 1, Math.round(0.03 * Math.min(width, height)))
  const box = room && intersect(room, boundsOf(1, 1, width - 3, height - 3))
  return box
    ? { x: box.left, y: box.top, width: widthOf(box), height: heightOf(box) }
    : { x: 1, y: 1, width: width - 3, height: height - 3 }
}

type Result = {
  seed: number
  hard: string[]
  once: number
  dabbed: number
  band: number
  cut: number
  grab: number
  corners: number
  alike: number
}
async function measured(seed: number, folder: string | null, withGrab: boolean): Promise<Result> {
  const scene = await cutoutScene(seed, folder)
  const photo: Pixels = { width: scene.width, height: scene.height, data: scene.pixels }
  const first = cutOut(memory, photo, [])
  const dabs: Dab[] = []
  let alpha = first.alpha
  for (let n = 0; n < 3; n++) {
    const dab = nextDab(scene, alpha)
    if (!dab) break
    dabs.push(dab)
    alpha = cutOut(memory, photo, dabs).alpha
  }
  const studied = study(photo)
  const { small } = studied
  const { cut } = cutStages(memory, studied, [])
  let truth: Pixels = {
    width: scene.width,
    height: scene.height,
    data: Uint8Array.from({ length: scene.alpha.length * 4 }, (_, n) =>
      n % 4 === 3 ? 255 : (scene.alpha[n >> 2] as number),
    ),
  }
  while (truth.width > small.width) truth = halved(truth)
  const coverage = Uint8Array.from(
    { length: small.width * small.height },
    (_, n) => truth.data[n * 4] as number,
  )
  return {
    seed,
    hard: scene.hard,
    once: overlapOf(first.alpha, scene.alpha),
    dabbed: overlapOf(alpha, scene.alpha),
    band: bandError(scene, first.alpha),
    cut: overlapOf(
      cut.map((v) => v * 255),
      coverage,
    ),
    grab: withGrab ? overlapOf(await grabbed(small, boxOf(cut, small.width, small.height)), coverage) : 0,
    corners: byCorners(scene),
    alike: alike(scene),
  }
}

export async function measureCutout(): Promise<void> {
  for (const [name, seeds, folder] of [
    ['', SCENES, FOLDER],
    [', hold-out', HELD_OUT, null],
  ] as const) {
    const all: Result[] = []
    for (const seed of seeds) {
      const r = await measured(seed, folder, true)
      all.push(r)
      console.log(
        `${String(seed).padStart(4)} ${(r.hard.join('+') || 'clear').padEnd(22)} once ${r.once.toFixed(3)} dabs ${r.dabbed.toFixed(3)} band ${r.band.toFixed(3)} grab ${r.cut.toFixed(3)}/${r.grab.toFixed(3)} corners ${r.corners.toFixed(2)} alike ${r.alike.toFixed(2)}`,
      )
    }
    const [clear, hard] = [all.filter((r) => r.hard.length === 0), all.filter((r) => r.hard.length > 0)]
    const of = (rs: Result[], k: keyof Result) => mean(rs.map((r) => r[k] as number))
    note(
      `Cut out${name}: ${clear.length} clear scenes, overlap after one press`,
      100 * of(clear, 'once'),
      '%',
      96,
      true,
    )
    note(
      `Cut out${name}: ${hard.length} hard scenes, overlap after one press`,
      100 * of(hard, 'once'),
      '%',
      90,
      true,
    )
    note(`Cut out${name}: clear, after three dabs`, 100 * of(clear, 'dabbed'), '%', 98, true)
    note(`Cut out${name}: hard, after three dabs`, 100 * of(hard, 'dabbed'), '%', 96, true)
    note(`Cut out${name}: alpha error in the edge band`, 100 * of(all, 'band'), '%', 6)
    note(
      `Cut out${name}: on the reduced picture, in multiples of grabCut`,
      of(all, 'cut') / of(all, 'grab'),
      '×',
      1,
      true,
    )
    note(
      `Cut out${name}: a pick by the corners' colour on the same scenes`,
      100 * of(all, 'corners'),
      '%',
      85,
    )
    note(
      `Cut out${name}: scenes with ground like the subject along its edge`,
      hard.filter((r) => r.alike > 0.02).length,
      '',
    )
  }
  const together: Result[] = []
  for (const seed of TOGETHER) together.push(await measured(seed, FOLDER, false))
  const of = (k: 'once' | 'dabbed') => together.map((r) => Math.round(1000 * r[k]) / 10).join(' ')
  console.log(`Cut out, several things: ${of('once')}, after three dabs ${of('dabbed')}`)
  note(
    'Cut out, several things together: overlap after one press',
    100 * mean(together.map((r) => r.once)),
    '%',
  )
  note('Cut out, several things together: after three dabs', 100 * mean(together.map((r) => r.dabbed)), '%')
}

/** One press on a photo of 12 MP: by itself, from its file to the tiles of its mask, and a dab after that. */
export async function measureCutoutSpeed(): Promise<void> {
  const scene = await cutoutScene(1, FOLDER)
  const [width, height] = [4000, 3000]
  const data = new Uint8Array(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from =
        (Math.floor((y * scene.height) / height) * scene.width + Math.floor((x * scene.width) / width)) * 4
      data.set(scene.pixels.subarray(from, from + 4), (y * width + x) * 4)
    }
  /** The least time of five, s: the first ones are slower, as code is compiled while it runs. */
  const least = async (job: (n: number) => Promise<unknown> | unknown): Promise<number> => {
    const times: number[] = []
    for (let n = 0; n < 5; n++) {
      const from = performance.now()
      await job(n)
      times.push((performance.now() - from) / 1000)
    }
    return Math.min(...times)
  }
  note('Cut out of a photo of 12 MP', await least(() => cutOut(memory, { width, height, data }, [])), 's', 3)
  const file = new Uint8Array(
    await sharp(data, { raw: { width, height, channels: 4 } })
      .jpeg({ quality: 92 })
      .toBuffer(),
  )
  const press = async (name: string, dabs: readonly Dab[]) => {
    const studied = await studyPicture(name, async () => file)
    return studied && cutOutPicture(studied, dabs, () => {})
  }
  note('Cut out of a file of 12 MP, with its tiles', await least((n) => press(`file ${n}`, [])), 's', 3)
  note(
    'Cut out of the same with another dab',
    await least((n) => press('file 4', [{ x: 0.1 + 0.2 * n, y: 0.1, radius: 0.01, keep: false }])),
    's',
  )
}
