import { z } from 'zod'

/** Why a state was kept. `time`: while working; `before`: ahead of a large step; `named`: by a person; `conflict`: what another tab had. */
export const versionReason = z.enum(['time', 'before', 'named', 'conflict'])
