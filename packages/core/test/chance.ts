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
