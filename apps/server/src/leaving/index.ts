export { askedPrice, loadPrices, type PriceRow } from './prices'
