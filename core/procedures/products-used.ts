import type { Procedure, Step } from './schema.ts'

/** Ready to use, ml, by product and ratio, in the order in which steps first ask for them. */
export function productsUsed(steps: readonly Pick<Step, 'product'>[]): Procedure['totals']['products'] {
  const products = new Map<string, Procedure['totals']['products'][number]>()
  for (const { product } of steps) {
    if (!product) continue
    const key = `${product.id} ${product.ratio.concentrate}:${product.ratio.water}`
    const entry = products.get(key) ?? { ...product, ml: 0 }
    entry.ml += product.ml
    products.set(key, entry)
  }
  return [...products.values()]
}
