import css from './tally.module.css'
/** Meals in a row as tally strokes: the fifth crosses the four. */
export function Strokes({ count, most = 15 }: { count: number; most?: number }) {
  const drawn = Math.min(count, most)
  const groups = Math.ceil(drawn / 5)
  const marks = Array.from({ length: drawn }, (_, i) => {
    const x = Math.floor(i / 5) * 27 + (i % 5) * 5 + 2
    return i % 5 === 4 ? `M${x - 22} 13L${x - 2} 3` : `M${x} 2V14`
  })
  return (
    <svg
      className={css.stroke}
      width={Math.max(1, groups * 27)}
      height={16}
      role="img"
      aria-label={`${count} meals in a row`}
    >
      <path d={marks.join('')} />
    </svg>
  )
}
