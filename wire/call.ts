import type { z } from 'zod'

/**
 * One call of the HTTP interface, as both sides go by it: `path` with its `:parameters`, what is sent (an object as JSON, or a
 * file), what comes back. Refusals are `{ kind, message }`, see `core/basics/errors`.
 */
export type Call = {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  path: string
  body?: z.ZodType
  answer: z.ZodType
  /** What is refused is an answer of the same form. */
  answersRefusals?: true
}
export const call = <C extends Call>(c: C): C => c
export type AnswerOf<C extends Call> = z.infer<C['answer']>
/** What is sent: as it is before what may be left out is filled in. */
export type BodyOf<C extends Call> = C extends { body: infer B extends z.ZodType } ? z.input<B> : undefined
