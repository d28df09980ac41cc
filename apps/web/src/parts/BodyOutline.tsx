import type { BodyPlan, DefectGrade, OutlineView } from '@hatch-book/core'
import type { MouseEvent } from 'react'
import css from './checks.module.css'

/** Outlines of bodies, nose to the left, drawn plainly enough to point at; from above, and from the side. */
const OUTLINES: Record<BodyPlan, Record<OutlineView, string>> = {
  snake: {
    above:
      'M14 50 C14 40 34 38 46 45 C80 62 100 28 134 40 C170 53 188 68 222 52 C250 39 272 44 292 49 C272 50 252 50 228 63 C190 82 166 68 132 54 C100 42 82 76 44 57 C32 62 14 60 14 50 Z',
    side: 'M14 54 C16 42 40 42 52 48 L226 50 C256 51 276 54 292 58 C276 60 250 61 226 60 L52 62 C40 66 16 64 14 54 Z',
  },
  lizard: {
    above:
      'M14 50 C18 36 40 36 52 42 C60 38 70 36 80 38 L72 16 L80 14 L92 38 C120 34 140 36 152 40 L160 16 L168 18 L164 42 C196 46 250 48 292 50 C250 52 196 54 164 58 L168 82 L160 84 L152 60 C140 64 120 66 92 62 L80 86 L72 84 L80 62 C70 64 60 62 52 58 C40 64 18 64 14 50 Z',
    side: 'M14 46 C20 34 46 36 58 42 C90 30 130 32 156 42 C196 48 250 56 292 62 C250 64 200 62 164 58 L158 80 L148 80 L146 60 L96 60 L90 80 L80 80 L78 58 C60 58 18 60 14 46 Z',
  },
  chelonian: {
    above:
      'M16 50 C18 42 34 40 46 45 C52 34 66 26 80 22 L64 9 L80 4 L102 17 C126 12 172 12 196 17 L218 4 L234 9 L218 24 C236 30 250 40 254 47 L284 50 L254 53 C250 60 236 70 218 76 L234 91 L218 96 L196 83 C172 88 126 88 102 83 L80 96 L64 91 L80 78 C66 74 52 66 46 55 C34 60 18 58 16 50 Z',
    side: 'M20 58 C24 46 46 46 58 54 C74 20 130 12 168 14 C216 18 252 40 262 60 L290 62 L262 66 L248 66 L246 84 L226 84 L224 68 L110 68 L106 84 L86 84 L84 66 C60 66 24 68 20 58 Z',
  },
  frog: {
    above:
      'M40 50 C44 28 84 20 120 28 C150 30 190 34 206 44 L256 14 L266 22 L226 50 L266 78 L256 86 L206 56 C190 66 150 70 120 72 L92 90 L82 84 L98 70 C60 76 42 70 40 50 Z',
    side: 'M30 62 C36 36 76 26 116 30 C160 34 206 48 226 66 L278 84 L226 86 L190 78 L120 76 L110 88 L96 88 L98 74 C60 76 32 74 30 62 Z',
  },
  salamander: {
    above:
      'M14 50 C18 38 42 38 56 44 L64 24 L72 26 L72 44 C100 40 140 40 160 44 L170 24 L178 27 L172 46 C210 47 260 48 292 50 C260 52 210 53 172 54 L178 73 L170 76 L160 56 C140 60 100 60 72 56 L72 74 L64 76 L56 56 C42 62 18 62 14 50 Z',
    side: 'M14 52 C20 42 48 42 60 48 C100 42 150 44 176 50 C220 50 266 52 292 58 C262 64 214 64 178 62 L172 78 L162 78 L160 64 L80 64 L74 78 L64 78 L62 62 C44 64 18 62 14 52 Z',
  },
  arthropod: {
    above:
      'M20 50 L6 30 M20 50 L6 70 M20 50 C26 38 50 38 60 46 C74 36 110 36 124 44 C160 34 226 34 272 50 C226 66 160 66 124 56 C110 64 74 64 60 54 C50 62 26 62 20 50 Z M70 42 L54 14 M96 38 L92 8 M116 42 L140 12 M70 58 L54 86 M96 62 L92 92 M116 58 L140 88',
    side: 'M20 46 L4 30 M20 46 C28 36 52 38 62 46 C80 38 112 40 126 48 C164 40 230 44 272 58 C226 68 160 66 126 60 C110 64 74 64 62 56 C48 58 26 56 20 46 Z M74 58 L62 90 M98 62 L98 92 M118 60 L138 90',
  },
}

/** How an animal of a body plan looks from above, drawn small where there is no photo of it. */
export const BodyDrawing = ({ plan }: { plan: BodyPlan }) => (
  // Its front half: as a whole it would be a thread.
  <svg viewBox="4 4 150 92" preserveAspectRatio="xMinYMid slice">
    <path d={OUTLINES[plan].above} fill="var(--moss)" opacity="0.6" />
  </svg>
)

export interface Mark {
  defect: string
  grade: DefectGrade
  x: number
  y: number
}

const SHAPES: Record<DefectGrade, string> = { note: '○', slight: '◐', marked: '●', severe: '✕' }

/** A body to point at: marks stand where a defect was found, by their grade's own shape. */
export function BodyOutline({
  plan,
  view,
  marks,
  at,
  onPoint,
}: {
  plan: BodyPlan
  view: OutlineView
  marks: readonly Mark[]
  at?: { x: number; y: number } | null
  onPoint?: (x: number, y: number) => void
}) {
  const point = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect()
    const within = (n: number) => Math.min(1, Math.max(0, Math.round(n * 1000) / 1000))
    onPoint?.(within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height))
  }
  const told = marks.map((m) => `${m.defect}, ${m.grade}`).join('; ')
  return (
    <svg
      viewBox="0 0 306 100"
      role="img"
      aria-label={`Outline of a ${plan} from ${view === 'side' ? 'the side' : 'above'}: ${told || 'no defect'}`}
      className={`w-full ${onPoint ? css.pointed : ''}`}
      onClick={onPoint && point}
    >
      <path d={OUTLINES[plan][view]} fill="var(--wash)" stroke="var(--ink)" strokeWidth="1.4" />
      <text x="6" y="97" fontSize="8" fill="var(--ink2)">
        nose
      </text>
      {marks.map((m) => (
        <text
          key={m.defect}
          x={m.x * 306}
          y={m.y * 100 + 5}
          fontSize="16"
          textAnchor="middle"
          fill={m.grade === 'note' ? 'var(--ink)' : 'var(--clay)'}
        >
          {SHAPES[m.grade]}
        </text>
      ))}
      {at && (
        <circle cx={at.x * 306} cy={at.y * 100} r="7" fill="none" stroke="var(--yolk)" strokeWidth="2.5" />
      )}
    </svg>
  )
}
