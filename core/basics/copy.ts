/** A deep copy of plain data; drafts are proxies, which the platform's own clone refuses. */
export const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
