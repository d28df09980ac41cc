import jStat from 'jstat'

/**
 * The share under which a beta distribution has a given part of its mass.
 * @param p 0 to 1
 * @param alpha over 0; worth so many successes
 * @param beta over 0; worth so many failures
 * @example betaQuantile(0.025, 6, 1) // 0.025 ** (1 / 6)
 */
export const betaQuantile = (p: number, alpha: number, beta: number): number => jStat.beta.inv(p, alpha, beta)
