/** How wet a medium is made, in words that hold on any scale: both are weighed. */
export const waterInWords = (waterPerMedium: number) =>
  `${waterPerMedium} parts water to 1 part dry medium, by weight.`
