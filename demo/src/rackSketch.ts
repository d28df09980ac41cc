const PAPER = '#f4f1e6'
const WIDTH = 600
const HEIGHT = 400
const WALL = '#cfd6cc'
const WOOD = '#7a6650'
const TUB = '#e9e4d0'
const LID = '#4d5f5a'

/** A rack as it stands in the room, drawn from the door: so many rows and columns, with its name on a card. */
export function sketchRack(name: string, tubs: number, columns: number): string {
  const rows = Math.ceil(tubs / columns)
  const [left, top, wide, high] = [90, 60, WIDTH - 180, HEIGHT - 110]
  const [w, h] = [wide / columns, high / rows]
  const boxes = Array.from({ length: tubs }, (_, i) => {
    const x = left + (i % columns) * w
    const y = top + Math.floor(i / columns) * h
    return `<rect x="${(x + 3).toFixed(1)}" y="${(y + h * 0.28).toFixed(1)}" width="${(w - 6).toFixed(1)}" height="${(h * 0.6).toFixed(1)}" fill="${TUB}" stroke="${LID}"/><rect x="${(x + 2).toFixed(1)}" y="${(y + h * 0.2).toFixed(1)}" width="${(w - 4).toFixed(1)}" height="${(h * 0.1).toFixed(1)}" fill="${LID}"/>`
  }).join('')
  const shelves = Array.from(
    { length: rows + 1 },
    (_, r) =>
      `<rect x="${left - 8}" y="${(top + r * h - 3).toFixed(1)}" width="${wide + 16}" height="6" fill="${WOOD}"/>`,
  ).join('')
  const posts = [left - 12, left + wide + 4].map(
    (x) => `<rect x="${x}" y="${top - 20}" width="8" height="${high + 50}" fill="${WOOD}"/>`,
  )
  const card = `<rect x="${WIDTH / 2 - 90}" y="14" width="180" height="34" fill="${PAPER}" stroke="${WOOD}"/><text x="${WIDTH / 2}" y="38" font-family="sans-serif" font-size="22" text-anchor="middle" fill="#22302c">${name}</text>`
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><rect width="100%" height="100%" fill="${WALL}"/><rect y="${HEIGHT - 40}" width="100%" height="40" fill="#9c9484"/>${shelves}${posts.join('')}${boxes}${card}</svg>`
}
