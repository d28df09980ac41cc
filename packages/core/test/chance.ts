/** Standard normal numbers from a seed: Park and Miller's generator and Marsaglia's polar method. */
export function normals(seed: number): () => number {
  const uniform = uniforms(seed)
  return () => {
    for (;;) {
      const x = 2 * uniform() - 1
      const y = 2 * uniform() - 1
      const s = x * x + y * y
      if (s > 0 && s < 1) return x * Math.sqrt((-2 * Math.log(s)) / s)
    }
  }
}

export function uniforms(seed: number): () => number {
  let state = (seed * 7919 + 1) % 2147483647
  const next = () => (state = (state * 48271) % 2147483647) / 2147483647
  for (let i = 0; i < 10; i++) next()
  return next
}

/** Shares from a beta distribution of whole parameters: of sums of exponentials. */
export function betas(seed: number): (a: number, b: number) => number {
  const uniform = uniforms(seed)
  const gamma = (shape: number) => {
    let sum = 0
    for (let i = 0; i < shape; i++) sum -= Math.log(1 - uniform())
    return sum
  }
  return (a, b) => {
    const x = gamma(a)
    return x / (x + gamma(b))
  }
}
