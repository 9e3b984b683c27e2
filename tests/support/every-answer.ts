// biome-ignore-all lint/suspicious/noExplicitAny: it reads plain JSON
/** What every route that only reads answers about a shop, by path. Who signed in where and when is left out: asking changes it. */
export async function everyAnswer(get: (path: string) => Promise<any>): Promise<Record<string, any>> {
  const answers: Record<string, any> = {}
  const ask = async (path: string) => {
    answers[path] = await get(path)
    return answers[path]
  }
  const day = await ask('/api/day')
  for (const path of ['people', 'catalogue', 'customers', 'bodies', 'house-rules', 'standards', 'pace', 'plan'])
    await ask(`/api/${path}`)
  for (const path of ['plan/problem', 'mixing/containers', 'mixing/sheets', 'mixing/demand', 'mixing/day', 'stock/csv'])
    await ask(`/api/${path}`)
  for (const { id } of answers['/api/standards']) await ask(`/api/standards/${id}/versions`)
  for (const { id } of answers['/api/standards']) await ask(`/api/standards/${id}/file`)
  for (const { id } of await ask('/api/mixing/batches')) await ask(`/api/mixing/batches/${id}`)
  for (const { lots } of (await ask('/api/stock')).items)
    for (const { id } of lots) await ask(`/api/stock/lots/${id}/moves`)
  for (const { id, plate, state } of day.jobs) {
    for (const of of ['', '/card', '/photos', '/procedure', '/procedure/file', '/procedure/versions'])
      await ask(`/api/jobs/${id}${of}`)
    if (state !== 'draft') for (const of of ['/work', '/events', '/report']) await ask(`/api/jobs/${id}${of}`)
    await ask(`/api/vehicles?plate=${encodeURIComponent(plate)}`)
  }
  return answers
}
