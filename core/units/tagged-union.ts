import { type Static, type TObject, type TUnion, Type } from '@sinclair/typebox'

/**
 * A union of objects told apart by one property, each of which names it. A validator goes straight to the branch that is meant instead of
 * trying all of them, and its faults speak of that branch alone. (JSON Schema `oneOf` with OpenAPI's `discriminator`.)
 */
export const taggedUnion = <B extends TObject[]>(property: string, branches: readonly [...B], options: object = {}) =>
  Type.Unsafe<Static<TUnion<B>>>({
    ...options,
    type: 'object',
    discriminator: { propertyName: property },
    oneOf: branches,
  })
