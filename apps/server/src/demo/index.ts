export { DEMO_SIGN_IN, demoTokens, seedDemo } from './seed'
