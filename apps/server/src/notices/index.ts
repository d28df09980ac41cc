export { SENDING } from './carry'
export { addToWaiting, outboxTopic, post, type Notice } from './post'
export { waysOutOf } from './waysOut'
