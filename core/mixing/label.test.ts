import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BadInput } from '#core/units/fault.ts'
import { sayRatio } from '#core/units/format.ts'
import { type LabelRequest, readLabel } from './label.ts'

/** Readings as "c:w" in short, for a table a person can check. */
const short = (text: string, more: Partial<LabelRequest> = {}) =>
  readLabel({ text, ...more }).readings.map(
    (r) => `${Number(r.concentrate.toPrecision(5))}:${Number(r.water.toPrecision(5))}`,
  )

describe('label texts', () => {
  it.each([
    // Ratios as written
    ['1:10', ['1:10', '1:9']],
    ['1 : 10', ['1:10', '1:9']],
    ['1:4', ['1:4', '1:3']],
    ['2:5', ['2:5', '2:3']],
    ['1:1', ['1:1']],
    ['1:256', ['1:256', '1:255']],
    ['1:0.5', ['0.5:1', '1:0.5']],
    ['10:1', ['1:10']],
    ['4:1', ['1:4']],
    ['3:1', ['1:3', '3:1']],
    ['2:1', ['1:2', '2:1']],
    ['1:12.5', ['1:12.5', '1:11.5']],
    ['1:12,5', ['1:12.5', '1:11.5']],
    ['Dilute 1:20', ['1:20', '1:19']],
    ['ratio: 1:8', ['1:8', '1:7']],
    // Said in words
    ['1 to 4', ['1:4']],
    ['1+4', ['1:4']],
    ['1 + 9', ['1:9']],
    ['10 to 1', ['1:10']],
    ['one to ten', ['1:10']],
    ['1 part to 12 parts water', ['1:12']],
    ['1 part concentrate to 12 parts of water', ['1:12']],
    ['one part product and ten parts water', ['1:10']],
    ['10 parts water to 1 part concentrate', ['1:10']],
    ['10 parts of water and 1 part', ['1:10']],
    // Shares of the finished mix
    ['1 in 4', ['1:3']],
    ['one in ten', ['1:9']],
    ['1 in 5', ['1:4']],
    ['1 out of 20', ['1:19']],
    ['1 part in 10', ['1:9']],
    ['1/4', ['1:3']],
    ['1/10', ['1:9']],
    ['a quarter', ['1:3']],
    ['a tenth', ['1:9']],
    ['half', ['1:1']],
    ['one third', ['1:2']],
    // Percent
    ['10%', ['1:9', '1:10']],
    ['10 %', ['1:9', '1:10']],
    ['10 percent', ['1:9', '1:10']],
    ['0.5 %', ['1:199', '1:200']],
    ['0,5 %', ['1:199', '1:200']],
    ['2.5% v/v', ['1:39', '1:40']],
    ['100%', ['1:0']],
    // Amount per volume
    ['4 oz/gal', ['1:32', '1:31', '1:40']],
    ['4 fl. oz. per gallon', ['1:32', '1:31', '1:40']],
    ['2 fl oz per gal', ['1:64', '1:63', '1:80']],
    ['2 oz to a gallon', ['1:64', '1:63', '1:80']],
    ['1 ounce per quart', ['1:32', '1:31', '1:40']],
    ['30 ml/l', ['1:33.333', '1:32.333']],
    ['30ml per litre', ['1:33.333', '1:32.333']],
    ['30 ml in 1 l', ['1:33.333', '1:32.333']],
    ['100 ml to 5 litres', ['1:50', '1:49']],
    ['5 cl per 10 l', ['1:200', '1:199']],
    ['0,5 l per 10 l', ['1:20', '1:19']],
    ['.5 l per 10 l', ['1:20', '1:19']],
    ['½ cup per gallon', ['1:32', '1:31', '1:38.43']],
    ['1½ cups per gallon', ['1:10.667', '1:9.6667', '1:12.81']],
    ['1/2 cup per gallon', ['1:32', '1:31', '1:38.43']],
    ['half a cup per gallon', ['1:32', '1:31', '1:38.43']],
    ['1 tbsp per litre', ['1:67.628', '1:66.628']],
    ['2 tsp in 500 ml', ['1:50.721', '1:49.721']],
    ['1 cup per pint', ['1:2', '1:1', '1:2.4019']],
    ['250 ml for every 5 l of water', ['1:20', '1:19']],
    // Ready to use
    ['RTU', ['1:0']],
    ['ready to use', ['1:0']],
    ['Ready-to-use', ['1:0']],
    ['neat', ['1:0']],
    ['Undiluted.', ['1:0']],
    // Ranges, the weakest first
    ['1:5–1:20', ['1:20', '1:5']],
    ['1:5 - 1:20', ['1:20', '1:5']],
    ['1:5 to 1:20', ['1:20', '1:5']],
    ['5-10 %', ['1:19', '1:9']],
  ])('%s', (text, readings) => expect(short(text)).toEqual(readings))
  it('capfuls and squirts are what they were measured to be', () => {
    expect(short('3 capfuls per 5 l', { capful_ml: 20 })).toEqual(['1:83.333', '1:82.333'])
    expect(short('5 squirts in 1 l', { squirt_ml: 1.2 })).toEqual(['1:166.67', '1:165.67'])
    expect(() => short('3 capfuls per 5 l')).toThrow(/capful-unknown/)
  })
  it('in imperial measures the imperial one comes first', () => {
    expect(short('4 oz/gal', { system: 'imperial' })).toEqual(['1:40', '1:39', '1:32'])
  })
  it.each([
    ['', undefined],
    ['   ', undefined],
    ['some', undefined],
    ['a splash', undefined],
    ['0:0', undefined],
    ['1:0', undefined],
    ['0:5', undefined],
    ['-1:10', undefined],
    ['1:-10', undefined],
    ['0%', undefined],
    ['120 %', undefined],
    ['1:2:3', undefined],
    ['4 per gallon', undefined],
    ['30 ml', undefined],
    ['5 in 4', undefined],
    ['12', '1:2'],
    ['164', '1:64'],
    ['110', '1:10'],
    ['1.10', '1:10'],
    ['1;10', '1:10'],
    ['1 10', '1:10'],
    ['∞:1', undefined],
    ['1:1e999', undefined],
    ['1,000 ml per 10 l', undefined],
    ['3 buckets per 5 l', undefined],
  ])('“%s” is refused at /text', (text, suggestion) => {
    try {
      readLabel({ text })
    } catch (error) {
      expect(error).toBeInstanceOf(BadInput)
      const [fault] = (error as BadInput).faults
      expect(fault!.pointer).toBe('/text')
      expect(fault!.message.length).toBeGreaterThan(5)
      expect(fault!.suggestion).toBe(suggestion)
      return
    }
    expect.fail(`“${text}” was read.`)
  })
})

describe('what a second reading does', () => {
  it('says how much more or less concentrate it is', () => {
    const change = (text: string) => readLabel({ text }).readings.map((r) => r.doseChange)
    expect(change('1:4')).toEqual([0, 0.25])
    expect(change('10%')[1]).toBeCloseTo(-1 / 11, 9)
    expect(change('4 oz/gal')[2]).toBeCloseTo(33 / 41 - 1, 6)
  })
  it('is asked about only where two orders are honest, or the label is a hazard’s', () => {
    expect(readLabel({ text: '1:4' }).ambiguous).toBe(false)
    expect(readLabel({ text: '3:1' }).ambiguous).toBe(true)
    expect(readLabel({ text: '1:4', always_ask: true }).ambiguous).toBe(true)
    expect(readLabel({ text: '1 to 4', always_ask: true }).ambiguous).toBe(false)
  })
  it('a range is told as shares', () => {
    const { range } = readLabel({ text: '1:5–1:20' })
    expect(range!.min).toBeCloseTo(1 / 21, 12)
    expect(range!.max).toBeCloseTo(1 / 6, 12)
  })
  it('reading what was written gives it back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 1, max: 400 }), (c, w) => {
        fc.pre(w >= c)
        const [first] = readLabel({ text: sayRatio({ concentrate: c, water: w }) }).readings
        expect([first!.concentrate, first!.water]).toEqual([c, w])
      }),
    )
  })
})
