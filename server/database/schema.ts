import {
  type AnyMySqlColumn,
  bigint,
  boolean,
  char,
  customType,
  double,
  foreignKey,
  index,
  int,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core'
import type { Body } from '#core/cabin/schema.ts'
import type { CalledOff } from '#core/check-in/called-off.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { DayWeather } from '#core/drying/weather.ts'
import type { JobState } from '#core/job/job-state.ts'
import type { Offline } from '#core/job/schema.ts'
import type { Mix, Ratio } from '#core/mixing/schema.ts'
import type { HandPin, PlanBefore } from '#core/plan/pins.ts'
import type { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import type { JobSettings, Procedure, ProcedureRequest, StandardSettings } from '#core/procedures/schema.ts'
import type { JobFacts } from '#core/records/schema.ts'
import type { About } from '#core/shop/about.ts'
import type { Broken, Home, Upkeep } from '#core/shop/kit.ts'
import type { Own } from '#core/shop/schema.ts'
import type { Away, DayOff, Week } from '#core/shop/week.ts'

/** JSON that arrives parsed or as text, depending on how it was selected. */
const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'json',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value) => (typeof value === 'string' ? JSON.parse(value) : value) as T,
  })(name)
/** MariaDB's own type: sixteen bytes, and nothing but a UUID. */
const id = (name: string) => customType<{ data: string; driverData: string }>({ dataType: () => 'uuid' })(name)
/** UTC with milliseconds, as an ISO string on our side. */
const moment = (name: string) =>
  customType<{ data: string; driverData: Date | string }>({
    dataType: () => 'datetime(3)',
    toDriver: (value) => new Date(value),
    fromDriver: (value) =>
      value instanceof Date ? value.toISOString() : new Date(`${value.replace(' ', 'T')}Z`).toISOString(),
  })(name)

/** Another row of the same shop: nothing can be led to another shop's. */
const within = (
  name: string,
  [shop, own]: [AnyMySqlColumn, AnyMySqlColumn],
  [theirShop, theirs]: [AnyMySqlColumn, AnyMySqlColumn],
) => foreignKey({ name, columns: [shop, own], foreignColumns: [theirShop, theirs] })

export const shops = mysqlTable(
  'shops',
  {
    id: id('id').primaryKey(),
    code: varchar('code', { length: 40 }).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    timeZone: varchar('time_zone', { length: 60 }).notNull(),
    houseRules: json<Record<string, string>>('house_rules').notNull(),
    /** Its own pace by treatment over the catalogue's minutes; null until some is taken over. */
    rates: json<Record<string, number>>('rates'),
    /** The version of what it writes over the shipped catalogue that holds now; 0: nothing yet. */
    ownVersion: int('own_version').notNull().default(0),
    /** Place, units, currency, week and opening hours; null until they are said. */
    about: json<About>('about'),
  },
  (t) => [uniqueIndex('shops_code').on(t.code)],
)

/** What shops write over the shipped catalogue, every version of it: issued procedures and old bottles refer to them. */
export const owns = mysqlTable(
  'owns',
  {
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    version: int('version').notNull(),
    own: json<Own>('own').notNull(),
    by: id('by_id').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shop, t.version] })],
)

export const roles = ['owner', 'lead', 'technician', 'front-desk'] as const
export type Role = (typeof roles)[number]

export const people = mysqlTable(
  'people',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    login: varchar('login', { length: 40 }).notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    role: varchar('role', { length: 20 }).$type<Role>().notNull(),
    pinHash: varchar('pin_hash', { length: 200 }).notNull(),
    /** Owners alone have one: it enrols devices. */
    passwordHash: varchar('password_hash', { length: 200 }),
    skills: json<string[]>('skills').notNull(),
    /** Minutes from the shop's midnight; empty for people who are not planned. */
    shifts: json<[number, number][]>('shifts').notNull(),
    /** Hours by weekday, where they differ; null: the shifts, every day. */
    week: json<Week>('week'),
    daysOff: json<DayOff[]>('days_off'),
    /** Stretches of single days in which somebody who would be there is not. */
    away: json<Away[]>('away'),
    /** By skill: who vouched for it, and when. */
    vouched: json<Record<string, { by: string; on: string }>>('vouched'),
    trainee: boolean('trainee').notNull().default(false),
    /** What an hour of theirs costs the shop, in minor units. */
    hour: int('hour'),
    /** Since when they are with the shop no more; their history stays. */
    left: moment('left_at'),
  },
  (t) => [uniqueIndex('people_login').on(t.shop, t.login), uniqueIndex('people_of_shop').on(t.shop, t.id)],
)

/** A phone, tablet or desk that the owner has let in; people sign in on it with a PIN. */
export const devices = mysqlTable(
  'devices',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    name: varchar('name', { length: 60 }).notNull(),
    tokenHash: char('token_hash', { length: 64 }).notNull(),
    enrolledBy: id('enrolled_by').notNull(),
    enrolled: moment('enrolled').notNull(),
    revoked: moment('revoked'),
  },
  (t) => [
    uniqueIndex('devices_token').on(t.tokenHash),
    index('devices_shop').on(t.shop),
    uniqueIndex('devices_of_shop').on(t.shop, t.id),
    within('devices_enrolled_by', [t.shop, t.enrolledBy], [people.shop, people.id]),
  ],
)

export const sessions = mysqlTable(
  'sessions',
  {
    id: id('id').primaryKey(),
    tokenHash: char('token_hash', { length: 64 }).notNull(),
    shop: id('shop_id').notNull(),
    person: id('person_id').notNull(),
    device: id('device_id').notNull(),
    begun: moment('begun').notNull(),
    expires: moment('expires').notNull(),
  },
  (t) => [
    uniqueIndex('sessions_token').on(t.tokenHash),
    index('sessions_person').on(t.person),
    index('sessions_device').on(t.device),
    within('sessions_of_person', [t.shop, t.person], [people.shop, people.id]),
    within('sessions_of_device', [t.shop, t.device], [devices.shop, devices.id]),
    index('sessions_expires').on(t.expires),
  ],
)

/** Wrong PINs in a row, by person and device; they slow down and then stop further tries. */
export const attempts = mysqlTable(
  'attempts',
  {
    person: id('person_id').notNull(),
    device: id('device_id').notNull(),
    failures: int('failures').notNull(),
    last: moment('last_failure').notNull(),
  },
  (t) => [primaryKey({ columns: [t.person, t.device] })],
)

/** Who was let in or kept out, and whose rights changed. Append-only. */
export const audit = mysqlTable(
  'audit',
  {
    seq: bigint('seq', { mode: 'number' }).autoincrement().primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    at: moment('at').notNull(),
    what: varchar('what', { length: 40 }).notNull(),
    person: id('person_id'),
    by: id('by_id'),
    device: id('device_id'),
    detail: varchar('detail', { length: 200 }).notNull(),
  },
  (t) => [index('audit_shop').on(t.shop, t.seq)],
)

/** Things that happen once in a database's life; the key makes sure, on every node. */
export const marks = mysqlTable('marks', {
  name: varchar('name', { length: 40 }).primaryKey(),
  at: moment('at').notNull(),
})

/** What a piece of news is about: as fine as what changed. */
export type Topic =
  | 'job'
  | 'draft'
  | 'photos'
  | 'plan'
  | 'mixing'
  | 'people'
  | 'customers'
  | 'vehicles'
  | 'standards'
  | 'stock'
  | 'shop'
  | 'weather'

/** What screens must ask for again, written in the transaction that changed it, so that every server learns of it. */
export const changes = mysqlTable(
  'changes',
  {
    seq: bigint('seq', { mode: 'number' }).autoincrement().primaryKey(),
    shop: id('shop_id').notNull(),
    topic: varchar('topic', { length: 20 }).$type<Topic>().notNull(),
    job: id('job_id'),
    position: int('position'),
    /** Of a ledger's event: its type. */
    kind: varchar('kind', { length: 40 }),
    at: moment('at').notNull(),
  },
  (t) => [index('changes_at').on(t.at)],
)

/** Each day's weather at the shop, as somebody typed it or a source told it. */
export const weather = mysqlTable(
  'weather',
  {
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    day: char('day', { length: 10 }).notNull(),
    weather: json<DayWeather>('weather').notNull(),
    /** The source's name; null: typed by hand. */
    source: varchar('source', { length: 60 }),
    /** Who typed it. */
    by: id('by_person'),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shop, t.day] })],
)

/** What was foretold of stains that come back as they dry, beside what happened. */
export const wicking = mysqlTable(
  'wicking',
  {
    shop: id('shop_id').notNull(),
    job: id('job_id').notNull(),
    surface: varchar('surface', { length: 80 }).notNull(),
    stain: varchar('stain', { length: 60 }).notNull(),
    /** Percent, as it was foretold before it was first looked at. */
    chance: int('chance').notNull(),
    came: boolean('came_back').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.job, t.surface, t.stain] }),
    index('wicking_shop').on(t.shop, t.stain),
    within('wicking_of_job', [t.shop, t.job], [jobs.shop, jobs.id]),
  ],
)

/** What is kept of a car that was handed over, for all sums; made anew when its ledger has gone on. */
export const jobFacts = mysqlTable(
  'job_facts',
  {
    job: id('job_id').primaryKey(),
    shop: id('shop_id').notNull(),
    /** Of its ledger, when this was taken from it. */
    position: int('position').notNull(),
    /** By which way of making it (`factsMade`). */
    made: int('made').notNull().default(1),
    handed: moment('handed').notNull(),
    facts: json<JobFacts>('facts').notNull(),
  },
  (t) => [index('job_facts_shop').on(t.shop, t.handed), within('job_facts_of', [t.shop, t.job], [jobs.shop, jobs.id])],
)

/** What was first said of keeping a promise, so that it can be held against what came. */
export const foretold = mysqlTable(
  'foretold',
  {
    job: id('job_id').notNull(),
    due: moment('due').notNull(),
    shop: id('shop_id').notNull(),
    /** Percent. */
    chance: int('chance').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.job, t.due] }), within('foretold_of', [t.shop, t.job], [jobs.shop, jobs.id])],
)

/** A link with which a customer sees the paper of their car, and nothing else. Only its hash is known here. */
export const shares = mysqlTable(
  'shares',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    job: id('job_id').notNull(),
    /** SHA-256 of what the link ends in. */
    token: char('token_hash', { length: 64 }).notNull(),
    by: id('made_by').notNull(),
    made: moment('made').notNull(),
    expires: moment('expires').notNull(),
    revoked: moment('revoked'),
  },
  (t) => [
    uniqueIndex('shares_token').on(t.token),
    index('shares_of_job').on(t.shop, t.job),
    within('shares_job', [t.shop, t.job], [jobs.shop, jobs.id]),
  ],
)

/** What was sent to customers, by the stand-in for whatever sends it. */
export const messages = mysqlTable(
  'messages',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    job: id('job_id').notNull(),
    to: varchar('sent_to', { length: 200 }).notNull(),
    text: varchar('text', { length: 2000 }).notNull(),
    by: id('sent_by').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [index('messages_shop').on(t.shop, t.at), within('messages_job', [t.shop, t.job], [jobs.shop, jobs.id])],
)

export const equipment = mysqlTable(
  'equipment',
  {
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    kind: varchar('kind', { length: 60 }).notNull(),
    count: int('count').notNull(),
    home: varchar('home', { length: 10 }).$type<Home>(),
    /** How many of them do not work, since when and why; null: all do. */
    broken: json<Broken>('broken'),
    /** When what is due on them; null: nothing is planned. */
    upkeep: json<Upkeep>('upkeep'),
  },
  (t) => [primaryKey({ columns: [t.shop, t.kind] })],
)

export interface Outline {
  /** Half-widths (mm) at heights (mm) from the bottom: a turned or moulded vessel seen from the front. */
  profile: [height: number, halfWidth: number][]
  /** Measured fill points: height (mm) and volume (ml). */
  fill: [height: number, volume: number][]
  sprayer: boolean
}
export const containers = mysqlTable(
  'containers',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    name: varchar('name', { length: 80 }).notNull(),
    /** Where it stands, in the shop's own words. */
    place: varchar('place', { length: 80 }),
    capacity: double('capacity_ml').notNull(),
    /** Marks of the measuring cup that goes with it. */
    graduation: double('graduation_ml').notNull(),
    outline: json<Outline>('outline').notNull(),
    version: int('version').notNull().default(1),
  },
  (t) => [index('containers_shop').on(t.shop), uniqueIndex('containers_of_shop').on(t.shop, t.id)],
)

export const jobs = mysqlTable(
  'jobs',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    callSign: varchar('call_sign', { length: 30 }).notNull(),
    /** The call sign while the job is open, null after: unique among a shop's open jobs. */
    openCallSign: varchar('open_call_sign', { length: 30 }),
    colour: char('colour', { length: 7 }).notNull(),
    state: varchar('state', { length: 20 }).$type<JobState>().notNull(),
    version: int('version').notNull(),
    checkIn: json<CheckIn>('check_in').notNull(),
    arrives: moment('arrives').notNull(),
    due: moment('due'),
    procedureVersion: int('procedure_version'),
    /** Number of events in the ledger. */
    position: int('position').notNull(),
    /** What a returning car is known by: taken from the check-in whenever that is saved. */
    plateKey: varchar('plate_key', { length: 16 }).notNull().default(''),
    vin: varchar('vin', { length: 17 }),
    customer: id('customer_id'),
    /** Why it does not come, where it was called off. */
    calledOff: json<CalledOff>('called_off'),
    /** The job it makes good: it came back for what was not right. */
    reworkOf: id('rework_of'),
  },
  (t) => [
    uniqueIndex('jobs_open_call_sign').on(t.shop, t.openCallSign),
    index('jobs_state').on(t.shop, t.state, t.arrives),
    index('jobs_arrives').on(t.shop, t.arrives),
    index('jobs_plate').on(t.shop, t.plateKey),
    index('jobs_vin').on(t.shop, t.vin),
    index('jobs_customer').on(t.shop, t.customer),
    uniqueIndex('jobs_of_shop').on(t.shop, t.id),
    within('jobs_of_customer', [t.shop, t.customer], [customers.shop, customers.id]),
    within('jobs_rework_of', [t.shop, t.reworkOf], [t.shop, t.id]),
    index('jobs_rework').on(t.shop, t.reworkOf),
  ],
)

export const customers = mysqlTable(
  'customers',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    name: varchar('name', { length: 80 }).notNull(),
    contact: varchar('contact', { length: 200 }).notNull(),
    notes: varchar('notes', { length: 4000 }).notNull(),
    /** Asthma, perfume, allergy, controls for a disability: what the crew must know. */
    sensitivities: varchar('sensitivities', { length: 500 }).notNull(),
    finish: varchar('finish', { length: 10 }).$type<'trade' | 'standard' | 'show'>().notNull(),
    version: int('version').notNull(),
  },
  (t) => [index('customers_shop').on(t.shop, t.name), uniqueIndex('customers_of_shop').on(t.shop, t.id)],
)

/** Bodies a shop has measured itself, beside the catalogue's. */
export const ownBodies = mysqlTable(
  'own_bodies',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    body: json<Body>('body').notNull(),
    version: int('version').notNull(),
  },
  (t) => [index('own_bodies_shop').on(t.shop)],
)

/** What a shop has learnt about a make and model: how seats come out, plugs, traps. */
export const modelNotes = mysqlTable(
  'model_notes',
  {
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    /** Make and model in small letters. */
    key: varchar('model_key', { length: 90 }).notNull(),
    text: varchar('text', { length: 4000 }).notNull(),
    version: int('version').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shop, t.key] })],
)

export type PhotoKind = 'before' | 'half' | 'after' | 'damage'
export interface PhotoMark {
  x: number
  y: number
  text: string
}
export const photos = mysqlTable(
  'photos',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    job: id('job_id').notNull(),
    /** The patch it shows; null for the whole car. */
    surface: varchar('surface', { length: 80 }),
    kind: varchar('kind', { length: 10 }).$type<PhotoKind>().notNull(),
    /** SHA-256 of the stored file, which is its name. */
    hash: char('hash', { length: 64 }).notNull(),
    width: int('width').notNull(),
    height: int('height').notNull(),
    bytes: int('bytes').notNull(),
    marks: json<PhotoMark[]>('marks').notNull(),
    author: id('author').notNull(),
    taken: moment('taken').notNull(),
  },
  (t) => [
    index('photos_job').on(t.shop, t.job),
    index('photos_hash').on(t.hash),
    within('photos_of_job', [t.shop, t.job], [jobs.shop, jobs.id]),
    within('photos_by', [t.shop, t.author], [people.shop, people.id]),
  ],
)

export const procedures = mysqlTable(
  'procedures',
  {
    job: id('job_id').notNull(),
    version: int('version').notNull(),
    shop: id('shop_id').notNull(),
    request: json<ProcedureRequest>('request').notNull(),
    procedure: json<Procedure>('body').notNull(),
    issued: moment('issued').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.job, t.version] }),
    within('procedures_of_job', [t.shop, t.job], [jobs.shop, jobs.id]),
  ],
)

/** What a lead has set for a job's procedure before it is issued. */
export const procedureSettings = mysqlTable(
  'procedure_settings',
  {
    job: id('job_id').primaryKey(),
    shop: id('shop_id').notNull(),
    version: int('version').notNull(),
    settings: json<JobSettings>('settings').notNull(),
  },
  (t) => [within('procedure_settings_of_job', [t.shop, t.job], [jobs.shop, jobs.id])],
)

/** Named standards; what they hold is in their versions. */
export const standards = mysqlTable(
  'standards',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    name: varchar('name', { length: 80 }).notNull(),
    version: int('version').notNull(),
    /** No longer offered; jobs that were issued by it keep it. */
    retired: boolean('retired').notNull(),
  },
  (t) => [uniqueIndex('standards_name').on(t.shop, t.name), uniqueIndex('standards_of_shop').on(t.shop, t.id)],
)
export const standardVersions = mysqlTable(
  'standard_versions',
  {
    standard: id('standard_id').notNull(),
    version: int('version').notNull(),
    shop: id('shop_id').notNull(),
    settings: json<StandardSettings>('settings').notNull(),
    note: varchar('note', { length: 300 }).notNull(),
    author: id('author').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.standard, t.version] }),
    within('standard_versions_of', [t.shop, t.standard], [standards.shop, standards.id]),
    within('standard_versions_by', [t.shop, t.author], [people.shop, people.id]),
  ],
)

export const events = mysqlTable(
  'events',
  {
    job: id('job_id').notNull(),
    position: int('position').notNull(),
    id: id('id').notNull(),
    shop: id('shop_id').notNull(),
    type: varchar('type', { length: 40 }).notNull(),
    data: json<Record<string, unknown>>('data').notNull(),
    author: id('author').notNull(),
    device: varchar('device', { length: 60 }).notNull(),
    deviceSeq: int('device_seq').notNull(),
    deviceTime: varchar('device_time', { length: 40 }).notNull(),
    serverTime: moment('server_time').notNull(),
    /** Only on facts: when it really happened, and what it stands against. */
    offline: json<Offline | null>('offline'),
    /** Only on the end of a step that gives a time for the shop's pace: whose, booked and taken minutes, and people at it. */
    timedTreatment: varchar('timed_treatment', { length: 60 }),
    timedBook: double('timed_book'),
    timedTook: double('timed_took'),
    timedPeople: int('timed_people'),
  },
  (t) => [
    primaryKey({ columns: [t.job, t.position] }),
    uniqueIndex('events_id').on(t.id),
    within('events_of_job', [t.shop, t.job], [jobs.shop, jobs.id]),
    within('events_by', [t.shop, t.author], [people.shop, people.id]),
    index('events_timed').on(t.shop, t.timedTreatment, t.serverTime),
  ],
)

export const batches = mysqlTable(
  'batches',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    product: varchar('product', { length: 60 }).notNull(),
    ratio: json<Ratio>('ratio').notNull(),
    container: id('container_id').notNull(),
    fill: double('fill_ml').notNull(),
    mix: json<Mix>('mix').notNull(),
    author: id('author').notNull(),
    made: moment('made').notNull(),
    /** Concentrate that was really poured, ml; null where it was what was wanted. */
    poured: double('poured_ml'),
    /** What of an earlier batch was left in, ml. */
    leftover: double('leftover_ml').notNull().default(0),
    lot: id('lot_id'),
    useBy: moment('use_by'),
    /** Taken back: it was logged by mistake. */
    undone: moment('undone'),
  },
  (t) => [
    index('batches_made').on(t.shop, t.made),
    index('batches_container').on(t.container, t.made),
    within('batches_in', [t.shop, t.container], [containers.shop, containers.id]),
    within('batches_by', [t.shop, t.author], [people.shop, people.id]),
    within('batches_from', [t.shop, t.lot], [lots.shop, lots.id]),
  ],
)

/** A vessel emptied and rinsed: only after it another product goes in. */
export const rinses = mysqlTable(
  'rinses',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    container: id('container_id').notNull(),
    author: id('author').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [
    index('rinses_container').on(t.container, t.at),
    within('rinses_of', [t.shop, t.container], [containers.shop, containers.id]),
    within('rinses_by', [t.shop, t.author], [people.shop, people.id]),
  ],
)

/** A product's safety data sheet, as the maker gives it: the file by its hash, the newest last. */
export const dataSheets = mysqlTable(
  'data_sheets',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    product: varchar('product', { length: 60 }).notNull(),
    hash: char('hash', { length: 64 }).notNull(),
    bytes: int('bytes').notNull(),
    author: id('author').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [
    index('data_sheets_product').on(t.shop, t.product, t.at),
    within('data_sheets_by', [t.shop, t.author], [people.shop, people.id]),
  ],
)

/** What stands on the shelf: a can of concentrate, a box of gloves. Amounts in ml or pieces. */
export const lots = mysqlTable(
  'lots',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    /** A product or a consumable of the catalogue. */
    item: varchar('item', { length: 60 }).notNull(),
    code: varchar('code', { length: 60 }).notNull(),
    received: moment('received').notNull(),
    bestBefore: char('best_before', { length: 10 }),
    amount: double('amount').notNull(),
    left: double('amount_left').notNull(),
    /** Minor units of the shop's currency for the whole lot. */
    price: int('price').notNull(),
  },
  (t) => [index('lots_item').on(t.shop, t.item, t.received), uniqueIndex('lots_of_shop').on(t.shop, t.id)],
)

/** Why a lot changed: poured into a batch, used up by a vehicle, or set right by a count. */
export type MoveKind = 'batch' | 'vehicle' | 'count'
/** Every change of a lot, with its reason. */
export const stockMoves = mysqlTable(
  'stock_moves',
  {
    id: id('id').primaryKey(),
    shop: id('shop_id').notNull(),
    lot: id('lot_id').notNull(),
    change: double('amount_change').notNull(),
    kind: varchar('kind', { length: 10 }).$type<MoveKind>().notNull().default('batch'),
    /** The vehicle that used it up; null for everything else. */
    job: id('job_id'),
    reason: varchar('reason', { length: 200 }).notNull(),
    author: id('author').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [
    index('stock_moves_lot').on(t.lot, t.at),
    index('stock_moves_shop').on(t.shop, t.at),
    index('stock_moves_job').on(t.shop, t.job),
    within('stock_moves_of', [t.shop, t.lot], [lots.shop, lots.id]),
    within('stock_moves_by', [t.shop, t.author], [people.shop, people.id]),
    within('stock_moves_for', [t.shop, t.job], [jobs.shop, jobs.id]),
  ],
)

export const plans = mysqlTable(
  'plans',
  {
    shop: id('shop_id')
      .notNull()
      .references(() => shops.id),
    day: char('day', { length: 10 }).notNull(),
    version: int('version').notNull(),
    request: json<PlanRequest>('request').notNull(),
    answer: json<PlanAnswer>('answer').notNull(),
    /** Somebody changed it by hand. */
    changed: boolean('changed').notNull(),
    /** What somebody moved and has not let go. */
    pins: json<HandPin[]>('pins'),
    /** As it was before each of the last changes, the newest last. */
    history: json<PlanBefore[]>('history'),
    /** What had happened when somebody left the plan as it is. */
    left: json<string[]>('left_as_is'),
  },
  (t) => [primaryKey({ columns: [t.shop, t.day] })],
)
