import type { CstNode, IToken } from 'chevrotain'

export class Unreadable extends Error {
  constructor(
    message: string,
    readonly token: IToken | null = null,
  ) {
    super(message)
  }
}

export const tokensOf = (node: CstNode | undefined, name: string): IToken[] =>
  (node?.children[name] ?? []).flatMap((c) => ('image' in c ? [c] : []))
export const nodesOf = (node: CstNode | undefined, name: string): CstNode[] =>
  (node?.children[name] ?? []).flatMap((c) => ('image' in c ? [] : [c]))
export const one = (node: CstNode | undefined, name: string): IToken | undefined => tokensOf(node, name)[0]
