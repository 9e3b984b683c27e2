/** How a shop's name is written for signing in: small letters, digits and hyphens, however people write it. */
export const shopCode = (name: string): string =>
  name
    .normalize('NFKD')
    .replaceAll(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
    .slice(0, 40)
