/** Says what is being done, one plain line at a time. */
export const say = (words) => console.log(words)

/** Ends with words that say what to do. */
export function giveUp(words) {
  console.error(`\n${words}\n`)
  process.exit(1)
}
