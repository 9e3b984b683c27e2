import type { CatalogueTexts } from '#words/catalogue.ts'
import airs from './catalogue/airs.json' with { type: 'json' }
import biohazards from './catalogue/biohazards.json' with { type: 'json' }
import bodies from './catalogue/bodies.json' with { type: 'json' }
import cautions from './catalogue/cautions.json' with { type: 'json' }
import checkList from './catalogue/check-list.json' with { type: 'json' }
import consumables from './catalogue/consumables.json' with { type: 'json' }
import cups from './catalogue/cups.json' with { type: 'json' }
import damages from './catalogue/damages.json' with { type: 'json' }
import equipment from './catalogue/equipment.json' with { type: 'json' }
import features from './catalogue/features.json' with { type: 'json' }
import finishes from './catalogue/finishes.json' with { type: 'json' }
import forbidden from './catalogue/forbidden.json' with { type: 'json' }
import functions from './catalogue/functions.json' with { type: 'json' }
import houseRules from './catalogue/house-rules.json' with { type: 'json' }
import materials from './catalogue/materials.json' with { type: 'json' }
import neverMix from './catalogue/never-mix.json' with { type: 'json' }
import odours from './catalogue/odours.json' with { type: 'json' }
import orderRules from './catalogue/order-rules.json' with { type: 'json' }
import packages from './catalogue/packages.json' with { type: 'json' }
import permissions from './catalogue/permissions.json' with { type: 'json' }
import presets from './catalogue/presets.json' with { type: 'json' }
import productCautions from './catalogue/product-cautions.json' with { type: 'json' }
import products from './catalogue/products.json' with { type: 'json' }
import sequences from './catalogue/sequences.json' with { type: 'json' }
import skills from './catalogue/skills.json' with { type: 'json' }
import stages from './catalogue/stages.json' with { type: 'json' }
import stainGroups from './catalogue/stain-groups.json' with { type: 'json' }
import stains from './catalogue/stains.json' with { type: 'json' }
import stops from './catalogue/stops.json' with { type: 'json' }
import surfaces from './catalogue/surfaces.json' with { type: 'json' }
import tools from './catalogue/tools.json' with { type: 'json' }
import treatments from './catalogue/treatments.json' with { type: 'json' }
import wear from './catalogue/wear.json' with { type: 'json' }
import wholeCar from './catalogue/whole-car.json' with { type: 'json' }

/** The catalogue's texts in English: one file a kind, by id. */
export const texts: CatalogueTexts = {
  kinds: {
    biohazards,
    bodies,
    cautions,
    checkList,
    consumables,
    cups,
    damages,
    airs,
    equipment,
    features,
    finishes,
    forbidden,
    functions,
    houseRules,
    materials,
    neverMix,
    odours,
    orderRules,
    packages,
    permissions,
    presets,
    products,
    sequences,
    skills,
    stages,
    stainGroups,
    stains,
    stops,
    surfaces,
    treatments,
    wholeCar,
  },
  tools,
  wear,
  productCautions,
}
