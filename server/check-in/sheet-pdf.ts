import type { Content } from 'pdfmake/interfaces.js'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn, Money } from '#core/check-in/check-in.ts'
import { carSvg } from '#core/formats/car-svg.ts'
import { expectationsOf } from '#core/procedures/make/expectations.ts'
import { sayMinutes } from '#core/units/format.ts'
import { sayMoney } from '#core/units/money.ts'
import { momentIn } from '#core/units/shop-time.ts'
import { heading, list, pdf, printable, signatureOf, soft } from '#server/files/pdf.ts'
import type { Scope } from '#server/http/scope.ts'
import type { JobRow } from '#server/jobs/jobs.ts'
import { papers } from '#words/en/papers.ts'
import { driverNeeds } from '#words/en/procedures.ts'
import { speak } from '#words/en/speak.ts'

const words = papers.checkIn
/** "95.00 EUR" of what was agreed, and put down. */
const moneySaid = ({ price, deposit, currency }: Money) => ({
  price: price === null ? null : `${sayMoney(price, currency)} ${currency}`,
  deposit: deposit === null ? null : `${sayMoney(deposit, currency)} ${currency}`,
})

/** Photos in a row on the paper. */
export const mostPhotos = 6

function signature({ agreement }: CheckIn, zone: string): Content {
  if (!agreement) return { text: words.unsigned, color: soft }
  return {
    stack: [signatureOf(agreement.strokes), { text: printable(`${agreement.name}, ${momentIn(zone, agreement.at)}`) }],
  }
}

/** The check-in as one printable sheet: the car's condition, what was told and asked, and the signature. @returns a PDF */
export function checkInPdf(
  job: JobRow,
  { shopName, timeZone }: Pick<Scope, 'shopName' | 'timeZone'>,
  catalogue: Catalogue,
  /** Photos as JPEG with what they show, the first few of them. */
  photos: readonly { bytes: Uint8Array; what: string }[] = [],
): Promise<Buffer> {
  const { checkIn } = job
  const { vehicle } = checkIn
  const surfaces = surfacesOf(vehicle.body, catalogue.surfaces)
  const places = placesOf(vehicle.body, surfaces)
  const car = carDrawing(vehicle.body, places, 'left')
  const nameOf = (id: string) => {
    const place = places.find((p) => p.id === id)
    return place ? speak.placeOf(place.name).name.toLowerCase() : id
  }
  const expectations = expectationsOf(checkIn, surfaces, catalogue).map(speak.expectation)
  const functions = speak.catalogue(catalogue).functions.map(({ id, name }) => {
    const tried = checkIn.functions?.[id]
    const which = tried?.works === false ? (tried.which ?? []).map(nameOf) : []
    const more = [...which, tried?.note].filter(Boolean).join(', ')
    return `${name}: ${words.outcome(tried?.works)}${more ? ` (${more})` : ''}`
  })
  const smells = (checkIn.odours ?? []).map(({ kind, level, source, at = [] }) => {
    const places = at.flatMap((id) => surfaces.find((s) => s.id === id) ?? []).map((s) => speak.surface(s.name))
    const from = [...places, source].filter(Boolean).join(', ')
    return `${speak.names.of('odours', kind).name} ${words.smellLevels[level]}${from ? ` (${from})` : ''}`
  })
  const blocks = Object.entries(checkIn.blocks ?? {}).map(([id, minutes]) =>
    words.block(speak.names.of('wholeCar', id).name, sayMinutes(minutes)),
  )
  const receivedLine = words.received(checkIn.received ?? {})
  return pdf(words.title(vehicle.plate), [
    { text: printable(shopName), color: soft },
    {
      text: printable(`${job.callSign} · ${vehicle.make} ${vehicle.model} · ${vehicle.plate}`),
      bold: true,
      fontSize: 18,
    },
    {
      text: printable(`${checkIn.customer}${vehicle.vin ? ` · ${words.vin(vehicle.vin)}` : ''} · ${vehicle.body.name}`),
    },
    ...(job.due ? [{ text: printable(words.promised(momentIn(timeZone, job.due))), bold: true }] : []),
    ...(receivedLine ? [{ text: printable(receivedLine) }] : []),
    ...(checkIn.money ? [{ text: printable(words.money(moneySaid(checkIn.money))) }] : []),
    ...(checkIn.cameFor?.words ? [{ text: printable(words.wish(checkIn.cameFor.words)), italics: true }] : []),
    { svg: carSvg(car, checkIn.condition, (name) => speak.placeOf(name).short), width: 400, margin: [0, 6, 0, 3] },
    { text: words.key, color: soft, fontSize: 8.5 },
    ...(smells.length > 0 ? [{ text: printable(`${words.smells}: ${smells.join('; ')}`) }] : []),
    ...(checkIn.needs?.length
      ? [{ text: printable(`${words.needs}: ${checkIn.needs.map((need) => driverNeeds[need].asked).join('; ')}`) }]
      : []),
    ...(blocks.length > 0 ? [{ text: printable(`${words.beside}: ${blocks.join('; ')}`) }] : []),
    ...(checkIn.notes ? [{ text: printable(`${words.notes}: ${checkIn.notes}`) }] : []),
    ...(photos.length > 0
      ? [
          {
            columns: photos.map(({ bytes, what }) => ({
              stack: [
                {
                  image: `data:image/jpeg;base64,${Buffer.from(bytes).toString('base64')}`,
                  fit: [84, 62] as [number, number],
                },
                { text: printable(what), color: soft, fontSize: 7.5 },
              ],
              width: 90,
            })),
            columnGap: 4,
            margin: [0, 4, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    heading(words.expect),
    expectations.length > 0
      ? {
          table: {
            widths: ['*', '*', 40, '*'],
            body: expectations.map((e) => [e.name, e.stain, `${e.chance} %`, e.words].map(printable)),
          },
          layout: 'lightHorizontalLines',
        }
      : { text: words.nothingMarked, color: soft },
    {
      columns: [
        [
          heading(words.asked),
          list(
            speak
              .catalogue(catalogue)
              .permissions.map((p) => `${p.question} ${words.answer(checkIn.permissions[p.id])}`),
            '',
          ),
        ],
        [
          heading(words.tried),
          list(functions, ''),
          heading(words.belongings),
          list(
            checkIn.belongings.map((b) => [b.what, b.where, b.bag && words.bag(b.bag)].filter(Boolean).join(', ')),
            words.none,
          ),
          heading(words.found),
          list(
            (checkIn.findings ?? []).map((f) => [f.what, f.where].filter(Boolean).join(', ')),
            words.nothing,
          ),
        ],
      ],
      columnGap: 16,
    },
    heading(words.told),
    {
      text: words.tells,
    },
    heading(words.agreed),
    signature(checkIn, timeZone),
  ])
}
