import { Problem } from '../core/basics/errors'

/** What is said of a file that was made and is not what it should be once it is read again. */
export const notReadBack = (): Problem =>
  new Problem(
    'unsupported',
    'This file did not read back as it was designed, so it was not kept. The design is safe; try another format, and tell who looks after this server.',
  )
