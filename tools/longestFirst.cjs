const Sequencer = require('@jest/test-sequencer').default

/** What takes longest by far, wherever it is run first: the views and the answers of a whole book. */
const LONG = [/every(Button|Role|Empty|Field)|cachedReplies/, /test\/pages\//, /apps\/server\/test\//]
const rank = ({ path }) => LONG.findIndex((kind) => kind.test(path)) >>> 0

/** On a machine that has never run the tests nobody knows how long they take; the longest must not be the last, with one worker idle. */
module.exports = class extends Sequencer {
  sort(tests) {
    return super.sort(tests).sort((a, b) => rank(a) - rank(b))
  }
}
