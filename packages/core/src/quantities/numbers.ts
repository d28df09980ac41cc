const PLAIN = /^\d+(?:[.,]\d+)?$/
/** Thousands by commas; `1,250` is a thousand and more, for nobody weighs to a thousandth of a gram. */
const BY_COMMAS = /^\d{1,3}(?:,\d{3})+(?:\.\d+)?$/
/** Thousands by dots, where a decimal comma or a second group leaves no doubt. */
const BY_DOTS = /^\d{1,3}(?:(?:\.\d{3})+,\d+|(?:\.\d{3}){2,})$/

/** Reads `1250`, `412,5`, `1,250.5`, `1.250,5`, `1'250`; null for anything else. */
export function readNumber(text: string): number | null {
  const bare = text.replace(/[\s']/g, '')
  if (BY_COMMAS.test(bare)) return Number(bare.replaceAll(',', ''))
  if (BY_DOTS.test(bare)) return Number(bare.replaceAll('.', '').replace(',', '.'))
  return PLAIN.test(bare) ? Number(bare.replace(',', '.')) : null
}
