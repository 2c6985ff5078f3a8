/** px of the page that are told from none. */
const LEAST = 0.05

/**
 * Whether what comes inwards from a thing's edge comes in by nothing. Only px that are covered in part would then be seen of it,
 * as a line along soft edges.
 */
export const isNone = (by: number, softness: number): boolean => Math.abs(by) < LEAST && softness < LEAST
