import { z } from 'zod'
import { ownFaceSchema } from '../core/type/own-face'
import { call } from './call'

const faces = z.object({ faces: z.array(ownFaceSchema) })
/** Faces that people brought for all designs. */
export const listFonts = call({ method: 'GET', path: '/api/fonts', answer: faces })
/** A font file that is brought; gives its faces. */
export const storeFont = call({ method: 'POST', path: '/api/fonts', answer: faces })
/** `?family=`: takes a family out of the list. */
export const forgetFont = call({ method: 'DELETE', path: '/api/fonts', answer: z.unknown() })
