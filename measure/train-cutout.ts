/**
 * Trains the networks that guess a photo's main thing and refine its edge, on scenes of seeds that are not measured, and writes
 * `core/cutout/weights.json`. usage: node scripts/run.mjs measure/train-cutout.ts [minutes for the first] [second] [solid]
 * [--go-on]; what gets none stays as it is. The weights for what is solid begin as those of the first look and see more stacks. With the flag the first goes on from the weights there are, and the mean of these and
 * what they become is kept (P. Izmailov et al., “Averaging weights leads to wider optima”, UAI 2018). Scenes are traced first. It needs the tracer's and the trainer's kernels (`scripts/kernels.mjs`).
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads'
import { SHAPE, shownOf } from '../core/cutout/look'
import { logistic, type Network } from '../core/cutout/network'
import { FINE } from '../core/cutout/refine'
import { packed, type StoredWeights, unpacked } from '../core/cutout/weights'
import type { Dab } from '../core/masks/mask'
import { PixelMemory } from '../core/pixels/memory'
import { random } from '../supplies/tracer/geometry'
import { cutoutScene, SEVERAL, STACKS } from './cutout-scenes'
import { nextDab } from './dabs'
import { Backward } from './trainer/backward'
import { fineSample, lookSample, type Sample } from './trainer/samples'
import { train } from './trainer/training'

const FOLDER = '.cache/cutout-scenes'
const WEIGHTS = 'core/cutout/weights.json'
const scenes = (first: number, count: number): number[] => Array.from({ length: count }, (_, n) => first + n)
/** Scenes of one thing, of several, and of stacks. */
const MIXED = [...scenes(2001, 200), ...scenes(SEVERAL, 60), ...scenes(STACKS, 80)]
/** The same, half of them stacks, some of each kind among the first. */
const SOLID = scenes(0, 56).flatMap((n) => [
  2001 + n,
  ...(n < 40 ? [SEVERAL + n] : []),
  STACKS + n,
  STACKS + 56 + n,
])
/** Scenes that tell how good it is meanwhile. */
const ASIDE = 20
/** Samples each thread adds up before a step. */
const EACH = 4
/** The share of samples with dabs, once it has begun to see. */
const DABBED = 0.35

type Which = 'look' | 'fine' | 'solid'
const networks = {
  look: { shape: SHAPE, variants: 6, seeds: MIXED },
  fine: { shape: FINE, variants: 4, seeds: MIXED },
  solid: { shape: SHAPE, variants: 6, seeds: SOLID },
}

const bytesAsAlpha = (beliefs: Float32Array): Uint8Array => Uint8Array.from(beliefs, (v) => 255 * logistic(v))
/** Shows a sample with so many dabs, each where the network is wrong with those before it, and what it makes of it. */
function lookAt(net: Network, s: Sample, dabs: number): Float32Array {
  net.take(s.planes.map((plane) => Float32Array.from(plane, (v) => v / 64)))
  if (s.planes.length === net.shape.inputs) return net.run()
  const set: Dab[] = []
  for (;;) {
    net.take(shownOf(set, s), s.planes.length)
    const made = net.run()
    const dab =
      set.length < dabs
        ? nextDab({ width: s.width, height: s.height, alpha: s.truth }, bytesAsAlpha(made))
        : null
    if (!dab) return made
    set.push(dab)
  }
}
/** Cross-entropy, px along the edge counting more, and one less Dice's coefficient (F. Milletari et al., “V-Net”, 2016). */
function slopeOf(z: Float32Array, { truth: right }: Sample): { loss: number; slope: Float32Array } {
  let [both, sum, loss, total] = [0, 1e-6, 0, 0]
  const p = z.map(logistic)
  const truth = Float32Array.from(right, (v) => v / 255)
  for (let n = 0; n < p.length; n++) {
    both += (p[n] as number) * (truth[n] as number)
    sum += (p[n] as number) + (truth[n] as number)
    total += 1 + 12 * (truth[n] as number) * (1 - (truth[n] as number))
  }
  const slope = new Float32Array(z.length)
  for (let n = 0; n < p.length; n++) {
    const [v, t] = [p[n] as number, truth[n] as number]
    const w = (1 + 12 * t * (1 - t)) / total
    loss -= w * (t * Math.log(v + 1e-7) + (1 - t) * Math.log(1 - v + 1e-7))
    slope[n] = w * (v - t) - 0.5 * ((2 * t) / sum - (2 * both) / (sum * sum)) * v * (1 - v)
  }
  return { loss: loss + 0.5 * (1 - (2 * both) / sum), slope }
}

type Job = { cutoutTrainer: true; which: Which; own: number }
type Question = { weights: Float32Array; check: boolean; dabbed: number }
type Answer = { gradient: Float32Array; loss: number; found: number[] }

async function work(): Promise<void> {
  const { which, own } = workerData as Job
  const { shape, variants, seeds } = networks[which]
  const rnd = random(17 + own)
  const memory = new PixelMemory(new WebAssembly.Module(readFileSync('measure/trainer/trainer.wasm')))
  const look = unpacked(SHAPE, storedWeights().look)
  const [aside, samples]: [Sample[], Sample[]] = [[], []]
  for (const [n, seed] of seeds.entries()) {
    if (n % availableParallelism() !== own) continue
    const scene = await cutoutScene(seed, FOLDER, 360)
    const make = (k: number): Sample =>
      which !== 'fine'
        ? lookSample(scene, k === 0 ? null : rnd)
        : fineSample(memory, look, scene, k === 0 ? null : rnd, k % 2 === 1)
    if (n < ASIDE) aside.push(make(0))
    else for (let k = 0; k < variants; k++) samples.push(make(k))
  }
  const nets = new Map<string, Backward>()
  const netOf = ({ width, height }: Sample): Backward => {
    const key = `${width} × ${height}`
    const net = nets.get(key) ?? new Backward(memory, shape, width, height)
    nets.set(key, net)
    return net
  }
  for (const s of [...aside, ...samples]) netOf(s)
  parentPort?.on('message', ({ weights, check, dabbed }: Question) => {
    for (const net of nets.values()) {
      net.values = weights
      net.clear()
    }
    const out: Answer = { gradient: new Float32Array(weights.length), loss: 0, found: [] }
    if (check)
      for (const s of aside)
        for (const dabs of which !== 'fine' ? [0, 1, 3] : [0]) {
          let [both, either] = [0, 0]
          lookAt(netOf(s).network, s, dabs).forEach((v, k) => {
            const [a, t] = [logistic(v), (s.truth[k] as number) / 255]
            both += Math.min(a, t)
            either += Math.max(a, t)
          })
          out.found.push(both / either)
        }
    else
      for (let n = 0; n < EACH; n++) {
        const s = samples[Math.floor(rnd() * samples.length)] as Sample
        const net = netOf(s)
        const made = slopeOf(lookAt(net.network, s, rnd() < dabbed ? 1 + Math.floor(rnd() * 3) : 0), s)
        net.run(made.slope)
        out.loss += made.loss / EACH
      }
    for (const net of nets.values())
      net.gradient.forEach((v, n) => {
        out.gradient[n] = (out.gradient[n] as number) + v / EACH
      })
    parentPort?.postMessage(out)
  })
  parentPort?.postMessage(null)
}

const storedWeights = () => JSON.parse(readFileSync(WEIGHTS, 'utf8')) as Record<Which, StoredWeights>

async function trained(which: Which, minutes: number, goOn: boolean): Promise<void> {
  const workers = Array.from({ length: availableParallelism() }, (_, own) => {
    const job: Job = { cutoutTrainer: true, which, own }
    return new Worker(new URL(import.meta.url), { workerData: job }).once('error', (e) => {
      throw e
    })
  })
  const ask = (question: Question | null): Promise<Answer[]> =>
    Promise.all(
      workers.map(
        (w) =>
          new Promise<Answer>((done) => {
            w.once('message', done)
            if (question) w.postMessage(question)
          }),
      ),
    )
  await ask(null)
  const keep = (weights: Float32Array) => {
    const stored = storedWeights()
    stored[which] = packed(networks[which].shape, weights)
    writeFileSync(WEIGHTS, `${JSON.stringify(stored)}\n`)
  }
  const from = which === 'solid' ? 'look' : which
  const earlier = goOn ? unpacked(networks[which].shape, storedWeights()[from]) : null
  const made = await train(
    networks[which].shape,
    minutes,
    earlier?.slice() ?? null,
    async (weights, share) => {
      const answers = await ask({
        weights,
        check: false,
        dabbed: which === 'fine' || (!goOn && share < 0.3) ? 0 : DABBED,
      })
      const mean = (of: (a: Answer) => number) => answers.reduce((s, a) => s + of(a) / answers.length, 0)
      return {
        loss: mean((a) => a.loss),
        gradient: Float32Array.from({ length: weights.length }, (_, n) =>
          mean((a) => a.gradient[n] as number),
        ),
      }
    },
    async (weights, line) => {
      const found = (await ask({ weights, check: true, dabbed: 0 })).flatMap((a) => a.found)
      const each = found.length / ASIDE
      const means = Array.from({ length: each }, (_, k) =>
        found
          .filter((_, n) => n % each === k)
          .reduce((s, x) => s + x / ASIDE, 0)
          .toFixed(4),
      )
      console.log(
        `${which}, ${line}, overlap of those aside ${means.join(' ')}, least ${Math.min(...found).toFixed(2)}`,
      )
      keep(weights)
    },
  )
  keep(earlier && which !== 'solid' ? made.map((v, n) => (v + (earlier[n] as number)) / 2) : made)
  for (const w of workers) await w.terminate()
}

if (isMainThread) {
  const [look = 40, fine = 15, solid = 0] = process.argv
    .slice(2)
    .filter((a) => a !== '--go-on')
    .map(Number)
  for (const seed of new Set([...(look + fine > 0 ? MIXED : []), ...(solid > 0 ? SOLID : [])]))
    await cutoutScene(seed, FOLDER, 360)
  if (look > 0) await trained('look', look, process.argv.includes('--go-on'))
  if (fine > 0) await trained('fine', fine, false)
  if (solid > 0) await trained('solid', solid, true)
} else if ((workerData as Job | null)?.cutoutTrainer) await work()
