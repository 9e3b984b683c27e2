import type { Catalogue } from '#core/catalogue/catalogue.ts'
import airs from './airs.json' with { type: 'json' }
import biohazards from './biohazards.json' with { type: 'json' }
import bodies from './bodies.json' with { type: 'json' }
import cautions from './cautions.json' with { type: 'json' }
import checkList from './check-list.json' with { type: 'json' }
import consumables from './consumables.json' with { type: 'json' }
import cups from './cups.json' with { type: 'json' }
import damages from './damages.json' with { type: 'json' }
import equipment from './equipment.json' with { type: 'json' }
import features from './features.json' with { type: 'json' }
import figures from './figures.json' with { type: 'json' }
import finishes from './finishes.json' with { type: 'json' }
import forbidden from './forbidden.json' with { type: 'json' }
import functions from './functions.json' with { type: 'json' }
import houseRules from './house-rules.json' with { type: 'json' }
import materials from './materials.json' with { type: 'json' }
import neverMix from './never-mix.json' with { type: 'json' }
import odours from './odours.json' with { type: 'json' }
import orderRules from './order-rules.json' with { type: 'json' }
import packages from './packages.json' with { type: 'json' }
import permissions from './permissions.json' with { type: 'json' }
import presets from './presets.json' with { type: 'json' }
import products from './products.json' with { type: 'json' }
import programmes from './programmes.json' with { type: 'json' }
import sequences from './sequences.json' with { type: 'json' }
import skills from './skills.json' with { type: 'json' }
import stages from './stages.json' with { type: 'json' }
import stainGroups from './stain-groups.json' with { type: 'json' }
import stains from './stains.json' with { type: 'json' }
import stops from './stops.json' with { type: 'json' }
import surfaces from './surfaces.json' with { type: 'json' }
import treatments from './treatments.json' with { type: 'json' }
import walk from './walk.json' with { type: 'json' }
import wholeCar from './whole-car.json' with { type: 'json' }

/** The shipped catalogue. Shapes and references are checked by a test and when the server starts (check.ts). */
export const catalogue = {
  bodies,
  surfaces,
  features,
  damages,
  odours,
  biohazards,
  functions,
  permissions,
  packages,
  presets,
  materials,
  stages,
  treatments,
  wholeCar,
  programmes,
  stains,
  stops,
  stainGroups,
  products,
  orderRules,
  houseRules,
  cautions,
  forbidden,
  sequences,
  neverMix,
  cups,
  consumables,
  finishes,
  checkList,
  airs,
  equipment,
  skills,
  figures,
  walk,
} as unknown as Catalogue
