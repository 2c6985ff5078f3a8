import { cpus, totalmem } from 'node:os'

type Result = { name: string; value: number; unit: string; asked: number | null; least: boolean }
const results: Result[] = []
const asData = process.argv.includes('--json')

/** Notes a number; `asked` is what it must not exceed, or with `least` what it must reach. */
export function note(
  name: string,
  value: number,
  unit: string,
  asked: number | null = null,
  least = false,
): void {
  results.push({ name, value, unit, asked, least })
  if (!asData)
    console.log(
      `${name}: ${value.toFixed(value < 10 ? 2 : 0)} ${unit}${asked === null ? '' : ` (asked: ${least ? 'at least' : 'at most'} ${asked})`}`,
    )
}

/** Prints data where asked for; exit status 1 when a number is missed by over 15 %. */
export function finish(): never {
  if (asData) {
    const machine = `${cpus().length} × ${cpus()[0]?.model}, ${Math.round(totalmem() / 2 ** 30)} GiB`
    console.log(JSON.stringify({ date: new Date().toISOString(), machine, results }, null, 2))
  }
  const missed = results.filter(
    (r) => r.asked !== null && (r.least ? r.value < r.asked * 0.85 : r.value > r.asked * 1.15),
  )
  for (const m of missed) console.error(`Missed: ${m.name}`)
  process.exit(missed.length > 0 ? 1 : 0)
}

export const share = (list: readonly number[], q: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * q))] ?? Number.NaN
export const median = (list: readonly number[]): number => share(list, 0.5)

export function time(job: () => void): number {
  const from = performance.now()
  job()
  return performance.now() - from
}
/** The median time of several runs, ms; `before` is not counted. */
export const medianOf = (runs: number, job: () => void, before: () => void = () => undefined): number =>
  median(
    Array.from({ length: runs }, () => {
      before()
      return time(job)
    }),
  )
