import { parentPort } from 'node:worker_threads'
import { messageOf } from '../core/basics/errors'
import { problemIn } from '../host/problems'
import { renderCalls } from '../host/render-calls'
import type { RenderMessage, RenderReply } from '../server/render'

parentPort?.on('message', (message: RenderMessage) => {
  const reply = (r: Omit<RenderReply, 'id'>) => parentPort?.postMessage({ id: message.id, ...r })
  const run = renderCalls[message.call] as (
    input: unknown,
    progress: (share: number) => void,
  ) => Promise<unknown>
  run(message.input, (progress) => reply({ progress })).then(
    (value) => reply({ value }),
    (thrown: unknown) => {
      const problem = problemIn(thrown)
      reply({ error: { kind: problem?.kind ?? null, message: problem?.message ?? messageOf(thrown) } })
    },
  )
})
