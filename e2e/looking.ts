import { STYLES_OF } from '../apps/web/antdStyles'
import { expect, type Page, type Request } from '@playwright/test'

interface Finding {
  id: string
  impact: string
  nodes: { html: string; failureSummary?: string }[]
}
/** Asks axe for what stands in the way of a screen reader; what is too faint is found below, in every light and in less time. */
export const look = (page: Page): Promise<Finding[]> =>
  page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run(options: object): Promise<{ violations: Finding[] }> }
    }
    return (await axe.run({ resultTypes: ['violations'], rules: { 'color-contrast': { enabled: false } } }))
      .violations
  })

/**
 * Text too faint to read on what lies behind it, by the ratio of luminances of WCAG 2 (4.5 to 1, for large letters 3 to 1).
 */
export const tooFaint = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const parse = (colour: string) => {
      const [r = 0, g = 0, b = 0, a = 1] = (colour.match(/[\d.]+/g) ?? []).map(Number)
      return { rgb: [r, g, b], a }
    }
    const luminance = (rgb: number[]) => {
      const [r, g, b] = rgb.map((v) => {
        const c = v / 255
        return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
      })
      return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
    }
    const over = (top: { rgb: number[]; a: number }, below: number[]) =>
      top.rgb.map((v, i) => v * top.a + below[i]! * (1 - top.a))
    function behind(e: Element): number[] | null {
      const layers: { rgb: number[]; a: number }[] = []
      for (let at: Element | null = e; at; at = at.parentElement) {
        const style = getComputedStyle(at)
        if (style.backgroundImage !== 'none') return null
        const layer = parse(style.backgroundColor)
        layers.push(layer)
        if (layer.a === 1) break
      }
      return layers.reduceRight((ground, layer) => over(layer, ground), [255, 255, 255])
    }
    const faint: string[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    const seen = new Set<Element>()
    while (walker.nextNode()) {
      const e = walker.currentNode.parentElement!
      if (seen.has(e) || !walker.currentNode.textContent!.trim()) continue
      seen.add(e)
      const box = e.getBoundingClientRect()
      if (
        box.width < 2 ||
        box.height < 2 ||
        !e.checkVisibility({ opacityProperty: true, visibilityProperty: true })
      )
        continue
      // What is shut may be faint, and text in a drawing lies on its drawing.
      if (
        e.closest('svg, option, [disabled], [aria-disabled=true], [aria-hidden=true], .ant-select-disabled')
      )
        continue
      const style = getComputedStyle(e)
      const ground = behind(e)
      if (!ground) continue
      let opacity = 1
      for (let at: Element | null = e; at; at = at.parentElement)
        opacity *= Number(getComputedStyle(at).opacity)
      const text = parse(style.color)
      const [x, y] = [luminance(over({ ...text, a: text.a * opacity }, ground)), luminance(ground)].sort(
        (p, q) => q - p,
      )
      const size = parseFloat(style.fontSize)
      const large = size >= 24 || (size >= 18.66 && Number(style.fontWeight) >= 700)
      const ratio = (x! + 0.05) / (y! + 0.05)
      if (ratio < (large ? 3 : 4.5) - 0.01)
        faint.push(`${e.outerHTML.slice(0, 120)} ${ratio.toFixed(2)} to 1`)
    }
    return faint
  })

/** What stands out of line: a page wider than the window, a heading that is not over its column. */
export const outOfLine = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const left = (e: Element) => e.getBoundingClientRect().left
    const wide = document.scrollingElement!.scrollWidth > innerWidth + 1 ? ['wider than the window'] : []
    const crooked = [...document.querySelectorAll('table')].flatMap((table) => {
      // What is folded away has no place yet.
      if (!table.checkVisibility()) return []
      const heads = [...(table.querySelector('thead tr:last-child')?.children ?? [])]
      const cells = [...(table.querySelector('tbody tr:not([aria-hidden])')?.children ?? [])]
      if (heads.length !== cells.length) return []
      return heads.filter((head, i) => Math.abs(left(head) - left(cells[i]!)) > 2).map((h) => h.textContent)
    })
    return [...wide, ...crooked]
  })

interface Shift {
  value: number
  says: string
}

/** Watches from its first moment on what of a page moves without anybody having touched it. */
export const watchShifts = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const moved: Shift[] = []
    Object.assign(window, { moved })
    const said = (node: Node | null) =>
      (node instanceof Element ? node : node?.parentElement)?.outerHTML.slice(0, 90) ?? '?'
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        const { value, hadRecentInput, sources } = entry as PerformanceEntry & {
          value: number
          hadRecentInput: boolean
          sources: { node: Node | null }[]
        }
        if (!hadRecentInput) moved.push({ value, says: sources.map((s) => said(s.node)).join(' and ') })
      }
    }).observe({ type: 'layout-shift', buffered: true })
  })

/** As much as may move of a page while it comes: more, and a thumb presses what it did not mean (cumulative layout shift). */
const MAY_MOVE = 0.02

/** What of a view has moved since it was asked last, if it is more than may. */
export async function movedOf(page: Page): Promise<string[]> {
  const moved = await page.evaluate(() => (window as unknown as { moved: Shift[] }).moved.splice(0))
  const sum = moved.reduce((all, { value }) => all + value, 0)
  return sum < MAY_MOVE
    ? []
    : [`${sum.toFixed(3)}: ${moved.map((m) => `${m.value.toFixed(3)} ${m.says}`).join('; ')}`]
}

/** How many answers the page waits for just now; the line on which it hears of changes stays open. */
export function waitingOf(page: Page): () => number {
  const open = new Set<Request>()
  page.on('request', (r) => r.resourceType() !== 'eventsource' && open.add(r))
  page.on('requestfinished', (r) => open.delete(r))
  page.on('requestfailed', (r) => open.delete(r))
  return () => open.size
}

/** Goes to a view within the open page, as a link does, and waits until all of it is there. */
export async function goTo(page: Page, view: string, waiting: () => number): Promise<void> {
  const step = (to: string) =>
    page.evaluate((address) => {
      history.pushState(null, '', address)
      dispatchEvent(new PopStateEvent('popstate', { state: null }))
    }, to)
  // By way of a page that is none, so that the view before is not taken for this one.
  await step('/no-such-room')
  const nowhere = page.getByRole('heading', { name: 'There is no such page' })
  await expect(nowhere).toBeVisible()
  await step(view)
  await expect(nowhere).toBeHidden()
  // Whoever goes elsewhere expects another page; what is told is what moves of it from here on, once that page has been painted.
  await page.evaluate(
    () =>
      new Promise<void>((painted) =>
        requestAnimationFrame(() =>
          requestAnimationFrame(() => {
            ;(window as unknown as { moved?: Shift[] }).moved?.splice(0)
            painted()
          }),
        ),
      ),
  )
  await expect(page.locator('main h1, main article, main h3').first()).toBeVisible()
  await expect.poll(waiting).toBe(0)
}

const STYLED = [...new Set(Object.values(STYLES_OF).flat())]

/** Parts of the library that stand on the page without the styles they need: those that come with it are listed. */
export const bareParts = (page: Page): Promise<string[]> =>
  page.evaluate((styled) => {
    const parts = [...document.querySelectorAll('[class*="ant-"]')].flatMap((e) =>
      [...e.classList].flatMap((name) => /^ant-([a-z]+)/.exec(name)?.[1] ?? []),
    )
    return [...new Set(parts)].filter((part) => !styled.includes(part))
  }, STYLED)

/** The tables that are wider than a phone and can only be read by pushing them aside. */
export const pushedAside = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('main table.plain-table')]
      .filter((table) => table.scrollWidth > table.clientWidth + 4)
      .map(
        (table) => table.getAttribute('aria-label') ?? table.querySelector('thead')?.textContent ?? 'a table',
      ),
  )
