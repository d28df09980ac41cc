/** How wet a medium is made, in words that hold on any scale: both are weighed. */
export const waterInWords = (waterPerMedium: number) =>
  `${waterPerMedium} parts of water to one of dry medium, by weight.`
