import { GenesChange, pairingApi } from '@hatch-book/contract'
import { geneSetFaults, type GeneSet, type Locus } from '@hatch-book/core'
import { Button } from 'antd'
import { useState } from 'react'
import { SideBySide } from '../parts/SideBySide'
import { useWriting, type Pieces } from '../parts/useWriting'
import { fit, send } from '../shell/api'
import { useMay } from '../shell/session'
import { LocusForm, LocusWords } from './LocusForm'
import type { Scene } from './queries'
import { useNotices } from '../shell/notices'

const LOCUS = 'locus '

/** Genes as what two people can change independently: each locus by its name; scores and links are not edited here. */
const GENE_PIECES: Pieces<GeneSet> = {
  apart: ({ loci, scores, links }) => ({
    ...{ scores, links },
    ...Object.fromEntries(
      loci.map(({ name }) => [LOCUS + name, loci.filter((locus) => locus.name === name)]),
    ),
  }),
  together: (pieces) => ({
    ...(pieces as Pick<GeneSet, 'scores' | 'links'>),
    loci: Object.entries(pieces).flatMap(([piece, loci]) =>
      piece.startsWith(LOCUS) ? ((loci ?? []) as Locus[]) : [],
    ),
  }),
}

const pieceInWords = (piece: string, value: unknown) =>
  piece.startsWith(LOCUS)
    ? ((value ?? []) as Locus[])
        .map(
          (l) =>
            `${l.linkage === 'autosome' ? '' : `on ${l.linkage}: `}${l.alleles.map((a) => `${a.word}, ${a.mode}`).join('; ')}`,
        )
        .join(' / ') || '–'
    : JSON.stringify(value)

/** The loci of a species in words; edited in place, checked as one types, kept for this book alone. */
export function GeneSetEditor({ scene }: { scene: Scene }) {
  const may = useMay()
  const notification = useNotices()
  const [editing, setEditing] = useState(false)
  const writing = useWriting({ version: scene.genesVersion, writing: scene.genes }, GENE_PIECES)
  const { merge } = writing
  const [says, setSays] = useState('')
  const draft = editing ? writing.draft : null
  const setDraft = writing.set
  const genes = draft ?? scene.genes
  const faults = draft ? geneSetFaults(draft) : []
  const leave = () => {
    setDraft(scene.genes)
    setEditing(false)
    setSays('')
  }
  const save = async () => {
    if (!draft) return
    try {
      await send(pairingApi.changeGenes, {
        params: { protocolId: scene.protocolId },
        body: fit(GenesChange, { version: writing.version, genes: draft }),
      })
      writing.kept(writing.version + 1)
      notification.success({ title: 'The genes are saved', key: 'genes', duration: 3 })
      setEditing(false)
      setSays('')
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  const setLocus = (i: number, locus: Locus) =>
    setDraft({ ...genes, loci: genes.loci.map((l, k) => (k === i ? locus : l)) })
  return (
    <section className="card">
      <div className="between">
        <h2>
          Loci of the {scene.species}
          {scene.genesVersion === 0 && <span className="small quiet"> as they started</span>}
        </h2>
        {may.decide && !draft && (
          <button type="button" className="plain" onClick={() => setEditing(true)}>
            edit
          </button>
        )}
      </div>
      {genes.loci.length === 0 && !draft && <p className="quiet">No genes are known of this species.</p>}
      <ul className="lines">
        {genes.loci.map((locus, i) => (
          <li key={i}>
            {draft ? (
              <LocusForm
                locus={locus}
                onChange={(l) => setLocus(i, l)}
                onRemove={() => setDraft({ ...genes, loci: genes.loci.filter((_, k) => k !== i) })}
                says={faults.filter((f) => f.at.startsWith(`loci.${i}`)).map((f) => f.says)}
              />
            ) : (
              <LocusWords locus={locus} />
            )}
          </li>
        ))}
        {!draft &&
          genes.scores.map((s) => (
            <li key={s.word}>
              <strong>{s.word}</strong>{' '}
              <span className="small quiet">
                score {s.from} to {s.to}, spread {s.relative ? `${s.spread * 100} %` : s.spread} within a
                clutch, heritability {s.heritability}
              </span>
            </li>
          ))}
      </ul>
      {draft && (
        <>
          <SideBySide
            writing={writing}
            nameOf={(piece) => piece}
            show={pieceInWords}
            onSettled={() => setSays('')}
          />
          {says && !merge && (
            <p className="note bad" role="alert">
              {says}
            </p>
          )}
          {faults
            .filter((f) => !f.at.startsWith('loci.'))
            .map((f) => (
              <p key={`${f.at} ${f.says}`} className="bad small">
                {f.says}
              </p>
            ))}
          <div className="above-12">
            <Button
              size="small"
              onClick={() =>
                setDraft({
                  ...genes,
                  loci: [
                    ...genes.loci,
                    {
                      name: `L${genes.loci.length + 1}`,
                      linkage: 'autosome',
                      alleles: [{ word: 'new trait', mode: 'recessive' }],
                    },
                  ],
                })
              }
            >
              Add a locus
            </Button>{' '}
            <Button
              size="small"
              type="primary"
              disabled={faults.length > 0 || merge !== null}
              onClick={() => void save()}
            >
              Keep them
            </Button>{' '}
            <Button size="small" onClick={leave}>
              Cancel
            </Button>
          </div>
        </>
      )}
    </section>
  )
}
