import { theme, type ThemeConfig } from 'antd'
import { LIGHTS, TEXT_FACE, type Light } from './tokens'

const themeOf = (light: Light): ThemeConfig => {
  const c = LIGHTS[light]
  return {
    // One name for all of a page, so that what is worked out for it is found again.
    cssVar: { key: 'hatch-book' },
    zeroRuntime: true,
    // The dark algorithm dims what it is given; our colours are already chosen for the dark.
    algorithm: (seed, map) => ({
      ...(light === 'light' ? theme.defaultAlgorithm : theme.darkAlgorithm)(seed, map),
      colorPrimary: c.moss,
      colorError: c.clay,
      colorLink: c.moss,
    }),
    token: {
      colorPrimary: c.moss,
      colorLink: c.moss,
      colorLinkHover: c.ink,
      colorInfo: c.slate,
      colorSuccess: c.moss,
      colorWarning: c.yolktext,
      colorError: c.clay,
      colorText: c.ink,
      colorTextSecondary: c.ink2,
      colorTextTertiary: c.ink2,
      colorTextQuaternary: c.ink2,
      colorTextDescription: c.ink2,
      colorTextPlaceholder: c.ink2,
      colorTextHeading: c.ink,
      colorTextLightSolid: c.onMoss,
      colorBgBase: c.sheet,
      colorBgLayout: c.paper,
      colorBgContainer: c.sheet,
      colorBgElevated: c.sheet,
      colorBorder: c.ink2,
      colorBorderSecondary: c.rule,
      colorSplit: c.rule,
      colorFillAlter: c.wash,
      colorIcon: c.ink2,
      controlItemBgActive: c.wash,
      controlItemBgHover: c.wash,
      fontFamily: TEXT_FACE,
      fontSize: 15,
      borderRadius: 2,
      borderRadiusLG: 2,
      borderRadiusSM: 2,
      controlHeight: 36,
      boxShadow: 'none',
      boxShadowSecondary: `0 2px 10px ${light === 'light' ? 'rgb(20 33 28 / 18%)' : 'rgb(0 0 0 / 60%)'}`,
      // Nothing moves in any light: were it only so under the lamp, the parts library would build the page anew at each
      // change of light, and what was being done on it would be gone.
      motion: false,
    },
    components: {
      Table: {
        headerBg: 'transparent',
        headerColor: c.ink2,
        headerSplitColor: 'transparent',
        rowHoverBg: c.wash,
        cellPaddingBlock: 8,
        cellPaddingInline: 10,
        headerSortActiveBg: 'transparent',
        headerSortHoverBg: c.wash,
        bodySortBg: 'transparent',
      },
      Button: { primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none', fontWeight: 500 },
      Segmented: {
        trackBg: c.wash,
        itemColor: c.ink2,
        itemSelectedBg: c.sheet,
        itemSelectedColor: c.ink,
      },
      Select: { optionSelectedBg: c.wash },
      Tag: { defaultBg: 'transparent', defaultColor: c.ink },
      Drawer: { paddingLG: 20 },
      Form: { itemMarginBottom: 12, verticalLabelPadding: '0 0 3px', labelFontSize: 14 },
    },
  }
}
/** The parts library's tokens in each light, made of ours. Made once: what it works out of them is kept as long as they are the same. */
export const THEMES: Readonly<Record<Light, ThemeConfig>> = {
  light: themeOf('light'),
  dusk: themeOf('dusk'),
  lamp: themeOf('lamp'),
}
