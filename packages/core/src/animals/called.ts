/** What an animal is called: its tag, and its name where it has one. */
export const calledOf = ({ tag, name }: { tag: string; name: string }): string =>
  name === '' ? tag : `${tag} ${name}`
