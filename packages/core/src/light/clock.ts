/** Hours as one reads them off a timer: `11½ hours`, else with a decimal. */
export function hoursInWords(hours: number): string {
  const whole = Math.floor(hours)
  if (hours - whole === 0.5) return whole === 0 ? 'half an hour' : `${whole}½ hours`
  const tenths = Math.round(hours * 10) / 10
  return `${tenths} ${tenths === 1 ? 'hour' : 'hours'}`
}
