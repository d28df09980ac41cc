import { calledOf, counted } from '@hatch-book/core'
import type { AnimalRow } from '@hatch-book/contract'
import { Button } from 'antd'
import { qrcode } from 'bwip-js/browser'
import { useEffect, useRef } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useAge } from '../parts/AnimalCard'
import { describeAnimal } from '../parts/identityWords'
import { useFigures } from '../shell/figures'
import { useAnimals } from '../shell/queries'
import { usePicked } from './tableStore'
import { NotYet } from '../parts/NotYet'

/** Cards to print: tag, place, what it is, and a code that a scanner at the scale reads as its tag. */
export function CardsPage() {
  const asked = useAnimals()
  const { data } = asked
  const [params] = useSearchParams()
  const { picked } = usePicked()
  if (!data) return <NotYet of={asked} page />
  const ids = new Set(params.get('picked') ? picked : (params.get('ids') ?? '').split(','))
  const animals = data.filter((a) => ids.has(a.id))
  return (
    <section className="page">
      <div className="head no-print">
        <h1>{counted(animals.length, 'card')}</h1>
        <Button type="primary" disabled={animals.length === 0} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {animals.length === 0 && (
        <p className="empty">
          Tick the animals whose cards you want in the <Link to="/animals">table</Link>, then print cards.
        </p>
      )}
      <div className="print-cards">
        {animals.map((a) => (
          <PrintedCard key={a.id} animal={a} />
        ))}
      </div>
    </section>
  )
}

function PrintedCard({ animal }: { animal: AnimalRow }) {
  const figures = useFigures()
  const ageOf = useAge()
  const code = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (code.current)
      qrcode(code.current, {
        bcid: 'qrcode',
        text: animal.tag,
        scale: 3,
        barcolor: '000000',
        backgroundcolor: 'ffffff',
        paddingwidth: 2,
        paddingheight: 2,
      })
  }, [animal.tag])
  return (
    <article>
      <canvas ref={code} aria-label={`code of ${animal.tag}`} />
      <div>
        <div className="tag">{calledOf(animal)}</div>
        <div>{describeAnimal(animal)}</div>
        <div>
          {animal.hatched ? `hatched ${figures.span(animal.hatched)}` : ageOf(animal)}
          {animal.line && ` · ${animal.line}`}
        </div>
        <div>
          {animal.dam || animal.sire
            ? `${animal.dam?.tag ?? '?'} × ${animal.sire?.tag ?? '?'}`
            : 'parents not known'}
          {animal.place && ` · ${animal.place.name}`}
        </div>
      </div>
    </article>
  )
}
