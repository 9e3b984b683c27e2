import { speaker } from '#words/speaker.ts'
import { language } from './language.ts'

/** Says what core says, in English. */
export const speak = speaker(language)
