import { Type } from '@sinclair/typebox'
import { Condition } from '#core/condition/schema.ts'
import { StandardFile, settingsIn, standardFile } from '#core/formats/exchange.ts'
import { JobSettings, StandardSettings } from '#core/procedures/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { notFound } from '#server/http/problem.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { speak } from '#words/en/speak.ts'
import { ProcedureFile, procedureFile } from '#words/worded/procedure-file.ts'
import { keepHouseRules } from './house-rules.ts'
import { keepRates, paceView } from './pace.ts'
import { revise } from './revision.ts'
import { procedurePdf } from './sheet-pdf.ts'
import { keepStandard, standardsOf, standardVersionsOf } from './standards.ts'
import { issue, keepSettings, procedureOf, versionsOf } from './store.ts'
import {
  HouseRulesView,
  PaceView,
  ProcedureView,
  RatesBody,
  RevisionView,
  StandardsView,
  StandardVersionsView,
  VersionsView,
} from './views.ts'

const Strict = { additionalProperties: false }
const Version = Type.Integer({ minimum: 0 })
const Note = Type.String({ minLength: 3, maxLength: 500 })

const SettingsBody = Type.Object({ version: Version, settings: JobSettings }, Strict)
const ImportBody = Type.Object({ version: Version, file: ProcedureFile }, Strict)
const ConditionBody = Type.Object({ condition: Condition, note: Note }, Strict)
const RecheckBody = Type.Object(
  { surfaces: Type.Array(Type.String({ maxLength: 80 }), { minItems: 1, maxItems: 100 }), note: Note },
  Strict,
)
/** A finding that stops, while the car is worked on. Where it is, unless it is only smelt; who was told. */
const FindingBody = Type.Object(
  {
    rule: Type.String({ minLength: 1, maxLength: 40 }),
    surface: Type.Optional(Type.String({ maxLength: 80 })),
    told: Type.String({ minLength: 1, maxLength: 80 }),
    note: Type.String({ maxLength: 500 }),
  },
  Strict,
)
const StandardBody = Type.Object(
  {
    version: Version,
    name: Type.String({ minLength: 1, maxLength: 80 }),
    note: Type.String({ maxLength: 300 }),
    settings: StandardSettings,
    retired: Type.Optional(Type.Boolean()),
  },
  Strict,
)
const StandardImport = Type.Object({ id: Uuid, file: StandardFile }, Strict)

const ofJobs = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/jobs/:id/procedure',
    allow: 'procedure.see',
    answer: ProcedureView,
    handle: async ({ scope, params }): Promise<ProcedureView> => procedureOf(db, scope, params.id!, catalogue),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/procedure',
    allow: 'procedure.issue',
    answer: ProcedureView,
    handle: async ({ scope, params }): Promise<ProcedureView> => {
      const { view } = await issue(db, scope, params.id!, catalogue, now())
      return view
    },
  }),
  route({
    method: 'PUT',
    path: '/api/jobs/:id/procedure/settings',
    allow: 'procedure.issue',
    body: SettingsBody,
    answer: ProcedureView,
    handle: async ({ scope, params, body }): Promise<ProcedureView> =>
      keepSettings(db, scope, params.id!, body.version, body.settings, catalogue),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/procedure/import',
    allow: 'procedure.issue',
    body: ImportBody,
    answer: ProcedureView,
    handle: async ({ scope, params, body }): Promise<ProcedureView> =>
      keepSettings(db, scope, params.id!, body.version, settingsIn(body.file), catalogue),
  }),
  route({
    method: 'GET',
    path: '/api/jobs/:id/procedure/file',
    allow: 'procedure.see',
    answer: ProcedureFile,
    handle: async ({ scope, params }) => {
      const { request, procedure } = await procedureOf(db, scope, params.id!, catalogue)
      return procedureFile(request, speak.procedure(procedure))
    },
  }),
  route({
    method: 'GET',
    path: '/api/jobs/:id/procedure/versions',
    allow: 'procedure.see',
    answer: VersionsView,
    handle: async ({ scope, params }): Promise<VersionsView> => versionsOf(db, scope, params.id!),
  }),
  route({
    method: 'GET',
    path: '/api/jobs/:id/procedure/sheet',
    allow: 'procedure.see',
    file: ['application/pdf'],
    handle: async ({ scope, params }) => {
      const { job, bytes } = await procedurePdf(db, scope, params.id!, catalogue)
      return { type: 'application/pdf', bytes, name: `procedure-${job.callSign.toLowerCase().replace(' ', '-')}.pdf` }
    },
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/procedure/revision',
    allow: 'procedure.issue',
    body: ConditionBody,
    answer: RevisionView,
    handle: async ({ scope, params, body }): Promise<RevisionView> =>
      revise(db, scope, params.id!, body, catalogue, now()),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/stops',
    allow: 'work.do',
    body: Clearing,
    answer: RevisionView,
    handle: ({ scope, params, body: { step, references, note } }) =>
      revise(db, scope, params.id!, { cleared: { step, references }, note }, catalogue, now()),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/findings',
    allow: 'work.do',
    body: FindingBody,
    answer: RevisionView,
    handle: ({ scope, params, body: { rule, surface, told, note } }) =>
      revise(db, scope, params.id!, { found: { rule, surface, told }, note }, catalogue, now()),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/recheck',
    allow: 'work.do',
    body: RecheckBody,
    answer: RevisionView,
    handle: async ({ scope, params, body }): Promise<RevisionView> =>
      revise(db, scope, params.id!, { failed: body.surfaces, note: body.note }, catalogue, now()),
  }),
]

const ofStandards = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/house-rules',
    allow: 'procedure.see',
    answer: HouseRulesView,
    handle: async ({ scope }): Promise<HouseRulesView> => ({ choices: scope.houseRules }),
  }),
  route({
    method: 'PUT',
    path: '/api/house-rules',
    allow: 'standards.write',
    rights: true,
    body: HouseRulesView,
    answer: HouseRulesView,
    handle: async ({ scope, body }): Promise<HouseRulesView> => {
      await keepHouseRules(db, scope, body.choices, catalogue)
      return body
    },
  }),
  route({
    method: 'GET',
    path: '/api/standards',
    allow: 'procedure.see',
    answer: StandardsView,
    handle: ({ scope }) => standardsOf(db, scope),
  }),
  route({
    method: 'PUT',
    path: '/api/standards/:id',
    allow: 'standards.write',
    body: StandardBody,
    answer: StandardsView,
    handle: ({ scope, params, body }) =>
      keepStandard(db, scope, { retired: false, ...body, id: params.id! }, catalogue, now()),
  }),
  route({
    method: 'POST',
    path: '/api/standards',
    allow: 'standards.write',
    body: StandardImport,
    answer: StandardsView,
    handle: ({ scope, body: { id, file } }) =>
      keepStandard(db, scope, { id, version: 0, retired: false, ...file }, catalogue, now()),
  }),
  route({
    method: 'GET',
    path: '/api/standards/:id/versions',
    allow: 'procedure.see',
    answer: StandardVersionsView,
    handle: ({ scope, params }) => standardVersionsOf(db, scope, params.id!),
  }),
  route({
    method: 'GET',
    path: '/api/standards/:id/file',
    allow: 'procedure.see',
    answer: StandardFile,
    handle: async ({ scope, params }) => {
      const standard = (await standardsOf(db, scope)).find((s) => s.id === params.id)
      if (!standard) throw notFound('standard')
      const [latest] = await standardVersionsOf(db, scope, standard.id)
      return standardFile(standard.name, latest!.note, standard.settings)
    },
  }),
  route({
    method: 'GET',
    path: '/api/pace',
    allow: 'procedure.see',
    answer: PaceView,
    handle: ({ scope }) => paceView(db, scope),
  }),
  route({
    method: 'PUT',
    path: '/api/pace',
    allow: 'standards.write',
    body: RatesBody,
    answer: PaceView,
    handle: async ({ scope, body }): Promise<PaceView> => {
      await keepRates(db, scope, body.rates, catalogue)
      return paceView(db, scope)
    },
  }),
]

const Clearing = Type.Object(
  {
    step: Type.String({ minLength: 1, maxLength: 120 }),
    /** References of waste, sharps and the like, as the stop's log asks. */
    references: Type.Record(Type.String({ pattern: '^[a-z-]{1,20}$' }), Type.String({ maxLength: 80 })),
    note: Type.String({ minLength: 3, maxLength: 500 }),
  },
  { additionalProperties: false },
)

export const procedureRoutes = (world: World): Route[] => [...ofJobs(world), ...ofStandards(world)]
