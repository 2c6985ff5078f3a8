/** A short random id; `random` gives 0–1. */
export function newId(random: () => number = Math.random): string {
  let out = ''
  while (out.length < 12) out += Math.floor(random() * 36).toString(36)
  return out
}
