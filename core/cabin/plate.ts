/** A number plate as a key: upper case, without spaces, hyphens and dots, so that "rm 204-k" and "RM204K" are one car. */
export const plateKey = (plate: string): string =>
  plate
    .normalize('NFKC')
    .toUpperCase()
    .replaceAll(/[\s.·‐-―-]/g, '')
    .slice(0, 16)
