import type { CstNode, IToken } from 'chevrotain'
import { nodesOf, one, tokensOf, Unreadable } from './nodes'

/** Every tag between two, as they are written in the book and follow each other there. */
function rangeOf(from: IToken, to: IToken, tags: readonly string[]): string[] {
  const inOrder = [...tags].sort(new Intl.Collator('en', { numeric: true }).compare)
  const first = canonical(from.image, tags)
  const prefix = /^(.*\D|)\d+$/.exec(first)?.[1]
  const last = canonical(
    /^\d/.test(to.image) && prefix !== undefined ? `${prefix}${to.image}` : to.image,
    tags,
    to,
  )
  const [a, b] = [inOrder.indexOf(first), inOrder.indexOf(last)]
  if (b < a) throw new Unreadable(`${last} comes before ${first}`, to)
  return inOrder
    .slice(a, b + 1)
    .filter((t) => prefix === undefined || new RegExp(`^${escape(prefix)}\\d+$`).test(t))
}
const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

function canonical(image: string, tags: readonly string[], token: IToken | null = null): string {
  const tag = tags.find((t) => t.toLowerCase() === image.toLowerCase())
  if (!tag) throw new Unreadable(`${image} is not a tag of this book`, token)
  return tag
}

/** Who may be written of: by tag, or many at once. */
export interface Written {
  tags: readonly string[]
  groups: readonly { name: string; tags: readonly string[] }[]
}

/** More than these at once nobody does in one go: a slip would be written of the whole room. */
const MOST_AT_ONCE = 200

/** The group that is written by its name; none where it is a tag of the book too. */
function groupOf({ image }: IToken, { tags, groups }: Written) {
  const said = image.toLowerCase()
  if (tags.some((t) => t.toLowerCase() === said)) return undefined
  return groups.find(({ name }) => [name, `${name}s`].some((n) => n.toLowerCase() === said))
}

function allOf({ name, tags }: Written['groups'][number], token: IToken): readonly string[] {
  if (tags.length === 0) throw new Unreadable(`there is no ${name} here`, token)
  if (tags.length > MOST_AT_ONCE)
    throw new Unreadable(
      `${tags.length} live here: write at most ${MOST_AT_ONCE} at once, such as ${tags[0]}-${tags[1]}`,
      token,
    )
  return tags
}

export function targetsOf(target: CstNode, written: Written): { tags: string[]; pair: boolean } {
  const { tags } = written
  const members = nodesOf(target, 'member').map((m) => {
    const [first, second] = tokensOf(m, 'Tag')
    const end = second ?? one(m, 'Number')
    const group = groupOf(first!, written)
    if (group && !end) return allOf(group, first!)
    return end ? rangeOf(first!, end, tags) : [canonical(first!.image, tags)]
  })
  const pair = one(target, 'Cross') !== undefined
  if (pair && members.some((m) => m.length !== 1))
    throw new Unreadable('two of them make a pair, not a range')
  return { tags: [...new Set(members.flat())], pair }
}
