import { mkdirSync } from 'node:fs'
import { join } from 'node:path'

/** Everything that people make lies in one folder; `VIVID_DATA` names another. */
export const dataFolder = (): string =>
  process.env.VIVID_DATA ?? join(/* turbopackIgnore: true */ process.cwd(), '.data')
export function dataPath(...parts: string[]): string {
  const folder = join(/* turbopackIgnore: true */ dataFolder(), ...parts.slice(0, -1))
  mkdirSync(folder, { recursive: true })
  return join(/* turbopackIgnore: true */ dataFolder(), ...parts)
}
