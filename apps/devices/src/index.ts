export { SimulatedScale, temperOf, type Temper } from './simulatedScale'
export { runBridge } from './bridge'
export { runOutbox, runProbe } from './probe'
export { SimulatedUnit } from './simulatedUnit'
