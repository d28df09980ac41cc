/** Words that begin a sentence. */
export const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)
