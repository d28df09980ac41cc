import postcss from 'postcss'
import type { Plugin } from 'vite'

/**
 * The sheet that the parts library ships holds all of its parts; a page waits for what it loads. Of each part that is used here, the names that
 * its classes begin with, with those of the parts it is itself made of. Values come from the theme at run time, as variables.
 */
export const STYLES_OF: Readonly<Record<string, readonly string[]>> = {
  AutoComplete: ['select'],
  Button: ['btn', 'wave', 'space'],
  Checkbox: ['checkbox'],
  DatePicker: ['picker'],
  Drawer: ['drawer'],
  Form: ['form', 'row', 'col', 'tooltip'],
  Image: ['image'],
  Input: ['input'],
  InputNumber: ['input', 'space'],
  Modal: ['modal', 'spin'],
  notification: ['notification'],
  Popconfirm: ['popconfirm', 'popover'],
  Progress: ['progress'],
  Radio: ['radio'],
  Segmented: ['segmented'],
  Select: ['select', 'empty', 'tag'],
  Skeleton: ['skeleton'],
  Slider: ['slider', 'tooltip'],
  Upload: ['upload', 'progress'],
}
/** What is no part to look at: the outermost, and what is only a type. */
export const WITHOUT_STYLES: ReadonlySet<string> = new Set(['ConfigProvider', 'theme'])

const USED = new Set(Object.values(STYLES_OF).flat())
/** A column of its own width at some width of the page; forms have none. */
const GRID_COLUMN = /\.ant-col-(?:\w+-)*\d/

const isUsed = (selector: string): boolean => {
  const [, part] = /\.ant-([a-z]+)/.exec(selector) ?? []
  return part === undefined ? !/\.(?:css-var|data-ant)/.test(selector) : USED.has(part)
}

/** The rules of the parts that are used. */
export function ofUsedParts(sheet: string): string {
  const root = postcss.parse(sheet)
  root.walkRules((rule) => {
    const { parent } = rule
    if (parent?.type === 'atrule' && /keyframes$/.test((parent as postcss.AtRule).name)) return
    const kept = rule.selectors.filter((s) => isUsed(s) && !GRID_COLUMN.test(s))
    if (kept.length === 0) rule.remove()
    else if (kept.length < rule.selectors.length) rule.selectors = kept
  })
  root.walkAtRules((rule) => {
    if (rule.nodes?.length === 0) rule.remove()
  })
  return root.toString()
}

export const stylesOfUsedParts: Plugin = {
  name: 'styles-of-used-parts',
  enforce: 'pre',
  transform: (code, id) => (/antd\/dist\/antd\.css/.test(id) ? { code: ofUsedParts(code), map: null } : null),
}
