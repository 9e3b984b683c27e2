import { Type } from '@sinclair/typebox'
import { Condition } from '#core/condition/schema.ts'
import { StandardFile } from '#core/formats/exchange.ts'
import { JobSettings, StandardSettings } from '#core/procedures/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { SaidWhen } from '#server/http/said-when.ts'
import { wires } from '#server/http/wire.ts'
import { ProcedureFile } from '#words/worded/procedure-file.ts'
import {
  HouseRulesView,
  PaceView,
  ProcedureView,
  RatesBody,
  RevisionView,
  StandardsView,
  StandardVersionsView,
  VersionsView,
  WeekView,
} from './views.ts'

const Strict = { additionalProperties: false }

const Version = Type.Integer({ minimum: 0 })

const Note = Type.String({ minLength: 3, maxLength: 500 })

const SettingsBody = Type.Object({ version: Version, settings: JobSettings }, Strict)

const ImportBody = Type.Object({ version: Version, file: ProcedureFile }, Strict)

const ConditionBody = Type.Object({ condition: Condition, note: Note }, Strict)

/** Of what a device may have had to keep: by what the server knows it again, and how long ago it was. */
const Waited = { id: Type.Optional(Uuid), when: Type.Optional(SaidWhen) }

const RecheckBody = Type.Object(
  {
    surfaces: Type.Array(Type.String({ maxLength: 80 }), { minItems: 1, maxItems: 100 }),
    wicked: Type.Optional(Type.Boolean()),
    note: Note,
    ...Waited,
  },
  Strict,
)

/** A finding that stops, while the car is worked on. Where it is, unless it is only smelt; who was told. */
const FindingBody = Type.Object(
  {
    rule: Type.String({ minLength: 1, maxLength: 40 }),
    surface: Type.Optional(Type.String({ maxLength: 80 })),
    told: Type.String({ minLength: 1, maxLength: 80 }),
    note: Type.String({ maxLength: 500 }),
    ...Waited,
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

const Clearing = Type.Object(
  {
    step: Type.String({ minLength: 1, maxLength: 120 }),
    /** References of waste, sharps and the like, as the stop's log asks. */
    references: Type.Record(Type.String({ pattern: '^[a-z-]{1,20}$' }), Type.String({ maxLength: 80 })),
    note: Note,
  },
  Strict,
)

export const proceduresWires = wires({
  'GET /api/week': {
    allow: 'day.see',
    answer: WeekView,
  },
  'GET /api/jobs/:id/procedure': {
    allow: 'procedure.see',
    answer: ProcedureView,
  },
  'POST /api/jobs/:id/procedure': {
    allow: 'procedure.issue',
    answer: ProcedureView,
  },
  'PUT /api/jobs/:id/procedure/settings': {
    allow: 'procedure.issue',
    body: SettingsBody,
    answer: ProcedureView,
  },
  'POST /api/jobs/:id/procedure/import': {
    allow: 'procedure.issue',
    body: ImportBody,
    answer: ProcedureView,
  },
  'GET /api/jobs/:id/procedure/file': {
    allow: 'procedure.see',
    answer: ProcedureFile,
  },
  'GET /api/jobs/:id/procedure/versions': {
    allow: 'procedure.see',
    answer: VersionsView,
  },
  'GET /api/jobs/:id/procedure/sheet': {
    allow: 'procedure.see',
    file: ['application/pdf'],
  },
  'POST /api/jobs/:id/procedure/revision': {
    allow: 'procedure.issue',
    body: ConditionBody,
    answer: RevisionView,
  },
  'POST /api/jobs/:id/stops': {
    allow: 'work.do',
    body: Clearing,
    answer: RevisionView,
  },
  'POST /api/jobs/:id/findings': {
    allow: 'work.do',
    body: FindingBody,
    answer: RevisionView,
  },
  'POST /api/jobs/:id/recheck': {
    allow: 'work.do',
    body: RecheckBody,
    answer: RevisionView,
  },
  'GET /api/house-rules': {
    allow: 'procedure.see',
    answer: HouseRulesView,
  },
  'PUT /api/house-rules': {
    allow: 'standards.write',
    rights: true,
    body: HouseRulesView,
    answer: HouseRulesView,
  },
  'GET /api/standards': {
    allow: 'procedure.see',
    answer: StandardsView,
  },
  'PUT /api/standards/:id': {
    allow: 'standards.write',
    body: StandardBody,
    answer: StandardsView,
  },
  'POST /api/standards': {
    allow: 'standards.write',
    body: StandardImport,
    answer: StandardsView,
  },
  'GET /api/standards/:id/versions': {
    allow: 'procedure.see',
    answer: StandardVersionsView,
  },
  'GET /api/standards/:id/file': {
    allow: 'procedure.see',
    answer: StandardFile,
  },
  'GET /api/pace': {
    allow: 'procedure.see',
    answer: PaceView,
  },
  'PUT /api/pace': {
    allow: 'standards.write',
    body: RatesBody,
    answer: PaceView,
  },
})
