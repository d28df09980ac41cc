export { SimulatedScale, temperOf, type Temper } from './simulatedScale'
export { runBridge } from './bridge'
