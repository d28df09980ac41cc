export { againstInShort, quantityInWords, reasonInShort, type ReasonToSay } from './inShort'
export * from './reason'
