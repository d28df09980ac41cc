/** Words that begin a sentence. */
export const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

const list = new Intl.ListFormat('en-GB')
/** 'this, that and the other'. */
export const listed = (parts: readonly string[]): string => list.format(parts)
