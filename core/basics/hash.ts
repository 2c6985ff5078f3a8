/** A 53-bit hash of a string for cache keys (two multiply–xor lanes); not for anything that must resist attack. */
export function quickHash(text: string): string {
  let a = 0xdeadbeef
  let b = 0x41c6ce57
  for (let n = 0; n < text.length; n++) {
    const c = text.charCodeAt(n)
    a = Math.imul(a ^ c, 2654435761)
    b = Math.imul(b ^ c, 1597334677)
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909)
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909)
  return (4294967296 * (2097151 & b) + (a >>> 0)).toString(36)
}
