import { incubationApi, type ReplyOf } from '@hatch-book/contract'
import { useAsk } from '../shell/api'

const femalesOf = ({ females }: ReplyOf<typeof incubationApi.finding>) => females
const methodsOf = ({ methods }: ReplyOf<typeof incubationApi.methods>) => methods

export const useFinding = () => useAsk(incubationApi.finding, {}, { select: femalesOf })
export const useMethods = () => useAsk(incubationApi.methods, {}, { select: methodsOf })
export const usePastForecasts = () => useAsk(incubationApi.forecasts)
