export { issueScale } from './scales'
