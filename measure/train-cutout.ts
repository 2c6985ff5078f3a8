/**
 * Trains the small networks that guess a photo's main thing, on scenes of seeds that are not measured, and writes
 * `core/cutout/weights.json`. usage: node scripts/run.mjs measure/train-cutout.ts; the scenes are traced first.
 */
import { writeFileSync } from 'node:fs'
import { featuresOf, furtherLook } from '../core/cutout/features'
import { judge, LEAK, type Network } from '../core/cutout/network'
import { fitted, type Lab, reducedTo, toLab } from '../core/cutout/picture'
import { random } from '../supplies/tracer/geometry'
import { cutoutScene } from './cutout-scenes'

const SEEDS = Array.from({ length: Number(process.argv[2] ?? 90) }, (_, n) => 2001 + n)
const SIDE = 200
const PER_SCENE = 1500
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

/** Adam (D. Kingma, J. Ba, 2015) on the cross-entropy of single px, half of each scene's from its subject. */
function train(samples: readonly Sample[], epochs: number): Network {
  const rnd = random(5)
  const sizes = [samples[0]?.planes.length ?? 0, ...HIDDEN, 1]
  const layers = sizes.slice(1).map((outputs, n) => {
    const inputs = sizes[n] as number
    return {
      inputs,
      outputs,
      weights: Array.from({ length: inputs * outputs }, () => (rnd() * 2 - 1) * Math.sqrt(3 / inputs)),
      biases: new Array<number>(outputs).fill(0),
    }
  })
  const picked = samples.flatMap((s) => {
    const inside = [...s.truth.keys()].filter((n) => (s.truth[n] as number) > 0.5)
    return Array.from({ length: PER_SCENE }, (_, k) => {
      const n = k % 2 ? (inside[Math.floor(rnd() * inside.length)] as number) : Math.floor(rnd() * s.truth.length)
      return { inputs: Float64Array.from(s.planes, (p) => p[n] as number), target: s.truth[n] as number }
    })
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

const samples: Sample[] = []
for (const seed of SEEDS) samples.push(await sample(seed))
const networks: Network[] = []
let seen = samples
for (let look = 0; look < 3; look++) {
  const net = train(seen, EPOCHS)
  const beliefs = seen.map((s) => judge(net, s.planes))
  networks.push(net)
  seen = samples.map((s, n) => ({ ...s, planes: [...s.planes, ...furtherLook(s.lab, beliefs[n] as Float32Array)] }))
}
writeFileSync('core/cutout/weights.json', `${JSON.stringify(networks)}\n`)
