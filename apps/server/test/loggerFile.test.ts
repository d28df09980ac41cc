import { readLoggerFile } from '../src/climate/loggerFile'
import { newId } from '@hatch-book/contract'
import { openServer, type TestBook, type TestServer } from './support'

const read = (text: string, unit: 'auto' | 'C' | 'F' = 'auto', zone = 'Europe/Berlin') =>
  readLoggerFile({ text, encoding: 'utf-8' }, unit, zone)
const iso = (at: number) => new Date(at).toISOString()

describe('a file as loggers write them', () => {
  test('with a preamble, semicolons, decimal commas and day-first dates', () => {
    const file = read(
      'Device;LX-2\nSerial;0042\n\nNo.;Date and time;Temp (°C);RH\n1;20.04.2026 06:00:00;28,1;90\n2;20.04.2026 06:07:00;28,3;90\n',
    )
    expect(file).toMatchObject({
      unit: 'C',
      timeColumn: 'Date and time',
      temperatureColumn: 'Temp (°C)',
      faults: [],
    })
    expect(file.readings.map((r) => [iso(r.at), r.celsius, r.humidity])).toEqual([
      ['2026-04-20T04:00:00.000Z', 28.1, 0.9],
      ['2026-04-20T04:07:00.000Z', 28.3, 0.9],
    ])
    expect(file.notes).toContain('The humidity of the air is read with it')
  })

  test('with a humidity that is missing here and there', () => {
    const { readings, temperatureColumn } = read(
      'time,humidity %,temperature C\n2026-04-20 06:00,61.5,28\n2026-04-20 07:00,,28\n2026-04-20 08:00,n/a,28\n',
    )
    expect(temperatureColumn).toBe('temperature C')
    expect(readings.map((r) => r.humidity)).toEqual([0.615, null, null])
  })

  test('in Fahrenheit, said by the heading or shown by the figures', () => {
    expect(read('time,Temperature °F\n2026-04-20 06:00,82.4\n').readings[0]!.celsius).toBe(28)
    expect(read('2026-04-20 06:00,82.4\n2026-04-20 07:00,84.2\n')).toMatchObject({
      unit: 'F',
      readings: [{ celsius: 28 }, { celsius: 29 }],
    })
    expect(read('2026-04-20 06:00,28.4\n').unit).toBe('C')
  })

  test('month first where the file itself shows it', () => {
    expect(
      iso(read('time,temp C\n4/20/2026 6:00 PM,28\n4/3/2026 6:00 PM,28\n', 'auto', 'UTC').readings[0]!.at),
    ).toBe('2026-04-03T18:00:00.000Z')
    expect(iso(read('time,temp C\n3/4/2026 18:00,28\n', 'auto', 'UTC').readings[0]!.at)).toBe(
      '2026-04-03T18:00:00.000Z',
    )
  })

  test('over the night on which the clocks go back, each hour that comes twice is put in its order', () => {
    const file = read(
      [
        'time,temp C',
        '2026-10-25 01:30,28',
        '2026-10-25 02:00,28.1',
        '2026-10-25 02:30,28.2',
        '2026-10-25 02:00,28.3',
        '2026-10-25 02:30,28.4',
        '2026-10-25 03:00,28.5',
      ].join('\n'),
    )
    expect(file.readings.map((r) => iso(r.at).slice(11, 16))).toEqual([
      '23:30',
      '00:00',
      '00:30',
      '01:00',
      '01:30',
      '02:00',
    ])
    expect(file.notes.join()).toContain('clocks went back')
  })

  test('an hour that the clocks skip does not exist', () => {
    const file = read('time,temp C\n2026-03-29 01:30,28\n2026-03-29 02:30,28\n2026-03-29 03:30,28\n')
    expect(file.readings.map((r) => iso(r.at).slice(11, 16))).toEqual(['00:30', '01:30'])
    expect(file.faults).toEqual([
      { line: 3, text: '2026-03-29 02:30,28', says: 'this hour does not exist: the clocks went forward' },
    ])
  })

  test('times with an offset of their own keep it', () => {
    expect(iso(read('time,temp C\n2026-04-20T06:00:00+05:00,28\n').readings[0]!.at)).toBe(
      '2026-04-20T01:00:00.000Z',
    )
  })

  test('cut in the middle of a line, with words and repeats in it', () => {
    const file = read(
      'time,temp C\n2026-04-20 06:00,28\n2026-04-20 06:05,err\n2026-04-20 06:00,28.4\n2026-04-20 06:10,912\n2026-04-20 06:15,28.2\n2026-04-2',
    )
    expect(file.readings.map((r) => r.celsius)).toEqual([28.4, 28.2])
    expect(file.faults.map((f) => f.says)).toEqual([
      "'err' is not a temperature",
      'the line is cut short',
      '912 °C is no temperature of a room',
    ])
    expect(file.notes.join()).toContain('repeat an instant')
  })

  test('what is no log is refused', () => {
    expect(() => read('hello\nworld\n')).toThrow('a column of times')
    expect(() => read('a,b\nc,d\n')).toThrow('No line of this file')
    expect(() => read('time,temp\n2026-04-20 06:00,28\n', 'auto', 'Atlantis')).toThrow('not a time zone')
  })
})

describe('joined to a probe', () => {
  let server: TestServer
  let book: TestBook
  beforeAll(async () => {
    server = await openServer()
    book = await server.openBook('Probe')
  })
  afterAll(() => server.close())

  test('the low of each day is a reading a day, and no silence; a day that is missing is one', async () => {
    const id = newId()
    await book.as.keeper('POST', '/api/places', { id, kind: 'incubator', name: 'Lows', setPointC: 28 })
    const days = [1, 2, 3, 4, 5, 8, 9].map((day) => `2026-05-0${day},1${day % 5}`)
    const { body } = await book.as.helper(
      'POST',
      `/api/probes/${id}/log/preview`,
      Buffer.from(`date,low C\n${days.join('\n')}\n`),
    )
    expect(body.gaps).toMatchObject([{ hours: 72 }])
  })

  test('readings are written once, gaps are named, and what lies after today is left out', async () => {
    const id = newId()
    await book.as.keeper('POST', '/api/places', { id, kind: 'incubator', name: 'H1', setPointC: 28 })
    const file = Buffer.from(
      'time,temp C\n2026-05-01 06:00,28\n2026-05-01 07:00,28\n2026-05-01 19:00,27\n2026-07-01 06:00,27\n',
    )
    const { body } = await book.as.helper('POST', `/api/probes/${id}/log/preview`, file)
    expect(body).toMatchObject({ readings: 3, known: 0, minC: 27, maxC: 28, gaps: [{ hours: 12 }] })
    expect(body.notes.join()).toContain('lie after today')
    expect((await book.as.helper('POST', `/api/probes/${id}/log`, file)).body).toEqual({
      written: 3,
      known: 0,
      faulty: 0,
    })
    expect((await book.as.helper('POST', `/api/probes/${id}/log`, file)).body).toEqual({
      written: 0,
      known: 3,
      faulty: 0,
    })
    expect((await book.as.viewer('GET', '/api/probes')).body.probes[0]).toMatchObject({
      readings: 3,
      lastC: 27,
    })
  })
})
