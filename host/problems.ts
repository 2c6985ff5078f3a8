import { Problem, type ProblemKind } from '../core/basics/errors'

const KINDS: ReadonlySet<string> = new Set<ProblemKind>([
  'bad-input',
  'missing',
  'conflict',
  'too-large',
  'unsupported',
  'stopped',
  'no-room',
  'damaged',
])

/** The problem that was thrown, or that the machine has: no room, no right to write, a damaged database; null for anything else. */
export function problemIn(thrown: unknown): Problem | null {
  if (thrown instanceof Problem) return thrown
  // What crossed a thread or a bundle is no instance of its class any more.
  const { kind, code, message } = (typeof thrown === 'object' && thrown !== null ? thrown : {}) as {
    kind?: string
    code?: string
    message?: string
  }
  if (kind && KINDS.has(kind)) return new Problem(kind as ProblemKind, message ?? 'It could not be done.')
  if (code === 'SQLITE_FULL' || code === 'ENOSPC' || code === 'EDQUOT')
    return new Problem(
      'no-room',
      'The disk of the server is full. What was saved is safe and nothing was half stored; make room there and try again.',
    )
  if (
    code === 'SQLITE_READONLY' ||
    code === 'SQLITE_READONLY_DBMOVED' ||
    code === 'EROFS' ||
    code === 'EACCES' ||
    code === 'EPERM'
  )
    return new Problem(
      'no-room',
      'The server may not write to its data folder. What was saved is safe; give it the right to, and try again.',
    )
  if (code?.startsWith('SQLITE_CORRUPT') || code === 'SQLITE_NOTADB')
    return new Problem(
      'damaged',
      'The database of the server is damaged, so not all that was saved may be readable. Stop it and bring back a backup: docs/safety.md tells how.',
    )
  return null
}
