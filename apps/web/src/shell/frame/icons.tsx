/** Signs of the groups and of what stands at hand, drawn for this program: strokes of one width, 22 units square. */
const PATHS = {
  sun: 'M11 7a4 4 0 1 0 .01 0M11 1.5v2.5M11 18v2.5M1.5 11H4M18 11h2.5M4.3 4.3l1.8 1.8M15.9 15.9l1.8 1.8M4.3 17.7l1.8-1.8M15.9 6.1l1.8-1.8',
  animal: 'M2 14c3 3.5 6 2.5 7.5-.5S12.5 8 15.5 8.5c1.5.3 2.3 1.3 4 1M19.5 9.5l1.3-1.2M4.5 12.5v.01',
  rings: 'M8 5.5a5.5 5.5 0 1 0 .01 0M14 5.5a5.5 5.5 0 1 0 .01 0',
  egg: 'M11 2.5c3.6 0 6.3 5.6 6.3 9.7a6.3 6.3 0 0 1-12.6 0c0-4.1 2.7-9.7 6.3-9.7ZM5.5 12l2.7-1.6 2.6 2 2.8-2 2.9 1.8',
  groups:
    'M6 4a2.3 2.3 0 1 0 .01 0M14.5 3.5a2.3 2.3 0 1 0 .01 0M5.5 13a2.3 2.3 0 1 0 .01 0M11.5 9.5a2.3 2.3 0 1 0 .01 0M17 13.5a2.3 2.3 0 1 0 .01 0',
  rack: 'M3 3h16v16H3zM3 8.3h16M3 13.7h16M11 3v16',
  book: 'M4 3.5h11.5a2 2 0 0 1 2 2V19H6a2 2 0 0 1-2-2ZM4 17a2 2 0 0 1 2-2h11.5M8 7.5h6',
  find: 'M9.5 3a6.5 6.5 0 1 0 .01 0M14.3 14.3 19 19',
  write: 'M4 18l1-4.5L15 3.5l3.5 3.5-10 10ZM12.8 5.7l3.5 3.5',
  lamp: 'M11 2.5a8.5 8.5 0 1 0 .01 0M11 2.5v17a8.5 8.5 0 0 0 0-17Z',
  more: 'M3.5 6h15M3.5 11h15M3.5 16h15',
} as const
export type IconName = keyof typeof PATHS
export type GroupIcon = 'sun' | 'animal' | 'rings' | 'egg' | 'groups' | 'rack' | 'book'

export function Icon({ name }: { name: IconName }) {
  return (
    <svg width={22} height={22} viewBox="0 0 22 22" aria-hidden>
      <path
        d={PATHS[name]}
        fill={name === 'lamp' ? 'currentColor' : 'none'}
        fillOpacity={name === 'lamp' ? 0.25 : undefined}
        stroke="currentColor"
        strokeWidth={1.5}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  )
}
