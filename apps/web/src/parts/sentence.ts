/** Words that begin a sentence. */
export const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** Each of some words as a sentence, one after the other; those that are empty are left out. */
export const sentences = (...parts: readonly string[]) =>
  parts
    .filter((words) => words !== '')
    .map((words) => `${sentence(words)}.`)
    .join(' ')

const list = new Intl.ListFormat('en-GB')
/** 'this, that and the other'. */
export const listed = (parts: readonly string[]): string => list.format(parts)

/** Days inside words, as the rest of the page writes them. */
export const withDays = (text: string, day: (d: string) => string): string =>
  text.replace(/\d{4}-\d{2}-\d{2}/g, day)
