export { drawBeta, drawBinomial, drawGamma, drawNormal, drawPoisson, drawRange, evenStream } from './draw'
