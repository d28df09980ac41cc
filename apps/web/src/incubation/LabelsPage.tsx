import { counted } from '@hatch-book/core'
import type { ClutchView } from '@hatch-book/contract'
import { Button } from 'antd'
import { qrcode } from 'bwip-js/browser'
import { useEffect, useRef } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useFigures } from '../shell/figures'
import { useClutches, useLineFilter } from '../shell/queries'
import { NotYet } from '../parts/NotYet'

/** Labels for egg boxes: parents, dates, method, the window, and a code that a scanner reads as the clutch's name. */
export function LabelsPage() {
  const asked = useClutches()
  const { data } = asked
  const { fits } = useLineFilter()
  const [params] = useSearchParams()
  if (!data) return <NotYet of={asked} page />
  const one = params.get('clutch')
  const clutches = data.filter((c) => (one ? c.id === one : fits(c) && c.waiting > 0))
  return (
    <section className="page">
      <div className="head no-print">
        <h1>{counted(clutches.length, 'label')}</h1>
        <div className="side">
          {one && <Link to="/incubation/labels">all boxes that wait</Link>}
          <Button type="primary" disabled={clutches.length === 0} onClick={() => window.print()}>
            Print
          </Button>
        </div>
      </div>
      {clutches.length === 0 && <p className="empty">No clutch waits in a box.</p>}
      <div className="print-cards">
        {clutches.map((c) => (
          <BoxLabel key={c.id} clutch={c} />
        ))}
      </div>
    </section>
  )
}

function BoxLabel({ clutch: c }: { clutch: ClutchView }) {
  const figures = useFigures()
  const code = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (code.current)
      qrcode(code.current, {
        bcid: 'qrcode',
        text: c.name,
        scale: 3,
        ...{ barcolor: '000000', backgroundcolor: 'ffffff', paddingwidth: 2, paddingheight: 2 },
      })
  }, [c.name])
  return (
    <article>
      <canvas ref={code} aria-label={`code of ${c.name}`} />
      <div>
        <div className="tag">{c.name}</div>
        <div>
          {c.dam.tag} × {c.sire?.tag ?? '?'}, {c.species}
        </div>
        <div>
          found {figures.day(c.foundOn)}, {c.counted?.count ?? c.eggs.length}{' '}
          {c.kind === 'loose ova' ? 'ova' : 'eggs'}
        </div>
        <div>{c.method}</div>
        <div>
          {c.forecast && `hatch ${figures.span(c.forecast.windowDays)}`}
          {c.incubator && c.box && ` · ${c.incubator.name} ${c.box.name}`}
        </div>
      </div>
    </article>
  )
}
