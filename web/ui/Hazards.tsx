import { pictogramSvg, pictogramWords } from '#core/chemistry/pictograms.ts'
import type { Product } from '#core/chemistry/schema.ts'
import { words } from '#words/en/screens/ui.ts'
import { speak } from '#words/en/speak.ts'

type Props = { product: Pick<Product, 'pictograms' | 'signal' | 'h' | 'p' | 'ppe' | 'cautions'> }

/** What is worn with a product and what it is kept away from. */
export const ProductCaution = ({ product }: { product: Pick<Product, 'ppe' | 'cautions'> }) => (
  <div className="caution">
    {words.wear(product.ppe.map(speak.names.wear).join(', '))}{' '}
    {product.cautions.map(speak.names.productCaution).join(' ')} {words.label}
  </div>
)

/** What a product's label warns of, and what is worn with it. The maker's label and data sheet come first. */
export function Hazards({ product }: Props) {
  return (
    <>
      <div className="row">
        {product.pictograms.map((p) => (
          <img
            key={p}
            width={72}
            height={72}
            alt={pictogramWords[p]}
            src={`data:image/svg+xml,${encodeURIComponent(pictogramSvg(p))}`}
          />
        ))}
        {product.signal !== 'none' && <strong className="signal">{product.signal.toUpperCase()}</strong>}
      </div>
      <p>{[...product.h, ...product.p].join(' · ')}</p>
      <ProductCaution product={product} />
    </>
  )
}
