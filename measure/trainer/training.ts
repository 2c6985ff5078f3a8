import { planOf, type Shape } from '../../core/cutout/network'
import { random } from '../../supplies/tracer/geometry'

const RATE = 0.002

/** Weights to begin with (K. He et al., “Delving deep into rectifiers”, ICCV 2015), the last ones smaller. */
function begun(shape: Shape): Float32Array {
  const plan = planOf(shape)
  const rnd = random(5)
  const out = new Float32Array(plan.size)
  for (const c of [...plan.down.flatMap((d) => [d.first, d.second]), ...plan.up, plan.last])
    for (let n = c.weights; n < c.biases; n++)
      out[n] = (rnd() * 2 - 1) * Math.sqrt(6 / (c.inputs * 9)) * (c === plan.last ? 0.2 : 1)
  return out
}

/**
 * Adam (D. Kingma, J. Ba, 2015), its rate falling as a cosine to nothing over so many minutes. `slopes` tells the mean loss and
 * its slopes on some samples, `told` is shown the running mean of the weights now and then, which is also what comes back.
 * With weights of an earlier training it goes on from them, at half the rate.
 */
export async function train(
  shape: Shape,
  minutes: number,
  earlier: Float32Array | null,
  slopes: (weights: Float32Array, share: number) => Promise<{ gradient: Float32Array; loss: number }>,
  told: (weights: Float32Array, line: string) => Promise<void>,
): Promise<Float32Array> {
  const values = earlier ?? begun(shape)
  const most = earlier ? RATE / 2 : RATE
  const kept = values.slice()
  const [m, v] = [new Float32Array(values.length), new Float32Array(values.length)]
  const from = performance.now()
  let [losses, last, step] = [0, 0, 0]
  for (let share = 0; share < 1; share = (performance.now() - from) / 60000 / minutes) {
    const { gradient, loss } = await slopes(values, share)
    step++
    losses += loss
    const held = Math.min(1, 1 / Math.sqrt(gradient.reduce((s, g) => s + g * g, 0)))
    const rate = most * Math.min(1, step / 100) * (0.5 + 0.5 * Math.cos(Math.PI * share))
    const [one, two] = [1 - 0.9 ** step, 1 - 0.999 ** step]
    const mean = Math.min(0.995, step / (step + 20))
    for (let n = 0; n < values.length; n++) {
      const g = (gradient[n] as number) * held
      m[n] = 0.9 * (m[n] as number) + 0.1 * g
      v[n] = 0.999 * (v[n] as number) + 0.001 * g * g
      values[n] =
        (values[n] as number) * (1 - rate * 0.01) -
        (rate * ((m[n] as number) / one)) / (Math.sqrt((v[n] as number) / two) + 1e-8)
      kept[n] = mean * (kept[n] as number) + (1 - mean) * (values[n] as number)
    }
    if (step % 100 === 0) {
      await told(
        kept,
        `${((performance.now() - from) / 60000).toFixed(1)} min, ${step} steps: loss ${(losses / (step - last)).toFixed(4)}`,
      )
      ;[losses, last] = [0, step]
    }
  }
  return kept
}
