import { addressOf, animalsApi, type AnimalRow } from '@hatch-book/contract'
import { useState } from 'react'
import { Link } from 'react-router'
import { BodyDrawing } from './BodyOutline'
import styles from './identity.module.css'

type Who = Pick<AnimalRow, 'id' | 'tag' | 'name'>

/** The sign of a sex, beside the word that says it. */
export function SexSign({ sex }: Pick<AnimalRow, 'sex'>) {
  if (sex === 'unknown') return null
  return (
    <svg className={styles.sign} viewBox="0 0 16 16" aria-hidden="true">
      {sex === 'female' ? (
        <path d="M8 9.5a4 4 0 1 1 0-8 4 4 0 0 1 0 8v5.5M5.5 12.5h5" />
      ) : (
        <path d="M6.5 14.5a4 4 0 1 1 0-8 4 4 0 0 1 0 8M9.5 7.5 14 2M10 2h4v4" />
      )}
    </svg>
  )
}

/** The last photo of it; where there is none, what animals of its kind are drawn like. */
export function Portrait({
  of: { photoId, bodyPlan },
  size,
}: {
  of: Pick<AnimalRow, 'photoId' | 'bodyPlan'>
  size: number
}) {
  const [isGone, setGone] = useState<string | null>(null)
  const style = { width: size, height: size }
  if (photoId === null || isGone === photoId)
    return (
      <span className={styles.portrait} style={style} aria-hidden="true">
        <BodyDrawing plan={bodyPlan} />
      </span>
    )
  return (
    <img
      className={styles.portrait}
      style={style}
      src={addressOf(animalsApi.smallPhoto, { params: { id: photoId } })}
      alt=""
      loading="lazy"
      onError={() => setGone(photoId)}
    />
  )
}

/** An animal named in a line: its picture, tag, name and sign, leading to its page. */
export function AnimalName({
  of,
  size = 26,
}: {
  of: Who & Pick<AnimalRow, 'sex' | 'photoId' | 'bodyPlan'>
  size?: number
}) {
  return (
    <span className={styles.name}>
      <Portrait of={of} size={size} />
      <Link className="tag" to={`/animals/${of.id}`}>
        {of.tag}
      </Link>
      {of.name !== '' && <span>{of.name}</span>}
      <SexSign sex={of.sex} />
    </span>
  )
}
