import type { Item } from './item'

/** Things joined by pairs of ids, each group in the order of the things. */
export function joined(
  items: readonly Item[],
  pairs: Iterable<readonly [string | undefined, string | undefined]>,
): Item[][] {
  const head = new Map(items.map((i) => [i.id, i.id]))
  const find = (id: string): string => {
    let at = id
    while (head.get(at) !== at) at = head.get(at) ?? at
    return at
  }
  for (const [a, b] of pairs)
    if (a !== undefined && b !== undefined && head.has(a) && head.has(b)) head.set(find(a), find(b))
  const groups = new Map<string, Item[]>()
  for (const i of items) {
    const own = find(i.id)
    const group = groups.get(own)
    if (group) group.push(i)
    else groups.set(own, [i])
  }
  return [...groups.values()]
}
