import { settingsIn, standardFile } from '#core/formats/exchange.ts'
import { notFound } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { happenedAt, type SaidWhen } from '#server/http/said-when.ts'
import { speak } from '#words/en/speak.ts'
import { procedureFile } from '#words/worded/procedure-file.ts'
import { procedurePdf } from './sheet-pdf.ts'
import { keepHouseRules } from './store/house-rules.ts'
import { keepRates, paceView } from './store/pace.ts'
import { issue, keepSettings, procedureOf, versionsOf } from './store/procedures.ts'
import { revise } from './store/revision.ts'
import { keepStandard, standardsOf, standardVersionsOf } from './store/standards.ts'
import { weekOf } from './store/week.ts'
import type { HouseRulesView, PaceView, ProcedureView, RevisionView, VersionsView } from './views.ts'
import { proceduresWires } from './wire.ts'

export const procedureRoutes = ({ db, now }: AppContext): Route[] => {
  /** Of something that a device had to keep: its id, and when it was seen. */
  const saidBefore = ({ id, when }: { id?: string; when?: SaidWhen }) => ({
    ...(id === undefined ? {} : { id }),
    ...(when === undefined ? {} : { at: happenedAt(when, now()) }),
  })
  return routes(proceduresWires, {
    'GET /api/week': ({ catalogue, scope }) => weekOf(db, scope, catalogue, now()),
    'GET /api/jobs/:id/procedure': async ({ catalogue, scope, params }): Promise<ProcedureView> =>
      procedureOf(db, scope, params.id, catalogue),
    'POST /api/jobs/:id/procedure': async ({ catalogue, scope, params }): Promise<ProcedureView> => {
      const { view } = await issue(db, scope, params.id, catalogue, now())
      return view
    },
    'PUT /api/jobs/:id/procedure/settings': async ({ catalogue, scope, params, body }): Promise<ProcedureView> =>
      keepSettings(db, scope, params.id, body.version, body.settings, catalogue),
    'POST /api/jobs/:id/procedure/import': async ({ catalogue, scope, params, body }): Promise<ProcedureView> =>
      keepSettings(db, scope, params.id, body.version, settingsIn(body.file), catalogue),
    'GET /api/jobs/:id/procedure/file': async ({ catalogue, scope, params }) => {
      const { request, procedure } = await procedureOf(db, scope, params.id, catalogue)
      return procedureFile(request, speak.procedure(procedure))
    },
    'GET /api/jobs/:id/procedure/versions': async ({ scope, params }): Promise<VersionsView> =>
      versionsOf(db, scope, params.id),
    'GET /api/jobs/:id/procedure/sheet': async ({ catalogue, scope, params }) => {
      const { job, bytes } = await procedurePdf(db, scope, params.id, catalogue)
      return { type: 'application/pdf', bytes, name: `procedure-${job.callSign.toLowerCase().replace(' ', '-')}.pdf` }
    },
    'POST /api/jobs/:id/procedure/revision': async ({ catalogue, scope, params, body }): Promise<RevisionView> =>
      revise(db, scope, params.id, body, catalogue, now()),
    'POST /api/jobs/:id/stops': ({ catalogue, scope, params, body: { step, references, note } }) =>
      revise(db, scope, params.id, { cleared: { step, references }, note }, catalogue, now()),
    'POST /api/jobs/:id/findings': ({ catalogue, scope, params, body: { rule, surface, told, note, ...waited } }) =>
      revise(db, scope, params.id, { found: { rule, surface, told }, note, ...saidBefore(waited) }, catalogue, now()),
    'POST /api/jobs/:id/recheck': ({ catalogue, scope, params, body: { surfaces, wicked, note, ...waited } }) =>
      revise(
        db,
        scope,
        params.id,
        { failed: surfaces, wicked: wicked ?? false, note, ...saidBefore(waited) },
        catalogue,
        now(),
      ),
    'GET /api/house-rules': async ({ scope }): Promise<HouseRulesView> => ({ choices: scope.houseRules }),
    'PUT /api/house-rules': async ({ catalogue, scope, body }): Promise<HouseRulesView> => {
      await keepHouseRules(db, scope, body.choices, catalogue)
      return body
    },
    'GET /api/standards': ({ scope }) => standardsOf(db, scope),
    'PUT /api/standards/:id': ({ catalogue, scope, params, body }) =>
      keepStandard(db, scope, { retired: false, ...body, id: params.id }, catalogue, now()),
    'POST /api/standards': ({ catalogue, scope, body: { id, file } }) =>
      keepStandard(db, scope, { id, version: 0, retired: false, ...file }, catalogue, now()),
    'GET /api/standards/:id/versions': ({ scope, params }) => standardVersionsOf(db, scope, params.id),
    'GET /api/standards/:id/file': async ({ scope, params }) => {
      const standard = (await standardsOf(db, scope)).find((s) => s.id === params.id)
      if (!standard) throw notFound('standard')
      const [latest] = await standardVersionsOf(db, scope, standard.id)
      return standardFile(standard.name, latest!.note, standard.settings)
    },
    'GET /api/pace': ({ scope }) => paceView(db, scope),
    'PUT /api/pace': async ({ catalogue, scope, body }): Promise<PaceView> => {
      await keepRates(db, scope, body.rates, catalogue)
      return paceView(db, scope)
    },
  })
}
