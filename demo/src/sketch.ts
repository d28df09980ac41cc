import type { Chance } from './random'

/** How an animal is drawn: its ground, its saddles, and how many it has. */
interface Coat {
  ground: string
  saddle: string
  edge: string
}

const COATS: Record<string, Coat> = {
  wild: { ground: '#c9a878', saddle: '#8a4b2c', edge: '#3b2a1f' },
  amelanistic: { ground: '#f0c79a', saddle: '#d9602f', edge: '#f6e7cf' },
  anerythristic: { ground: '#b9b7ae', saddle: '#6d6f6c', edge: '#2d2f2f' },
  axanthic: { ground: '#b4b2a8', saddle: '#77766f', edge: '#3a3a38' },
  hypomelanistic: { ground: '#d9b98c', saddle: '#b4683f', edge: '#8c5a3c' },
}

const PAPER = '#f4f1e6'
const WIDTH = 900
const HEIGHT = 600

/**
 * A field sketch of a snake, as SVG, from above or from the side: coat by its traits, the number and place of its saddles its own.
 * Nothing is taken from anywhere; the same luck draws the same animal.
 * @param scale against the size of a full sketch
 */
export function sketchSnake(
  traits: readonly string[],
  view: 'above' | 'side',
  luck: Chance,
  scale = 1,
): string {
  const coat = COATS[traits.find((t) => t in COATS) ?? 'wild']!
  const saddles = luck.whole(17, 24)
  const drawn = view === 'above' ? fromAbove(coat, saddles, luck) : fromTheSide(coat, saddles, luck)
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH * scale}" height="${HEIGHT * scale}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><rect width="100%" height="100%" fill="${PAPER}"/>${grain(luck)}${drawn}</svg>`
}

/** Flecks of the paper. */
function grain(luck: Chance): string {
  return Array.from(
    { length: 90 },
    () =>
      `<circle cx="${luck.whole(0, WIDTH)}" cy="${luck.whole(0, HEIGHT)}" r="${luck.between(0.6, 1.8).toFixed(1)}" fill="#d8d2bd"/>`,
  ).join('')
}

interface Spot {
  x: number
  y: number
  turn: number
  thick: number
}

function body(spots: readonly Spot[], coat: Coat): string {
  const side = (sign: 1 | -1) =>
    spots.map(({ x, y, turn, thick }) => {
      const across = ((turn + 90 * sign) * Math.PI) / 180
      return `${(x + Math.cos(across) * thick).toFixed(1)},${(y + Math.sin(across) * thick).toFixed(1)}`
    })
  return `<polygon points="${[...side(1), ...side(-1).reverse()].join(' ')}" fill="${coat.ground}" stroke="${coat.edge}" stroke-width="2.5" stroke-linejoin="round"/>`
}

function along(at: (share: number) => { x: number; y: number; thick: number }, count: number): Spot[] {
  return Array.from({ length: count + 1 }, (_, i) => {
    const here = at(i / count)
    const next = at(Math.min(1, i / count + 0.004))
    const before = at(Math.max(0, i / count - 0.004))
    return { ...here, turn: (Math.atan2(next.y - before.y, next.x - before.x) * 180) / Math.PI }
  })
}

const taper = (share: number, thick: number) =>
  thick * Math.min(1, 0.62 + share * 3) * Math.min(1, (1 - share) * 3.2 + 0.06)

function marks(spots: readonly Spot[], coat: Coat, count: number, flat: number, luck: Chance): string {
  return Array.from({ length: count }, (_, i) => {
    const spot = spots[Math.round(((i + 1.4) / (count + 1.6)) * (spots.length - 1))]!
    const long = luck.between(0.72, 1)
    return `<ellipse cx="${spot.x.toFixed(1)}" cy="${spot.y.toFixed(1)}" rx="${(spot.thick * 0.62 * long).toFixed(1)}" ry="${(spot.thick * flat).toFixed(1)}" transform="rotate(${spot.turn.toFixed(1)} ${spot.x.toFixed(1)} ${spot.y.toFixed(1)})" fill="${coat.saddle}" stroke="${coat.edge}" stroke-width="2"/>`
  }).join('')
}

function fromAbove(coat: Coat, saddles: number, luck: Chance): string {
  const phase = luck.between(-0.4, 0.4)
  const spots = along(
    (share) => ({
      x: 95 + share * 720,
      y: 300 + Math.sin(share * 9.2 + phase) * 150 * (0.55 + 0.45 * Math.sin(share * 3)),
      thick: taper(share, 25),
    }),
    140,
  )
  const head = spots[0]!
  return `${body(spots, coat)}${marks(spots, coat, saddles, 0.74, luck)}<g transform="rotate(${head.turn.toFixed(1)} ${head.x} ${head.y.toFixed(1)})"><ellipse cx="${head.x - 8}" cy="${head.y.toFixed(1)}" rx="34" ry="21" fill="${coat.ground}" stroke="${coat.edge}" stroke-width="2.5"/><path d="M${head.x + 14},${(head.y - 9).toFixed(1)} L${head.x - 16},${head.y.toFixed(1)} L${head.x + 14},${(head.y + 9).toFixed(1)}" fill="none" stroke="${coat.saddle}" stroke-width="5"/><circle cx="${head.x - 20}" cy="${(head.y - 12).toFixed(1)}" r="3.4" fill="${coat.edge}"/><circle cx="${head.x - 20}" cy="${(head.y + 12).toFixed(1)}" r="3.4" fill="${coat.edge}"/></g>`
}

function fromTheSide(coat: Coat, saddles: number, luck: Chance): string {
  const spots = along(
    (share) => ({
      x: 110 + share * 690,
      y: 350 - 40 * Math.sin(share * 3.1) + 8 * Math.sin(share * 21 + luck.between(0, 0.001)),
      thick: taper(share, 40),
    }),
    140,
  )
  const head = spots[0]!
  const belly = spots
    .filter((_, i) => i % 2 === 0)
    .map(
      (s) =>
        `<path d="M${s.x.toFixed(1)},${(s.y + s.thick * 0.7).toFixed(1)} v${(s.thick * 0.26).toFixed(1)}" stroke="${coat.edge}" stroke-width="1.2"/>`,
    )
    .join('')
  return `${body(spots, coat)}${marks(spots, coat, saddles, 0.5, luck)}${belly}<path d="M${head.x + 34},${(head.y - 26).toFixed(1)} q-70,-14 -92,22 q4,22 92,26 z" fill="${coat.ground}" stroke="${coat.edge}" stroke-width="2.5"/><path d="M${head.x - 52},${(head.y + 4).toFixed(1)} q40,10 78,4" fill="none" stroke="${coat.edge}" stroke-width="2"/><circle cx="${head.x - 18}" cy="${(head.y - 10).toFixed(1)}" r="6" fill="${coat.edge}"/><circle cx="${head.x - 19}" cy="${(head.y - 11).toFixed(1)}" r="1.8" fill="${PAPER}"/>`
}
