import { readFileSync, readdirSync } from 'node:fs'
import { basename, join } from 'node:path'

/*
 * A class that nobody wrote a rule for looks like nothing, and nobody is told: a name is spelt in two files, and a module makes another name of it.
 */
const SRC = join(import.meta.dirname, '../src')
const read = (wanted: RegExp) =>
  new Map(
    readdirSync(SRC, { recursive: true, encoding: 'utf8' })
      .filter((file) => wanted.test(file))
      .map((file) => [file, readFileSync(join(SRC, file), 'utf8').replace(/\/\*[^]*?\*\//g, '')]),
  )
const pages = read(/\.tsx?$/)
const modules = read(/\.module\.css$/)
const shared = [...read(/\.css$/)].filter(([file]) => !modules.has(file)).map(([, text]) => text)

const classesIn = (css: string) => [...css.matchAll(/\.([A-Za-z][\w-]*)/g)].map((m) => m[1]!)
const GLOBAL = /:global\(((?:[^()]|\([^()]*\))*)\)/g
/** The names that a module makes its own: those of its selectors that are not global. */
const ownOf = (css: string) =>
  new Set(
    classesIn(
      css
        .replace(GLOBAL, '')
        .replace(/\{[^{}]*\}/g, '{}')
        .replace(/\{[^{}]*\}/g, '{}'),
    ),
  )
const everywhere = new Set([
  ...shared.flatMap(classesIn),
  ...[...modules.values()].flatMap((css) => [...css.matchAll(GLOBAL)].flatMap((m) => classesIn(m[1]!))),
])

/** The words of each class attribute that is written out, without what is put in. */
const wordsOf = (page: string) =>
  [...page.matchAll(/className=(?:"([^"]*)"|\{`([^`]*)`\})/g)].flatMap((m) =>
    (m[1] ?? m[2]!)
      .replace(/\$\{[^}]*\}/g, ' ')
      .split(/\s+/)
      .filter((word) => word !== ''),
  )

test('every class that a page writes out has a rule that is there for all pages', () => {
  const without = [...pages].flatMap(([file, page]) =>
    wordsOf(page)
      .filter((word) => !everywhere.has(word))
      .map((word) => `${file}: ${word}`),
  )
  expect(without).toEqual([])
})

test('every class that a page takes from a module is in it', () => {
  let taken = 0
  const missing = [...pages].flatMap(([file, page]) =>
    [...page.matchAll(/import (\w+) from '[^']*?([\w-]+\.module\.css)'/g)].flatMap(([, name, module]) => {
      const own = [...modules].filter(([at]) => basename(at) === module).map(([, css]) => ownOf(css))
      const used = [...page.matchAll(new RegExp(`\\b${name}\\.(\\w+)`, 'g'))].map((m) => m[1]!)
      taken += used.length
      return used.filter((word) => !own.some((words) => words.has(word))).map((word) => `${file}: ${word}`)
    }),
  )
  expect(missing).toEqual([])
  expect(taken).toBeGreaterThan(100)
})
