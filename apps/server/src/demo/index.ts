export { DEMO_SIGN_IN, demoTokens, liveOn, seedDemo } from './seed'
