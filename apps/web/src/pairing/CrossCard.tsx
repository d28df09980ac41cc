import type { Carried, Wanted } from '@hatch-book/core'
import { Link } from 'react-router'
import { useMay } from '../shell/session'
import { useStartPairing } from './startPairing'
import type { Scene } from './queries'
import type { ReckonedCross } from './reckon'
import { fraction, genesInWords, kinWords, percent } from './words'
import { wishInWords } from './wish'
import css from './season.module.css'
import roomCss from './kin.module.css'

/** One cross: the warning first, then the one wanted, then everything it throws. */
export function CrossCard({
  cross,
  scene,
  wish,
  onClose,
}: {
  cross: ReckonedCross
  scene: Scene
  wish: Wanted | null
  onClose?(): void
}) {
  const { dam, sire, outcomes, table, inbreeding, wanted, eggs } = cross
  const may = useMay()
  const kin = kinWords(inbreeding, scene.rules.kin)
  const { start, asking, asked } = useStartPairing()
  const harmed = outcomes.harms.filter((h) => h.share > 0.005)
  const trouble = harmed.length > 0 || inbreeding >= scene.rules.kin.alarm - 1e-9
  return (
    <article className={`card ${trouble ? 'trouble' : ''}`} aria-label={`${dam.tag} × ${sire.tag}`}>
      {asked}
      <div className="top">
        <Link className="tag" to={`/animals/${dam.id}`}>
          {dam.tag}
        </Link>
        <span className="tag">×</span>
        <Link className="tag" to={`/animals/${sire.id}`}>
          {sire.tag}
        </Link>
        {onClose && (
          <button type="button" className={`plain small ${roomCss.atRight}`} onClick={onClose}>
            put away
          </button>
        )}
      </div>
      <p className={`small quiet ${roomCss.parents}`}>
        {dam.tag}: {genesInWords(dam.words)}
        <br />
        {sire.tag}: {genesInWords(sire.words)}
      </p>
      {harmed.map((h) => (
        <p key={h.locus + h.word} className="note bad" role="alert">
          <strong>
            {percent(h.share)} {h.harm === 'lethal' ? 'of fertile eggs die' : 'of young are impaired'}:{' '}
            {h.word}.
          </strong>{' '}
          {h.says}. A carrier with a plain mate throws the same looks without the loss.
        </p>
      ))}
      <p className={kin.className}>
        Young inbred <strong className="fig">{percent(inbreeding)}</strong>, {kin.says}
        {inbreeding >= scene.rules.kin.warn - 1e-9 && (
          <span className="small quiet"> (warned of from {percent(scene.rules.kin.warn)})</span>
        )}
      </p>
      {wanted && wish && (
        <div className={css.wish}>
          <p className="below-4">
            <strong>{wishInWords(wish)}</strong>
          </p>
          <p className="figure-line">
            <span>
              <b className="fig">{fraction(wanted.amongYoung)}</b> of young
            </span>
            <span>
              <b className="fig">{wanted.inClutch.mean.toFixed(1)}</b> in her clutch of {eggs.typical} (
              {wanted.inClutch.least} to {wanted.inClutch.most})
            </span>
            <span>
              <b className="fig">{percent(wanted.inClutch.atLeastOne)}</b> for at least one
            </span>
          </p>
          <p className="small quiet">
            {dam.clutches.length > 0 && `Her earlier clutches had ${dam.clutches.join(', ')}. `}
            {wanted.share === 0
              ? 'They cannot throw it.'
              : wanted.needed === null
                ? `However many young: what they carry is not sure enough for 95 %. Prove them first.`
                : `${wanted.needed} living young give at least one with 95 %.`}
          </p>
        </div>
      )}
      <table className="plain-table" aria-label={`Young of ${dam.tag} × ${sire.tag}`}>
        <tbody>
          {table.rows.map((row) => (
            <tr key={row.words.join() + row.share}>
              <td className="fig w-76">{fraction(row.share)}</td>
              <td>
                <span
                  className={css.share}
                  style={{ width: `${Math.max(2, row.share * 100)}%` }}
                  aria-hidden
                />
                <strong>{row.words.length > 0 ? row.words.join(' ') : 'plain'}</strong>
                {Math.abs(row.females - row.males) > 1e-9 && (
                  <span className="small">
                    {' '}
                    {row.females === 0
                      ? 'males only'
                      : row.males === 0
                        ? 'females only'
                        : `${percent(row.females / row.share)} female`}
                  </span>
                )}
                {row.carries.length > 0 && (
                  <span className="small quiet">
                    {' '}
                    {row.carries.slice(0, 6).map(carriedInWords).join(', ')}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {cross.scores.map((s) => (
        <p key={s.word} className="small">
          <strong>{s.word}</strong> <span className="fig">{s.mean.toFixed(1)}</span>, two of three within{' '}
          {s.spread.toFixed(1)} of it
        </p>
      ))}
      {table.others > 0 && <p className="small quiet">and other kinds, {percent(table.others)} together</p>}
      {may.decide && (
        <p className="above-12">
          <button type="button" className="plain" disabled={asking} onClick={() => void start(dam, sire)}>
            Pair them
          </button>
        </p>
      )}
    </article>
  )
}

/** What young of a look may carry; of both sexes apart where it goes with the sex. */
function carriedInWords({ word, share, bySex }: Carried): string {
  const het = (part: number) => (part >= 0.995 ? `het ${word}` : `${percent(part)} het ${word}`)
  if (!bySex) return het(share)
  const of = (part: number | null, sex: string) =>
    part === null ? [] : [part < 0.0005 ? `${sex} never` : `${sex} ${het(part)}`]
  return [...of(bySex.males, 'sons'), ...of(bySex.females, 'daughters')].join(', ')
}
