import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ofUsedParts, STYLES_OF, WITHOUT_STYLES } from '../antdStyles'

/*
 * The parts library makes no styles at run time: they come with the page, and only those of the parts that are used.
 */
const SRC = join(import.meta.dirname, '../src')
const sheet = readFileSync(join(require.resolve('antd/package.json'), '../dist/antd.css'), 'utf8')

/** The parts that any page names. */
const named = new Set(
  readdirSync(SRC, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file))
    .flatMap((file) =>
      [...readFileSync(join(SRC, file), 'utf8').matchAll(/(?:im|ex)port \{([^}]*)\} from 'antd'/g)].flatMap(
        (m) =>
          m[1]!
            .split(',')
            .map((name) => name.trim().replace(/ as .*/, ''))
            .filter((name) => name !== '' && !name.startsWith('type ')),
      ),
    ),
)

test('every part that a page names has its styles, and none is kept that no page names', () => {
  expect([...named].filter((name) => !WITHOUT_STYLES.has(name)).sort()).toEqual(Object.keys(STYLES_OF).sort())
})

test('what is left has the rules of each used part, and is less than half of the whole', () => {
  const left = ofUsedParts(sheet)
  const parts = [...new Set(Object.values(STYLES_OF).flat())]
  expect(parts.filter((part) => !new RegExp(`\\.ant-${part}\\b`).test(left))).toEqual([])
  expect(left).not.toMatch(/\.ant-(?:table|menu|tree|calendar|tour|cascader)\b/)
  expect(left.length).toBeLessThan(sheet.length / 2)
})
