/** The colours of the three lights. Text keeps a contrast of 4.5 to 1 on paper and sheet in each of them. */
export const LIGHTS = {
  light: {
    paper: '#E4EAE3',
    sheet: '#FAFBF7',
    rule: '#C3CDC3',
    ink: '#14211C',
    ink2: '#46554E',
    moss: '#1E5B4C',
    yolk: '#E2A312',
    yolktext: '#735000',
    clay: '#A83324',
    slate: '#2E587A',
    plum: '#6E4570',
    wash: '#D6DFD6',
    onMoss: '#FAFBF7',
    onYolk: '#14211C',
  },
  dusk: {
    paper: '#121A18',
    sheet: '#1B2623',
    rule: '#33423D',
    ink: '#E6EDE6',
    ink2: '#9DB0A7',
    moss: '#6FBFA5',
    yolk: '#F0B73A',
    yolktext: '#F0B73A',
    clay: '#F0806C',
    slate: '#82B2DA',
    plum: '#C79BC9',
    wash: '#22302C',
    onMoss: '#101816',
    onYolk: '#101816',
  },
  lamp: {
    paper: '#0A0000',
    sheet: '#140202',
    rule: '#4A120C',
    ink: '#F05A40',
    ink2: '#E24E38',
    moss: '#E8503A',
    yolk: '#F0563E',
    yolktext: '#F0563E',
    clay: '#FF6A4E',
    slate: '#E24E38',
    plum: '#E24E38',
    wash: '#1E0404',
    onMoss: '#0A0000',
    onYolk: '#0A0000',
  },
} as const

export type Light = keyof typeof LIGHTS
export type Colour = keyof (typeof LIGHTS)['light']
export const TEXT_FACE = "'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif"
export const FIGURE_FACE = "'Atkinson Hyperlegible Mono Variable', 'Atkinson Hyperlegible Mono', monospace"
