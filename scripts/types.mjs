// Types, strictly. Next's own types are made by its build; here a small stand-in of next-env serves.
import { existsSync, writeFileSync } from 'node:fs'
import { run } from './set-up.mjs'

if (!existsSync('next-env.d.ts'))
  writeFileSync(
    'next-env.d.ts',
    '/// <reference types="next" />\n/// <reference types="next/image-types/global" />\n',
  )
run('Types', process.execPath, ['node_modules/typescript/bin/tsc', '--noEmit'])
