import { ROOMS } from './rooms'
import type { GroupOfPages, MenuPage } from './shell/frame/menu'
import type { Page } from './shell/page'

const BY_PATH = new Map<string, Page>(
  ROOMS.flatMap(({ pages }) => pages).map((page) => [page.path.replace('/:id?', ''), page]),
)

/** The page of an address, in the menu; with the pages that one reaches from it, in their order. */
function menuPage(path: string, under: readonly string[] = [], name?: string): MenuPage {
  const page = BY_PATH.get(path)
  if (!page) throw new Error(`the menu links to ${path}, but no room has that page`)
  const { title, of, carries, menuNeeds } = page
  return {
    ...{ to: `/${path}`, name: name ?? title, under: under.map((p) => menuPage(p)) },
    ...(of && { of }),
    ...(carries && { carries }),
    ...(menuNeeds && { needs: menuNeeds }),
  }
}

/** The whole menu: where a keeper looks for each page, in the order of a day and of a year. */
export const MENU: readonly GroupOfPages[] = [
  {
    name: 'Today',
    icon: 'sun',
    waits: 'the round',
    pages: [menuPage('round'), menuPage('round/week'), menuPage('round/away'), menuPage('messages')],
  },
  {
    name: 'Animals',
    icon: 'animal',
    pages: [menuPage('animals'), menuPage('weigh-in'), menuPage('growth'), menuPage('protocols')],
  },
  {
    name: 'Breeding',
    icon: 'rings',
    pages: [
      menuPage('readiness'),
      menuPage('rest', ['rest/checks', 'rest/tubs', 'rest/seasons']),
      menuPage('pairing', ['pairing/watch']),
      menuPage('pairing/season'),
      menuPage('pairing/crosses', ['pairing/kin', 'pairing/genes'], 'Crosses and kin'),
      menuPage('pairing/goals'),
    ],
  },
  {
    name: 'Eggs and young',
    icon: 'egg',
    waits: ['clutch'],
    pages: [
      menuPage('incubation/finding'),
      menuPage('incubation', ['incubation/methods', 'incubation/forecasts', 'incubation/clocks']),
      menuPage('incubation/plan'),
      menuPage('rearing', ['rearing/meals', 'rearing/space']),
      menuPage('rearing/first-meals'),
      menuPage('rearing/sexing'),
      menuPage('rearing/holdbacks'),
      menuPage('leaving', ['leaving/waiting', 'leaving/prices', 'leaving/register', 'leaving/links']),
    ],
  },
  {
    name: 'Groups',
    icon: 'groups',
    waits: ['cohort', 'colony'],
    pages: [menuPage('cohorts'), menuPage('cohorts/emergence'), menuPage('colonies')],
  },
  {
    name: 'Room',
    icon: 'rack',
    waits: 'alarms',
    pages: [
      menuPage('places'),
      menuPage('climate', ['rest/weather']),
      menuPage('rest/units'),
      menuPage('rearing/recipes'),
      menuPage('incubation/labels', ['animals/cards'], 'Labels'),
    ],
  },
  {
    name: 'Book',
    icon: 'book',
    pages: [
      menuPage('review'),
      menuPage('log', ['log/changes']),
      menuPage('book/members', ['book/you']),
      menuPage('book/files'),
      menuPage('book'),
    ],
  },
]
