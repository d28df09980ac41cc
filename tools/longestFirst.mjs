import Sequencer from '@jest/test-sequencer'

/** What takes longest by far, wherever it is run first: the views and the answers of a whole book. */
const LONG = [/every(Button|Role|Empty|Field)|cachedReplies/, /test\/pages\//, /apps\/server\/test\//]
const rank = ({ path }) => {
  const kind = LONG.findIndex((long) => long.test(path))
  return kind < 0 ? LONG.length : kind
}

/** On a machine that has never run the tests nobody knows how long they take; the longest must not be the last, with the other worker idle. */
export default class LongestFirst extends Sequencer {
  sort(tests) {
    return super.sort(tests).sort((a, b) => rank(a) - rank(b))
  }
}
