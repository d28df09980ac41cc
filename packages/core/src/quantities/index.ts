export { LENGTH_UNITS, readLength, type LengthUnit } from './lengths'
export { MASS_UNITS, guessMassUnit, readMass, unitOfHeading, type MassUnit } from './masses'
export { readNumber } from './numbers'
export { readTemperature, toCelsius, toFahrenheit, type TemperatureUnit } from './temperatures'
