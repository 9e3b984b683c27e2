import type { Feature, Material, Surface } from '#core/cabin/schema.ts'
import { placeOfSurface } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Finish } from '#core/catalogue/finish.ts'
import type { ForbiddenRule } from '#core/catalogue/forbidden-rule.ts'
import type { HouseChoice } from '#core/catalogue/house-rule.ts'
import type { Package } from '#core/catalogue/package.ts'
import type { Permission } from '#core/catalogue/permission.ts'
import type { Programme } from '#core/catalogue/programme.ts'
import type { Added, Swap } from '#core/catalogue/swap.ts'
import type { Treatment } from '#core/catalogue/treatment.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { Condition } from '#core/condition/schema.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { type Car, rulesAgainst } from './forbidden.ts'
import { type Held, heldIn } from './stops.ts'

/** What is at hand on the day. */
export interface Means {
  equipment: ReadonlySet<string>
  skills: ReadonlySet<string>
}

/** What holds for one car's whole procedure, worked out once. */
export interface Setting {
  catalogue: Catalogue
  means: Means
  features: readonly Feature[]
  refused: readonly Permission[]
  sold: Package | undefined
  /** Surfaces whose work the customer took besides, and how the fuller package works them. */
  besides?: { surfaces: ReadonlySet<string>; setting: Setting } | undefined
  /** The choice in force of every house rule. */
  choices: Readonly<Record<string, string>>
  house: readonly HouseChoice[]
  finish: Finish
  /** What the sold package, the finish and the house put in the place of what is usual, the first that fits. */
  swaps: readonly Swap[]
  /** What is done beside the rung. */
  adds: readonly Added[]
  car: Car
  /** Rung by surface, where a lead or a time limit has set one. */
  rungs: ReadonlyMap<string, number>
  /** Failed rechecks by surface. */
  retries: Readonly<Record<string, number>>
  /** How often a surface came back as it dried. */
  wicked: Readonly<Record<string, number>>
  /** "treatment surface" that earlier versions of the procedure have finished. */
  done: ReadonlySet<string>
  /** What findings that stop hold; nothing until it has been looked for. */
  held: Held
  /** Seats a child seat stays on, by zone: nothing is done there. */
  covered: ReadonlySet<string>
  /** Surfaces that the customer came for. */
  cameFor: ReadonlySet<string>
  /** What says it otherwise because it does not work: motions by treatment, refusals by permission, cautions. */
  said: Record<'motion' | 'refused' | 'cautions', Readonly<Record<string, string>>>
  /** The shop's own pace by treatment; 1 is the catalogue's. */
  rates: Readonly<Record<string, number>>
  treatment(id: string): Treatment
  material(id: string): Material
  programme(surface: Surface, material: Material): Programme | undefined
  /** Forbidden rules that could hold against a treatment in this car. */
  against(treatment: Treatment): readonly ForbiddenRule[]
}

/** Every surface of a kind and material takes the soil of the most soiled one among those that are soiled at all. */
export function uniform(condition: Condition, surfaces: readonly Surface[]): Condition {
  const key = (s: Surface) => `${s.kind} ${s.material}`
  const worst = new Map<string, number>()
  for (const s of surfaces) worst.set(key(s), Math.max(worst.get(key(s)) ?? 0, condition[s.id]?.soil ?? 0))
  return Object.fromEntries(
    surfaces.flatMap((s) => {
      const soil = worst.get(key(s))!
      return soil === 0 && !condition[s.id] ? [] : [[s.id, { ...condition[s.id], soil }]]
    }),
  )
}

/** The choice in force of every house rule: the request's, else the rule's default. */
export const choicesOf = (request: Pick<ProcedureRequest, 'houseRules'>, catalogue: Catalogue) => ({
  ...Object.fromEntries(catalogue.houseRules.map((r) => [r.id, r.default])),
  ...request.houseRules,
})

/** A treatment as the forbidden rules see it; with water alone where the house leaves the product out. */
const actOf = (treatment: Treatment, house: readonly HouseChoice[], catalogue: Catalogue) => ({
  ...treatment,
  product: house.some((c) => c.noProduct?.includes(treatment.id))
    ? undefined
    : catalogue.products.find((p) => p.id === treatment.product?.id),
})

/** What did not work when it was tried. */
export const deadOf = ({ functions = {} }: Pick<CheckIn, 'functions'>, catalogue: Catalogue) =>
  catalogue.functions.filter((f) => functions[f.id]?.works === false)

/** Surfaces that cannot be reached because something does not work: of that window alone where it is known which. */
export function unreachableBy(
  checkIn: Pick<CheckIn, 'functions'>,
  catalogue: Catalogue,
): (surface: Surface) => boolean {
  const dead = deadOf(checkIn, catalogue).flatMap(({ id, dead: kinds = [] }) =>
    kinds.map((kind) => ({ kind, which: checkIn.functions?.[id]?.which })),
  )
  return (surface) =>
    dead.some(({ kind, which }) => kind === surface.kind && (!which?.length || which.includes(placeOfSurface(surface))))
}

/** By what is said otherwise: the function that says it. */
const saidBy = (dead: ReturnType<typeof deadOf>, what: 'motion' | 'refused' | 'cautions') =>
  Object.fromEntries(dead.flatMap((f) => (f.instead?.[what] ?? []).map((id) => [id, f.id])))

export function settingOf(request: ProcedureRequest, catalogue: Catalogue): Setting {
  const { checkIn } = request
  const { body } = checkIn.vehicle
  const dead = deadOf(checkIn, catalogue)
  const choices = choicesOf(request, catalogue)
  const house = catalogue.houseRules.map((r) => byId(r.choices, choices[r.id]!, 'choice'))
  const car: Car = { features: new Set(body.features), permissions: checkIn.permissions, choices }
  const sold = catalogue.packages.find((p) => p.id === checkIn.package)
  const finish = byId(catalogue.finishes, checkIn.finish ?? 'standard', 'finish')
  const programmes = new Map<string, Programme | undefined>()
  const rules = new Map<string, readonly ForbiddenRule[]>()
  return {
    catalogue,
    means: {
      equipment: new Set(request.equipment ?? catalogue.equipment.map((e) => e.id)),
      skills: new Set(request.skills ?? catalogue.skills.map((s) => s.id)),
    },
    features: catalogue.features.filter((f) => car.features.has(f.id)),
    refused: catalogue.permissions.filter((p) => checkIn.permissions[p.id] === false),
    sold,
    choices,
    house,
    finish,
    swaps: [...(catalogue.swaps ?? []), ...[sold, finish, ...house].flatMap((own) => own?.swap ?? [])],
    adds: [finish, ...house].flatMap((own) => own.adds ?? []),
    car,
    rungs: new Map(Object.entries(request.rungs ?? {})),
    retries: request.retries ?? {},
    wicked: request.wicked ?? {},
    done: new Set((request.kept ?? []).flatMap((s) => s.surfaces.map((id) => `${s.treatment} ${id}`))),
    held: heldIn([]),
    covered: new Set(checkIn.permissions['child-seat'] === false ? checkIn.childSeats : []),
    cameFor: new Set(checkIn.cameFor?.surfaces),
    said: {
      motion: saidBy(dead, 'motion'),
      refused: saidBy(dead, 'refused'),
      cautions: saidBy(dead, 'cautions'),
    },
    rates: request.rates ?? {},
    treatment: (id) => byId(catalogue.treatments, id, 'treatment'),
    material: (id) => byId(catalogue.materials, id, 'material'),
    programme(surface, material) {
      const key = `${surface.kind} ${surface.group} ${material.family}`
      if (!programmes.has(key)) {
        const fitting = catalogue.programmes.filter(
          (p) =>
            p.groups.includes(surface.group) &&
            p.families.includes(material.family) &&
            (p.kinds?.includes(surface.kind) ?? true),
        )
        programmes.set(key, fitting.find((p) => p.kinds) ?? fitting[0])
      }
      return programmes.get(key)
    },
    against(treatment) {
      let found = rules.get(treatment.id)
      if (!found) {
        found = rulesAgainst(actOf(treatment, house, catalogue), car, catalogue)
        rules.set(treatment.id, found)
      }
      return found
    },
  }
}
