import 'fake-indexeddb/auto'
import { expect, it } from 'vitest'
import { Box, type BoxAnswer } from './box.ts'
import type { WaitingPhoto } from './device-photos.ts'

let count = 0
function boxes(answers: (photo: WaitingPhoto) => BoxAnswer) {
  const name = `photos ${count++}`
  const sent: string[] = []
  const send = async (photo: WaitingPhoto): Promise<BoxAnswer> => {
    const answer = answers(photo)
    if (answer === 'stored') sent.push(photo.id)
    return answer
  }
  return { sent, open: () => new Box<WaitingPhoto>({ name, of: 'photos', send }) }
}
const photo = (id: string, person = 'ana'): WaitingPhoto => ({
  id,
  person,
  job: 'j',
  kind: 'after',
  surface: undefined,
  file: new Blob([id]),
})

it('keeps photos over a reload while there is no line, and sends each once, in order, when it is back', async () => {
  let line = false
  const { sent, open } = boxes(() => (line ? 'stored' : 'no-line'))
  const first = open()
  await first.serve('ana')
  await first.keep(photo('1'))
  await first.keep(photo('2'))
  await first.send()
  expect(sent).toEqual([])
  const second = open()
  await second.serve('ana')
  expect(second.snapshot().map((p) => p.id)).toEqual(['1', '2'])
  line = true
  await Promise.all([second.send(), second.send()])
  expect(sent).toEqual(['1', '2'])
  expect(second.snapshot()).toEqual([])
  const third = open()
  await third.serve('ana')
  expect(third.snapshot()).toEqual([])
})

it('sends nobody else’s photos, and keeps them for when they come back', async () => {
  const { sent, open } = boxes(() => 'stored')
  const box = open()
  await box.serve(undefined)
  await box.keep(photo('1', 'ben'))
  await box.serve('ana')
  expect(sent).toEqual([])
  await box.serve('ben')
  expect(sent).toEqual(['1'])
})

it('keeps what the server will not have until somebody has read why, and goes on with the next', async () => {
  const { sent, open } = boxes(({ id }) => (id === '1' ? { refused: 'Alder has 400 photos.' } : 'stored'))
  const box = open()
  await box.serve('ana')
  await box.keep(photo('1'))
  await box.keep(photo('2'))
  await box.send()
  expect(sent).toEqual(['2'])
  expect(box.snapshot()).toMatchObject([{ id: '1', refused: 'Alder has 400 photos.' }])
  await box.dismiss('1')
  expect(box.snapshot()).toEqual([])
})
