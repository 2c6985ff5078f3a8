/** A failure that a person can read: what happened, what is safe, what to do. */
export type ProblemKind =
  | 'bad-input'
  | 'missing'
  | 'conflict'
  | 'too-large'
  | 'unsupported'
  | 'stopped'
  | 'no-room'
  | 'damaged'

export class Problem extends Error {
  constructor(
    readonly kind: ProblemKind,
    message: string,
  ) {
    super(message)
    this.name = 'Problem'
  }
}

export const badInput = (message: string): Problem => new Problem('bad-input', message)
export const missing = (message: string): Problem => new Problem('missing', message)
export const tooLarge = (message: string): Problem => new Problem('too-large', message)
export const unsupported = (message: string): Problem => new Problem('unsupported', message)

/** The text of anything thrown. */
export const messageOf = (thrown: unknown): string =>
  thrown instanceof Error ? thrown.message : String(thrown)
