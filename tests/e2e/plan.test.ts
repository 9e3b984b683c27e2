// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type Plan, unfolded } from '#web/ui/plan.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person } from '../support/watched-page.ts'

// A lead works the day's plan: by keys and by mouse, with what it breaks and costs; somebody goes home; a hand is told on their phone.

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer()
})
afterAll(async () => {
  await demo?.close()
})

const leadAt = async (path: string) => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'tam', '4182', { width: 1280, height: 800 })
  const plan = async (): Promise<Plan> => unfolded(await (await page.request.get(`${base}/api/plan`)).json())!
  await page.goto(base + path)
  return { page, troubles, plan, base }
}
/** Stays of which nothing has begun: their names begin with the car's. */
const ahead = '.lanes .block.ahead'
/** A plan takes a second or two, on a busy machine some more. */
const patient = { timeout: 60_000 }

it('by keyboard alone: a block goes to somebody else and later, what it costs is said, it stays, and is taken back', async () => {
  const { page, troubles, plan } = await leadAt('/plan')
  await page.locator(ahead).first().waitFor()
  // The machines over the same clock, when asked for.
  await page.getByRole('button', { name: 'Machines' }).press('Enter')
  await page
    .getByRole('img', { name: /Wet vacuum, \d+:\d\d to/ })
    .first()
    .waitFor()
  expect(await axe(page)).toEqual([])
  await page.getByRole('button', { name: 'Machines' }).press('Enter')
  const before = await plan()
  const block = page.locator(ahead).last()
  const name = (await block.getAttribute('aria-label'))!
  const car = before.jobs.find((j) => name.startsWith(j.callSign))!
  await block.focus()
  // An hour later by Shift; up to somebody else.
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowUp')
  const panel = page.locator('[data-moving]')
  await panel.getByText(`${car.callSign}:`).first().waitFor()
  await panel
    .getByText(/ready|No car is later/)
    .first()
    .waitFor()
  expect(await axe(page)).toEqual([])
  // Escape leaves it where it was.
  await page.keyboard.press('Escape')
  await panel.waitFor({ state: 'detached' })
  expect((await plan()).version).toBe(before.version)

  await page.keyboard.press('Shift+ArrowRight')
  await panel.getByText(new RegExp(`${car.callSign} is ready .* later`)).waitFor()
  await page.keyboard.press('Enter')
  await page.getByText('Changed by hand').waitFor()
  await page.getByText('What the last change moved').waitFor()
  const after = await plan()
  expect(after.version).toBe(before.version + 1)
  const kept = after.jobs.flatMap((j) => j.steps.filter((s) => s.kept).map(() => j.callSign))
  expect(new Set(kept)).toEqual(new Set([car.callSign]))
  expect(after.jobs.find((j) => j.id === car.id)!.ready).toBeGreaterThan(car.ready!)
  // What was moved stays when the day is planned again.
  await page.getByRole('button', { name: 'Plan the rest of the day' }).click()
  await expect.poll(async () => (await plan()).version, patient).toBe(before.version + 2)
  expect((await plan()).jobs.flatMap((j) => j.steps.filter((s) => s.kept)).length).toBe(kept.length)
  // Twice back: nothing is kept any more, and everybody has what they had.
  for (const version of [before.version + 3, before.version + 4]) {
    await page.getByRole('button', { name: 'Take it back' }).click()
    await expect.poll(async () => (await plan()).version, patient).toBe(version)
  }
  const back = await plan()
  expect(back.jobs.flatMap((j) => j.steps.filter((s) => s.kept))).toEqual([])
  // What is long over leaves the screen while one looks.
  const who = (p: Plan) =>
    Object.fromEntries(p.assignments.filter((a) => a.end > before.now).map((a) => [a.activity, a.technicians]))
  expect(who(back)).toEqual(who(before))
  expect(troubles).toEqual([])
})

it('by mouse: while a block is dragged over another person, what breaks is said; let go, it is kept', async () => {
  const { page, plan, troubles } = await leadAt('/plan')
  await page.locator(ahead).first().waitFor()
  const before = await plan()
  const block = page.locator(ahead).first()
  const box = (await block.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 20, box.y + box.height / 2 + 30, { steps: 3 })
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2 + 58, { steps: 5 })
  const panel = page.locator('[data-moving]')
  await panel.getByRole('listitem').first().waitFor()
  await page.locator('.lanes .ghost').waitFor()
  await page.mouse.up()
  await page.getByText('Changed by hand').waitFor()
  const after = await plan()
  expect(after.version).toBe(before.version + 1)
  const [kept] = after.jobs.flatMap((j) => j.steps.filter((s) => s.kept))
  expect(kept!.kept).toMatchObject({ by: 'Tam', timed: true })
  expect(kept!.by).not.toEqual(before.jobs.flatMap((j) => j.steps).find((s) => s.id === kept!.id)!.by)
  await page.getByRole('button', { name: 'Take it back' }).click()
  await expect.poll(async () => (await plan()).jobs.flatMap((j) => j.steps.filter((s) => s.kept)), patient).toEqual([])
  expect(troubles).toEqual([])
})

it('somebody goes home: two presses, the day is planned without them, and who takes over is told on their phone', async () => {
  const { page, plan, base, troubles } = await leadAt('/plan')
  await page.locator(ahead).first().waitFor()
  const before = await plan()
  const count = (p: Plan, id: string) =>
    p.assignments.filter((a) => a.start > p.now + 1 && a.technicians.includes(id)).length
  const [gone] = before.people.toSorted((a, b) => count(before, b.id) - count(before, a.id))
  await page.getByRole('button', { name: new RegExp(`^${gone!.name}: .*otherwise today`) }).click()
  const dialog = page.getByRole('dialog', { name: `${gone!.name}, today` })
  await dialog.waitFor()
  expect(await axe(page)).toEqual([])
  await dialog.getByRole('button', { name: 'Plan without them' }).click()
  await dialog.waitFor({ state: 'detached', timeout: 60_000 })
  const after = await plan()
  expect(count(after, gone!.id)).toBe(0)
  expect(after.disturbed?.filter((d) => d.kind === 'away') ?? []).toEqual([])
  await page.getByText('What the last change moved').waitFor()
  expect(await axe(page)).toEqual([])

  // Whoever got the work reads it where they work.
  const wren = after.people.find((p) => p.name === 'Wren')!
  const concerned = (after.answer.moved ?? []).some((m) => {
    const is = after.assignments.find((a) => a.activity === m.activity)
    return is && is.start > after.now && [...is.technicians, ...m.technicians].includes(wren.id)
  })
  expect(concerned).toBe(true)
  const phone = await person(demo.browser, base, 'wren', '8137', { width: 390, height: 844 })
  await phone.page.goto(`${base}/work`)
  const told = phone.page.getByRole('region', { name: 'The plan was changed for you' })
  await told.getByRole('listitem').first().waitFor()
  expect(await axe(phone.page)).toEqual([])
  await told.getByRole('button', { name: 'Seen' }).click()
  await told.waitFor({ state: 'detached' })
  await phone.page.reload()
  await phone.page.getByRole('heading', { name: 'Which vehicle?' }).waitFor()
  expect(await told.count()).toBe(0)
  expect([...troubles, ...phone.troubles]).toEqual([])

  // They are back after all.
  await page.getByRole('button', { name: new RegExp(`^${gone!.name}: .*otherwise today`) }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'They are back' }).click()
  await page.getByRole('dialog').waitFor({ state: 'detached', timeout: 60_000 })
  expect((await plan()).people.find((p) => p.id === gone!.id)!.away).toBeUndefined()
})

it('somebody stays on: their hours of today are written as people write them, the day is planned with them, and it is as usual again', async () => {
  const { page, plan, troubles } = await leadAt('/plan')
  await page.locator(ahead).first().waitFor()
  const hoursOf = async () => (await plan()).people.find((p) => p.name === 'Wren')!.hours!
  const usual = await hoursOf()
  await page.getByRole('button', { name: /^Wren: .*otherwise today/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('radio', { name: /^comes or stays at other hours/ }).click()
  const say = dialog.getByRole('button', { name: 'Plan with these hours' })
  // As ever: there is nothing to say.
  expect(await say.isDisabled()).toBe(true)
  await dialog.getByRole('textbox', { name: /Today/ }).fill('0–12, 13–23:30')
  expect(await axe(page)).toEqual([])
  await say.click()
  await dialog.waitFor({ state: 'detached', timeout: 60_000 })
  expect(await hoursOf()).toEqual([
    [0, 720],
    [780, 1410],
  ])
  await page.getByRole('button', { name: /^Wren: .*otherwise today/ }).click()
  await dialog.getByRole('button', { name: 'Usual hours again' }).click()
  await dialog.waitFor({ state: 'detached', timeout: 60_000 })
  expect(await hoursOf()).toEqual(usual)
  expect(troubles).toEqual([])
})

it('whoever is not in today comes in: their hours are offered, and the day is planned with them', async () => {
  const { page, plan, troubles, base } = await leadAt('/day')
  const owner = await person(demo.browser, base, 'odile', '7301', { width: 1280, height: 800 })
  const jory = (await plan()).people.find((p) => p.name === 'Jory')!
  const { day } = await plan()
  const put = async (daysOff: { from: string; to: string; why: string }[]) => {
    const data = { name: 'Jory', skills: jory.skills, shifts: [[0, 1440]], week: null, daysOff, trainee: false }
    const answer = await owner.page.request.put(`${base}/api/people/${jory.id}`, { data, headers: { origin: base } })
    expect(answer.ok()).toBe(true)
    expect((await page.request.post(`${base}/api/plan`, { headers: { origin: base } })).ok()).toBe(true)
  }
  await put([{ from: day, to: day, why: 'fishing' }])
  expect((await plan()).people.map((p) => p.name)).not.toContain('Jory')
  await page.goto(`${base}/plan`)
  await page.getByRole('button', { name: 'Jory comes in today: say when' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: /Today/ }).fill('0–23:30')
  expect(await axe(page)).toEqual([])
  await dialog.getByRole('button', { name: 'Plan with these hours' }).click()
  await dialog.waitFor({ state: 'detached', timeout: 60_000 })
  expect((await plan()).people.find((p) => p.name === 'Jory')!.hours).toEqual([[0, 1410]])
  await page.getByRole('button', { name: /^Jory: .*otherwise today/ }).waitFor()
  expect(await page.getByText('Not in today').count()).toBe(0)
  await put([])
  expect([...troubles, ...owner.troubles]).toEqual([])
})

it('how sure: odds on the flags, a curve with its words, and what would help, tried out', async () => {
  const { page, troubles } = await leadAt('/plan')
  await page.locator(ahead).first().click()
  const odds = page.locator('[data-odds]')
  await odds.getByText(/8 days in 10 by \d+:\d\d/).waitFor({ timeout: 60_000 })
  await page
    .locator('.lanes .flag')
    .filter({ hasText: /\d+ in 10/ })
    .first()
    .waitFor()
  await odds.getByRole('button', { name: 'Chance by time' }).click()
  await odds.getByRole('img', { name: /half of the days by/ }).waitFor()
  await odds.getByRole('button', { name: 'What would help' }).click()
  await odds
    .getByRole('list', { name: 'What would help' })
    .getByText('promise a later time')
    .waitFor({ timeout: 60_000 })
  expect(await axe(page)).toEqual([])
  expect(troubles).toEqual([])
})

it('somebody is kept on a car: all of it that is ahead, and that they may do, stays theirs', async () => {
  const { page, plan, troubles } = await leadAt('/plan')
  await page.locator(ahead).first().click()
  const keep = page.getByRole('button', { name: /^Keep \S+ on \S+$/ })
  const [, name, sign] = /^Keep (\S+) on (\S+)$/.exec((await keep.textContent())!)!
  const { version } = await plan()
  await keep.click()
  const keptSteps = async () => {
    const now = await plan()
    return now.jobs.find((j) => j.callSign === sign)!.steps.filter((s) => s.kept)
  }
  await expect.poll(async () => (await keptSteps()).length, patient).toBeGreaterThan(0)
  // It is kept, and then the day is planned with it.
  await expect.poll(async () => (await plan()).version, patient).toBe(version + 2)
  // The screen has it too; whether anything had to move for it is the search's affair.
  await page
    .getByRole('button', { name: new RegExp(`^${sign} .*moved by hand$`) })
    .first()
    .waitFor({ timeout: 60_000 })
  const who = (await plan()).people.find((p) => p.name === name)!.id
  for (const step of await keptSteps()) expect(step.by, step.id).toEqual([who])
  expect(troubles).toEqual([])
})

it('before anything is promised: when a car that is not planned yet could be ready among what is booked', async () => {
  const { page, plan, troubles, base } = await leadAt('/plan')
  await page.locator(ahead).first().waitFor()
  const before = await plan()
  const day = await (await page.request.get(`${base}/api/day`)).json()
  const draft = day.jobs.find((j: any) => j.state === 'draft')
  await page.goto(`${base}/jobs/${draft.id}/procedure`)
  await page.getByRole('button', { name: 'When could it be ready?' }).click()
  await page.getByText(/Ready about \d+:\d\d|Not today/).waitFor({ timeout: 60_000 })
  expect(await axe(page)).toEqual([])
  // Nothing of it is kept.
  expect((await plan()).version).toBe(before.version)
  expect(troubles).toEqual([])
})

it('something happens: the lead is asked on Day, sees what planning again would bring, leaves it, is asked anew, and goes by it', async () => {
  const { page, plan, troubles, base } = await leadAt('/plan')
  await page.locator(ahead).first().waitFor()
  const before = await plan()
  const busy = (not: readonly string[]) =>
    before.people.find(
      (p) => !not.includes(p.id) && before.jobs.some((j) => j.steps.some((s) => s.by?.includes(p.id) && !s.fixed)),
    )!
  const goes = async (id: string, from: number) => {
    const body = { day: before.day, away: [{ from, to: 1440, why: 'ill' }] }
    const answer = await page.request.put(`${base}/api/people/${id}/away`, { data: body, headers: { origin: base } })
    expect(answer.status()).toBe(204)
  }
  const now = Math.floor(before.now)
  const first = busy([])
  await goes(first.id, now)
  const told = page.getByRole('region', { name: 'The plan no longer holds' })
  await told.getByText(new RegExp(`^${first.name} is not there for`)).waitFor({ timeout: 60_000 })
  await told.getByRole('button', { name: 'Go by this plan' }).waitFor({ timeout: 60_000 })
  await told.getByText('People would do otherwise').waitFor()
  expect(await axe(page)).toEqual([])
  await page.goto(base)
  await page.getByRole('link', { name: /^Plan it again\?/ }).click()
  await told.getByRole('button', { name: 'Leave it as it is' }).click()
  await told.getByText(/^Left as it is/).waitFor()
  expect((await plan()).left).toBe(true)

  const second = busy([first.id])
  await goes(second.id, now)
  const keep = told.getByRole('button', { name: 'Go by this plan' })
  await keep.waitFor({ timeout: 60_000 })
  await keep.click()
  await told.waitFor({ state: 'detached', timeout: 60_000 })
  const after = await plan()
  for (const job of after.jobs)
    for (const step of job.steps)
      if (step.at && step.at[0] > now + 5 && !step.fixed)
        expect(step.by ?? [], `${job.callSign} ${step.id}`).not.toEqual(expect.arrayContaining([first.id]))
  expect(troubles).toEqual([])
})
