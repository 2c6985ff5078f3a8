import { z } from 'zod'
import { call } from './call'

const profile = z.object({ id: z.string(), name: z.string() })
export type PrintProfileInfo = z.infer<typeof profile>
/** Profiles of the printing inks that people brought. */
export const listProfiles = call({
  method: 'GET',
  path: '/api/print-profiles',
  answer: z.object({ profiles: z.array(profile) }),
})
/** A profile that is brought, as an ICC file. */
export const storeProfile = call({ method: 'POST', path: '/api/print-profiles', answer: profile })
/** `?id=`: takes a profile out of the list. */
export const forgetProfile = call({ method: 'DELETE', path: '/api/print-profiles', answer: z.unknown() })
