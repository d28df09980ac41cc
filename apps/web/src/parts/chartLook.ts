/** How every chart writes along its axes, and what its figures stand on when one points at it. */
export const AXIS = { stroke: 'var(--ink2)', tick: { fontSize: 12, fill: 'var(--ink2)' } }
export const PAPER = { background: 'var(--sheet)', border: '1px solid var(--rule)', color: 'var(--ink)' }
