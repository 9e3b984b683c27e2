import { useQuery } from '@tanstack/react-query'
import type { Speaker } from '#words/speaker.ts'

/** The words come by themselves, after what the first screen draws without them. */
export const loadWords = (): Promise<Speaker> => import('#words/en/speak.ts').then((m) => m.speak)

/** Who says what core says, as soon as its words are there. */
export const useSpeak = (): Speaker | undefined =>
  useQuery({
    queryKey: ['words'],
    queryFn: loadWords,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
    structuralSharing: false,
    networkMode: 'always',
  }).data
