/**
 * Trains the small networks that guess a photo's main thing, on scenes of seeds that are not measured, and writes
 * `core/cutout/weights.json`. usage: node scripts/run.mjs
 * measure/train-cutout.ts [scenes] [looks|corrections]; the scenes are traced first.
 */
import { writeFileSync } from 'node:fs'
import { corrected, correctionPlanes } from '../core/cutout/corrections'
import { looked } from '../core/cutout/cut-out'
import { featuresOf, furtherLook } from '../core/cutout/features'
import { judge, LEAK, type Network } from '../core/cutout/network'
import { fitted, type Lab, reducedTo, toLab } from '../core/cutout/picture'
import { segment } from '../core/cutout/segment'
import weights from '../core/cutout/weights.json' with { type: 'json' }
import type { Dab } from '../core/design/mask'
import { random } from '../supplies/tracer/geometry'
import { cutoutScene } from './cutout-scenes'
import { nextDab } from './scripted-dab'

const only = process.argv[3]
const SEEDS = Array.from({ length: Number(process.argv[2] ?? 260) }, (_, n) => 2001 + n)
const SIDE = 200
const LOOKS = 3
const PER_SCENE = 1500
const PER_DABBED = 500
const HIDDEN = [28, 14]
const EPOCHS = 14

type Sample = { lab: Lab; planes: Float32Array[]; truth: Float32Array }
async function sample(seed: number): Promise<Sample> {
  const c = await cutoutScene(seed, '.cache/cutout-scenes', 360)
  const { width, height } = fitted(c.width, c.height, SIDE)
  const grey = new Uint8Array(c.width * c.height * 4)
  c.alpha.forEach((v, n) => grey.set([v, v, v, 255], n * 4))
  const truth = reducedTo({ width: c.width, height: c.height, data: grey }, width, height).data
  const lab = toLab(reducedTo({ width: c.width, height: c.height, data: c.pixels }, width, height))
  return { lab, planes: featuresOf(lab), truth: Float32Array.from({ length: width * height }, (_, n) => (truth[n * 4] as number) / 255) }
}

type Picked = { inputs: Float32Array; target: number }
const picks = random(6)
/** Single px of a picture's planes, half of them from its subject or, where there is a belief, a third from where that is wrong. */
function picksOf(planes: readonly Float32Array[], truth: Float32Array, count: number, belief?: Float32Array): Picked[] {
  const inside = [...truth.keys()].filter((n) => (truth[n] as number) > 0.5)
  const wrong = belief ? [...truth.keys()].filter((n) => (truth[n] as number) > 0.5 !== (belief[n] as number) > 0.5) : []
  return Array.from({ length: count }, (_, k) => {
    const from = k % 3 === 2 && wrong.length > 0 ? wrong : k % 2 ? inside : truth
    const at = Math.floor(picks() * from.length)
    const n = from === truth ? at : (from[at] as number)
    return { inputs: Float32Array.from(planes, (p) => p[n] as number), target: truth[n] as number }
  })
}

/** Adam (D. Kingma, J. Ba, 2015) on the cross-entropy of single px. */
function train(picked: Picked[], epochs: number): Network {
  const rnd = random(5)
  const sizes = [picked[0]?.inputs.length ?? 0, ...HIDDEN, 1]
  const layers = sizes.slice(1).map((outputs, n) => {
    const inputs = sizes[n] as number
    return {
      inputs,
      outputs,
      weights: Array.from({ length: inputs * outputs }, () => (rnd() * 2 - 1) * Math.sqrt(3 / inputs)),
      biases: new Array<number>(outputs).fill(0),
    }
  })
  // Everything flat: weights of a layer, then its biases.
  const values = layers.map((l) => Float64Array.from([...l.weights, ...l.biases]))
  const [m, v, gradients] = [0, 1, 2].map(() => values.map((w) => new Float64Array(w.length))) as [Float64Array[], Float64Array[], Float64Array[]]
  const states = sizes.map((n) => new Float64Array(n))
  const deltas = sizes.map((n) => new Float64Array(n))
  let step = 0
  const BATCH = 64
  for (let epoch = 0; epoch < epochs; epoch++) {
    for (let n = picked.length - 1; n > 0; n--) {
      const k = Math.floor(rnd() * (n + 1))
      ;[picked[n], picked[k]] = [picked[k] as (typeof picked)[0], picked[n] as (typeof picked)[0]]
    }
    const rate = 0.004 * (1 - epoch / epochs) + 0.0002
    let loss = 0
    for (let from = 0; from + BATCH <= picked.length; from += BATCH) {
      for (const g of gradients) g.fill(0)
      for (let k = from; k < from + BATCH; k++) {
        const { inputs, target } = picked[k] as (typeof picked)[0]
        ;(states[0] as Float64Array).set(inputs)
        for (let depth = 0; depth < layers.length; depth++) {
          const [before, after, w] = [states[depth] as Float64Array, states[depth + 1] as Float64Array, values[depth] as Float64Array]
          const [ins, outs] = [before.length, after.length]
          for (let o = 0; o < outs; o++) {
            let sum = w[ins * outs + o] as number
            for (let i = 0; i < ins; i++) sum += (w[o * ins + i] as number) * (before[i] as number)
            after[o] = depth === layers.length - 1 ? 1 / (1 + Math.exp(-sum)) : sum < 0 ? LEAK * sum : sum
          }
        }
        const out = states.at(-1)?.[0] as number
        loss -= target * Math.log(out + 1e-9) + (1 - target) * Math.log(1 - out + 1e-9)
        ;(deltas.at(-1) as Float64Array)[0] = out - target
        for (let depth = layers.length - 1; depth >= 0; depth--) {
          const [before, w, g] = [states[depth] as Float64Array, values[depth] as Float64Array, gradients[depth] as Float64Array]
          const [next, delta] = [deltas[depth] as Float64Array, deltas[depth + 1] as Float64Array]
          const [ins, outs] = [before.length, delta.length]
          next.fill(0)
          for (let o = 0; o < outs; o++) {
            const d = delta[o] as number
            g[ins * outs + o] = (g[ins * outs + o] as number) + d
            for (let i = 0; i < ins; i++) {
              const at = o * ins + i
              g[at] = (g[at] as number) + d * (before[i] as number)
              next[i] = (next[i] as number) + d * (w[at] as number)
            }
          }
          for (let i = 0; i < ins; i++) if ((before[i] as number) < 0) next[i] = LEAK * (next[i] as number)
        }
      }
      step++
      const [one, two] = [1 - 0.9 ** step, 1 - 0.999 ** step]
      values.forEach((w, depth) => {
        const [g, mean, spread] = [gradients[depth] as Float64Array, m[depth] as Float64Array, v[depth] as Float64Array]
        for (let n = 0; n < w.length; n++) {
          const slope = (g[n] as number) / BATCH + 1e-4 * (w[n] as number)
          mean[n] = 0.9 * (mean[n] as number) + 0.1 * slope
          spread[n] = 0.999 * (spread[n] as number) + 0.001 * slope * slope
          w[n] = (w[n] as number) - (rate * ((mean[n] as number) / one)) / (Math.sqrt((spread[n] as number) / two) + 1e-8)
        }
      })
    }
    if (epoch % 5 === 4) console.log(`epoch ${epoch + 1}: ${(loss / picked.length).toFixed(4)}`)
  }
  const short = (v: number) => Number(v.toFixed(3))
  return {
    layers: layers.map((l, depth) => {
      const all = [...(values[depth] as Float64Array)].map(short)
      return { inputs: l.inputs, outputs: l.outputs, weights: all.slice(0, l.inputs * l.outputs), biases: all.slice(l.inputs * l.outputs) }
    }),
  }
}

/** The dabs that a scene is corrected by so far, and what is believed of it then. */
type Corrected = Sample & { belief: Float32Array; dabs: Dab[] }

async function trainLooks(samples: readonly Sample[]): Promise<Network[]> {
  const networks: Network[] = []
  let seen = samples
  for (let look = 0; look < LOOKS; look++) {
    const net = train(
      seen.flatMap((s) => picksOf(s.planes, s.truth, PER_SCENE)),
      EPOCHS,
    )
    const beliefs = seen.map((s) => judge(net, s.planes))
    networks.push(net)
    seen = samples.map((s, n) => ({ ...s, planes: [...s.planes, ...furtherLook(s.lab, beliefs[n] as Float32Array)] }))
  }
  return networks
}

/** One more dab on each scene, set where the cut that follows from what is believed is most wrong. */
function oneMoreDab({ lab, truth, belief, dabs, ...s }: Corrected): Corrected {
  const wanted = Uint8Array.from(truth, (v) => v * 255)
  const cut = segment(lab, belief, dabs).map((v) => v * 255)
  const dab = nextDab(wanted, cut, lab.width, lab.height)
  return { ...s, lab, truth, belief, dabs: dab ? [...dabs, dab] : dabs }
}

/** Two networks that correct what is believed by dabs, trained on one to three of them. */
function trainCorrections(samples: readonly Sample[], looks: readonly Network[]): Network[] {
  const believed = samples.map((s) => ({ ...s, belief: looked(s.lab, s.planes, looks), dabs: [] as Dab[] }))
  let networks: Network[] = []
  // First dabs are set where the looks alone are wrong; later ones where the networks trained so far leave things wrong.
  for (let round = 0; round < 2; round++) {
    const stages: Corrected[][] = []
    let now: Corrected[] = believed
    for (let k = 0; k < 3; k++) {
      now = now.map((s) => oneMoreDab({ ...s, belief: k > 0 ? corrected(s.lab, s.planes, s.belief, s.dabs, networks) : s.belief }))
      now = now.map((s, n) => ({ ...s, belief: (believed[n] as Corrected).belief }))
      stages.push(now)
    }
    const made: Network[] = []
    let seen = stages.flat()
    for (let look = 0; look < 2; look++) {
      const net = train(
        seen.flatMap((s) => picksOf(correctionPlanes(s.lab, s.planes, s.belief, s.dabs), s.truth, PER_DABBED, s.belief)),
        EPOCHS,
      )
      made.push(net)
      seen = seen.map((s) => ({ ...s, belief: judge(net, correctionPlanes(s.lab, s.planes, s.belief, s.dabs)) }))
    }
    networks = made
  }
  return networks
}

const samples: Sample[] = []
for (const seed of SEEDS) samples.push(await sample(seed))
const looks = only === 'corrections' ? (weights.looks as Network[]) : await trainLooks(samples)
const corrections = only === 'looks' ? (weights.corrections as Network[]) : trainCorrections(samples, looks)
writeFileSync('core/cutout/weights.json', `${JSON.stringify({ looks, corrections })}\n`)
