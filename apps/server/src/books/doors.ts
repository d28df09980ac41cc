/** For doors that anybody may knock at: so many knocks a minute from one address. */
export const AT_THE_DOOR = {
  config: { permission: 'public', rateLimit: { max: 20, timeWindow: '1 minute' } },
} as const
