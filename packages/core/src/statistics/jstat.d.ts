declare module 'jstat' {
  const jStat: {
    beta: { inv(p: number, alpha: number, beta: number): number }
    gammaln(x: number): number
  }
  export default jStat
}
