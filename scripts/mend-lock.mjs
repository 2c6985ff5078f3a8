// Removes from the lock file the optional packages that it names but does not resolve, so that `npm ci` accepts it
// where the registry does not serve every platform. Run after each change of the lock.
import { readFileSync, writeFileSync } from 'node:fs'

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'))
const known = new Set(Object.keys(lock.packages))
for (const [path, entry] of Object.entries(lock.packages))
  for (const name of Object.keys(entry.optionalDependencies ?? {}))
    if (!known.has(`node_modules/${name}`) && !known.has(`${path}/node_modules/${name}`))
      delete entry.optionalDependencies[name]
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`)
