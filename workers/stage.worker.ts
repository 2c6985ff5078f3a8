import type { Engine } from '../bench/worker/engine'
import type { FromWorker, ToWorker } from '../bench/worker/protocol'

const scope = self as unknown as DedicatedWorkerGlobalScope
const queue: ToWorker[] = []
let engine: Engine | null = null
// Set before anything is awaited: messages that come while the core loads would be lost.
scope.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  if (engine) engine.take(data)
  else queue.push(data)
}
const post = (message: FromWorker, transfer: Transferable[] = []) => scope.postMessage(message, transfer)

Promise.all([
  import('../bench/worker/engine'),
  WebAssembly.compileStreaming(fetch('/generated/kernels.wasm')),
]).then(
  ([core, module]) => {
    engine = new core.Engine(module, post)
    for (const message of queue) engine.take(message)
    post({ kind: 'ready' })
  },
  (thrown: unknown) =>
    post({
      kind: 'trouble',
      message: `The picture engine could not start (${String(thrown)}). The design is safe; reload the page.`,
    }),
)
