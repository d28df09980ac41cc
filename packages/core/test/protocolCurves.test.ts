import { compileProtocol, developmentRate, startingDocuments, type ProtocolDocument } from '../src'

const gecko = startingDocuments.find((d) => d.code === 'FG')!
const figure = (unit: ProtocolDocument['figures'][string]['unit'], value: number | string) => ({
  ...{ label: 'x', unit, value, low: null, high: null, confidence: 'low' as const },
})
const withFigures = (figures: ProtocolDocument['figures']) =>
  compileProtocol({ ...gecko, figures: { ...gecko.figures, ...figures } })!.incubation!

describe('curves of a protocol', () => {
  test('degree-days with a cap unless it says otherwise', () => {
    const { curve, sex } = compileProtocol(gecko)!.incubation!
    expect(curve).toEqual({ thresholdC: 18, degreeDays: 650, capC: 33 })
    expect(sex).toEqual({
      sensitive: { from: 0.2, to: 0.55 },
      pivots: [
        { celsius: 30, slope: 1.8 },
        { celsius: 33.5, slope: -1.8 },
      ],
    })
    expect(compileProtocol(startingDocuments.find((d) => d.code === 'CS')!)!.incubation!.sex).toBeNull()
  })

  test('a curved rate is as quick at the set point, and stops at its upper limit', () => {
    const { curve } = withFigures({
      'thermal.1.model': figure('words', 'briere'),
      'thermal.1.upperC': figure('C', 36),
    })
    expect(developmentRate(curve, 29.5)).toBeCloseTo(11.5 / 650, 12)
    expect(developmentRate(curve, 36)).toBe(0)
    const enzyme = withFigures({
      'thermal.1.model': figure('words', 'schoolfield'),
      'thermal.1.activationKJ': figure('kJ per mol', 65),
      'thermal.1.inhibitionKJ': figure('kJ per mol', 280),
      'thermal.1.halfIdleC': figure('C', 34),
    }).curve
    expect(developmentRate(enzyme, 29.5)).toBeCloseTo(11.5 / 650, 12)
    expect(() => withFigures({ 'thermal.1.model': figure('words', 'briere') })).toThrow('thermal.1.upperC')
  })
})
